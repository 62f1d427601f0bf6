"""The ``project`` part of a job file: pieces, scores, fits and what a kit takes of supplies."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace
from typing import Any

from neat_sheaf.formats.assembly_part import content_document, read_content, read_step, step_document
from neat_sheaf.formats.fit_part import fit_document, read_fit
from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.formats.use_part import read_use, use_document
from neat_sheaf.formats.variant_part import read_variants, variant_document
from neat_sheaf.limits import MOST_LINES, MOST_PIECES
from neat_sheaf.measure.length import Unit
from neat_sheaf.project import Project
from neat_sheaf.project.numbers import parts_of
from neat_sheaf.stock import Supply

__all__ = ["changes_document", "project_document", "read_project"]


def read_project(
    node: JsonValue, supplies: Mapping[str, Supply], faulty_supplies: Collection[str] = ()
) -> Project:
    """Read a project; faults are noted in the node's file. ``supplies`` are those that exist.

    ``faulty_supplies`` are named in the file but could not be read; using one is no new fault.
    """
    node.object(["name", "pieces"], ["fits", "supplies", "tools", "steps", "contents", "variants"])
    pieces = node.list_at("pieces", read_piece, MOST_PIECES)
    names: set[str] = set()
    for number, raw in enumerate(node.value["pieces"] if isinstance(node.value["pieces"], list) else []):
        name = raw.get("name") if isinstance(raw, dict) else None
        if isinstance(name, str) and name.strip() in names:
            here = node.key("pieces").under(f"[{number}].name", name)
            here.fault("doubled.piece", name=name.strip())
        if isinstance(name, str):
            names.add(name.strip())
    lines = sum(parts_of(piece) for piece in pieces)
    if lines > MOST_LINES:
        node.key("pieces").fault("too-many.marks", found=lines, most=MOST_LINES)
    return Project(
        name=node.take("name", JsonValue.name, ""),
        pieces=pieces,
        fits=node.list_at("fits", lambda f: read_fit(f, names)),
        supplies=node.list_at("supplies", lambda u: read_use(u, supplies, faulty_supplies)),
        tools=node.list_at("tools", JsonValue.text, 100),
        steps=node.list_at("steps", lambda s: read_step(s, supplies, faulty_supplies), 200),
        contents=node.list_at("contents", lambda c: read_content(c, supplies, faulty_supplies), 100),
        variants=read_variants(node, pieces, supplies, faulty_supplies),
    )


def project_document(project: Project, units: Unit) -> dict[str, Any]:
    """The project as JSON values that ``read_project`` reads back to an equal project."""
    return {
        "name": project.name,
        "pieces": [piece_document(piece, units) for piece in project.pieces],
        "fits": [fit_document(fit, units) for fit in project.fits],
        "supplies": [use_document(use, units) for use in project.supplies],
        "tools": list(project.tools),
        "steps": [step_document(step) for step in project.steps],
        "contents": [content_document(content, units) for content in project.contents],
        "variants": [variant_document(variant, units) for variant in project.variants],
    }


def changes_document(before: Project, after: Project, units: Unit) -> dict[str, Any]:
    """What ``project_document`` of ``after`` has that ``before`` has not, for a project fixed in place.

    ``pieces`` lists only the changed ones, ``{"at": index, "piece": ...}``; an index past the last adds a
    piece, and none is ever removed. Every other changed part comes whole.
    """
    document = project_document(replace(after, pieces=()), units)
    same = {key for key in document if key == "pieces" or getattr(before, key) == getattr(after, key)}
    changes = {key: part for key, part in document.items() if key not in same}
    pieces = [
        {"at": at, "piece": piece_document(piece, units)}
        for at, piece in enumerate(after.pieces)
        if before.pieces[at : at + 1] != (piece,)
    ]
    return changes | ({"pieces": pieces} if pieces else {})
