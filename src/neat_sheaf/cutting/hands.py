"""What hands have to do beside cutting: which stacks are turned, and which piles wait meanwhile."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from neat_sheaf.cutting.order import Batch
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Region, Split

__all__ = ["AtSetting", "WaitingPile", "handled_at"]

N = TypeVar("N", int, str)


@dataclass(frozen=True, slots=True)
class WaitingPile(Generic[N]):
    """A pile of like parts of a paper (width and height in nm) that is cut at a later setting."""

    paper: N
    width: int
    height: int
    count: int


@dataclass(frozen=True, slots=True)
class AtSetting(Generic[N]):
    """For each stroke at a setting how many parts are turned a quarter; and the piles that wait after it."""

    turned: tuple[int, ...]
    waiting: tuple[WaitingPile[N], ...]


def handled_at(batches: Sequence[Batch[N]], times: Mapping[N, int]) -> list[AtSetting[N]]:
    """What is turned and what waits at each setting; ``times`` says how many sheets each layout is cut from.

    A part is turned where it is cut along another side than the cut was that gave it; a sheet lies as it
    has to. Parts of one size of a paper that come at one setting and go at another lie on one pile. Sheets
    that are not cut yet do not count.
    """
    lies: dict[tuple[N, Region], Side] = {}
    made: dict[tuple[N, Region], int] = {}
    turned: list[tuple[int, ...]] = []
    piles: Counter[tuple[int, int, N, int, int]] = Counter()
    for number, batch in enumerate(batches):
        turns = []
        for stroke in batch.strokes:
            here = 0
            for part in stroke.parts:
                key = (part.layout, part.region)
                here += times[part.layout] if lies.get(key, stroke.along) is not stroke.along else 0
                since = made.get(key, number)
                if since < number:
                    pile = (since, number, stroke.paper, part.region.width, part.region.height)
                    piles[pile] += times[part.layout]
                rest = part.region
                for _ in range(stroke.times):
                    strip, rest = rest.divided(Split(stroke.along, Length(batch.setting), None, None))
                    lies[part.layout, strip] = stroke.along
                    made[part.layout, strip] = number
                lies[part.layout, rest] = stroke.along
                made[part.layout, rest] = number
            turns.append(here)
        turned.append(tuple(turns))
    return [
        AtSetting(
            turned[number],
            tuple(
                WaitingPile(paper, width, height, count)
                for (since, until, paper, width, height), count in piles.items()
                if since <= number < until
            ),
        )
        for number in range(len(batches))
    ]
