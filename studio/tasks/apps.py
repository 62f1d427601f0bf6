"""The tasks app."""

from typing import Any

from django.apps import AppConfig
from django.db import connection
from django.db.models.signals import post_migrate

__all__ = ["TasksConfig"]


def _forget_tasks(sender: AppConfig, **_: Any) -> None:
    """Remove what an older version was at, or said that it could not: this one may."""
    if "tasks_plantask" in connection.introspection.table_names():
        sender.get_model("PlanTask")._default_manager.all().delete()


class TasksConfig(AppConfig):
    """Work that goes on beside the requests."""

    name = "studio.tasks"

    def ready(self) -> None:
        """Every migration of the database forgets the plans that were being made."""
        post_migrate.connect(_forget_tasks, sender=self)
