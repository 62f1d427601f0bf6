"""``upgrade``: the database as this version needs it, with a backup before anything is changed."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from studio.common.keeping import KeepingError, backup
from studio.common.management.commands.backup import database_url, usual_folder

__all__ = ["Command"]


class Command(BaseCommand):
    """Migrate, after a backup where there is something to lose."""

    help = "Bring the database to this version; a backup is made first."

    def handle(self, *args: Any, **options: Any) -> None:
        """Back up and migrate; nothing where nothing is to be done."""
        executor = MigrationExecutor(connection)
        if not executor.migration_plan(executor.loader.graph.leaf_nodes()):
            self.stdout.write("The database is as this version needs it.")
            return
        if executor.loader.applied_migrations:
            try:
                path = backup(database_url(), usual_folder(), "before-upgrade")
            except KeepingError as error:
                raise CommandError(f"No backup could be made, so nothing was changed. {error}") from error
            self.stdout.write(f"As it was: {path}")
        call_command("migrate", interactive=False, verbosity=0)
        self.stdout.write("The database is as this version needs it.")
