"""What workers do about people by the clock."""

from __future__ import annotations

from django.db import close_old_connections
from procrastinate.contrib.django import app

from studio.accounts.models import Studio
from studio.people.services import forget_people
from studio.tasks.work import PLANS

__all__ = ["forget_people_of_all"]


@app.periodic(cron="41 3 * * *")
@app.task(queue=PLANS, queueing_lock="forget-people")
def forget_people_of_all(timestamp: int) -> None:
    """Delete the people of classes that are so long over as each studio says, whoever looks at them."""
    try:
        for studio in Studio.objects.filter(people_months__isnull=False):
            forget_people(studio)
    finally:
        close_old_connections()
