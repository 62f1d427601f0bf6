"""The cut-and-score list: its pieces, what fits what, what a kit uses up, and its versions. Lengths in nm."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length
from neat_sheaf.project.assembly import Content, Step
from neat_sheaf.project.cutouts import Edge, Panel
from neat_sheaf.project.piece import Piece

__all__ = [
    "CountOverride",
    "Fit",
    "FitKind",
    "Glue",
    "GluedAt",
    "Override",
    "PaperOverride",
    "PaperSide",
    "Project",
    "SupplyUse",
    "Variant",
]


class FitKind(StrEnum):
    """What two pieces have to do with one another.

    The outer clears the inner (lid, sleeve); both share a panel's length; a band closes round the
    inner; a cover is turned in over a board; there is one outer (or ``times``) for every inner; or a panel
    of the outer is glued onto a panel of the inner.
    """

    LID = "lid"
    SLEEVE = "sleeve"
    SHARED = "shared"
    BAND = "band"
    COVER = "cover"
    EACH = "each"
    GLUED = "glued"


class PaperSide(StrEnum):
    """A side of the paper of a piece."""

    PRINT = "print"
    REVERSE = "reverse"


class GluedAt(StrEnum):
    """What an adhesive line holds: a tab, a panel glued onto another piece's, or the edges of a mat."""

    TAB = "tab"
    JOINT = "joint"
    MAT = "mat"


@dataclass(frozen=True, slots=True)
class Glue:
    """How one panel lies on another that it is glued to.

    ``outer_edge`` lies along ``inner_edge``, middle to middle, and the outer covers the inner from there;
    with neither, middle lies on middle and both tops point the same way. The two sides are those that
    touch. The copies are counted from 1, where a kit takes several of a piece.
    """

    outer_edge: Edge | None = None
    inner_edge: Edge | None = None
    outer_side: PaperSide = PaperSide.REVERSE
    inner_side: PaperSide = PaperSide.PRINT
    outer_copy: int = 1
    inner_copy: int = 1


@dataclass(frozen=True, slots=True)
class Fit:
    """``outer`` and ``inner`` belong together, named as in the list.

    ``outer_panel`` and ``inner_panel`` name the panels that share a length, or are glued to one another:
    those two are compared and no others. ``allowance`` (nm) is what a band overlaps, or what a cover is
    turned in on each side. ``times`` is how many outers go with each inner. ``glue`` is how a glued one
    lies; only a glued one has it.
    """

    kind: FitKind
    outer: str
    inner: str
    outer_panel: Panel | None = None
    inner_panel: Panel | None = None
    allowance: Length | None = None
    times: int = 1
    glue: Glue | None = None


@dataclass(frozen=True, slots=True)
class SupplyUse:
    """What one kit takes of a supply.

    ``count`` for a supply counted or measured out (each, ml); ``length`` (nm, all of it
    together) for one sold by length, taken as ``cuts`` equal lengths. A tie has a ``girth`` to
    go around and what its ``bow`` takes too (nm). ``shared_by``: it is for so many people at one, of those
    who are seated; 1 is each kit, and 0 the whole class. ``lent``: it comes back, and is not used up.
    ``only`` names the colourways whose kits take it, where not all do.

    An adhesive ``sticks`` lines of these kinds; pads and dots ``lift`` pieces of these names. With one of
    them and not ``typed``, the amount is worked out from the list (``folding.sticking``).
    """

    supply: str
    count: Decimal | None = None
    length: Length | None = None
    cuts: int = 1
    girth: Length | None = None
    bow: Length | None = None
    shared_by: int = 1
    lent: bool = False
    sticks: tuple[GluedAt, ...] = ()
    lifts: tuple[str, ...] = ()
    typed: bool = True
    only: tuple[str, ...] = ()

    @property
    def unknown(self) -> bool:
        """Whether it holds something and no rule finds how much that takes: not known, and never 0."""
        return not self.typed and bool(self.sticks or self.lifts) and not (self.length or self.count)

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
class CountOverride:
    """How many of a piece a kit takes in a sister version."""

    piece: str
    per_kit: int


@dataclass(frozen=True, slots=True)
class PaperOverride:
    """The role of paper that a piece is cut from in a sister version."""

    piece: str
    paper: str


@dataclass(frozen=True, slots=True)
class Variant:
    """A sister version: the same list apart from what is here.

    ``supplies`` take the place of the list's use of the same supply, or are added to it;
    ``without`` names supplies that it does not take. ``added`` pieces come last, ``left_out`` ones
    are named as on the list.
    """

    name: str
    numbers: tuple[Override, ...] = ()
    counts: tuple[CountOverride, ...] = ()
    papers: tuple[PaperOverride, ...] = ()
    supplies: tuple[SupplyUse, ...] = ()
    without: tuple[str, ...] = ()
    added: tuple[Piece, ...] = ()
    left_out: tuple[str, ...] = ()


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
    def taken(self) -> tuple[SupplyUse, ...]:
        """What a kit takes of supplies: what is said of them, and what goes inside and is one of them."""
        inside = (SupplyUse(c.supply, Decimal(c.count), only=c.only) for c in self.contents if c.supply)
        return (*self.supplies, *inside)

    @property
    def supplies_used(self) -> tuple[str, ...]:
        """The supplies that a kit takes or a step uses."""
        taken = [use.supply for use in self.taken]
        return tuple(dict.fromkeys([*taken, *(name for step in self.steps for name in step.supplies)]))

    @property
    def lifted(self) -> frozenset[str]:
        """The names of the pieces that lie on pads or dots."""
        return frozenset(name for use in self.supplies for name in use.lifts)

    def piece(self, name: str) -> Piece | None:
        """The piece of that name, or None."""
        return next((piece for piece in self.pieces if piece.name == name), None)
