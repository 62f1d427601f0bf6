"""``backup [FOLDER]``: the whole database into one file; of the older ones the newest fourteen stay."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.common.keeping import KeepingError, backup, prune

__all__ = ["Command", "database_url", "usual_folder"]


def database_url() -> str:
    """The address of the database."""
    return os.environ.get("DATABASE_URL", "postgres://neatsheaf@127.0.0.1:5432/neatsheaf")


def usual_folder() -> Path:
    """Where backups are: NEAT_SHEAF_BACKUPS, or a folder where the command is run."""
    return Path(os.environ.get("NEAT_SHEAF_BACKUPS", "backups")).resolve()


class Command(BaseCommand):
    """Write a backup."""

    help = "Write the whole database into one file."

    def add_arguments(self, parser: CommandParser) -> None:
        """The folder, and how many are kept."""
        parser.add_argument("folder", nargs="?", type=Path)
        parser.add_argument("--keep", type=int, default=14)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it and say where."""
        folder = (options["folder"] or usual_folder()).resolve()
        try:
            path = backup(database_url(), folder)
        except KeepingError as error:
            raise CommandError(str(error)) from error
        prune(folder, options["keep"])
        self.stdout.write(f"{path}")
