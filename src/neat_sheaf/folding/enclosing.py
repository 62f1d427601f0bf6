"""Which envelope or bag takes a finished thing. nm."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import permutations

from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form
from neat_sheaf.folding.laid import Assembled
from neat_sheaf.folding.parts import Sizes
from neat_sheaf.measure.length import inches
from neat_sheaf.stock import Holds, Supply

__all__ = ["alone", "goes_into", "takers"]

_EASE = inches("1/4")  # Common practice: what goes into an envelope is a quarter of an inch smaller.
_SLACK = inches("1/16")  # From memory: what a stiff thing needs to slide into a bag with a bottom.


def goes_into(finished: Sizes, holds: Holds) -> bool:
    """Whether a thing of this outside goes into an envelope or a bag, whichever way round it is put.

    A flat one bulges: from memory, a thing takes its own thickness off both ways.
    """
    room = (holds.width, holds.height, holds.depth)
    for across, up, deep in permutations(finished):
        if not holds.depth:
            if across + deep + _EASE <= room[0] and up + deep + _EASE <= room[1]:
                return True
        elif all(size + _SLACK <= most for size, most in zip((across, up, deep), room, strict=True)):
            return True
    return False


def alone(folded: Folded, together: Iterable[Assembled]) -> Sizes | None:
    """The outside of a piece that is finished by itself; None of a mat, a flat one, or a part of a whole."""
    if folded.piece.mat_of is not None or folded.form is Form.FLAT:
        return None
    if any(part.piece.name == folded.piece.name for whole in together for part in whole.parts):
        return None
    return folded.finished


def takers(finished: Sizes | None, supplies: Iterable[Supply]) -> list[Supply]:
    """The supplies that take a thing, the closest one first; none where its outside is not known."""
    if finished is None:
        return []
    found = [one for one in supplies if one.holds is not None and goes_into(finished, one.holds)]
    return sorted(found, key=_size)


def _size(supply: Supply) -> tuple[int, int]:
    holds = supply.holds
    return (0, 0) if holds is None else (holds.width * holds.height, holds.depth)
