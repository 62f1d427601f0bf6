"""Readings of a piece held against what is said to come of it: each is folded, and the paper is the judge."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from neat_sheaf.folding import fold
from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length, Unit
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Boxed, Message, Sized, message
from neat_sheaf.project import Piece
from neat_sheaf.reading.drafts import Draft, ScoreSaid
from neat_sheaf.reading.stated import plain_sizes

__all__ = ["Reading", "differs", "meeting", "meets", "slips"]

_SIDES = ("width", "height")
_MOST_SLIPS = 160


@dataclass(frozen=True, slots=True)
class Reading:
    """A draft read one way, as a line of the notation and as the piece that it makes."""

    draft: Draft
    line: str
    piece: Piece


def meets(piece: Piece, results: Iterable[tuple[Length, ...]]) -> bool | None:
    """Whether a folded piece has every size that is said of it; None where one cannot be told.

    Three sizes are the whole thing; two are any two of it, such as the floor of a box or a folded card.
    """
    sure: bool | None = True
    lines = {side: {score.at for score in piece.scores if score.along is side} for side in Side}
    plain = plain_sizes((piece.width, piece.height), lines)
    for result in results:
        if plain is not None and sorted(plain) == sorted(result):
            continue
        folded = fold(piece)
        if folded.finished is None or not result:
            sure = None
            continue
        left = list(folded.finished)
        for length in result:
            if length not in left:
                return False
            left.remove(length)
    return sure


def differs(piece: Piece, results: Iterable[tuple[Length, ...]]) -> Message | None:
    """A question where a piece folds to another size than is said; None where it agrees or is not known."""
    for result in results:
        finished = fold(piece).finished
        if finished is None or meets(piece, [result]) is not False:
            continue
        if len(result) == 3:
            return message("result-differs", said=Boxed(*result), found=Boxed(*finished))
        if len(result) == 2:
            return message("result-differs", said=Sized(*result), found=Sized(*sorted(finished)[1:]))
    return None


def meeting(readings: Iterable[Reading], results: Iterable[tuple[Length, ...]]) -> list[Reading]:
    """Those that come out at all that is said, each line once, in the order given."""
    said = tuple(results)
    found: dict[str, Reading] = {}
    for reading in readings:
        if reading.line not in found and said and meets(reading.piece, said):
            found[reading.line] = reading
    return list(found.values())


def slips(draft: Draft) -> Iterator[Draft]:
    """The draft with one thing of it said otherwise, the likeliest slip of the tongue first.

    The other side; then one number: a half lost or added, eighths and quarters taken for one another,
    one more or less; then the two sides of the sheet exchanged.
    """
    count = 0
    for n, said in enumerate(draft.scores):
        if said.how in ("side", "every", "half", "around") or set(said.edges) & {"ends", "shortedges"}:
            for side in _SIDES:
                yield _with(draft, n, _along(said, side))
    for way in range(3):
        for changed in _numbers(draft, way):
            count += 1
            if count > _MOST_SLIPS:
                return
            yield changed
    width, height = draft.sides
    if width != height:
        yield replace(draft, width=height, height=width)


def _along(said: ScoreSaid, side: str) -> ScoreSaid:
    if said.how == "edges":
        return replace(said, edges=(f"ends-{side}",), side="", number=None)
    return replace(said, side=side, number=None, ways="")


def _with(draft: Draft, n: int, said: ScoreSaid) -> Draft:
    return replace(draft, scores=[*draft.scores[:n], said, *draft.scores[n + 1 :]])


def _numbers(draft: Draft, way: int) -> Iterator[Draft]:
    """Each number of the draft changed in one way, the scores before the sheet."""
    for n, said in enumerate(draft.scores):
        for k, value in enumerate(said.values):
            for other in _other(value, draft.unit, way):
                values = (*said.values[:k], other, *said.values[k + 1 :])
                yield _with(draft, n, replace(said, values=values))
    width, height = draft.sides
    for other in _other(width, draft.unit, way):
        yield replace(draft, width=other)
    for other in _other(height, draft.unit, way):
        yield replace(draft, height=other)


def _other(value: Length, unit: Unit, way: int) -> Iterator[Length]:
    """What may have been meant by a length: 0 a half, 1 another part of one, 2 one more or less."""
    one = {"in": INCH, "cm": CENTIMETRE, "mm": 10 * MILLIMETRE}[unit]
    part = value % one
    if way == 0:
        found = [value + one // 2, value - one // 2]
    elif way == 1:
        found = [
            value - part + one * other // 8
            for other in (3, 5, 1, 7, 2, 6)
            if part and one * other // 8 != part
        ]
    else:
        found = [value + one, value - one]
    yield from (Length(length) for length in found if length > 0)
