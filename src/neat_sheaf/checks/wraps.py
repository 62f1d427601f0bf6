"""Wraps and trays by their panels: opposite ones equal, a tab that is narrower, walls of one height."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.folding import Form
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Sized, message
from neat_sheaf.project import Piece
from neat_sheaf.project.panels import columns, panels_along, rows, stretched

__all__ = ["check_middle", "check_walls", "check_wrap"]

SLIP = inches("1/2")  # From memory: opposite panels that differ by more were not meant to be alike.
NEAR = inches("1/4")  # From memory: a fold off the middle by more is meant to be,
_IN_HALF = (None, Form.CARD)  # A fold of any other form is where that form needs it.
CARD = inches(4)  # as is one of a piece smaller than a card.


def check_wrap(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """Four panels around and a tab: opposite panels are equal, and the tab narrower than its neighbour."""
    for side in Side:
        sizes = panels_along(piece, side)
        if len(sizes) not in (4, 5) or min(sizes) <= 0:
            continue
        folded = context.folded(piece)
        if folded.form is not None and (folded.around is not side or folded.form is Form.FOLDED_BAG):
            continue  # it goes round the other way, or not round at all
        pairs = [(0, 2), (1, 3)]
        unequal = [pair for pair in pairs if sizes[pair[0]] != sizes[pair[1]]]
        # Where the other two are equal, these were meant to be: common practice.
        if len(unequal) == 1 and 0 < abs(sizes[unequal[0][0]] - sizes[unequal[0][1]]) <= SLIP:
            one, other = unequal[0]
            said = message(
                "wrap-unequal", side=side, first=one + 1, second=other + 1,
                one=Measured(sizes[one]), other=Measured(sizes[other]),
            )  # fmt: skip
            fixes = [
                _panel(context, index, piece, side, n, sizes[m]) for n, m in ((other, one), (one, other))
            ]
            yield Finding.of(Level.WARNING, said, of_named(piece.name), index, fixes)
        tab = len(sizes) == 5 and sizes[4] > sizes[0] and not unequal
        if tab:
            said = message("wrap-tab-wide", side=side, tab=Measured(sizes[4]), panel=Measured(sizes[0]))
            wanted = Length(min(inches("1/2"), sizes[0] // 2))
            fixes = [_panel(context, index, piece, side, 4, wanted)]
            yield Finding.of(Level.WARNING, said, of_named(piece.name), index, fixes)


def _panel(context: CheckContext, index: int, piece: Piece, side: Side, panel: int, size: Length) -> Fix:
    fixed = stretched(piece, side, panel, size - panels_along(piece, side)[panel])
    sized = Sized(fixed.width, fixed.height)
    said = message("fix-panel", number=panel + 1, width=Measured(size), size=sized)
    return Fix(said, context.with_piece(index, fixed))


def check_middle(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A single fold that just misses the middle."""
    for side, size in ((Side.WIDTH, piece.width), (Side.HEIGHT, piece.height)):
        lines = [(n, line) for n, line in enumerate(piece.scores) if line.along is side]
        if len(lines) != 1 or not lines[0][1].full or size % 2:
            continue
        n, line = lines[0]
        if context.folded(piece).form not in _IN_HALF:
            continue
        off = abs(2 * line.at - size)
        if not 0 < off <= 2 * NEAR or size < CARD or not 0 < line.at < size:
            continue
        middle = Length(size // 2)
        scores = (*piece.scores[:n], replace(line, at=middle), *piece.scores[n + 1 :])
        fixed = context.with_piece(index, replace(piece, scores=scores))
        said = message("fold-off-middle", at=Measured(line.at), side=side, middle=Measured(middle))
        fix = Fix(message("fix-score.move", wrong=Measured(line.at), right=Measured(middle)), fixed)
        yield Finding(Level.WARNING, said, of_named(piece.name), index, fix)


def check_walls(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A tray whose walls along one side are higher than along the other."""
    wide, high = columns(piece), rows(piece)
    if len(wide) != 3 or len(high) != 3 or min(*wide, *high) <= 0:
        return
    if wide[0] != wide[2] or high[0] != high[2] or wide[0] == high[0] or abs(wide[0] - high[0]) > SLIP:
        return
    fixes = []
    for wall, side, size in ((wide[0], Side.HEIGHT, piece.height), (high[0], Side.WIDTH, piece.width)):
        if 2 * wall >= size:
            continue
        places = iter((wall, Length(size - wall)))
        scores = tuple(
            replace(line, at=next(places)) if line.along is side and line.full else line
            for line in sorted(piece.scores, key=lambda line: (line.along is side, line.at))
        )
        fixed = replace(piece, scores=scores)
        said = message("fix-walls", wall=Measured(wall), side=side)
        fixes.append(Fix(said, context.with_piece(index, fixed)))
    said = message("walls-unequal", one=Measured(wide[0]), other=Measured(high[0]))
    yield Finding.of(Level.WARNING, said, of_named(piece.name), index, fixes)
