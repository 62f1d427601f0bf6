"""A worker within a test: it does what is in the queue, and then ends."""

from __future__ import annotations

from django.db import connection
from procrastinate.contrib.django import app

__all__ = ["forget_the_queue", "work"]


def work() -> None:
    """Let a worker do everything that is in the queue."""
    made = app.with_connector(app.connector.get_worker_connector())
    made.run_worker(wait=False, install_signal_handlers=False, listen_notify=False, queues=["plans"])


def forget_the_queue() -> None:
    """The queue's own tables are emptied by nobody else."""
    with connection.cursor() as cursor:
        cursor.execute("TRUNCATE procrastinate_jobs, procrastinate_workers RESTART IDENTITY CASCADE")
