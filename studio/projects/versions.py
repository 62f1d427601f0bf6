"""The list as its sister versions have it, one of them or several together."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Mapping
from dataclasses import replace

from neat_sheaf.errors import Fault
from neat_sheaf.folding.sticking import worked_out
from neat_sheaf.formats.reading import FileError
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.project.mixing import mixed
from neat_sheaf.project.variants import UnknownNumberError, leaving_out, variant_of
from studio.accounts.models import Studio
from studio.cupboard.convert import core_supply
from studio.cupboard.models import Supply
from studio.projects.convert import core_project
from studio.projects.models import Project

__all__ = ["lists_of", "mixed_list", "version_of", "with_worked_out"]


def version_of(project: Project, version: str) -> CoreProject:
    """The core's project in that sister version; FileError where there is none of the name.

    Names on several lines are several versions: their lists together.
    """
    names, listed = version.split("\n"), core_project(project)
    try:
        found = mixed_list(listed, {name: name for name in names}, project.studio)[0]
        return replace(found, variants=listed.variants)
    except UnknownNumberError as error:
        raise FileError([Fault("version", error.message)]) from error


Supplies = Callable[[Collection[str]], Iterable[Supply]]
"""Supplies of a studio by their keys."""


def mixed_list(
    listed: CoreProject, colourways: Mapping[str, str], studio: Studio, supplies: Supplies | None = None
) -> tuple[CoreProject, dict[str, tuple[str, ...]]]:
    """The list of the versions that colourways are of, and by colourway the pieces that it does not take.

    Raises UnknownNumberError for a version that is not there. ``supplies`` gives what was read already.
    """
    versions = dict.fromkeys(colourways.values())
    lists = {name: with_worked_out(variant_of(listed, name), studio, supplies) for name in versions}
    if len(lists) == 1:
        return next(iter(lists.values())), {}
    return mixed(lists, colourways)


def lists_of(project: Project, version: str) -> Iterable[CoreProject]:
    """The lists that ``version_of`` has together, each by itself."""
    names = {name: name for name in version.split("\n")}
    whole, without = mixed_list(core_project(project), names, project.studio)
    return [leaving_out(whole, without.get(name, ())) for name in names]


def with_worked_out(project: CoreProject, studio: Studio, supplies: Supplies | None = None) -> CoreProject:
    """The project with what is worked out of its adhesives as the studio works now."""
    named = [use.supply for use in project.supplies if not use.typed]
    read = supplies or (lambda keys: studio.supplies.filter(pk__in=keys))
    there = [core_supply(row) for row in read(named)] if named else []
    own = {str(key): factor for key, factor in studio.own_amounts.items()}
    return worked_out(project, there, studio.habits, studio.measure, own)
