"""Load the demo once: a second run finds the account and leaves everything as it is."""

import os
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError

from studio.demo.loading import load_paper_room


class Command(BaseCommand):
    """``load_demo``; the account comes from NEAT_SHEAF_DEMO_USER and NEAT_SHEAF_DEMO_PASSWORD."""

    help = "Load the made-up paper room, once."

    def handle(self, *args: Any, **options: Any) -> None:
        """Load it, or say that it is there."""
        name = os.environ.get("NEAT_SHEAF_DEMO_USER", "demo")
        password = os.environ.get("NEAT_SHEAF_DEMO_PASSWORD", "")
        if not password:
            raise CommandError("set NEAT_SHEAF_DEMO_PASSWORD")
        if User.objects.filter(username=name).exists():
            self.stdout.write("The demo is there already.")
            return
        load_paper_room(name, password)
        self.stdout.write("The demo is loaded.")
