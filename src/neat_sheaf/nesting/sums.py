"""Sums of sizes: the places where a cut can be worth making (normal patterns; sources in ``pricing``)."""

from __future__ import annotations

from collections.abc import Iterable

__all__ = ["MOST_POINTS", "normal_patterns"]

MOST_POINTS = 400


def normal_patterns(sizes: Iterable[int], longest: int, most: int = MOST_POINTS) -> tuple[list[int], bool]:
    """Every sum of ``sizes`` (each any number of times) up to ``longest``, ascending from 0.

    Where there are more than ``most``, a subset, and False: sums are then grown from the
    large sizes first, which keeps plans valid but no longer proves a bound.
    """
    points = {0}
    complete = True
    for size in sorted({s for s in sizes if s <= longest}, reverse=True):
        grown = set(points)
        fresh = points
        # Growth ends as soon as it is too much: a small size has more sums than memory holds.
        while fresh and len(grown) <= most:
            fresh = {p + size for p in fresh if p + size <= longest} - grown
            grown |= fresh
        if not fresh and len(grown) <= most:
            points = grown
            continue
        complete = False
        several = longest // size <= most // 4 and len(points) <= most
        points |= set(range(0, longest + 1, size)) if several else {size}
    every = sorted(points)
    if len(every) > most + most // 4:
        # So many sizes that not even they can all be cut positions: some, and the largest.
        every = [every[n * (len(every) - 1) // (most - 1)] for n in range(most)]
    return every, complete
