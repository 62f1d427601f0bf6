"""The tasks app."""

from typing import Any

from django.apps import AppConfig
from django.db import connection
from django.db.models.signals import post_migrate

from studio.common.computed import computed as cache

__all__ = ["TasksConfig"]


def _forget_plans(sender: AppConfig, **_: Any) -> None:
    """Remove what an older version computed: this one may compute it otherwise."""
    if "tasks_plantask" in connection.introspection.table_names():
        sender.get_model("PlanTask")._default_manager.all().delete()
        cache.clear()


class TasksConfig(AppConfig):
    """Work that goes on beside the requests."""

    name = "studio.tasks"

    def ready(self) -> None:
        """Every migration of the database forgets the plans that were kept."""
        post_migrate.connect(_forget_plans, sender=self)
