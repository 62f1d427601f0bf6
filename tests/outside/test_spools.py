"""Spools against the published classes of one-dimensional packing, and against bounds that others proved.

Source: Falkenauer (1996), A hybrid grouping genetic algorithm for bin packing, Journal of Heuristics 2(1):
the uniform class (sizes 20 to 100 in bins of 150) and the triplets (three items fill a bin exactly). The
classes are from memory and their numbers are drawn again here, not his own files.
"""

from __future__ import annotations

import random
from collections import Counter
from decimal import Decimal
from math import ceil

import pytest

from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Supply, SupplyUnit


def spool(size):
    return Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(size), joinable=False)


def first_fit_decreasing(sizes, bin_size):
    """Bins by first fit decreasing: never more than 11/9 of the fewest and 6/9 (Dosa, 2007; from memory)."""
    left = []
    for size in sorted(sizes, reverse=True):
        at = next((n for n, room in enumerate(left) if room >= size), None)
        if at is None:
            left.append(bin_size - size)
        else:
            left[at] -= size
    return len(left)


def martello_toth(sizes, bin_size):
    """The bound L2. Source: Martello & Toth (1990), Knapsack Problems, chapter 8; from memory."""
    best = ceil(sum(sizes) / bin_size)
    for k in {size for size in sizes if size <= bin_size // 2} | {0}:
        large = [size for size in sizes if size > bin_size - k]
        middle = [size for size in sizes if bin_size // 2 < size <= bin_size - k]
        small = sum(size for size in sizes if k <= size <= bin_size // 2)
        room = len(middle) * bin_size - sum(middle)
        best = max(best, len(large) + len(middle) + max(0, ceil((small - room) / bin_size)))
    return best


def holds(found, sizes):
    cut = Counter()
    for one in found.cuts:
        assert one.left >= 0
        for length, count in one.lengths:
            cut[length] += count * one.times
    assert cut == Counter(sizes)
    assert found.bought == sum(one.times for one in found.cuts)


@pytest.mark.parametrize("seed", range(4))
def test_the_uniform_class_is_between_the_bounds_and_proved(seed):
    sizes = random.Random(seed).choices(range(20, 101), k=120)
    found = spool_plan(spool(150), [(Length(s), n) for s, n in Counter(sizes).items()], Decimal(0))
    holds(found, sizes)
    assert martello_toth(sizes, 150) <= found.lower_bound <= found.bought <= first_fit_decreasing(sizes, 150)
    assert found.bought == found.lower_bound


def triplets(count, rng):
    """Sizes of which three and three fill a bin of 1 000 exactly, as the class is made."""
    sizes = []
    for _ in range(count):
        first = rng.randint(380, 490)
        second = rng.randint(250, (1000 - first) // 2 + 60)
        while not 250 <= 1000 - first - second <= 500:
            second = rng.randint(250, (1000 - first) // 2 + 60)
        sizes += [first, second, 1000 - first - second]
    return sizes


@pytest.mark.parametrize("seed", range(3))
def test_triplets_leave_nothing_over(seed):
    sizes = triplets(20, random.Random(seed))
    found = spool_plan(spool(1000), [(Length(s), n) for s, n in Counter(sizes).items()], Decimal(0))
    holds(found, sizes)
    # The optimum is known as they are made: every spool is used to the last.
    assert found.lower_bound == 20
    assert found.bought == 20
