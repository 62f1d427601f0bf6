"""Plans of classes: the plan task of the job that a class comes to."""

from __future__ import annotations

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.project import Project
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.tasks import plans
from studio.tasks.plans import Planned

__all__ = ["plan_of_class", "stop_early"]


def plan_of_class(kit_class: KitClass, project: Project | None = None) -> Planned:
    """The plan of a class, or why it has none, or how far it is.

    ``project`` is its list, where it was read already.
    """
    try:
        job = core_job(kit_class, project)
    except CannotPlanError as error:
        return Planned(None, error.faults)
    return plans.plan_of(job)


def stop_early(kit_class: KitClass) -> None:
    """End the plan task of a class with the best plan so far; nothing where there is no such task."""
    try:
        job = core_job(kit_class)
    except CannotPlanError:
        return
    plans.stop_early(job)
