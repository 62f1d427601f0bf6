"""``carry_out``: one task of a studio in a process of its own; what a worker starts, and nobody by hand."""

from __future__ import annotations

import os
import resource
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from studio.tasks.for_studio import carry_out

__all__ = ["Command"]


class Command(BaseCommand):
    """``carry_out KEY``, within the memory that a task may take."""

    help = "Carry out one task of a studio."
    # The worker that starts it was checked; the whole API would be loaded for it here.
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        """The key of the task, and whether it is tried again where it fails."""
        parser.add_argument("task", type=int)
        parser.add_argument("--last", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        """Carry it out. Whoever waits for an answer comes before whoever waits for a file."""
        most = settings.TASK_MEGABYTES << 20
        resource.setrlimit(resource.RLIMIT_AS, (most, most))
        os.nice(10)
        carry_out(options["task"], last=options["last"])
