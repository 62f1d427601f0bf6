"""Whether a few boxes go into one: a search over cuts of what is left. nm.

A packing that is found is one; that none is found proves nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import permutations
from math import prod

__all__ = ["packs"]

Box = tuple[int, int, int]
_TRIES = 5_000


def packs(items: Sequence[Box], room: Box) -> bool:
    """Whether a packing of all items was found; each may be turned."""
    tries = [_TRIES]
    largest_first = sorted(items, key=lambda box: (-max(box), -box[0] * box[1] * box[2]))
    return _place(largest_first, [room], tries)


def _place(items: list[Box], free: list[Box], tries: list[int]) -> bool:
    if not items:
        return True
    if sum(map(prod, items)) > sum(map(prod, free)):
        return False
    # One that fits nowhere any more is seen before the others are tried every way.
    if not all(any(_fits(item, space) for space in free) for item in items):
        return False
    tried = set[tuple[Box, Box, tuple[Box, ...]]]()
    for m, (w, d, h) in enumerate(items):
        rest = items[:m] + items[m + 1 :]
        for n, space in enumerate(free):
            others = free[:n] + free[n + 1 :]
            for lying in sorted({(w, d, h), (w, h, d), (d, w, h), (d, h, w), (h, w, d), (h, d, w)}):
                if any(size > room for size, room in zip(lying, space, strict=True)):
                    continue
                for split in permutations(range(3)):
                    left = _left(space, lying, split)
                    # The same item in the same space with the same left over is the same.
                    same = lying, space, tuple(left)
                    if same in tried:
                        continue
                    tried.add(same)
                    tries[0] -= 1
                    if tries[0] < 0:
                        return False
                    if _place(rest, others + left, tries):
                        return True
    return False


def _fits(item: Box, space: Box) -> bool:
    return all(size <= room for size, room in zip(sorted(item), sorted(space), strict=True))


def _left(space: Box, item: Box, split: tuple[int, ...]) -> list[Box]:
    """What is left of a space with an item in its corner, cut off in that order of directions."""
    found, size = [], list(space)
    for axis in split:
        if size[axis] > item[axis]:
            part = list(size)
            part[axis] = size[axis] - item[axis]
            found.append((part[0], part[1], part[2]))
        size[axis] = item[axis]
    return found
