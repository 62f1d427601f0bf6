"""Which sister version a class teaches in a job file, and where its colourways are of several."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.job import Class
from neat_sheaf.messages import several
from neat_sheaf.project import Project
from neat_sheaf.project.mixing import mixed
from neat_sheaf.project.variants import UnknownNumberError, variant_of

__all__ = ["check_mixing", "read_versions"]


def read_versions(
    node: JsonValue, project: Project, klass: Class, work_out: Callable[[Project], Project]
) -> tuple[Project, Class]:
    """The list that the class at ``node`` teaches, its amounts worked out, and the class as that has it.

    A colourway may be of a version of its own: the list is then that of all of them together.
    """
    asked = _asked(node, klass)
    lists = {}
    for version, place in asked.values():
        if version not in lists:
            lists[version] = work_out(_version(place, project, version))
    if len(lists) < 2:
        return next(iter(lists.values()), None) or work_out(project), klass
    whole, without = mixed(lists, {name: version for name, (version, _) in asked.items()})
    colourways = tuple(replace(one, without=without[one.name]) for one in klass.colourways)
    return whole, replace(klass, colourways=colourways)


def _asked(node: JsonValue, klass: Class) -> dict[str, tuple[str, JsonValue]]:
    """The version of each colourway, and where that is said."""
    usual, place = "", node
    if isinstance(node.value, dict) and node.has("version"):
        place = node.key("version")
        usual = place.text()
    rows = node.value.get("colourways") if isinstance(node.value, dict) else None
    found = {one.name: (usual, place) for one in klass.colourways}
    for number, row in enumerate(rows if isinstance(rows, list) else []):
        if isinstance(row, dict) and isinstance(row.get("version"), str):
            here = node.under(f".colourways[{number}].version", row["version"])
            if row.get("without"):
                raise here.fault("version-and-without")
            found[str(row.get("name")).strip()] = (here.text() if row["version"] else "", here)
    return found


def _version(place: JsonValue, project: Project, version: str) -> Project:
    """The list as that version has it; the list itself where none is named."""
    try:
        return variant_of(project, version)
    except UnknownNumberError as error:
        if not project.variants:
            raise place.fault("unknown-version.none", version=version) from error
        names = several(v.name for v in project.variants)
        raise place.fault("unknown-version.known", version=version, known=names) from error


def check_mixing(root: JsonValue, project: Project, klass: Class) -> None:
    """Note a fault for each piece and each colourway that is named and is not there."""
    pieces = {piece.name for piece in project.pieces}
    names = {one.name for one in klass.colourways}
    node = root.key("class")
    for number, one in enumerate(klass.colourways):
        for missing in one.without:
            if missing not in pieces:
                node.under(f".colourways[{number}].without", missing).fault(
                    "unknown-piece.name", piece=missing
                )
    named = [(f".supplies[{n}].only", use.only) for n, use in enumerate(project.supplies)]
    named += [(f".contents[{n}].only", content.only) for n, content in enumerate(project.contents)]
    for place, only in named:
        for missing in only:
            if missing not in names:
                root.key("project").under(place, missing).fault("unknown-colourway", colourway=missing)
