"""What will not go together, and why: each finding has a message, a place, and where there is one a fix."""

from __future__ import annotations

from collections.abc import Mapping

from neat_sheaf.checks.adhesive import check_adhesive
from neat_sheaf.checks.belonging import check_counts, check_offers
from neat_sheaf.checks.cutting import check_die, check_pitch, check_portions, check_sheet, check_tabs
from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.checks.fits import check_fit
from neat_sheaf.checks.folds import check_folds
from neat_sheaf.checks.inside import check_content, check_contents
from neat_sheaf.checks.marks import check_marks, check_slits, check_tab_scores, check_tabs_free
from neat_sheaf.checks.mats import check_mat, check_matched, check_print
from neat_sheaf.checks.matting import check_matting
from neat_sheaf.checks.passes import check_passes
from neat_sheaf.checks.scores import check_scores
from neat_sheaf.checks.sound import sound
from neat_sheaf.checks.steps import check_steps, check_supplies
from neat_sheaf.checks.wraps import check_middle, check_walls, check_wrap
from neat_sheaf.habits import USUAL_HABITS, Habits
from neat_sheaf.measure.length import Unit
from neat_sheaf.project import Project
from neat_sheaf.stock import Paper, Supply

__all__ = ["Finding", "Fix", "Level", "check_project"]

_OF_A_PIECE = (
    check_scores, check_middle, check_wrap, check_walls, check_marks, check_slits, check_mat, check_matting,
    check_print, check_tabs, check_tabs_free, check_tab_scores, check_folds, check_die, check_pitch,
    check_sheet,
)  # fmt: skip


def check_project(
    project: Project,
    units: Unit,
    habits: Habits | None = None,
    papers: Mapping[str, tuple[Paper, ...]] | None = None,
    supplies: tuple[Supply, ...] = (),
) -> list[Finding]:
    """Every finding about a project, in the order of its list.

    ``papers`` are those chosen for each role, as far as they are; a check that needs one says
    nothing where it is not known.
    """
    context = CheckContext(project, units, habits or USUAL_HABITS, papers or {}, supplies)
    found = _noticed(context)
    return [sound(context, finding, found, _noticed) for finding in found]


def _noticed(context: CheckContext) -> list[Finding]:
    """Every finding with every fix that its check can think of."""
    project = context.project
    found: list[Finding] = []
    for index, piece in enumerate(project.pieces):
        for check in _OF_A_PIECE:
            found += check(context, index, piece)
    found += check_matched(context)
    found += check_portions(context)
    found += check_passes(context)
    for fit in project.fits:
        found += check_fit(context, fit)
    for content in project.contents:
        found += check_content(context, content)
    found += check_contents(context)
    found += check_counts(context)
    found += check_supplies(context)
    found += check_steps(context)
    found += check_offers(context)
    found += check_adhesive(context)
    return found
