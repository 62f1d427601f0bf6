"""Readings of a piece held against what is said to come of it: each is folded, and the paper is the judge."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from neat_sheaf.folding import fold
from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length, Unit
from neat_sheaf.messages import Boxed, Message, Sized, message
from neat_sheaf.project import Piece
from neat_sheaf.reading.drafts import SIDES, Draft, ScoreSaid
from neat_sheaf.reading.stated import plain_sizes

__all__ = ["Reading", "differs", "meeting", "meets", "slips"]

_MOST_SLIPS = 160


@dataclass(frozen=True, slots=True)
class Reading:
    """A draft read one way, as a line of the notation and as the piece that it makes."""

    draft: Draft
    line: str
    piece: Piece


def meets(piece: Piece, results: Iterable[tuple[Length, ...]]) -> bool | None:
    """Whether a piece comes out at every size that is said of it; None where one cannot be told.

    Three sizes are the whole thing; two are any two of it, such as the floor of a box or a folded card.
    """
    size = _size(piece, True)
    return None if size is None else all(_within(result, size) for result in results)


def differs(piece: Piece, results: Iterable[tuple[Length, ...]], *, folded: bool = True) -> Message | None:
    """A question where a piece comes out otherwise than is said; None where it agrees or is not known.

    Not ``folded``: only what arithmetic tells, of a tray and of a sheet folded in half.
    """
    found = _size(piece, folded)
    if found is None:
        return None
    for result in results:
        if _within(result, found):
            continue
        if len(result) == len(found) == 3:
            return message("result-differs", said=Boxed(*result), found=Boxed(*found))
        if len(result) == 2:
            return message("result-differs", said=Sized(*result), found=Sized(*sorted(found)[-2:]))
    return None


def _size(piece: Piece, folded: bool) -> tuple[Length, ...] | None:
    """What a piece comes out at, by arithmetic where that tells, else folded; None where it is not known."""
    return plain_sizes(piece) or (fold(piece).finished if folded else None)


def _within(result: tuple[Length, ...], size: tuple[Length, ...]) -> bool:
    return bool(result) and not Counter(result) - Counter(size)


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
        for side in SIDES:
            yield _with(draft, n, said.along(side))
    for way in range(3):
        for changed in _numbers(draft, way):
            count += 1
            if count > _MOST_SLIPS:
                return
            yield changed
    width, height = draft.sides
    if width != height:
        yield replace(draft, width=height, height=width)


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
    elif way == 1 and unit == "in":
        found = [
            value - part + one * other // 8
            for other in (3, 5, 1, 7, 2, 6)
            if part and one * other // 8 != part
        ]
    else:
        found = [value + one, value - one] if way == 2 else []
    yield from (Length(length) for length in found if length > 0)
