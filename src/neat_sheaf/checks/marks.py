"""Marks and cut-outs: inside their piece, each once, slits on a score and up to one, tabs that come free."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from operator import attrgetter
from typing import Any

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.project import Line, Panel, Piece
from neat_sheaf.project.panels import columns, panel_box, rows
from neat_sheaf.project.windows import window_box

__all__ = ["check_marks", "check_slits", "check_tab_scores", "check_tabs_free"]

SLIP = inches("1/4")  # From memory: a slit that misses its score by more was meant to be elsewhere.
# What there can be one of only: the part itself, or its corner, panel or edge.
_ONCE: dict[str, Callable[[Any], Any]] = {
    **dict.fromkeys(("slits", "diagonals", "holes", "windows", "notches", "removed"), lambda part: part),
    "corners": attrgetter("corner"), "tabs": attrgetter("panel"), "ends": attrgetter("edge"),
}  # fmt: skip


def check_marks(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """Marks outside the piece, or outside what they belong to, and marks that are there twice."""

    def finding(level: Level, said: Message, fix: Message, fixed: Piece) -> Finding:
        return Finding(level, said, of_named(piece.name), index, Fix(fix, context.with_piece(index, fixed)))

    for key, only in _ONCE.items():
        parts: tuple[Any, ...] = getattr(piece, key)
        seen: set[Any] = set()
        for n, part in enumerate(parts):
            if _outside(piece, key, part):
                what = message(f"mark.{key}", number=n + 1)
                yield finding(
                    Level.ERROR, message("mark-outside", what=what), message("fix-mark.remove", what=what),
                    _without(piece, key, n),
                )  # fmt: skip
            elif only(part) in seen:
                what = message(f"mark.{key}", number=n + 1)
                yield finding(
                    Level.WARNING, message("mark-doubled", what=what), message("fix-mark.keep-one"),
                    _without(piece, key, n),
                )  # fmt: skip
            seen.add(only(part))
    for n, line in enumerate(piece.scores):
        across = piece.height if line.along is Side.WIDTH else piece.width
        if (line.start or 0) > across or (line.end is not None and line.end > across):
            whole = replace(line, start=None, end=None)
            scores = (*piece.scores[:n], whole, *piece.scores[n + 1 :])
            yield finding(
                Level.ERROR, message("part-score-outside", at=Measured(line.at), side=line.along),
                message("fix-mark.whole"), replace(piece, scores=scores),
            )  # fmt: skip


def _without(piece: Piece, key: str, number: int) -> Piece:
    parts = getattr(piece, key)
    return replace(piece, **{key: parts[:number] + parts[number + 1 :]})


def _outside(piece: Piece, key: str, part: Any) -> bool:
    width, height = piece.width, piece.height
    if key == "slits":
        along, across = (width, height) if part.along is Side.WIDTH else (height, width)
        return bool(
            not 0 < part.at < along
            or (part.start or 0) > across
            or (part.end is not None and part.end > across)
        )
    if key == "diagonals":
        return any(not (0 <= x <= width and 0 <= y <= height) for x, y in (part.start, part.end))
    if key == "holes":
        return _beyond(part.x, part.diameter, width) or _beyond(part.y, part.diameter, height)
    if key == "corners":
        level, upright = part.sizes
        return bool(level > width or upright > height)
    if key == "removed":
        return panel_box(piece, part) is None
    if key == "windows":
        return _window_outside(piece, part)
    if key == "notches":
        along, across = (width, height) if part.edge.level else (height, width)
        middle = along // 2 if part.at is None else part.at
        return bool(2 * middle < part.width or 2 * (along - middle) < part.width or part.depth >= across)
    if key == "ends":
        along, across = (width, height) if part.edge.level else (height, width)
        return bool(part.depth >= across or 2 * part.inset > along)
    return False  # a tab without its panel is found with the tabs


def _beyond(middle: Length, across: Length, whole: Length) -> bool:
    return 2 * middle < across or 2 * (whole - middle) < across


def _window_outside(piece: Piece, window: Any) -> bool:
    box = window_box(piece, window)
    if box is None:
        return True
    within = panel_box(piece, window.panel) if window.panel else None
    x, y = (within.x, within.y) if within else (0, 0)
    width, height = (within.width, within.height) if within else (piece.width, piece.height)
    return bool(
        box.x <= x or box.y <= y or box.x + box.width >= x + width or box.y + box.height >= y + height
    )


def check_slits(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A slit from an edge lies on a score and ends on one. One inside the piece is a slot, and free."""
    if not piece.scores:
        return
    for n, slit in enumerate(piece.slits):
        across = piece.height if slit.along is Side.WIDTH else piece.width
        start, end = slit.start or Length(0), across if slit.end is None else slit.end
        if _outside(piece, "slits", slit) or (start > 0 and end < across):
            continue
        if start <= 0 and end >= across:
            said = message("slit-cuts-apart", at=Measured(slit.at), side=slit.along)
            yield Finding(Level.ERROR, said, of_named(piece.name), index)
            continue
        yield from _on_score(context, index, piece, n)
        inner = end if start <= 0 else start
        others = [s.at for s in piece.scores if s.along is not slit.along]
        if others and inner not in others:
            near = min(others, key=lambda at: abs(at - inner))
            fixed = replace(slit, end=near) if start <= 0 else replace(slit, start=near)
            fix = None if abs(near - inner) > SLIP else _fix(context, index, piece, n, fixed)
            said = message("slit-ends-off", at=Measured(slit.at), ends=Measured(inner), score=Measured(near))
            yield Finding(Level.WARNING, said, of_named(piece.name), index, fix)


