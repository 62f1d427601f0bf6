"""Places of which the whole server has one each: whoever comes after waits."""

from __future__ import annotations

import contextlib
from collections.abc import Iterator

from django.db import connection

__all__ = ["one_at_a_time"]


@contextlib.contextmanager
def one_at_a_time(place: int) -> Iterator[None]:
    """Hold a place by its number among the advisory locks of the database."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_lock(%s)", [place])
        try:
            yield
        finally:
            cursor.execute("SELECT pg_advisory_unlock(%s)", [place])
