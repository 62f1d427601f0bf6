"""The options of cutting one paper's pieces, and the one that is taken of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from neat_sheaf.cutting.demand import DemandItem, out_of_reach
from neat_sheaf.cutting.option import CuttingOption, stock_of
from neat_sheaf.cutting.option_maker import OptionMaker, is_virtual
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Job, Style
from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.stock import Paper

__all__ = ["best_option", "every_option"]


def best_option(
    job: Job, paper: Paper, needs: list[DemandItem], kinds: dict[str, int], control: SearchControl
) -> CuttingOption:
    """The option found with the fewest sheets, and of those with the fewest layouts and the least work.

    Where the job wants each kit on sheets of its own, it is that. Other papers are not thought of.
    Raises CannotPlanError for needs that the trimmer frees from no sheet, and from too few offcuts.
    """
    maker = OptionMaker(job, paper, stock_of(job, paper), kinds, control)
    alone = job.cutting.style is Style.KIT_PER_SHEET

    def made(by: OptionMaker) -> list[CuttingOption]:
        return [by.kit_per_sheet(needs) if alone else by.best(needs)]

    return _possible(job, paper, needs, _safely(maker, needs, made)[0])


def every_option(
    job: Job, paper: Paper, needs: list[DemandItem], kinds: dict[str, int], control: SearchControl
) -> list[CuttingOption]:
    """Options of cutting a paper's needs, the one with the fewest sheets first: see ``OptionMaker.every``.

    Raises CannotPlanError as ``best_option``.
    """
    maker = OptionMaker(job, paper, stock_of(job, paper), kinds, control)
    best, *others = _safely(maker, needs, lambda by: by.every(needs))
    return [_possible(job, paper, needs, best), *(o for o in others if not any(map(is_virtual, o.sheets)))]


def _safely(
    maker: OptionMaker, needs: list[DemandItem], made: Callable[[OptionMaker], list[CuttingOption]]
) -> list[CuttingOption]:
    """The options a maker makes, on sheets that are less by the safety margin where that costs no sheet."""
    found = made(maker)
    narrower = maker.with_safety(needs)
    if narrower is None or maker.control.is_over():
        return found
    safe = made(narrower)
    if any(map(is_virtual, safe[0].sheets)) or maker.cost(safe[0]) > maker.cost(found[0]):
        return found
    return [_as_safe(option, found[0], maker.job.cutting.safety) for option in safe]


def _as_safe(option: CuttingOption, first: CuttingOption, margin: Length) -> CuttingOption:
    """An option on smaller sheets: what is proved of them is not proved of these, but ``first``'s is."""
    mix = option.mix
    if mix is not None and first.mix is not None:
        bound = first.mix.lower_bound
        mix = replace(mix, lower_bound=bound, proved=first.mix.proved and mix.cost == bound)
    free, within = first.lower_bound, first.within_reach
    return replace(option, lower_bound=free, within_reach=within, mix=mix, safety=margin)


def _possible(job: Job, paper: Paper, needs: list[DemandItem], option: CuttingOption) -> CuttingOption:
    beyond = {
        tuple(sorted(s.stock.whole or (s.stock.width, s.stock.height)))
        for s in option.sheets
        if is_virtual(s)
    }
    if beyond:
        stuck = [need for need in needs if tuple(sorted(need.size)) in beyond]
        raise CannotPlanError([out_of_reach(job, paper, need) for need in stuck])
    return option
