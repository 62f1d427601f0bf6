"""Round a finished thing: how long a ribbon or a band must be to go round it, each way. Lengths in nm.

Arithmetic; what a tie takes beside that is from memory.
"""

from __future__ import annotations

from itertools import combinations

from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length, Unit, inches

__all__ = ["USUAL_BOW", "generous", "girths", "rounded_up"]

USUAL_BOW = inches(12)  # From memory: what a small bow takes.
_SIXTEENTH = INCH // 16


def girths(size: tuple[int, int, int]) -> list[int]:
    """Round width and depth, round width and height, round depth and height."""
    return [2 * (a + b) for a, b in combinations(size, 2)]


def rounded_up(length: int, units: Unit) -> Length:
    """The next sixteenth of an inch or millimetre that is no shorter."""
    step = _SIXTEENTH if units == "in" else MILLIMETRE
    return Length(-(-length // step) * step)


def generous(length: int, units: Unit) -> Length:
    """A tenth more, to the next whole inch or centimetre: for hands new to this bow. From memory."""
    step = INCH if units == "in" else CENTIMETRE
    return Length(-(-length * 11 // (10 * step)) * step)
