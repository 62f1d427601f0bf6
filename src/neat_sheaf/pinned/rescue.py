"""A miscut, and what makes it good: a spare, an offcut, or a new sheet."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from neat_sheaf.cutting.demand import DemandItem
from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.job import Job, Style
from neat_sheaf.messages import Message, Sized, message, several
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.pinned.pieces import Pieces, asked_for, by_paper, missing_demand
from neat_sheaf.pinned.rounds import Round, letters_used
from neat_sheaf.stock import Offcut

__all__ = ["Rescue", "RescueKind", "rescues"]


class RescueKind(StrEnum):
    """What makes good a spoilt piece."""

    SPARE = "spare"
    OFFCUT = "offcut"
    SHEET = "sheet"


@dataclass(frozen=True, slots=True)
class Rescue:
    """One thing that makes a miscut good, and the sheets or offcuts to cut for it (None: none)."""

    kind: RescueKind
    message: Message
    sheets: SheetPlan | None = None


def rescues(
    job: Job,
    lost: Pieces,
    made: Pieces,
    spoilt: Pieces,
    offcuts: Mapping[str, Sequence[Offcut]],
    rounds: Sequence[Round],
    control: SearchControl | None = None,
) -> list[Rescue]:
    """What makes ``lost`` pieces good, the least trouble first.

    ``made`` are the good pieces there are or will be, ``spoilt`` those a spare replaced before.
    ``offcuts`` by paper id are those that are there now: kept ones that the plan leaves, and those
    of the cupboard that it does not use.
    """
    # A lost piece is of no kit in particular, so it is laid wherever it takes least.
    job = replace(job, cutting=replace(job.cutting, style=Style.FEWEST_SHEETS))
    found: list[Rescue] = []
    left = _spares_left(job, made, spoilt + lost)
    if left is not None:
        found.append(Rescue(RescueKind.SPARE, message("rescue.spare", left=left)))
    needs = missing_demand(job, lost)
    first = letters_used(rounds)
    only = _only_offcuts(job, needs, offcuts)
    if only is not None:
        sheets = plan_sheets(only, control, demands=needs, first_letter=first)
        if not sheets.sheets:
            used = several(
                message(
                    "size-of-paper",
                    size=Sized(layout.stock.width, layout.stock.height),
                    paper=job.paper(paper).name,
                )
                for paper, layout in sheets.layouts
            )
            found.append(Rescue(RescueKind.OFFCUT, message("rescue.offcut", offcuts=used), sheets))
    whole = replace(job, papers=tuple(replace(p, offcuts=()) for p in job.papers))
    sheets = plan_sheets(whole, control, demands=needs, first_letter=first)
    opened = several(
        message("more-sheets", count=paper.sheets, paper=job.paper(paper.paper).name)
        for paper in sheets.papers
        if paper.sheets
    )
    found.append(Rescue(RescueKind.SHEET, message("rescue.sheet", sheets=opened), sheets))
    return found


_MOST_STATES = 2_000


def _without_spares(job: Job) -> Job:
    pieces = tuple(replace(piece, spares=0) for piece in job.project.pieces)
    return replace(job, project=replace(job.project, pieces=pieces))


def _spares_left(job: Job, made: Pieces, lost: Pieces) -> int | None:
    """How many spare kits are left when spares make up for ``lost``; None where they do not.

    A spare piece, or one that is over, is taken first. A spare kit gives up each of its pieces once,
    whichever colourway it is of, and may stand in for a kit cut from other papers only as a whole kit.
    """
    asked = asked_for(_without_spares(job))
    short = by_paper(lost) - by_paper(made - asked)
    kits: Counter[tuple[tuple[tuple[str, str], int], ...]] = Counter()
    for colourway in job.klass.colourways:
        mine = Counter({c: n for c, n in asked.items() if c.colourway == colourway.name})
        if colourway.kits and mine:
            held = {key: n // colourway.kits for key, n in by_paper(mine).items()}
            kits[tuple(sorted(held.items()))] += colourway.kits
    given = _fewest_kits(short, [(dict(held), count) for held, count in kits.items()], job.klass.spares)
    return None if given is None else job.klass.spares - given


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
    job: Job, needs: Mapping[str, Sequence[DemandItem]], offcuts: Mapping[str, Sequence[Offcut]]
) -> Job | None:
    """The job with the offcuts that lie there now; None where there are none of these papers."""
    if not any(offcuts.get(paper) for paper in needs):
        return None
    papers = tuple(replace(p, offcuts=tuple(offcuts.get(p.id, ()))) for p in job.papers)
    return replace(job, papers=papers)
