"""Plans of classes, kept as long as nothing they follow from has changed."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Any

from django.core.cache import cache

from neat_sheaf.errors import Fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.plan import plan_job
from neat_sheaf.sheets import CannotPlanError
from studio.classes.convert import core_job
from studio.classes.models import KitClass

__all__ = ["Planned", "plan_of"]


@dataclass(frozen=True, slots=True)
class Planned:
    """A class's plan file as JSON values, or why it cannot be planned."""

    plan: dict[str, Any] | None
    faults: list[Fault]


def plan_of(kit_class: KitClass) -> Planned:
    """The plan of a class, from the cache where the same job was planned before."""
    try:
        job = core_job(kit_class)
    except CannotPlanError as error:
        return Planned(None, error.faults)
    key = "plan:" + hashlib.sha256(write_job(job).encode()).hexdigest()
    found: Planned | None = cache.get(key)
    if found is None:
        try:
            found = Planned(plan_document(plan_job(job)), [])
        except CannotPlanError as error:
            found = Planned(None, error.faults)
        cache.set(key, found, 3600)
    return found