def _on_score(context: CheckContext, index: int, piece: Piece, n: int) -> Iterator[Finding]:
    slit = piece.slits[n]
    along = [s.at for s in piece.scores if s.along is slit.along]
    if not along or slit.at in along:
        return
    near = min(along, key=lambda at: abs(at - slit.at))
    fix = None if abs(near - slit.at) > SLIP else _fix(context, index, piece, n, replace(slit, at=near))
    said = message("slit-off-score", at=Measured(slit.at), side=slit.along, score=Measured(near))
    yield Finding(Level.WARNING, said, of_named(piece.name), index, fix)


def _fix(context: CheckContext, index: int, piece: Piece, n: int, slit: Line) -> Fix:
    slits = (*piece.slits[:n], slit, *piece.slits[n + 1 :])
    return Fix(message("fix-slit.move"), context.with_piece(index, replace(piece, slits=slits)))


def check_tabs_free(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A tab in a corner that hangs on two panels comes free only where one of its folds is slit."""
    wide, high = columns(piece), rows(piece)
    for tab in piece.tabs:
        column, row = tab.panel.column, tab.panel.row
        if column > len(wide) or row > len(high) or len(wide) < 2 or len(high) < 2:
            continue
        beside = _neighbour(piece, column, len(wide), lambda c, row=row: Panel(c, row))
        above = _neighbour(piece, row, len(high), lambda r, column=column: Panel(column, r))
        corner = column in (1, len(wide)) and row in (1, len(high))
        # The tab of a wrap hangs on its panel; what is beside it is another check's.
        wrapped = max(len(wide), len(high)) >= 4
        if not corner or wrapped or beside is None or above is None:
            continue
        x = sum(wide[: column - 1 if column > 1 else column])
        y = sum(high[: row - 1 if row > 1 else row])
        cut_x = any(s.along is Side.WIDTH and s.at == x and _covers(s, row, high) for s in piece.slits)
        cut_y = any(s.along is Side.HEIGHT and s.at == y and _covers(s, column, wide) for s in piece.slits)
        if cut_x or cut_y:
            continue
        said = message("tab-not-free", column=column, row=row)
        ways = ((Side.WIDTH, Length(x), Length(y), row), (Side.HEIGHT, Length(y), Length(x), column))
        fixes = [_slit(context, index, piece, *way) for way in ways]
        yield Finding.of(Level.WARNING, said, of_named(piece.name), index, fixes)


def _slit(
    context: CheckContext, index: int, piece: Piece, along: Side, at: Length, stop: Length, number: int
) -> Fix:
    """A slit at a score, from the edge that a corner panel lies on up to the other score."""
    slit = Line(along, at, None, stop) if number == 1 else Line(along, at, stop)
    fixed = replace(piece, slits=(*piece.slits, slit))
    said = message("fix-slit.add", at=Measured(at), side=along, stop=Measured(stop))
    return Fix(said, context.with_piece(index, fixed))


def check_tab_scores(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A score that runs on through the tab of a wrap: what it separates beside the tab is no tab."""
    wide, high = columns(piece), rows(piece)
    tabs = {tab.panel for tab in piece.tabs}
    if len(wide) < 4 or len(high) < 2:
        return
    for column in (1, len(wide)):
        own = [Panel(column, row) for row in range(1, len(high) + 1)]
        bare = [panel for panel in own if panel not in tabs and panel not in piece.removed]
        if not bare or len(bare) == len(own):
            continue
        gone = context.with_piece(index, replace(piece, removed=(*piece.removed, *bare)))
        said = message("score-through-tab", column=column, row=bare[0].row)
        fix = Fix(message("fix-panel-away", column=column, row=bare[0].row), gone)
        yield Finding(Level.NOTE, said, of_named(piece.name), index, fix)


def _neighbour(piece: Piece, at: int, count: int, panel: Any) -> Panel | None:
    """The panel on the inner side, where it is not cut away."""
    inner = at + 1 if at == 1 else at - 1
    found: Panel = panel(inner)
    return None if inner < 1 or inner > count or found in piece.removed else found


def _covers(slit: Line, number: int, sizes: list[Length]) -> bool:
    """Whether a slit runs along the whole of a panel's side (panels from 1)."""
    start, end = sum(sizes[: number - 1]), sum(sizes[:number])
    return (slit.start or 0) <= start and (slit.end is None or slit.end >= end)
