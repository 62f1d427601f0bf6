"""One piece in a job file: its reader and its writer."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from neat_sheaf.formats.reading import Faulty, JsonValue
from neat_sheaf.limits import MOST_GIVEN, MOST_SPARES
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    CutMethod,
    Diagonal,
    Edge,
    End,
    EndShape,
    Face,
    Fold,
    Hole,
    Line,
    MatOf,
    Notch,
    NotchShape,
    Outline,
    Panel,
    PassOf,
    Piece,
    Portion,
    Tab,
    Window,
    WindowShape,
)

__all__ = [
    "PIECE_KEYS",
    "cut_outs_document",
    "panel_document",
    "piece_document",
    "read_panel",
    "read_piece",
    "stored_cut_outs",
]

PIECE_KEYS = (
    "name", "paper", "per_kit", "width", "height", "scores", "slits", "holes", "corners",
    "tabs", "follows_print", "cut", "margin", "mat_of", "faces", "portion", "scrap", "matched",
    "outline", "removed", "windows", "notches", "ends", "pitch", "spares", "pass_of", "word", "note",
)  # fmt: skip
_REQUIRED = ("name", "paper", "width", "height")


def read_piece(node: JsonValue) -> Piece:
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
        pitch=node.take("pitch", JsonValue.length, Length(0)),
        spares=node.take("spares", lambda n: n.whole(0, MOST_SPARES), 0),
        mat_of=node.take("mat_of", _mat_of, None),
        faces=node.list_at("faces", _face),
        portion=node.take("portion", lambda n: n.choice(Portion), Portion.WHOLE),
        scrap=node.take("scrap", JsonValue.flag, False),
        matched=node.take("matched", JsonValue.text, ""),
        outline=node.take("outline", lambda n: n.choice(Outline), Outline.RECTANGLE),
        removed=node.list_at("removed", _removed),
        windows=node.list_at("windows", _window),
        notches=node.list_at("notches", _notch),
        ends=node.list_at("ends", _end),
        pass_of=node.take("pass_of", _pass_of, None),
        word=node.take("word", JsonValue.text, ""),
        note=node.take("note", JsonValue.text, ""),
    )


def _pass_of(node: JsonValue) -> PassOf:
    node.object(["piece"], ["gives"])
    gives = node.take("gives", lambda n: n.whole(1, MOST_GIVEN), 1)
    return PassOf(node.key("piece").text(), gives)


def _removed(node: JsonValue) -> Panel:
    node.object(["column", "row"])
    return read_panel(node)


def _window(node: JsonValue) -> Window:
    node.object(["width", "height"], ["shape", "x", "y", "column", "row"])
    on_panel = isinstance(node.value, dict) and ("column" in node.value or "row" in node.value)
    return Window(
        node.take("shape", lambda n: n.choice(WindowShape), WindowShape.RECTANGLE),
        node.key("width").size(),
        node.key("height").size(),
        node.take("x", _maybe_length, None),
        node.take("y", _maybe_length, None),
        read_panel(node) if on_panel else None,
    )


def _notch(node: JsonValue) -> Notch:
    node.object(["edge", "width", "depth"], ["shape", "at"])
    return Notch(
        node.key("edge").choice(Edge),
        node.take("shape", lambda n: n.choice(NotchShape), NotchShape.TRIANGULAR),
        node.key("width").size(),
        node.key("depth").size(),
        node.take("at", _maybe_length, None),
    )


def _end(node: JsonValue) -> End:
    node.object(["edge", "shape", "depth"], ["inset"])
    shape = node.key("shape").choice(EndShape)
    inset = node.take("inset", JsonValue.size, Length(0))
    if (inset > 0) is not (shape is EndShape.CUT_OFF):
        raise node.fault("end-inset.missing" if shape is EndShape.CUT_OFF else "end-inset.extra")
    return End(node.key("edge").choice(Edge), shape, node.key("depth").size(), inset)


_CUT_OUTS: dict[str, Callable[[JsonValue], Any]] = {
    "removed": _removed, "windows": _window, "notches": _notch, "ends": _end,
}  # fmt: skip


def _face(node: JsonValue) -> Face:
    node.object(["column", "row"], ["up", "name"])
    up = node.take("up", lambda n: n.choice(Edge), Edge.TOP)
    return Face(read_panel(node), up, node.take("name", JsonValue.text, ""))


def _score(node: JsonValue) -> list[Line] | Diagonal:
    if isinstance(node.value, dict) and "along" not in node.value and "at" not in node.value:
        node.object(["from", "to"], ["fold", "angle"])
        return Diagonal(_point(node.key("from")), _point(node.key("to")), _fold(node), _angle(node))
    angle = _angle(node) if isinstance(node.value, dict) else None
    return [replace(line, angle=angle) for line in _lines(node, ("angle",))]


def _angle(node: JsonValue) -> int | None:
    found: int | None = node.take("angle", lambda n: n.whole(0, 180), None)
    return found


def _fold(node: JsonValue) -> Fold:
    return node.take("fold", lambda n: n.choice(Fold), Fold.VALLEY)


def _lines(node: JsonValue, more: tuple[str, ...] = ()) -> list[Line]:
    node.object(["along", "at"], ["from", "to", "fold", "relief", *more])
    along = node.key("along").choice(Side)
    start = node.take("from", _maybe_length, None)
    end = node.take("to", _maybe_length, None)
    if start is not None and end is not None and start >= end:
        raise node.key("to").fault("out-of-order.keys")
    fold, relief = _fold(node), node.take("relief", JsonValue.length, Length(0))
    return [Line(along, at, start, end, fold, relief) for at in node.key("at").items(JsonValue.length)]


def _maybe_size(node: JsonValue) -> Length | None:
    return node.size()


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
    node.object(["x", "y", "diameter"], ["through"])
    through = node.take("through", _maybe_side, None)
    return Hole(node.key("x").length(), node.key("y").length(), node.key("diameter").size(), through)


def _maybe_side(node: JsonValue) -> Side | None:
    return node.choice(Side)


def _corner(node: JsonValue) -> list[CornerCut]:
    node.object(["at", "shape", "size"], ["rise"])
    shape = node.key("shape").choice(CornerShape)
    size, rise = node.key("size").size(), node.take("rise", _maybe_size, None)
    if rise is not None and shape is CornerShape.ROUND:
        raise node.key("rise").fault("round-rise")
    return [CornerCut(at, shape, size, rise) for at in node.key("at").items(lambda n: n.choice(Corner))]


def read_panel(node: JsonValue) -> Panel:
    return Panel(node.key("column").whole(1, 1000), node.key("row").whole(1, 1000))


def _tab(node: JsonValue) -> Tab:
    node.object(["column", "row"], ["runs"])
    return Tab(read_panel(node), node.take("runs", lambda n: n.whole(1, 10), 1))


def _mat_of(node: JsonValue) -> MatOf | None:
    node.object(["piece"], ["column", "row", "to_column", "to_row"])

    def number(key: str, usual: int) -> int:
        return node.take(key, lambda n: n.whole(1, 1000), usual)

    panel = Panel(number("column", 1), number("row", 1))
    several = isinstance(node.value, dict) and ("to_column" in node.value or "to_row" in node.value)
    until = Panel(number("to_column", panel.column), number("to_row", panel.row)) if several else None
    return MatOf(node.key("piece").text(), panel, until)


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
        if diagonal.angle is not None:
            group["angle"] = diagonal.angle
        scores.append(group)
    slits = _line_groups(piece.slits, units)
    holes = [
        {"x": said(h.x), "y": said(h.y), "diameter": said(h.diameter)}
        | ({"through": h.through.value} if h.through else {})
        for h in piece.holes
    ]
    corners = [
        {"at": [c.corner.value], "shape": c.shape.value, "size": said(c.size)}
        | ({} if c.rise is None else {"rise": said(c.rise)})
        for c in piece.corners
    ]
    tabs = [panel_document(t.panel) | {"runs": t.runs} for t in piece.tabs]
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
        **cut_outs_document(piece, units),
    }  # fmt: skip
    document |= {key: value for key, value in lists.items() if value}
    if piece.margin:
        document["margin"] = said(piece.margin)
    if piece.pitch:
        document["pitch"] = said(piece.pitch)
    if piece.spares:
        document["spares"] = piece.spares
    if piece.pass_of is not None:
        document["pass_of"] = {"piece": piece.pass_of.piece, "gives": piece.pass_of.gives}
    if piece.word:
        document["word"] = piece.word
    if piece.note:
        document["note"] = piece.note
    if piece.mat_of is not None:
        panel = piece.mat_of.panel
        document["mat_of"] = {"piece": piece.mat_of.piece, "column": panel.column, "row": panel.row}
        if (until := piece.mat_of.until) is not None:
            document["mat_of"] |= {"to_column": until.column, "to_row": until.row}
    if piece.portion is not Portion.WHOLE:
        document["portion"] = piece.portion.value
    if piece.scrap:
        document["scrap"] = True
    if piece.matched:
        document["matched"] = piece.matched
    if piece.outline is not Outline.RECTANGLE:
        document["outline"] = piece.outline.value
    return document


def panel_document(panel: Panel) -> dict[str, Any]:
    """A panel's column and row."""
    return {"column": panel.column, "row": panel.row}


