"""The ``project`` part of a job file: pieces, scores, fits and what a kit takes of supplies."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace
from decimal import Decimal
from typing import Any

from neat_sheaf.formats.assembly_part import content_document, read_content, read_step, step_document
from neat_sheaf.formats.reading import Faulty, JsonValue
from neat_sheaf.limits import MOST_LINES, MOST_PIECES
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    CutMethod,
    Diagonal,
    Edge,
    Face,
    Fit,
    FitKind,
    Fold,
    Hole,
    Line,
    MatOf,
    Override,
    Panel,
    Piece,
    Portion,
    Project,
    SupplyUse,
    Tab,
    Variant,
)
from neat_sheaf.project.variants import UnknownNumberError, with_number
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["PIECE_KEYS", "changes_document", "piece_document", "project_document", "read_project"]

PIECE_KEYS = (
    "name", "paper", "per_kit", "width", "height", "scores", "slits", "holes", "corners",
    "tabs", "follows_print", "cut", "margin", "mat_of", "faces", "portion", "scrap", "matched",
)  # fmt: skip
_REQUIRED = ("name", "paper", "width", "height")


def read_project(
    node: JsonValue, supplies: Mapping[str, Supply], faulty_supplies: Collection[str] = ()
) -> Project:
    """Read a project; faults are noted in the node's file. ``supplies`` are those that exist.

    ``faulty_supplies`` are named in the file but could not be read; using one is no new fault.
    """
    node.object(["name", "pieces"], ["fits", "supplies", "tools", "steps", "contents", "variants"])
    pieces = node.list_at("pieces", _piece, MOST_PIECES)
    names: set[str] = set()
    for number, raw in enumerate(node.value["pieces"] if isinstance(node.value["pieces"], list) else []):
        name = raw.get("name") if isinstance(raw, dict) else None
        if isinstance(name, str) and name.strip() in names:
            here = node.key("pieces").under(f"[{number}].name", name)
            here.fault("doubled.piece", name=name.strip())
        if isinstance(name, str):
            names.add(name.strip())
    lines = sum(_lines_of(piece) for piece in pieces)
    if lines > MOST_LINES:
        node.key("pieces").fault("too-many.marks", found=lines, most=MOST_LINES)
    return Project(
        name=node.take("name", JsonValue.name, ""),
        pieces=pieces,
        fits=node.list_at("fits", lambda f: _fit(f, names)),
        supplies=node.list_at("supplies", lambda u: _use(u, supplies, faulty_supplies)),
        tools=node.list_at("tools", JsonValue.text, 100),
        steps=node.list_at("steps", lambda s: read_step(s, supplies, faulty_supplies), 200),
        contents=node.list_at("contents", read_content, 100),
        variants=_variants(node, pieces),
    )


def _lines_of(piece: Piece) -> int:
    parts = (piece.scores, piece.diagonals, piece.slits, piece.holes, piece.corners, piece.tabs, piece.faces)
    return sum(map(len, parts))


def _variants(node: JsonValue, pieces: tuple[Piece, ...]) -> tuple[Variant, ...]:
    by_name = {piece.name: piece for piece in pieces}
    found = node.list_at("variants", lambda v: _variant(v, by_name), 30)
    for number, variant in enumerate(found):
        if any(variant.name == other.name for other in found[:number]):
            here = node.key("variants").under(f"[{number}].name", variant.name)
            here.fault("doubled.version", name=variant.name)
    return found


def _variant(node: JsonValue, pieces: Mapping[str, Piece]) -> Variant:
    node.object(["name"], ["numbers"])
    return Variant(node.key("name").text(), node.list_at("numbers", lambda n: _override(n, pieces)))


def _override(node: JsonValue, pieces: Mapping[str, Piece]) -> Override:
    node.object(["piece", "number", "value"])
    change = Override(node.key("piece").text(), node.key("number").text(), node.key("value").length())
    piece = pieces.get(change.piece)
    if piece is None:
        raise node.key("piece").fault("unknown-piece.name", piece=change.piece)
    try:
        with_number(piece, change.number, change.value)
    except UnknownNumberError as error:
        raise node.key("number").refuse(error.message) from error
    if change.number in ("width", "height"):
        node.key("value").side()
    return change


def _piece(node: JsonValue) -> Piece:
    node.object(_REQUIRED, [key for key in PIECE_KEYS if key not in _REQUIRED])
    lines: list[Line] = []
    diagonals: list[Diagonal] = []
    for found in node.list_at("scores", _score):
        if isinstance(found, Diagonal):
            diagonals.append(found)
        else:
            lines += found
    slits = node.list_at("slits", _lines)
    corners = node.list_at("corners", _corner)
    return Piece(
        name=node.key("name").text(),
        paper=node.key("paper").text(),
        per_kit=node.take("per_kit", lambda n: n.whole(0, 10_000), 1),
        width=node.key("width").side(),
        height=node.key("height").side(),
        scores=tuple(lines),
        diagonals=tuple(diagonals),
        slits=tuple(line for group in slits for line in group),
        holes=node.list_at("holes", _hole),
        corners=tuple(cut for group in corners for cut in group),
        tabs=node.list_at("tabs", _tab),
        follows_print=node.take("follows_print", JsonValue.flag, False),
        cut=node.take("cut", lambda n: n.choice(CutMethod), CutMethod.TRIM),
        margin=node.take("margin", JsonValue.length, Length(0)),
        mat_of=node.take("mat_of", _mat_of, None),
        faces=node.list_at("faces", _face),
        portion=node.take("portion", lambda n: n.choice(Portion), Portion.WHOLE),
        scrap=node.take("scrap", JsonValue.flag, False),
        matched=node.take("matched", JsonValue.text, ""),
    )


def _face(node: JsonValue) -> Face:
    node.object(["column", "row"], ["up", "name"])
    up = node.take("up", lambda n: n.choice(Edge), Edge.TOP)
    return Face(_panel(node), up, node.take("name", JsonValue.text, ""))


def _score(node: JsonValue) -> list[Line] | Diagonal:
    if isinstance(node.value, dict) and "along" not in node.value and "at" not in node.value:
        node.object(["from", "to"], ["fold"])
        return Diagonal(_point(node.key("from")), _point(node.key("to")), _fold(node))
    return _lines(node)


def _fold(node: JsonValue) -> Fold:
    return node.take("fold", lambda n: n.choice(Fold), Fold.VALLEY)


def _lines(node: JsonValue) -> list[Line]:
    node.object(["along", "at"], ["from", "to", "fold", "relief"])
    along = node.key("along").choice(Side)
    start = node.take("from", _maybe_length, None)
    end = node.take("to", _maybe_length, None)
    if start is not None and end is not None and start >= end:
        raise node.key("to").fault("out-of-order.keys")
    fold, relief = _fold(node), node.take("relief", JsonValue.length, Length(0))
    return [Line(along, at, start, end, fold, relief) for at in node.key("at").items(JsonValue.length)]


def _maybe_length(node: JsonValue) -> Length | None:
    return node.length()


def _point(node: JsonValue) -> tuple[Length, Length]:
    if not isinstance(node.value, list) or len(node.value) != 2:
        raise node.fault("not-a-point")
    found = node.items(JsonValue.length)
    if len(found) != 2:
        raise Faulty
    return found[0], found[1]


def _hole(node: JsonValue) -> Hole:
    node.object(["x", "y", "diameter"])
    return Hole(node.key("x").length(), node.key("y").length(), node.key("diameter").size())


def _corner(node: JsonValue) -> list[CornerCut]:
    node.object(["at", "shape", "size"])
    shape = node.key("shape").choice(CornerShape)
    size = node.key("size").size()
    return [CornerCut(at, shape, size) for at in node.key("at").items(lambda n: n.choice(Corner))]


def _panel(node: JsonValue) -> Panel:
    return Panel(node.key("column").whole(1, 1000), node.key("row").whole(1, 1000))


def _tab(node: JsonValue) -> Tab:
    node.object(["column", "row"], ["runs"])
    return Tab(_panel(node), node.take("runs", lambda n: n.whole(1, 10), 1))


def _mat_of(node: JsonValue) -> MatOf | None:
    node.object(["piece"], ["column", "row"])
    column = node.take("column", lambda n: n.whole(1, 1000), 1)
    row = node.take("row", lambda n: n.whole(1, 1000), 1)
    return MatOf(node.key("piece").text(), Panel(column, row))


def _fit(node: JsonValue, names: set[str]) -> Fit:
    node.object(["kind", "outer", "inner"])
    fit = Fit(node.key("kind").choice(FitKind), node.key("outer").text(), node.key("inner").text())
    for key, name in (("outer", fit.outer), ("inner", fit.inner)):
        if name not in names:
            node.key(key).fault("unknown-piece.name", piece=name)
    return fit


def _use(node: JsonValue, supplies: Mapping[str, Supply], faulty: Collection[str]) -> SupplyUse:
    node.object(["supply", "per_kit"], ["cuts", "girth", "bow"])
    name = node.key("supply").text()
    supply = supplies.get(name)
    if name in faulty:
        raise Faulty
    if supply is None:
        raise node.key("supply").fault("unknown-supply", supply=name)
    cuts = node.take("cuts", lambda n: n.whole(1, 1000), 1)
    per_kit = node.key("per_kit")
    if supply.unit is not SupplyUnit.LENGTH:
        return SupplyUse(name, count=per_kit.amount(), cuts=cuts)
    length = per_kit.size()
    if length % cuts:
        raise per_kit.fault("not-exact.cuts", length=Measured(length), cuts=cuts)
    girth, bow = node.take("girth", JsonValue.size, None), node.take("bow", JsonValue.length, None)
    return SupplyUse(name, length=length, cuts=cuts, girth=girth, bow=bow)


def project_document(project: Project, units: Unit) -> dict[str, Any]:
    """The project as JSON values that ``read_project`` reads back to an equal project."""
    return {
        "name": project.name,
        "pieces": [piece_document(piece, units) for piece in project.pieces],
        "fits": [{"kind": f.kind.value, "outer": f.outer, "inner": f.inner} for f in project.fits],
        "supplies": [_use_document(use, units) for use in project.supplies],
        "tools": list(project.tools),
        "steps": [step_document(step) for step in project.steps],
        "contents": [content_document(content, units) for content in project.contents],
        "variants": [
            {
                "name": v.name,
                "numbers": [
                    {"piece": o.piece, "number": o.number, "value": write_length(o.value, units)}
                    for o in v.numbers
                ],
            }
            for v in project.variants
        ],
    }


def changes_document(before: Project, after: Project, units: Unit) -> dict[str, Any]:
    """What ``project_document`` of ``after`` has that ``before`` has not, for a project fixed in place.

    ``pieces`` lists only the changed ones, ``{"at": index, "piece": ...}``; an index past the last adds a
    piece, and none is ever taken out. Every other changed part comes whole.
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


