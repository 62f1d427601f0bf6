"""The command line. It needs no database and no server."""

from __future__ import annotations

from neat_sheaf.cli.commands import main

__all__ = ["main"]
