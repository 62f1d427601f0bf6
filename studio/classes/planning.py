"""Plans of classes: the plan task of the job that a class comes to."""

from __future__ import annotations

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.plan import Plan
from neat_sheaf.project import Project
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.projects.convert import core_project
from studio.tasks import answers, plans
from studio.tasks.plans import Planned, Whose

__all__ = ["last_shown", "plan_of_class", "stop_early", "whose"]


def whose(kit_class: KitClass, about: str = "class") -> Whose:
    """Whose plan one of a class is; ``about`` tells what is only tried from the class itself."""
    return Whose(kit_class.studio_id, f"{about}-{kit_class.pk}", kit_class.pk)


def plan_of_class(kit_class: KitClass, project: Project | None = None, about: str = "class") -> Planned:
    """The plan of a class, or why it has none, or how far it is.

    ``project`` is its list, where it was read already; ``about`` as for ``whose``.
    """
    try:
        job = core_job(kit_class, project)
    except CannotPlanError as error:
        return Planned(None, error.faults)
    return plans.plan_of(job, whose(kit_class, about))


def last_shown(kit_class: KitClass, planned: Planned) -> Plan | None:
    """The plan to show while another is made; None where it has what the studio or the list has no more.

    A piece of another size is another piece.
    """
    before = None if planned.working is None else answers.last_plan(kit_class.pk)
    if before is None:
        return None
    placed = [place for _, layout in before.sheet_plan.layouts for place in layout.placements]
    papers = {paper.paper for paper in before.papers}
    # A list that has changed since would draw its scores on pieces of other sizes.
    sizes = {
        piece.name: {piece.rough_width, piece.rough_height}
        for piece in core_project(kit_class.project).pieces
    }
    there = {str(key) for key in kit_class.studio.papers.filter(pk__in=papers).values_list("pk", flat=True)}
    ways = {one.name for one in kit_class.colourways.all()}
    known = papers <= there and all(
        sizes.get(place.piece) == {place.region.width, place.region.height} and place.colourway in ways
        for place in placed
    )
    return before if known else None


def stop_early(kit_class: KitClass) -> None:
    """End the plan task of a class with the best plan so far; nothing where there is no such task."""
    try:
        job = core_job(kit_class)
    except CannotPlanError:
        return
    plans.stop_early(job)
