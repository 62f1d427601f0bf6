"""A job: one project, the papers and supplies to hand, one class, and how to cut."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from enum import StrEnum
from fractions import Fraction

from neat_sheaf.habits import USUAL_HABITS, Habits
from neat_sheaf.length import Length, Unit, inches
from neat_sheaf.project import NO_LENGTH, Piece, Project

__all__ = [
    "Class",
    "Colourway",
    "Cutting",
    "Edges",
    "Job",
    "Offcut",
    "Pack",
    "Paper",
    "Print",
    "Style",
    "Supply",
    "SupplyUnit",
    "may_turn",
    "share_out",
]


_TRIMMER = inches(12)  # Common practice: a 12-inch trimmer.


class Print(StrEnum):
    """The print of a paper: none, a run with no up (stripes), or an up."""

    NONE = "none"
    TWO_WAY = "two-way"
    ONE_WAY = "one-way"


class Style(StrEnum):
    """What the layouts should be best at."""

    FEWEST_SHEETS = "fewest-sheets"
    FEWEST_SETTINGS = "fewest-settings"
    KIT_PER_SHEET = "kit-per-sheet"


class SupplyUnit(StrEnum):
    """How a supply is counted: by piece, by length, or by millilitre."""

    EACH = "each"
    LENGTH = "length"
    ML = "ml"


@dataclass(frozen=True, slots=True)
class Offcut:
    """Pieces of one paper kept from before; ``width`` runs across the print."""

    width: Length
    height: Length
    count: int = 1


@dataclass(frozen=True, slots=True)
class Edges:
    """How much along each edge of a sheet cannot be used (a printed strip, a torn edge), nm."""

    left: Length = NO_LENGTH
    right: Length = NO_LENGTH
    top: Length = NO_LENGTH
    bottom: Length = NO_LENGTH

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
    caliper: Length = NO_LENGTH
    edges: Edges = Edges()
    pack: str = ""
    same_as: str = ""
    at_once: int | None = None

    @property
    def usable(self) -> tuple[Length, Length]:
        """Width and height without the edges that cannot be used, nm."""
        edges = self.edges
        return (
            Length(self.width - edges.left - edges.right),
            Length(self.height - edges.top - edges.bottom),
        )


@dataclass(frozen=True, slots=True)
class Supply:
    """A supply. ``pack_size`` and ``on_hand`` are in its unit: a count, ml, or nm of length."""

    id: str
    name: str
    unit: SupplyUnit
    pack_size: Decimal
    pack_price: Decimal | None = None
    on_hand: Decimal = Decimal(0)
    joinable: bool = True


@dataclass(frozen=True, slots=True)
class Colourway:
    """Some of the kits, and the paper each role takes in them (role to paper id)."""

    name: str
    kits: int
    papers: dict[str, str] = field(hash=False)


@dataclass(frozen=True, slots=True)
class Class:
    """A class. Its colourways' kits sum to ``kits``."""

    seats: int
    samples: int = 1
    spares: int = 0
    fee: Decimal | None = None
    colourways: tuple[Colourway, ...] = ()

    @property
    def kits(self) -> int:
        """Seats, samples and spares."""
        return self.seats + self.samples + self.spares


@dataclass(frozen=True, slots=True)
class Cutting:
    """How to cut. An offcut is kept when it holds ``keep_offcut`` either way round.

    ``trimmer`` is the longest cut the trimmer makes, nm. With ``mix_sizes`` the sizes of one paper
    may share the work, by price. The seconds are what one setting and one stroke take.
    """

    style: Style = Style.FEWEST_SHEETS
    sheets_at_once: int = 1
    keep_offcut: tuple[Length, Length] = (inches(1), inches(3))  # From memory.
    trimmer: Length = _TRIMMER
    mix_sizes: bool = False
    setting_seconds: int = 30  # From memory; the log replaces it.
    stroke_seconds: int = 6  # From memory; the log replaces it.

    def keeps(self, width: int, height: int) -> bool:
        """Whether an offcut of this size (nm) is worth keeping."""
        short, long = sorted(self.keep_offcut)
        return min(width, height) >= short and max(width, height) >= long


@dataclass(frozen=True, slots=True)
class Job:
    """Everything a plan is made from."""

    project: Project
    papers: tuple[Paper, ...]
    supplies: tuple[Supply, ...]
    klass: Class
    cutting: Cutting = Cutting()
    units: Unit = "in"
    currency: str = "EUR"
    habits: Habits = USUAL_HABITS
    packs: tuple[Pack, ...] = ()

    @property
    def packs_by_id(self) -> dict[str, Pack]:
        """The packs of designs by their id."""
        return {pack.id: pack for pack in self.packs}

    def sizes_of(self, paper: Paper) -> tuple[Paper, ...]:
        """The paper, and where sizes may be mixed its other sheet sizes."""
        others = (p for p in self.papers if p.same_as == paper.id and self.cutting.mix_sizes)
        return (paper, *others)

    def sheet_price(self, paper: Paper) -> Fraction | None:
        """What one sheet costs, in whole currency units; None where no price is known."""
        pack = self.packs_by_id.get(paper.pack)
        price, sheets = (pack.price, pack.sheets) if pack else (paper.pack_price, paper.pack_sheets)
        return None if price is None else Fraction(price) / sheets

    @property
    def papers_by_role(self) -> dict[str, tuple[Paper, ...]]:
        """The papers that the colourways choose for each role."""
        chosen: dict[str, dict[str, Paper]] = {}
        for colourway in self.klass.colourways:
            for role, paper in colourway.papers.items():
                chosen.setdefault(role, {})[paper] = self.paper(paper)
        return {role: tuple(papers.values()) for role, papers in chosen.items()}

    def paper(self, paper_id: str) -> Paper:
        """The paper of that id; KeyError where there is none."""
        for paper in self.papers:
            if paper.id == paper_id:
                return paper
        raise KeyError(paper_id)


def may_turn(piece: Piece, paper: Paper) -> bool:
    """Whether ``piece`` may lie turned by 90 degrees on ``paper``."""
    return not piece.follows_print or paper.print is Print.NONE


def share_out(total: int, shares: Sequence[int]) -> list[int]:
    """Whole kits per share, summing to ``total``, by the highest averages of odd divisors.

    One more in all is one more of one share and never one fewer of another. Equal averages go to the
    earlier share. ``shares`` are not negative; where all are 0 they count as equal. Source:
    Webster's method, also Sainte-Lague's (1910); that divisor methods alone are house-monotone:
    Balinski & Young (1982), Fair Representation.
    """
    if not shares:
        return []
    weights = list(shares) if any(shares) else [1] * len(shares)
    whole = sum(weights)
    # Every average down to the exact share's, ties with it too: the same as going on from nothing.
    counts = [(2 * total * weight + whole) // (2 * whole) for weight in weights]
    while sum(counts) < total:
        counts[max(range(len(weights)), key=lambda i: (Fraction(weights[i], 2 * counts[i] + 1), -i))] += 1
    while sum(counts) > total:
        held = [i for i, n in enumerate(counts) if n]
        counts[min(held, key=lambda i: (Fraction(weights[i], 2 * counts[i] - 1), -i))] -= 1
    return counts
