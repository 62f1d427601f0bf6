"""A job: one project, the papers and supplies to hand, one class, and how to cut."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from decimal import Decimal
from enum import StrEnum
from fractions import Fraction

from neat_sheaf.habits import USUAL_HABITS, Habits
from neat_sheaf.measure.apportionment import share_out
from neat_sheaf.measure.length import Length, Unit, inches
from neat_sheaf.pace import USUAL_PACE, Pace
from neat_sheaf.project import Piece, Project
from neat_sheaf.project.assembly import Work
from neat_sheaf.project.variants import leaving_out
from neat_sheaf.stock import Pack, Paper, Print, Supply

__all__ = ["Class", "Colourway", "Cutting", "Extra", "Job", "OtherFee", "Per", "Style", "may_turn"]


_NOTHING = Length(0)
_TRIMMER = inches(12)  # Common practice: a 12-inch trimmer.


class Style(StrEnum):
    """Which of the options of cutting is taken.

    ``USUAL``: the cheapest where an hour and a sheet are worth what the pace says. ``WHOLE_KITS``: sheets
    of whole kits, repeated. ``KIT_PER_SHEET``: no sheet holds pieces of two kits.
    """

    FEWEST_SHEETS = "fewest-sheets"
    USUAL = "usual"
    WHOLE_KITS = "whole-kits"
    FEWEST_LAYOUTS = "fewest-layouts"
    QUICKEST = "quickest"
    KIT_PER_SHEET = "kit-per-sheet"

    @property
    def of_itself(self) -> bool:
        """Whether each paper is planned for by itself, and no option is chosen by what it costs."""
        return self in (Style.FEWEST_SHEETS, Style.KIT_PER_SHEET)

    @classmethod
    def _missing_(cls, value: object) -> Style | None:
        # What files called it that were written before the plan was a choice of options.
        return cls.FEWEST_LAYOUTS if value == "fewest-settings" else None


@dataclass(frozen=True, slots=True)
class Colourway:
    """Some of the kits, and the paper each role takes in them (role to paper id).

    ``kits`` are made; ``ready`` more are there from before, and are not made again. Its kits take every
    piece of the list but those ``without``: where a class mixes versions, the pieces of the others.
    """

    name: str
    kits: int
    papers: dict[str, str] = field(hash=False)
    ready: int = 0
    without: tuple[str, ...] = ()

    def takes(self, piece: str) -> bool:
        """Whether its kits take the piece of that name."""
        return piece not in self.without


class Per(StrEnum):
    """What an extra cost is for: each kit, each seat, or the class once."""

    KIT = "kit"
    SEAT = "seat"
    CLASS = "class"


@dataclass(frozen=True, slots=True)
class Extra:
    """A cost that is no paper and no supply: room, postage, time, the wear of a tool.

    ``amount`` in whole currency units is taken ``times`` (hours at a rate) and shared ``over`` so many uses.
    ``only`` names one of the class's other fees: of the seats, only those on that fee count (postage).
    """

    name: str
    amount: Decimal
    per: Per = Per.CLASS
    times: Decimal = Decimal(1)
    over: int = 1
    only: str = ""


@dataclass(frozen=True, slots=True)
class OtherFee:
    """A fee that only some pay (members, kits by post): so many of the seats, in whole currency units."""

    name: str
    fee: Decimal
    seats: int


@dataclass(frozen=True, slots=True)
class Class:
    """A class. Its colourways' kits, made and ready, sum to ``wanted``.

    Seats on none of its ``other_fees`` pay ``fee``. What is ``at_table`` the attendees do themselves; all
    other work is prepared.
    """

    seats: int
    samples: int = 1
    spares: int = 0
    fee: Decimal | None = None
    colourways: tuple[Colourway, ...] = ()
    extras: tuple[Extra, ...] = ()
    other_fees: tuple[OtherFee, ...] = ()
    at_table: tuple[Work, ...] = ()

    @property
    def wanted(self) -> int:
        """Kits for every seat, samples and spares."""
        return self.seats + self.samples + self.spares

    @property
    def kits(self) -> int:
        """The kits that are made: those that are wanted and not there from before."""
        return sum(one.kits for one in self.colourways) if self.colourways else self.wanted

    def shared(self, wanted: int) -> tuple[Colourway, ...]:
        """The colourways of another number of kits, in their shares; what is ready is not made again."""
        parts = share_out(wanted, [one.kits + one.ready for one in self.colourways])
        return tuple(
            replace(one, kits=max(0, part - one.ready), ready=min(part, one.ready))
            for one, part in zip(self.colourways, parts, strict=True)
        )

    def seats_on(self, name: str = "") -> int:
        """Seats that pay the other fee of that name; without a name, those that pay the usual one.

        Where the other fees are said of more seats than there are, the first of them have theirs.
        """
        left = self.seats
        for other in self.other_fees:
            taken = min(left, other.seats)
            if other.name == name:
                return taken
            left -= taken
        return left if not name else 0

    @property
    def takings(self) -> Fraction | None:
        """What all seats pay, in whole currency units; None where some seat has no fee."""
        usual = self.seats_on()
        if self.fee is None and (usual or not self.other_fees):
            return None
        others = (Fraction(other.fee) * self.seats_on(other.name) for other in self.other_fees)
        return Fraction(self.fee or 0) * usual + sum(others, Fraction(0))


@dataclass(frozen=True, slots=True)
class Cutting:
    """How to cut. An offcut is kept when it holds ``keep_offcut`` either way round.

    ``trimmer`` is the longest cut the trimmer makes, nm. With ``mix_sizes`` the sizes of one paper
    may share the work, by price. ``papers_together``: one setting serves several papers; else one
    paper is cut after the other. ``empty_last``: of as many sheets the last is used as little as can be.
    ``squaring`` is taken off the left and the bottom edge of every sheet, so that there are two true edges
    to measure from. ``safety`` is left at the far edges where that costs no sheet. ``most_piles`` unlike
    parts wait at one time where an order of cutting allows it; 0: any number. Lengths in nm.
    """

    style: Style = Style.FEWEST_SHEETS
    sheets_at_once: int = 1
    keep_offcut: tuple[Length, Length] = (inches(1), inches(3))  # From memory.
    trimmer: Length = _TRIMMER
    mix_sizes: bool = False
    papers_together: bool = False
    empty_last: bool = False
    squaring: Length = _NOTHING
    safety: Length = _NOTHING
    most_piles: int = 0
    pace: Pace = USUAL_PACE

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

    def listed(self, colourway: Colourway) -> Project:
        """The list as the kits of a colourway have it: all of it, but where the class mixes versions."""
        uses = tuple(use for use in self.project.supplies if not use.only or colourway.name in use.only)
        taken = (
            self.project if len(uses) == len(self.project.supplies) else replace(self.project, supplies=uses)
        )
        return leaving_out(taken, colourway.without)

    @property
    def lists(self) -> tuple[Project, ...]:
        """The list of every version that is made; one, but where the class mixes versions."""
        found = dict.fromkeys(self.listed(one) for one in self.klass.colourways)
        return tuple(found) or (self.project,)

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
