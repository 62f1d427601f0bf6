"""Whether this server lives and whether it can work, for what watches it."""

from __future__ import annotations

from django.db import OperationalError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, JsonResponse

__all__ = ["live", "ready", "workers_seen"]

_SEEN_WITHIN = "30 seconds"


def live(request: HttpRequest) -> JsonResponse:
    """The process answers."""
    return JsonResponse({"live": True})


def ready(request: HttpRequest) -> JsonResponse:
    """503 unless the database is there and as this version needs it. How many workers were seen is told too:

    without any, short plans are made and long ones wait.
    """
    try:
        executor = MigrationExecutor(connection)
        behind = bool(executor.migration_plan(executor.loader.graph.leaf_nodes()))
        workers = 0 if behind else workers_seen()
    except OperationalError:
        return JsonResponse({"ready": False, "database": "away"}, status=503)
    said: dict[str, object] = {"ready": not behind, "database": "behind" if behind else "there"}
    # Without a worker this server answers, and what takes long waits: who watches it has to know.
    said |= {"workers": workers, "long_work": "done" if workers else "waits"}
    return JsonResponse(said, status=503 if behind else 200)


def workers_seen() -> int:
    """Workers that gave a sign of life a moment ago."""
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT count(*) FROM procrastinate_workers WHERE last_heartbeat > now() - %s::interval",
            [_SEEN_WITHIN],
        )
        return int(cursor.fetchone()[0])
