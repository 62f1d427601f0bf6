"""``restore FILE``: the database as it was; what is there now is written out first."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections

from studio.common.keeping import KeepingError, backup, others_at_work, restore
from studio.common.management.commands.backup import database_url, usual_folder

__all__ = ["Command"]


class Command(BaseCommand):
    """Put a backup back."""

    help = "Put the database back to what a backup holds."

    def add_arguments(self, parser: CommandParser) -> None:
        """The file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write out what is there, put back what was, and bring it to this version."""
        connections.close_all()
        url = database_url()
        try:
            if at_work := others_at_work(url):
                raise CommandError(f"{at_work} connections are open: stop the server and its workers first.")
            before = backup(url, usual_folder(), "before-restore")
            restore(url, options["file"].resolve())
        except KeepingError as error:
            raise CommandError(str(error)) from error
        call_command("migrate", interactive=False, verbosity=0)
        self.stdout.write(f"Restored. What was there before is in {before}.")
