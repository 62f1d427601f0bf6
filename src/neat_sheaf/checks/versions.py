"""What is found of a list that holds several versions: each version is checked by itself."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from neat_sheaf.checks import Finding, check_project
from neat_sheaf.habits import Habits
from neat_sheaf.job import Job
from neat_sheaf.measure.length import Unit
from neat_sheaf.project import Project
from neat_sheaf.stock import Paper, Supply

__all__ = ["check_job", "check_lists"]


def check_job(job: Job) -> list[Finding]:
    """Every finding about what a class makes, once, in the order of its list."""
    return check_lists(job.project, job.lists, job.units, job.habits, job.papers_by_role, job.supplies)


def check_lists(
    whole: Project, lists: Iterable[Project], units: Unit, habits: Habits,
    papers: Mapping[str, tuple[Paper, ...]], supplies: tuple[Supply, ...],
) -> list[Finding]:  # fmt: skip
    """Every finding about the lists that ``whole`` holds, once, its piece counted in ``whole``.

    A piece of one version is not held against one of another. Where there are several lists a finding has
    no fix, for what it would change is made from several.
    """
    several = list(lists)
    if len(several) == 1:
        return check_project(several[0], units, habits, papers, supplies)
    places = {piece.name: number for number, piece in enumerate(whole.pieces)}
    found: dict[Finding, None] = {}
    for own in several:
        for one in check_project(own, units, habits, papers, supplies):
            at = None if one.piece is None else places[own.pieces[one.piece].name]
            found.setdefault(replace(one, piece=at, fix=None, others=()))
    return list(found)
