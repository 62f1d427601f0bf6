"""What is cut away from a piece, apart from its corners: windows, notches along an edge, shaped ends. nm."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.measure.length import Length

__all__ = ["Edge", "End", "EndShape", "Notch", "NotchShape", "Outline", "Panel", "Window", "WindowShape"]


class Edge(StrEnum):
    """A side of a piece as it lies with its print up."""

    TOP = "top"
    BOTTOM = "bottom"
    LEFT = "left"
    RIGHT = "right"

    @property
    def level(self) -> bool:
        """Whether the edge runs across the print: the top or the bottom."""
        return self in (Edge.TOP, Edge.BOTTOM)


class Outline(StrEnum):
    """The outer form of a piece inside its width and height."""

    RECTANGLE = "rectangle"
    OVAL = "oval"
    """An ellipse; a circle where both sizes are the same."""


@dataclass(frozen=True, slots=True)
class Panel:
    """A panel's place: column from the left edge, row from the bottom edge, both from 1."""

    column: int
    row: int


class WindowShape(StrEnum):
    """The form of a window."""

    RECTANGLE = "rectangle"
    OVAL = "oval"


@dataclass(frozen=True, slots=True)
class Window:
    """An opening of ``width`` by ``height``; an oval of two equal sizes is a circle.

    ``x`` and ``y`` are where its left and its lower side are, measured from the left and the bottom
    edge of the piece, or of ``panel`` where it has one; None is centred that way.
    """

    shape: WindowShape
    width: Length
    height: Length
    x: Length | None = None
    y: Length | None = None
    panel: Panel | None = None


class NotchShape(StrEnum):
    """The form of a notch: two straight cuts that meet, or half an ellipse."""

    TRIANGULAR = "triangular"
    ROUNDED = "rounded"


@dataclass(frozen=True, slots=True)
class Notch:
    """A notch in an edge: ``width`` along the edge, ``depth`` into the piece.

    ``at`` is its middle, from the left end of a level edge and from the bottom of an upright one;
    None is the middle of the edge.
    """

    edge: Edge
    shape: NotchShape
    width: Length
    depth: Length
    at: Length | None = None


NO_INSET = Length(0)


class EndShape(StrEnum):
    """The form of a whole edge: a point, a fork as on a banner, or both corners off as on a tag."""

    POINTED = "pointed"
    FORKED = "forked"
    CUT_OFF = "cut-off"


@dataclass(frozen=True, slots=True)
class End:
    """A shaped end: ``depth`` is how far back from the edge it begins.

    ``inset`` is what a cut-off end takes off the edge on each side; 0 for the other two, which meet
    in the middle.
    """

    edge: Edge
    shape: EndShape
    depth: Length
    inset: Length = NO_INSET
