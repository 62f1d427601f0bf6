"""What every test with a database needs."""

from __future__ import annotations

import pytest
from django.db import connections


@pytest.fixture(scope="session")
def django_db_modify_db_settings(django_db_modify_db_settings_parallel_suffix: None) -> None:
    """Each process has its own database, and no thread of a live server keeps a connection to it."""
    for connection in connections.all():
        connection.settings_dict["CONN_MAX_AGE"] = 0
