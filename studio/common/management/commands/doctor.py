"""``doctor``: what is wrong with how this server is set up, and what to do about it."""

from __future__ import annotations

import datetime as dt
import os
from collections.abc import Iterator
from typing import Any, NamedTuple

from django.conf import settings
from django.core.management.base import BaseCommand
from django.db import OperationalError, connection
from django.db.migrations.executor import MigrationExecutor

from studio.common.health import workers_seen
from studio.common.keeping import backups_in
from studio.common.management.commands.backup import usual_folder

__all__ = ["Command", "Complaint", "complaints"]

_OLDEST_SERVER = 15
_BACKUP_DAYS = 2
_LEAST_FREE = 1 << 30  # bytes


class Complaint(NamedTuple):
    """Something that is not as it should be; ``grave`` where the server should not go on so."""

    grave: bool
    says: str


def complaints() -> Iterator[Complaint]:
    """Everything that is wrong, as far as can be seen from here."""
    if settings.DEBUG:
        yield Complaint(True, "It runs in debug: unset NEAT_SHEAF_DEBUG.")
    if not settings.HTTPS:
        yield Complaint(
            True, "It is served without TLS: put a proxy in front that has it, unset NEAT_SHEAF_HTTPS."
        )
    names = {"127.0.0.1", "localhost"}
    if set(settings.ALLOWED_HOSTS) <= names:
        yield Complaint(True, "It answers to no name of its own: set NEAT_SHEAF_HOSTS.")
    if "*" in settings.ALLOWED_HOSTS:
        yield Complaint(True, "It answers to any name: set NEAT_SHEAF_HOSTS to its own.")
    if settings.OPEN_DEMO:
        yield Complaint(True, "The demo is open to whoever comes: unset NEAT_SHEAF_OPEN_DEMO.")
    if settings.SIMULATED_MAIL:
        yield Complaint(True, "Mail is only simulated, and its links open accounts: set NEAT_SHEAF_SMTP.")
    elif not settings.SENDS_MAIL:
        yield Complaint(
            False, "No mail goes out: forgotten passwords and invitations reach nobody. Set NEAT_SHEAF_SMTP."
        )
    if not settings.SECURITY_CONTACT:
        yield Complaint(False, "Nobody is named who is told of a hole: set NEAT_SHEAF_SECURITY_CONTACT.")
    if not settings.STATIC_ROOT.exists():
        yield Complaint(True, "The pages are not collected: run manage.py collectstatic.")
    yield from _of_the_database()
    yield from _of_the_backups()


def _of_the_database() -> Iterator[Complaint]:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SHOW server_version_num")
            version = int(cursor.fetchone()[0]) // 10_000
            cursor.execute("SHOW fsync")
            safe = cursor.fetchone()[0] == "on"
        executor = MigrationExecutor(connection)
        behind = executor.migration_plan(executor.loader.graph.leaf_nodes())
    except OperationalError as error:
        yield Complaint(True, f"The database cannot be reached: {str(error).splitlines()[0]}")
        return
    if version < _OLDEST_SERVER:
        yield Complaint(True, f"PostgreSQL {version} is too old: {_OLDEST_SERVER} or newer is needed.")
    if not safe:
        yield Complaint(True, "PostgreSQL runs with fsync off: what was saved can be lost.")
    if behind:
        yield Complaint(True, f"{len(behind)} changes of the database are waiting: run manage.py upgrade.")
    elif not workers_seen():
        yield Complaint(True, "No worker gave a sign of life: long plans and mail wait. Start one.")


def _of_the_backups() -> Iterator[Complaint]:
    folder = usual_folder()
    newest = next(iter(backups_in(folder)), None)
    if newest is None:
        yield Complaint(False, f"There is no backup in {folder}: run manage.py backup every night.")
        return
    days = (dt.datetime.now().timestamp() - newest.stat().st_mtime) / 86_400
    if days > _BACKUP_DAYS:
        yield Complaint(False, f"The newest backup is {days:.0f} days old.")
    room = os.statvfs(folder)
    if room.f_bavail * room.f_frsize < _LEAST_FREE:
        yield Complaint(False, "Less than a gigabyte is free where backups go.")


class Command(BaseCommand):
    """Look the server over."""

    help = "Say what is wrong with how this server is set up."
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        """Say each; exit 1 where one is grave."""
        found = list(complaints())
        for one in found:
            self.stdout.write(f"{'!!' if one.grave else ' -'} {one.says}")
        if not found:
            self.stdout.write("All is as it should be.")
        if any(one.grave for one in found):
            raise SystemExit(1)
