"""Papers, their packs and their offcuts: what there is to cut from. Lengths in nm."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length

__all__ = ["Edges", "Offcut", "Pack", "Paper", "Print"]

_NONE = Length(0)


class Print(StrEnum):
    """The print of a paper: none, a run with no up (stripes), or an up."""

    NONE = "none"
    TWO_WAY = "two-way"
    ONE_WAY = "one-way"


@dataclass(frozen=True, slots=True)
class Offcut:
    """Pieces of one paper kept from before; ``width`` runs across the print."""

    width: Length
    height: Length
    count: int = 1


@dataclass(frozen=True, slots=True)
class Edges:
    """How much along each edge of a sheet cannot be used (a printed strip, a torn edge), nm."""

    left: Length = _NONE
    right: Length = _NONE
    top: Length = _NONE
    bottom: Length = _NONE

    def __bool__(self) -> bool:
        return bool(self.left or self.right or self.top or self.bottom)


@dataclass(frozen=True, slots=True)
class Pack:
    """A pack of several designs: ``sheets`` in all, ``price`` in whole currency units."""

    id: str
    name: str
    sheets: int
    price: Decimal | None = None


@dataclass(frozen=True, slots=True)
class Paper:
    """A paper and what of it is to hand. Prices are in whole currency units (Decimal).

    ``caliper`` is its thickness in nm, 0 where nobody measured it. A design of a ``pack`` has
    ``pack_sheets`` copies in it, and the pack's price. ``same_as`` names the paper of which this
    is another sheet size. ``at_once`` is how many sheets the trimmer takes, None as the class says.
    ``measured`` is what a sheet really measures where that is not the size it is sold as. ``weight`` is its
    grammage in g/m² (ISO 536), None where nobody said.
    """

    id: str
    name: str
    width: Length
    height: Length
    kind: str = "cardstock"
    print: Print = Print.NONE
    pack_sheets: int = 1
    pack_price: Decimal | None = None
    on_hand: int = 0
    offcuts: tuple[Offcut, ...] = ()
    caliper: Length = _NONE
    edges: Edges = Edges()
    pack: str = ""
    same_as: str = ""
    at_once: int | None = None
    measured: tuple[Length, Length] | None = None
    weight: int | None = None

    @property
    def sheet(self) -> tuple[Length, Length]:
        """Width and height as a sheet really measures, nm."""
        return self.measured or (self.width, self.height)

    @property
    def usable(self) -> tuple[Length, Length]:
        """Width and height without the edges that cannot be used, nm."""
        edges = self.edges
        width, height = self.sheet
        return Length(width - edges.left - edges.right), Length(height - edges.top - edges.bottom)
