"""From what there is: the kits that need nothing bought, what one more pack gives, and using a paper up."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from neat_sheaf.advice.counting import Bought, SheetCounter, bought_for, sheets_of
from neat_sheaf.cutting.demand import DemandItem, demand_of
from neat_sheaf.cutting.squaring import squared
from neat_sheaf.job import Colourway, Job
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import with_kits

__all__ = ["FromStock", "OneMore", "from_stock", "kits_until_gone"]

_MOST_KITS = 400  # nobody asks for more of what there is; beyond, "at least so many" is said


@dataclass(frozen=True, slots=True)
class OneMore:
    """One more pack of each of these, and how many kits can then be made without more."""

    packs: tuple[Bought, ...]
    kits: int


@dataclass(frozen=True, slots=True)
class FromStock:
    """``kits`` can be made with nothing bought; one more takes a pack of each of ``lacking``.

    ``more`` says what one more pack gives, of each alone and of all together. Of a very large stock
    ``kits`` is the most that was asked for, and nothing is lacking; the same where the work of a hard job
    was used up, since a better plan may make more.
    """

    kits: int
    lacking: tuple[Bought, ...]
    more: tuple[OneMore, ...]


def from_stock(job: Job, control: SearchControl | None = None) -> FromStock:
    """What can be made of sheets, offcuts and supplies on hand, whole kits in the shares of the class.

    Sizes of a paper are not mixed. Raises CannotPlanError as ``plan_sheets``.
    """
    control = control or SearchControl()
    job = replace(squared(job), cutting=replace(job.cutting, mix_sizes=False))
    if not any(c.kits for c in job.klass.colourways):
        # A class without kits yet: one of each colourway.
        alike = tuple(replace(c, kits=1) for c in job.klass.colourways)
        job = replace(job, klass=replace(job.klass, seats=len(alike), samples=0, spares=0, colourways=alike))
    counters: dict[str, SheetCounter] = {}
    every = _every_need(job)
    known: dict[int, dict[Bought, int]] = {}

    def needed(kits: int) -> dict[Bought, int]:
        if kits not in known:
            here = with_kits(job, kits)
            found = sheets_of(here, every, counters, control)
            bought, _ = bought_for(here, {paper: sheets for paper, (sheets, _) in found.items()})
            known[kits] = {name: packs for name, packs in bought.items() if packs}
        return known[kits]

    def most(packs: Mapping[Bought, int]) -> int:
        return _most(lambda kits: all(n <= packs.get(name, 0) for name, n in needed(kits).items()))

    kits = most({})
    if kits >= _MOST_KITS or control.is_over():
        return FromStock(kits, (), ())
    lacking = tuple(needed(kits + 1))
    alone = [OneMore((name,), most({name: 1})) for name in lacking]
    together = [OneMore(lacking, most(dict.fromkeys(lacking, 1)))] if len(lacking) > 1 else []
    if control.is_over():
        return FromStock(kits, lacking, ())
    return FromStock(kits, lacking, tuple(more for more in (*alone, *together) if more.kits > kits))


def kits_until_gone(
    job: Job, colourway: str, role: str, then: str, control: SearchControl | None = None
) -> int:
    """How many kits of a colourway its paper for a role is enough for, when the others take ``then``.

    Whole kits only. The paper's sheets on hand and its offcuts are used, and what other colourways take of
    it is kept for them. Raises CannotPlanError as ``plan_sheets``, KeyError for an unknown colourway.
    """
    control = control or SearchControl()
    job = replace(squared(job), cutting=replace(job.cutting, mix_sizes=False))
    (here,) = [c for c in job.klass.colourways if c.name == colourway] or [_unknown(colourway)]
    paper = job.paper(here.papers[role])
    needs = _every_need(job).get(paper.id, [])
    counter = SheetCounter(job, paper, needs, control)

    def enough(kits: int) -> bool:
        split = _split(job, here, role, then, kits)
        mine = demand_of(split).get(paper.id, [])
        return not mine or counter.sheets(split, mine, control)[0] <= paper.on_hand

    return min(here.kits, _most(enough, here.kits))


def _unknown(name: str) -> Colourway:
    raise KeyError(name)


def _split(job: Job, colourway: Colourway, role: str, then: str, kits: int) -> Job:
    """The job with the kits of a colourway beyond so many cut from another paper."""
    rest = replace(
        colourway, name=f"{colourway.name} 2", kits=colourway.kits - kits,
        papers={**colourway.papers, role: then},
    )  # fmt: skip
    colourways = tuple(
        part
        for c in job.klass.colourways
        for part in ((replace(c, kits=kits), rest) if c.name == colourway.name else (c,))
    )
    return replace(job, klass=replace(job.klass, colourways=colourways))


def _every_need(job: Job) -> dict[str, list[DemandItem]]:
    """Every kind of need that some number of kits has."""
    colourways = tuple(replace(c, kits=max(1, c.kits)) for c in job.klass.colourways)
    return demand_of(replace(job, klass=replace(job.klass, colourways=colourways)))


def _most(enough: Callable[[int], bool], limit: int = _MOST_KITS) -> int:
    """The largest number up to a limit that is enough; more kits never need less."""
    low, high = 0, 1
    while high <= limit and enough(high):
        low, high = high, 2 * high
    high = min(high, limit + 1)
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if enough(middle) else (low, middle)
    return low