def stored_cut_outs(document: dict[str, Any]) -> dict[str, Any]:
    """The fields of a piece that ``cut_outs_document`` wrote in mm and that were kept since."""
    node = JsonValue(document, "", "mm", [])
    node.object([], list(_CUT_OUTS))
    return {key: node.list_at(key, read) for key, read in _CUT_OUTS.items()}


def cut_outs_document(piece: Piece, units: Unit) -> dict[str, list[dict[str, Any]]]:
    """Removed panels, windows, notches and shaped ends of a piece, as far as it has any."""

    def said(**lengths: Length | None) -> dict[str, str]:
        return {key: write_length(at, units) for key, at in lengths.items() if at is not None}

    parts: dict[str, list[dict[str, Any]]] = {
        "removed": [panel_document(panel) for panel in piece.removed],
        "windows": [
            {"shape": w.shape.value, **said(width=w.width, height=w.height, x=w.x, y=w.y)}
            | ({} if w.panel is None else panel_document(w.panel))
            for w in piece.windows
        ],
        "notches": [
            {"edge": n.edge.value, "shape": n.shape.value, **said(width=n.width, depth=n.depth, at=n.at)}
            for n in piece.notches
        ],
        "ends": [
            {"edge": e.edge.value, "shape": e.shape.value, **said(depth=e.depth, inset=e.inset or None)}
            for e in piece.ends
        ],
    }
    return {key: part for key, part in parts.items() if part}


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
        if like.angle is not None:
            group["angle"] = like.angle
        documents.append(group)
    return documents
