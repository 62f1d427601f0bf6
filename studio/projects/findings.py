"""What the checks find in a project as the studio keeps it, and the fixes as changes to its document."""

from __future__ import annotations

from collections.abc import Iterable

from neat_sheaf.checks import Finding, Fix, Level, check_project
from neat_sheaf.checks.versions import check_lists
from neat_sheaf.formats.project_part import changes_document
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.project.variants import UnknownNumberError, variant_of
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.cupboard.convert import core_paper, core_supply
from studio.cupboard.models import Paper
from studio.projects.models import Project
from studio.projects.schemas import CheckOut, FindingOut, FixOut

__all__ = ["check_out", "findings_of", "papers_chosen"]


def papers_chosen(project: Project) -> dict[str, list[Paper]]:
    """The papers that the project's classes have chosen for each role, the soonest class first."""
    chosen: dict[str, dict[int, Paper]] = {}
    papers = Paper.objects.filter(studio=project.studio, choices__colourway__kit_class__project=project)
    rows = papers.order_by("choices__colourway__kit_class__date", "choices__id").values_list(
        "choices__role", "pk"
    )
    by_key = {paper.pk: paper for paper in papers.distinct()}
    for role, key in rows:
        chosen.setdefault(role, {})[key] = by_key[key]
    return {role: list(found.values()) for role, found in chosen.items()}


def findings_of(
    core: CoreProject,
    studio: Studio,
    chosen: dict[str, list[Paper]],
    voice: Voice,
    lists: Iterable[CoreProject] = (),
) -> list[FindingOut]:
    """Every finding of the list, and what its sister versions have more than it.

    ``lists`` are those of the versions that it holds, where it holds several.
    """
    units = voice.units
    papers = {role: tuple(core_paper(paper) for paper in found) for role, found in chosen.items()}
    supplies = tuple(core_supply(supply) for supply in studio.supplies.all())
    found = check_lists(core, lists or [core], units, studio.habits, papers, supplies)
    known = {(f.code, f.where) for f in found}
    rows = [_finding_out(finding, core, voice) for finding in found]
    # The versions that a list of several holds were checked above.
    for variant in () if lists else core.variants:
        try:
            version = variant_of(core, variant.name)
        except UnknownNumberError:
            continue
        rows += [
            _finding_out(finding, core, voice, variant.name)
            for finding in check_project(version, units, studio.habits, papers, supplies)
            if finding.level is not Level.NOTE and (finding.code, finding.where) not in known
        ]
    return rows


def check_out(finding: Finding, voice: Voice) -> CheckOut:
    """A finding as the API gives it, in words."""
    return CheckOut(
        level=finding.level.value,
        code=finding.code,
        place=finding.where.key.partition(".")[2],
        where=voice.words(finding.where),
        message=voice.words(finding.message),
        piece=finding.piece,
    )


def _finding_out(finding: Finding, core: CoreProject, voice: Voice, version: str = "") -> FindingOut:
    fixes = [] if version else [_fix_out(fix, core, voice) for fix in finding.fixes]
    return FindingOut(
        **check_out(finding, voice).model_dump(),
        version=version,
        fix=fixes[0] if fixes else None,
        others=fixes[1:],
    )


def _fix_out(fix: Fix, core: CoreProject, voice: Voice) -> FixOut:
    changes = changes_document(core, fix.project, voice.units)
    return FixOut.model_validate({"message": voice.words(fix.message), "changes": changes})
