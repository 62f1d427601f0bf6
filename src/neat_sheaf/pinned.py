"""A plan that is being cut: what a later change of the class asks besides, and what saves a miscut.

Nothing here moves what is planned already. More kits mean more sheets after the others, fewer
kits mean pieces over; a spoilt piece is made good by a spare, from an offcut, or from a new sheet.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Any, NamedTuple

from neat_sheaf.demand import Unit, wanted
from neat_sheaf.formats.plan_file import layout_document
from neat_sheaf.job import Job, Offcut, Style
from neat_sheaf.length import say_size
from neat_sheaf.nesting.watch import Watch
from neat_sheaf.sheets import SheetPlan, plan_sheets

__all__ = [
    "Change",
    "Cutout",
    "Difference",
    "Help",
    "Rescue",
    "asked_for",
    "change_of",
    "difference",
    "made_by",
    "rescues",
]


class Cutout(NamedTuple):
    """A piece of a colourway, cut from a paper (id)."""

    paper: str
    piece: str
    colourway: str


Pieces = Counter[Cutout]


def asked_for(job: Job) -> Pieces:
    """Every piece that the class asks for."""
    asked: Pieces = Counter()
    for paper, units in wanted(job).items():
        for unit in units:
            for piece in unit.pieces:
                asked[Cutout(paper, piece.name, unit.colourway)] += unit.count
    return asked


def made_by(rounds: Iterable[Mapping[str, Any]], family: Mapping[str, str] | None = None) -> Pieces:
    """Every piece that pinned layouts (``sheets_document``) give, by the paper it is planned under.

    ``family`` is that of the job (``family_of``); a paper that is not in it stands for itself.
    """
    made: Pieces = Counter()
    for one in rounds:
        for paper in one["papers"]:
            name = (family or {}).get(paper["paper"], paper["paper"])
            for layout in paper["layouts"]:
                for place in layout["placements"]:
                    made[Cutout(name, place["piece"], place["colourway"])] += layout["times"]
    return made


@dataclass(frozen=True, slots=True)
class Difference:
    """What the class asks for now and the pinned plan does not give, and the other way round."""

    missing: Pieces
    over: Pieces

    def __bool__(self) -> bool:
        return bool(self.missing or self.over)


def difference(job: Job, made: Pieces, spoilt: Pieces | None = None) -> Difference:
    """Compare a class with what is pinned for it, of which ``spoilt`` pieces are lost."""
    asked = asked_for(job)
    good = made - (spoilt or Counter())
    return Difference(asked - good, good - asked)


@dataclass(frozen=True, slots=True)
class Change:
    """What accepting a difference would add: sheets after those that are pinned, and in words."""

    sheets: SheetPlan | None
    says: tuple[str, ...]


def change_of(
    job: Job, found: Difference, rounds: Sequence[Mapping[str, Any]], watch: Watch | None = None
) -> Change:
    """The sheets that are missing, said by the layouts there are where they are like one of them."""
    says = []
    sheets = None
    if found.missing:
        sheets = plan_sheets(job, watch, demands=_units(job, found.missing), first_letter=_letters(rounds))
        known = {_shape(paper["paper"], layout): layout["letter"] for paper, layout in _layouts(rounds)}
        for paper in sheets.papers:
            for layout in paper.layouts:
                same = known.get(_shape(paper.paper.id, layout_document(layout)))
                what = "sheet" if layout.stock.is_sheet else "offcut"
                count = f"{layout.times} more {what}{'' if layout.times == 1 else 's'} of {paper.paper.name}"
                how = f"like layout {same}" if same else f"by a new layout, {layout.letter}"
                says.append(f"cut {count} {how}")
    over: Counter[str] = Counter()
    for cutout, n in found.over.items():
        over[cutout.piece] += n
    if over:
        listed = ", ".join(f"{n} {piece}" for piece, n in over.items())
        says.append(f"what is planned or cut already is {listed} over: keep them as spares")
    return Change(sheets, tuple(says))


def _layouts(rounds: Iterable[Mapping[str, Any]]) -> Iterable[tuple[Mapping[str, Any], Mapping[str, Any]]]:
    return ((paper, layout) for one in rounds for paper in one["papers"] for layout in paper["layouts"])


def _letters(rounds: Iterable[Mapping[str, Any]]) -> int:
    return len({layout["letter"] for _, layout in _layouts(rounds)})


def _shape(paper: str, layout: Mapping[str, Any]) -> object:
    places = sorted((p["piece"], p["x"], p["y"], p["width"], p["height"]) for p in layout["placements"])
    stock = layout["stock"]
    return paper, stock["kind"], stock["width"], stock["height"], tuple(places)


def _units(job: Job, missing: Pieces) -> dict[str, list[Unit]]:
    """The units to cut for missing pieces: a matched set whole, where any of it is missing."""
    left = Counter(missing)
    found: dict[str, list[Unit]] = {}
    for paper, units in wanted(job).items():
        for unit in units:
            held = Counter(piece.name for piece in unit.pieces)
            keys = {name: Cutout(paper, name, unit.colourway) for name in held}
            count = max(-(-left[keys[name]] // n) for name, n in held.items())
            if count > 0:
                found.setdefault(paper, []).append(replace(unit, count=count))
                left.subtract({keys[name]: n * count for name, n in held.items()})
    return found


class Help(StrEnum):
    """What makes good a spoilt piece."""

    SPARE = "spare"
    OFFCUT = "offcut"
    SHEET = "sheet"


@dataclass(frozen=True, slots=True)
class Rescue:
    """One way to make good a miscut, in words, and the sheets or offcuts to cut for it (None: none)."""

    help: Help
    says: str
    sheets: SheetPlan | None = None


def rescues(
    job: Job,
    lost: Pieces,
    made: Pieces,
    spoilt: Pieces,
    offcuts: Mapping[str, Sequence[Offcut]],
    rounds: Sequence[Mapping[str, Any]],
    watch: Watch | None = None,
) -> list[Rescue]:
    """The ways to make good ``lost`` pieces, the least trouble first.

    ``made`` are the good pieces there are or will be, ``spoilt`` those a spare stood in for before.
    ``offcuts`` by paper id are those that lie there now: kept ones that the plan leaves, and those
    of the cupboard that it does not use.
    """
    # A lost piece is of no kit in particular, so it is laid wherever it takes least.
    job = replace(job, cutting=replace(job.cutting, style=Style.FEWEST_SHEETS))
    ways: list[Rescue] = []
    left = _spares_left(job, made, spoilt + lost)
    if left is not None:
        kits = f"{left} spare kit{' is' if left == 1 else 's are'} left" if left else "no spare kit is left"
        ways.append(Rescue(Help.SPARE, f"a spare takes its place; {kits}. Nothing more is cut"))
    units = _units(job, lost)
    first = _letters(rounds)
    only = _only_offcuts(job, units, offcuts)
    if only is not None:
        sheets = plan_sheets(only, watch, demands=units, first_letter=first)
        if not sheets.sheets:
            used = [(paper.paper, layout) for paper in sheets.papers for layout in paper.layouts]
            listed = ", ".join(
                f"{say_size(layout.stock.width, layout.stock.height, job.units)} of {paper.name}"
                for paper, layout in used
            )
            ways.append(Rescue(Help.OFFCUT, f"it can be cut from an offcut, {listed}", sheets))
    whole = replace(job, papers=tuple(replace(p, offcuts=()) for p in job.papers))
    sheets = plan_sheets(whole, watch, demands=units, first_letter=first)
    opened = ", ".join(
        f"{paper.sheets} more sheet{'' if paper.sheets == 1 else 's'} of {paper.paper.name}"
        for paper in sheets.papers
        if paper.sheets
    )
    ways.append(Rescue(Help.SHEET, f"it takes {opened}", sheets))
    return ways


_MOST_STATES = 2_000


def _spares_left(job: Job, made: Pieces, lost: Pieces) -> int | None:
    """How many spare kits are left when spares make up for ``lost``; None where they do not.

    A piece that is over is taken first. A spare kit gives up each of its pieces once, whichever
    colourway it is of, and may stand in for a kit cut from other papers only as a whole kit.
    """
    asked = asked_for(job)
    short = _by_paper(lost) - _by_paper(made - asked)
    kits: Counter[tuple[tuple[tuple[str, str], int], ...]] = Counter()
    for colourway in job.klass.colourways:
        mine = Counter({c: n for c, n in asked.items() if c.colourway == colourway.name})
        if colourway.kits and mine:
            held = {key: n // colourway.kits for key, n in _by_paper(mine).items()}
            kits[tuple(sorted(held.items()))] += colourway.kits
    given = _fewest_kits(short, [(dict(held), count) for held, count in kits.items()], job.klass.spares)
    return None if given is None else job.klass.spares - given


def _by_paper(pieces: Pieces) -> Counter[tuple[str, str]]:
    """Pieces by paper and name: those of two colourways cut from one paper are alike."""
    found: Counter[tuple[str, str]] = Counter()
    for cutout, n in pieces.items():
        found[cutout.paper, cutout.piece] += n
    return found


def _fewest_kits(
    short: Counter[tuple[str, str]], kits: Sequence[tuple[Mapping[tuple[str, str], int], int]], most: int
) -> int | None:
    """The fewest kits that hold all these pieces, at most ``most``; None: none found.

    ``kits`` are what a kit of each kind holds and how many there are. Kinds that nothing less than a
    long search would tell apart are given up, which promises too little and never too much.
    """
    keys = sorted(+short)
    states = {(tuple(short[key] for key in keys), (0,) * len(kits))}
    for given in range(most + 1):
        if any(not any(left) for left, _ in states):
            return given
        reached = set()
        for left, used in states:
            # The first piece that is short has to come from some kit.
            at = next(n for n, count in enumerate(left) if count)
            for number, (held, count) in enumerate(kits):
                if held.get(keys[at]) and used[number] < count:
                    rest = tuple(max(0, n - held.get(key, 0)) for n, key in zip(left, keys, strict=True))
                    reached.add((rest, (*used[:number], used[number] + 1, *used[number + 1 :])))
        if not reached or len(reached) > _MOST_STATES:
            return None
        states = reached
    return None


def _only_offcuts(
    job: Job, units: Mapping[str, Sequence[Unit]], offcuts: Mapping[str, Sequence[Offcut]]
) -> Job | None:
    """The job with the offcuts that lie there now; None where there are none of these papers."""
    if not any(offcuts.get(paper) for paper in units):
        return None
    papers = tuple(replace(p, offcuts=tuple(offcuts.get(p.id, ()))) for p in job.papers)
    return replace(job, papers=papers)