def _use_document(use: SupplyUse, units: Unit) -> dict[str, Any]:
    if use.length is not None:
        document: dict[str, Any] = {
            "supply": use.supply, "per_kit": write_length(use.length, units), "cuts": use.cuts,
        }  # fmt: skip
        for key, length in (("girth", use.girth), ("bow", use.bow)):
            if length is not None:
                document[key] = write_length(length, units)
        return document
    return {
        "supply": use.supply,
        "per_kit": format((use.count or Decimal(0)).normalize(), "f"),
        "cuts": use.cuts,
    }


def piece_document(piece: Piece, units: Unit) -> dict[str, Any]:
    """One piece as JSON values, in the project's units."""

    def said(length: Length) -> str:
        return write_length(length, units)

    document: dict[str, Any] = {
        "name": piece.name,
        "paper": piece.paper,
        "per_kit": piece.per_kit,
        "width": said(piece.width),
        "height": said(piece.height),
        "follows_print": piece.follows_print,
        "cut": piece.cut.value,
    }
    scores = _line_groups(piece.scores, units)
    for diagonal in piece.diagonals:
        ends = {"from": diagonal.start, "to": diagonal.end}
        group: dict[str, Any] = {key: [said(x), said(y)] for key, (x, y) in ends.items()}
        if diagonal.fold is not Fold.VALLEY:
            group["fold"] = diagonal.fold.value
        scores.append(group)
    slits = _line_groups(piece.slits, units)
    holes = [{"x": said(h.x), "y": said(h.y), "diameter": said(h.diameter)} for h in piece.holes]
    corners = [{"at": [c.corner.value], "shape": c.shape.value, "size": said(c.size)} for c in piece.corners]
    tabs = [{"column": t.panel.column, "row": t.panel.row, "runs": t.runs} for t in piece.tabs]
    faces = [
        {
            "column": f.panel.column,
            "row": f.panel.row,
            "up": f.up.value,
            **({"name": f.name} if f.name else {}),
        }
        for f in piece.faces
    ]
    lists = {
        "scores": scores, "slits": slits, "holes": holes, "corners": corners, "tabs": tabs, "faces": faces,
    }  # fmt: skip
    document |= {key: value for key, value in lists.items() if value}
    if piece.margin:
        document["margin"] = said(piece.margin)
    if piece.mat_of is not None:
        panel = piece.mat_of.panel
        document["mat_of"] = {"piece": piece.mat_of.piece, "column": panel.column, "row": panel.row}
    if piece.portion is not Portion.WHOLE:
        document["portion"] = piece.portion.value
    if piece.scrap:
        document["scrap"] = True
    if piece.matched:
        document["matched"] = piece.matched
    return document


def _line_groups(lines: tuple[Line, ...], units: Unit) -> list[dict[str, Any]]:
    """Neighbouring lines that run alike are written as one group."""
    groups: list[tuple[Line, list[Length]]] = []
    for line in lines:
        if groups:
            like = groups[-1][0]
            if like == replace(line, at=like.at):
                groups[-1][1].append(line.at)
                continue
        groups.append((line, [line.at]))
    documents = []
    for like, at in groups:
        group: dict[str, Any] = {
            "along": like.along.value,
            "at": [write_length(place, units) for place in at],
        }
        if like.start is not None:
            group["from"] = write_length(like.start, units)
        if like.end is not None:
            group["to"] = write_length(like.end, units)
        if like.fold is not Fold.VALLEY:
            group["fold"] = like.fold.value
        if like.relief:
            group["relief"] = write_length(like.relief, units)
        documents.append(group)
    return documents
