"""Parts of what folding says: sizes, glued lines, faces. nm."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.measure.length import Length, inches
from neat_sheaf.project import Panel

__all__ = ["FINE", "Glued", "Seen", "Sizes"]

Sizes = tuple[Length, Length, Length]
FINE = inches("1/32")  # finer than a blade: what is glued lies that near to its place


@dataclass(frozen=True, slots=True)
class Glued:
    """A tab on a panel: how long the glued line is, nm, and in how many runs."""

    tab: Panel
    onto: Panel
    length: Length
    runs: int = 1


@dataclass(frozen=True, slots=True)
class Seen:
    """A face of the finished thing: the panel seen there, which side of it, and where its up points.

    ``face`` is front, back, left, right, top or bottom; ``up`` is up, down, left or right as seen from
    outside, empty on what lies level.
    """

    face: str
    panel: Panel
    printed: bool
    up: str
