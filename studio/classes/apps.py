"""The classes app."""

from typing import Any

from django.apps import AppConfig
from django.core.cache import cache
from django.db import connection
from django.db.models.signals import post_migrate

__all__ = ["ClassesConfig"]


def _forget_plans(sender: AppConfig, **_: Any) -> None:
    """Drop what an older version reckoned: this one may reckon otherwise."""
    if "classes_longplan" in connection.introspection.table_names():
        sender.get_model("LongPlan")._default_manager.all().delete()
        cache.clear()


class ClassesConfig(AppConfig):
    """Classes, their plans and their cutting."""

    name = "studio.classes"

    def ready(self) -> None:
        """Every migration of the database forgets the plans that were kept."""
        post_migrate.connect(_forget_plans, sender=self)
