"""What workers do about people by the clock."""

from __future__ import annotations

from django.db import close_old_connections
from procrastinate.contrib.django import app

from studio.people.services import forget_everywhere
from studio.tasks.work import PLANS

__all__ = ["forget_people_of_all"]


@app.periodic(cron="41 3 * * *")
@app.task(queue=PLANS, queueing_lock="forget-people")
def forget_people_of_all(timestamp: int) -> None:
    """Delete the people of classes that are so long over as each studio says, whoever looks at them."""
    try:
        forget_everywhere()
    finally:
        close_old_connections()
