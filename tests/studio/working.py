"""A worker within a test: it does what is in the queue, and then ends."""

from __future__ import annotations

import time

from django.db import connection
from procrastinate.contrib.django import app
from procrastinate.periodic import PeriodicRegistry

__all__ = ["forget_the_queue", "wait_until_alone", "work"]


def work() -> None:
    """Let a worker do everything that is in the queue."""
    made = app.with_connector(app.connector.get_worker_connector())
    # What is due by the clock is not; broken off in the middle of it a worker leaves its connection open.
    made.periodic_registry = PeriodicRegistry()
    made.run_worker(wait=False, install_signal_handlers=False, listen_notify=False, queues=["plans"])


def forget_the_queue() -> None:
    """The queue's own tables are emptied by nobody else."""
    with connection.cursor() as cursor:
        cursor.execute("TRUNCATE procrastinate_jobs, procrastinate_workers RESTART IDENTITY CASCADE")


def wait_until_alone() -> None:
    """What a process that was ended had open is closed by the server a moment later."""
    others = (
        "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()"
    )
    for _ in range(200):
        with connection.cursor() as cursor:
            cursor.execute(others)
            if cursor.fetchone()[0] == 0:
                return
        time.sleep(0.05)
    raise AssertionError("somebody else is still at the database")
