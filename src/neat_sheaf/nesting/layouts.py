"""Layouts with the number of times each is cut, holding exactly what is wanted."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.tree import Node, without

__all__ = ["Layout", "exact"]


@dataclass(frozen=True, slots=True)
class Layout:
    """One layout, cut ``times`` over from stock number ``stock``."""

    stock: int
    times: int
    tree: Node


def exact(chosen: Counter[Pattern], demand: Sequence[int]) -> list[Layout]:
    """Layouts with the surplus left out: never one piece more than was asked for."""
    surplus = Counter(
        {k: sum(n * c.holds[k] for c, n in chosen.items()) - wanted for k, wanted in enumerate(demand)}
    )
    layouts: list[Layout] = []
    # The layout cut least often gives up pieces first, so that most sheets stay alike.
    for pattern, times in sorted(chosen.items(), key=lambda pair: pair[1]):
        left = times
        while left:
            spare = Counter({k: min(surplus[k], held) for k, held in enumerate(pattern.holds)})
            given = +spare
            if not given:
                layouts.append(Layout(pattern.stock, left, pattern.tree))
                break
            alike = min(left, *(surplus[k] // n for k, n in given.items()))
            tree = without(pattern.tree, Counter(given))
            if tree is not None:
                layouts.append(Layout(pattern.stock, alike, tree))
            for k, n in given.items():
                surplus[k] -= n * alike
            left -= alike
    return sorted(layouts, key=lambda lay: -lay.times)
