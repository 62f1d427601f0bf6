"""Patterns nearly as good in the linear program as its own, which hold other small pieces."""

from __future__ import annotations

import random
from collections.abc import Sequence

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.pool import PatternPool

__all__ = ["SCALE", "vary"]

SCALE = 1_000_000  # whole values for each unit of a dual
_TOGETHER = 12  # lists of values priced at once


def vary(pool: PatternPool, duals: Sequence[float], times: int, control: SearchControl) -> None:
    """Add patterns nearly as good in the linear program that hold other small pieces.

    Kinds that are worth nothing to the linear program (they fit into what is waste anyway) are in none of
    its patterns; whole numbers of sheets need them there.
    """
    dice = random.Random(len(pool.patterns))  # noqa: S311 - the same for the same job
    for done in range(0, times, _TOGETHER):
        if control.is_over():
            return
        lists = range(min(_TOGETHER, times - done))
        pool.price([_nearly(pool, duals, dice) for _ in lists], control)


def _nearly(pool: PatternPool, duals: Sequence[float], dice: random.Random) -> list[int]:
    """Values a little off those of the linear program, more for larger pieces."""
    sheet = max(s.width * s.height for s in pool.stock)
    scale = SCALE * max(s.cost for s in pool.stock)
    reach, shape = scale * 10 ** dice.uniform(-3, -0.5), dice.uniform(0.3, 1)
    return [
        int(dual * SCALE) + 1 + int(dice.random() * reach * (item.width * item.height / sheet) ** shape)
        for dual, item in zip(duals, pool.items, strict=True)
    ]
