"""The sheets of a class as they are planned: layouts, the order of cutting, and what is proved.

These are the plan's own types. Papers are ids, pieces and colourways names, so a plan that was read
from a file, or pinned some days ago, is the same thing as one that was made just now. Lengths in nm.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

from neat_sheaf.cutting.handling import Handling
from neat_sheaf.cutting.hands import AtSetting, handled_at
from neat_sheaf.cutting.option import SizeMix
from neat_sheaf.cutting.order import Batch, Stroke
from neat_sheaf.nesting.tree import Cut, Region

__all__ = [
    "CuttingPlan",
    "Extent",
    "PaperPlan",
    "PlacedPiece",
    "Residual",
    "SheetLayout",
    "SheetPlan",
    "StockKind",
    "StockUsed",
]


class Extent(NamedTuple):
    """A width and a height, nm."""

    width: int
    height: int


class StockKind(StrEnum):
    """What a layout is cut from: a whole sheet that is opened, or an offcut that was there."""

    SHEET = "sheet"
    OFFCUT = "offcut"


@dataclass(frozen=True, slots=True)
class StockUsed:
    """A sheet or an offcut that a layout is cut from, nm."""

    kind: StockKind
    width: int
    height: int

    @property
    def is_sheet(self) -> bool:
        """Whether each one used is a sheet opened."""
        return self.kind is StockKind.SHEET


@dataclass(frozen=True, slots=True)
class PlacedPiece:
    """A piece where it lies; ``region`` is its rough cut. ``turned``: its width runs up the sheet."""

    piece: str
    colourway: str
    region: Region
    turned: bool


@dataclass(frozen=True, slots=True)
class Residual:
    """What is left of a sheet at one place, and whether it is worth keeping as an offcut."""

    region: Region
    kept: bool


@dataclass(frozen=True, slots=True)
class SheetLayout:
    """One layout, cut ``times`` over; ``cuts`` in order take it apart.

    Layouts of one ``letter`` are cut alike and differ in whose kits the pieces are for.
    """

    letter: str
    times: int
    stock: StockUsed
    placements: tuple[PlacedPiece, ...]
    residuals: tuple[Residual, ...]
    cuts: tuple[Cut, ...]


@dataclass(frozen=True, slots=True)
class PaperPlan:
    """One paper's layouts: ``sheets`` opened, ``lower_bound`` proved, ``offcuts_used``; ``paper`` is its id.

    Where sizes of a paper are ``mixed``, the proof is of their price together (``SizeMix``), and
    ``lower_bound`` is 0. ``kits_per_block``: it is cut in blocks of so many whole kits, repeated; 0: not.
    ``safety`` nm are left at the far edges of every sheet. ``within_reach`` is proved for this trimmer.
    """

    paper: str
    sheets: int
    lower_bound: int
    offcuts_used: int
    layouts: tuple[SheetLayout, ...]
    mixed: bool = False
    kits_per_block: int = 0
    safety: int = 0
    within_reach: int = 0

    @property
    def proved(self) -> bool:
        """Whether no plan of straight cuts that the trimmer makes opens fewer sheets of this paper."""
        return not self.mixed and self.sheets == max(self.lower_bound, self.within_reach)


@dataclass(frozen=True, slots=True)
class CuttingPlan:
    """How the whole class is cut: ``batches`` in order, a setting each, and what that comes to.

    ``handling`` is how often each thing is done, ``seconds`` how long that takes at the job's pace.
    ``layouts`` counts different ones; ``largest`` is the largest offcut worth keeping, None where there
    is none.
    """

    batches: tuple[Batch[str], ...]
    layouts: int
    handling: Handling
    seconds: int
    largest: Extent | None = None

    @property
    def settings(self) -> int:
        """How often the trimmer is set."""
        return len(self.batches)

    @property
    def strokes(self) -> int:
        """How often the blade is drawn."""
        return self.handling.stroke

    @property
    def minutes(self) -> int:
        """The time it all takes, in whole minutes begun."""
        return -(-self.seconds // 60)

    @property
    def steps(self) -> Iterator[Stroke[str]]:
        """What is done at the trimmer, one after the other."""
        return (stroke for batch in self.batches for stroke in batch.strokes)


@dataclass(frozen=True, slots=True)
class SheetPlan:
    """Every paper's layouts, the order of cutting, and what is proved of mixed sizes."""

    papers: tuple[PaperPlan, ...]
    cutting: CuttingPlan
    mixes: tuple[SizeMix, ...] = ()

    @property
    def sheets(self) -> int:
        """Whole sheets opened, of all papers."""
        return sum(paper.sheets for paper in self.papers)

    @property
    def proved(self) -> bool:
        """Whether every paper's sheets are proved fewest, and mixes cheapest."""
        return all(p.mixed or p.proved for p in self.papers) and all(mix.proved for mix in self.mixes)

    @property
    def hands(self) -> list[AtSetting[str]]:
        """What is turned and what waits at each setting of ``cutting``."""
        times: Counter[str] = Counter()
        for _, layout in self.layouts:
            times[layout.letter] += layout.times
        return handled_at(self.cutting.batches, times)

    @property
    def layouts(self) -> Iterator[tuple[str, SheetLayout]]:
        """Every layout with the id of its paper."""
        return ((paper.paper, layout) for paper in self.papers for layout in paper.layouts)
