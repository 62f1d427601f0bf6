"""One fit in a job file: its reader and its writer."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

from neat_sheaf.formats.piece_part import panel_document, read_panel
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.project import Edge, Fit, FitKind, Glue, Panel, PaperSide

__all__ = ["fit_document", "glue_document", "read_fit", "stored_glue"]

_GLUE_KEYS = ("outer_edge", "inner_edge", "outer_side", "inner_side", "outer_copy", "inner_copy")


def read_fit(node: JsonValue, names: Collection[str]) -> Fit:
    """A fit between two pieces of these names; faults are noted in the node's file."""
    node.object(["kind", "outer", "inner"], ["outer_panel", "inner_panel", "allowance", "times", "glue"])
    kind = node.key("kind").choice(FitKind)
    glued = kind is FitKind.GLUED
    if not glued and isinstance(node.value, dict) and "glue" in node.value:
        raise node.key("glue").fault("glue-extra")
    fit = Fit(
        kind,
        node.key("outer").text(),
        node.key("inner").text(),
        node.take("outer_panel", _panel, None),
        node.take("inner_panel", _panel, None),
        node.take("allowance", _length, None),
        node.take("times", lambda n: n.whole(1, 1000), 1),
        node.take("glue", _glue, Glue()) if glued else None,
    )
    for key, name in (("outer", fit.outer), ("inner", fit.inner)):
        if name not in names:
            node.key(key).fault("unknown-piece.name", piece=name)
    return fit


def _glue(node: JsonValue) -> Glue:
    node.object([], list(_GLUE_KEYS))
    outer, inner = (node.take(f"{key}_edge", _edge, None) for key in ("outer", "inner"))
    if (outer is None) is not (inner is None):
        raise node.fault("glue-edges")
    return Glue(
        outer,
        inner,
        node.take("outer_side", lambda n: n.choice(PaperSide), PaperSide.REVERSE),
        node.take("inner_side", lambda n: n.choice(PaperSide), PaperSide.PRINT),
        node.take("outer_copy", lambda n: n.whole(1, 10_000), 1),
        node.take("inner_copy", lambda n: n.whole(1, 10_000), 1),
    )


def _edge(node: JsonValue) -> Edge | None:
    return node.choice(Edge)


def _panel(node: JsonValue) -> Panel | None:
    node.object(["column", "row"])
    return read_panel(node)


def _length(node: JsonValue) -> Length | None:
    return node.length()


def stored_glue(document: dict[str, Any] | None) -> Glue | None:
    """The glue that ``glue_document`` wrote and that was kept since."""
    return None if document is None else _glue(JsonValue(document, "", "mm", []))


def glue_document(glue: Glue) -> dict[str, Any]:
    """How a glued panel lies, as JSON values; what is usual is left out."""
    document: dict[str, Any] = {}
    if glue.outer_edge is not None and glue.inner_edge is not None:
        document |= {"outer_edge": glue.outer_edge.value, "inner_edge": glue.inner_edge.value}
    for key, side in (("outer_side", glue.outer_side), ("inner_side", glue.inner_side)):
        if side is not (PaperSide.REVERSE if key == "outer_side" else PaperSide.PRINT):
            document[key] = side.value
    for key, copy in (("outer_copy", glue.outer_copy), ("inner_copy", glue.inner_copy)):
        if copy != 1:
            document[key] = copy
    return document


def fit_document(fit: Fit, units: Unit) -> dict[str, Any]:
    """A fit as JSON values that ``read_fit`` reads back to an equal fit."""
    document: dict[str, Any] = {"kind": fit.kind.value, "outer": fit.outer, "inner": fit.inner}
    for key, panel in (("outer_panel", fit.outer_panel), ("inner_panel", fit.inner_panel)):
        if panel is not None:
            document[key] = panel_document(panel)
    if fit.allowance is not None:
        document["allowance"] = write_length(fit.allowance, units)
    if fit.times != 1:
        document["times"] = fit.times
    if fit.glue is not None and (glue := glue_document(fit.glue)):
        document["glue"] = glue
    return document
