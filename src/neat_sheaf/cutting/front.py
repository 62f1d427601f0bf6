"""The options of cutting a class, none of which another beats, and which of them each wish takes."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from fractions import Fraction
from typing import NamedTuple

from neat_sheaf.cutting.option import CuttingOption
from neat_sheaf.job import Job, Style

__all__ = ["WISHES", "Combined", "front_of", "sheets_worth_opening", "taken"]

_MOST = 400  # combinations of the papers so far that are kept


def sheets_worth_opening(fewest: int) -> int:
    """The most sheets an option may open where ``fewest`` do: nobody takes twice as many to save time."""
    return fewest * 3 // 2 + 3


class Combined(NamedTuple):
    """One option for each paper, and what they come to.

    ``worth`` is what the sheets are worth in seconds of work (``Pace.sheet_seconds``), ``price`` what they
    cost (or how many they are, where a price is not known), ``blocks`` the fewest kits of a block where every
    paper is cut in blocks of whole kits, else 0.
    """

    options: tuple[CuttingOption, ...]
    price: Fraction
    seconds: int
    layouts: int
    worth: Fraction
    blocks: int

    @property
    def aims(self) -> tuple[Fraction, int, int]:
        """What an option is judged by; less is better."""
        return self.price, self.seconds, self.layouts


def _worth_of(job: Job, option: CuttingOption) -> Fraction:
    """What an option's whole sheets are worth, in seconds of work."""
    pace = job.cutting.pace
    return sum(
        (s.times * pace.sheet_seconds(job.sheet_price(s.paper)) for s in option.sheets if s.stock.is_sheet),
        Fraction(0),
    )


def front_of(job: Job, papers: Sequence[Sequence[CuttingOption]]) -> list[Combined]:
    """Every combination of an option a paper that no other beats; the least price first.

    ``papers`` are the options of each paper. Papers are cut one after the other, so what they take adds up.
    """
    priced = all(
        job.sheet_price(s.paper) is not None
        for options in papers
        for option in options
        for s in option.sheets
        if s.stock.is_sheet
    )
    found = [Combined((), Fraction(0), 0, 0, Fraction(0), 0)]
    for options in papers:
        found = _not_beaten(_with(job, combined, option, priced) for combined in found for option in options)[
            :_MOST
        ]
    return found


def _with(job: Job, combined: Combined, option: CuttingOption, priced: bool) -> Combined:
    price = combined.price
    for s in option.sheets:
        if s.stock.is_sheet:
            price += s.times * ((job.sheet_price(s.paper) or 0) if priced else 1)
    blocks = min(option.kits_per_block, combined.blocks) if combined.options else option.kits_per_block
    return Combined(
        (*combined.options, option),
        price,
        combined.seconds + option.handling.seconds(job.cutting.pace),
        combined.layouts + option.different,
        combined.worth + _worth_of(job, option),
        blocks,
    )


def _not_beaten(combined: Iterable[Combined]) -> list[Combined]:
    """Those that no other is as good as in every aim and better in one; of equals the first."""
    kept: list[Combined] = []
    for one in sorted(combined, key=lambda c: c.aims):
        if not any(_as_good(other, one) for other in kept):
            kept.append(one)
    return kept


def _as_good(one: Combined, other: Combined) -> bool:
    return one.price <= other.price and one.seconds <= other.seconds and one.layouts <= other.layouts


Merit = Callable[[Combined], tuple[object, ...]]

WISHES: dict[Style, Merit] = {
    Style.USUAL: lambda c: (c.worth + c.seconds, *c.aims),
    Style.WHOLE_KITS: lambda c: (not c.blocks, c.worth + c.seconds, *c.aims),
    Style.FEWEST_LAYOUTS: lambda c: (c.layouts, c.worth + c.seconds, *c.aims),
    Style.QUICKEST: lambda c: (c.seconds, *c.aims),
}
"""What each wish takes the least of; the fewest sheets, and each kit alone, are planned without a front."""


def taken(front: Sequence[Combined], style: Style) -> Combined:
    """The option of a front that a wish takes."""
    return min(front, key=WISHES[style])
