"""The cut-and-score list: its pieces, what fits what, what a kit uses up, and its versions. Lengths in nm."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length
from neat_sheaf.project.assembly import Content, Step
from neat_sheaf.project.piece import Piece

__all__ = [
    "Fit",
    "FitKind",
    "Override",
    "Project",
    "SupplyUse",
    "Variant",
]


class FitKind(StrEnum):
    """Two pieces of which the outer must clear the inner, or that share a panel's length."""

    LID = "lid"
    SLEEVE = "sleeve"
    SHARED = "shared"


@dataclass(frozen=True, slots=True)
class Fit:
    """``outer`` must clear (or share a panel's length with) ``inner``, named as in the list."""

    kind: FitKind
    outer: str
    inner: str


@dataclass(frozen=True, slots=True)
class SupplyUse:
    """What one kit takes of a supply.

    ``count`` for a supply counted or measured out (each, ml); ``length`` (nm, all of it
    together) for one sold by length, taken as ``cuts`` equal lengths. A tie has a ``girth`` to
    go around and what its ``bow`` takes too (nm).
    """

    supply: str
    count: Decimal | None = None
    length: Length | None = None
    cuts: int = 1
    girth: Length | None = None
    bow: Length | None = None

    @property
    def cut_length(self) -> Length:
        """One cut length in nm."""
        if self.length is None:
            raise ValueError(f"{self.supply} is not used by length")
        return Length(self.length // self.cuts)


@dataclass(frozen=True, slots=True)
class Override:
    """One named number of one piece as a sister version has it (``variants`` knows the names)."""

    piece: str
    number: str
    value: Length


@dataclass(frozen=True, slots=True)
class Variant:
    """A sister version: the same list but for these numbers."""

    name: str
    numbers: tuple[Override, ...] = ()


@dataclass(frozen=True, slots=True)
class Project:
    """One project's cut-and-score list, how it is put together and what goes inside."""

    name: str
    pieces: tuple[Piece, ...]
    fits: tuple[Fit, ...] = ()
    supplies: tuple[SupplyUse, ...] = ()
    tools: tuple[str, ...] = ()
    steps: tuple[Step, ...] = ()
    contents: tuple[Content, ...] = ()
    variants: tuple[Variant, ...] = ()

    @property
    def roles(self) -> tuple[str, ...]:
        """The roles of paper, in the order of the list."""
        return tuple(dict.fromkeys(piece.paper for piece in self.pieces))

    @property
    def supplies_used(self) -> tuple[str, ...]:
        """The supplies that a kit takes or a step uses."""
        taken = [use.supply for use in self.supplies]
        return tuple(dict.fromkeys([*taken, *(name for step in self.steps for name in step.supplies)]))

    def piece(self, name: str) -> Piece | None:
        """The piece of that name, or None."""
        return next((piece for piece in self.pieces if piece.name == name), None)
