"""A piece as facets and hinges. nm, x from the left edge and y from the bottom edge."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.project import Diagonal, Line, Panel

__all__ = ["Facet", "Hinge", "Point", "Sheet"]

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Facet:
    """A flat part of the piece between its creases: its outer ring, its openings, and the panel it is of."""

    ring: tuple[Point, ...]
    openings: tuple[tuple[Point, ...], ...]
    panel: Panel
    middle: Point


@dataclass(frozen=True, slots=True)
class Hinge:
    """A stretch of crease from ``start`` to ``end`` between two facets, by their numbers."""

    one: int
    other: int
    start: Point
    end: Point
    crease: Line | Diagonal


@dataclass(frozen=True, slots=True)
class Sheet:
    """A piece as facets and hinges."""

    facets: tuple[Facet, ...]
    hinges: tuple[Hinge, ...]

    def of(self, panel: Panel) -> list[int]:
        """The numbers of the facets on a panel."""
        return [n for n, facet in enumerate(self.facets) if facet.panel == panel]
