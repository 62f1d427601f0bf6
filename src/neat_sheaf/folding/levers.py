"""Which panels make the room larger: found by trying, not by knowing the form. nm."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations
from typing import Literal

from neat_sheaf.folding.fold import fold
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.parts import Sizes
from neat_sheaf.measure.length import inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Level
from neat_sheaf.project import Piece
from neat_sheaf.project.panels import panels_along, stretched

__all__ = ["Lever", "lever_for", "pulled"]

Places = tuple[tuple[Side, int], ...]
"""Panels by their side and number from 0."""


@dataclass(frozen=True, slots=True)
class Lever:
    """Panels that are stretched by the same length; the room then grows by ``gain`` times as much."""

    panels: Places
    gain: int = 1

    def by(self, more: int, step: int = 1) -> int:
        """What each panel has to grow for so much more room, in whole steps."""
        return -(-more // (self.gain * step)) * step


_STEP = inches("1/8")


def pulled(piece: Piece, lever: Lever, by: int) -> Piece | None:
    """The piece with those panels longer by ``by`` nm; None where one would vanish."""
    for side, panel in lever.panels:
        if panels_along(piece, side)[panel] + by <= 0:
            return None
        piece = stretched(piece, side, panel, by)
    return piece


def lever_for(
    piece: Piece,
    direction: int,
    caliper: int = 0,
    *,
    clean: bool = False,
    of: Literal["room", "finished"] = "room",
    trial: int = _STEP,
) -> Lever | None:
    """The fewest panels that, stretched alike, enlarge the room (or the outside) in one direction (0 to 2)
    and in no other.

    Nothing new is to be said of the piece then; where it cannot be without, what does it all the same,
    unless it is to be ``clean``. ``trial`` is by how much it is tried (nm): a flap that still closes with a
    little more may not with all of it.
    """
    before = fold(piece, caliper)
    was = _sizes(before, of)
    if was is None:
        return None
    second: Lever | None = None
    for places in _levers(piece, together=of == "finished"):
        larger = pulled(piece, Lever(places), trial)
        after = None if larger is None else fold(larger, caliper)
        now = None if after is None else _sizes(after, of)
        if after is None or now is None or after.form is not before.form:
            continue
        grown = [now[n] - was[n] for n in range(3)]
        gain = grown[direction] // trial
        if grown[direction] not in (trial, 2 * trial) or any(grown[n] for n in range(3) if n != direction):
            continue
        if _said(after) <= _said(before):
            return Lever(places, gain)
        second = second or Lever(places, gain)
    return None if clean else second


def _sizes(folded: Folded, of: Literal["room", "finished"]) -> Sizes | None:
    return folded.room if of == "room" else folded.finished


def _said(folded: Folded) -> int:
    return sum(remark.level is not Level.NOTE for remark in folded.remarks)


def _levers(piece: Piece, together: bool) -> Iterator[Places]:
    """Single panels, then panels of one size along a side, then of one size along both, then pairs.

    ``together``: those of one size along a side first. An outside grows with one half of a card alone, and
    the halves were meant to be alike.
    """
    panels = [(side, n, size) for side in Side for n, size in enumerate(panels_along(piece, side))]
    if together:
        for side in Side:
            for wanted in sorted({size for of, _, size in panels if of is side}):
                yield tuple((side, n) for of, n, size in panels if (of, size) == (side, wanted))
    for side, n, _ in panels:
        yield ((side, n),)
    sizes = sorted({size for _, _, size in panels})
    alike = [[(side, n) for side, n, size in panels if size == wanted] for wanted in sizes]
    for group in alike:
        for side in Side:
            own = tuple(place for place in group if place[0] is side)
            if len(own) > 1:
                yield own
            # Opposite panels of a wrap whose four panels are alike.
            if len(own) > 2:
                yield own[::2]
                yield own[1::2]
    for group in alike:
        if len({side for side, _ in group}) == 2:
            yield tuple(group)
    singles = [(side, n) for side, n, _ in panels]
    if len(singles) <= 8:
        yield from combinations(singles, 2)
