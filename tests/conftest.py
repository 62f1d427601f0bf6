"""What every test with a database needs."""

from __future__ import annotations

import os

import pytest
from django.db import connections
from hypothesis import Phase, settings

# A proof of a commit is the same each time it is run; at a desk every run looks somewhere new.
settings.register_profile("proof", derandomize=True, deadline=None)
settings.register_profile("desk", deadline=None)
# For changed code it is enough that a test fails: the smallest case is nobody's question.
settings.register_profile("mutants", derandomize=True, deadline=None, phases=[Phase.explicit, Phase.generate])
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE") or ("proof" if os.environ.get("CI") else "desk"))


@pytest.fixture(scope="session")
def django_db_modify_db_settings(django_db_modify_db_settings_parallel_suffix: None) -> None:
    """Each process has its own database, and no thread of a live server keeps a connection to it."""
    for connection in connections.all():
        connection.settings_dict["CONN_MAX_AGE"] = 0
