"""Whether rectangles lie beside one another in a larger one: in two dimensions, exact for a few. nm.

Each lies straight, either way round. Source of the scheme: Martello, Pisinger & Vigo (2000), The
Three-Dimensional Bin Packing Problem, Operations Research 48(2): each next one is laid into a corner of the
staircase around those that lie already. In the plane every packing can be laid in such an order: den Boef,
Korst, Martello, Pisinger & Vigo (2005), Operations Research 53(4).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

__all__ = ["Budget", "fit_together"]

_Size = tuple[int, int]


class Budget:
    """How many placements may still be tried in all; ``spent`` once that was not enough."""

    def __init__(self, placements: int) -> None:
        self.left = placements
        self.spent = False

    def take(self) -> bool:
        """Whether one more may be tried."""
        if self.left <= 0:
            self.spent = True
            return False
        self.left -= 1
        return True


def fit_together(sizes: Sequence[_Size], room: _Size, budget: Budget) -> bool:
    """Whether all of them fit into ``room`` at once. False, and the budget spent, where that is not known."""
    if sum(width * height for width, height in sizes) > room[0] * room[1]:
        return False
    return _laid(tuple(sorted(sizes, key=lambda one: (-one[0] * one[1], one))), (), room, budget)


def _laid(left: tuple[_Size, ...], steps: tuple[_Size, ...], room: _Size, budget: Budget) -> bool:
    """``steps``: the outer corners of the staircase, from the top left to the bottom right."""
    if not left:
        return True
    if _under(steps) + sum(width * height for width, height in left) > room[0] * room[1]:
        return False
    for n, one in enumerate(left):
        if one in left[:n]:
            continue
        for width, height in dict.fromkeys((one, one[::-1])):
            for x, y in _corners(steps):
                if x + width > room[0] or y + height > room[1]:
                    continue
                if not budget.take():
                    return False
                if _laid((*left[:n], *left[n + 1 :]), _with(steps, (x + width, y + height)), room, budget):
                    return True
    return False


def _corners(steps: Sequence[_Size]) -> Iterator[_Size]:
    """The inner corners of the staircase: where the next one can lie."""
    across = 0
    for right, top in steps:
        yield across, top
        across = right
    yield across, 0


def _with(steps: Sequence[_Size], corner: _Size) -> tuple[_Size, ...]:
    """The staircase with one more outer corner; those within it are none any more."""
    kept = [one for one in steps if not (one[0] <= corner[0] and one[1] <= corner[1])]
    return tuple(sorted([*kept, corner]))


def _under(steps: Sequence[_Size]) -> int:
    """The area below the staircase: nothing is laid there any more."""
    area = across = 0
    for right, top in steps:
        area += (right - across) * top
        across = right
    return area
