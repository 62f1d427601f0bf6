"""How much one studio keeps. What is beyond that is refused with words, however it would come in."""

from __future__ import annotations

from typing import Any

from django.db import models
from django.db.models.signals import pre_save

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError

__all__ = ["MOST_KEPT", "watch"]

MOST_KEPT = {
    "projects.Project": 1_000,
    "classes.KitClass": 2_000,
    "cupboard.Paper": 2_000,
    "cupboard.Supply": 2_000,
    "cupboard.Pack": 1_000,
    "cupboard.Photo": 2_000,
    "cupboard.Order": 5_000,
    "projects.LearnedWord": 500,
}
"""Of each kind, by its model."""


def watch() -> None:
    """Look at everything that is added from now on."""
    for label in MOST_KEPT:
        pre_save.connect(_check, sender=label, dispatch_uid=f"room for {label}")


def _check(sender: type[models.Model], instance: Any, raw: bool = False, **_: Any) -> None:
    """FileError where the studio keeps as many already."""
    most = MOST_KEPT[sender._meta.label]
    if raw or not instance._state.adding:
        return
    if sender._default_manager.filter(studio=instance.studio_id).count() >= most:
        kind = sender._meta.model_name or ""
        raise FileError([fault("", f"too-many-kept.{kind}", most=most)])
