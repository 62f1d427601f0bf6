"""How many statements an answer takes of the database: counted, and held under a ceiling for every page."""

from __future__ import annotations
