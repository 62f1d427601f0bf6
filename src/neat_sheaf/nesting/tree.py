"""A layout as the tree of its straight through-cuts, and what can be read off it.

A region is either left empty (None), one piece exactly (``Spot``), or cut straight
across into two regions (``Split``). Every layout that comes apart at a trimmer is
such a tree, and every such tree comes apart.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from typing import NamedTuple

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Item

__all__ = [
    "Cut",
    "Node",
    "Placement",
    "Region",
    "Split",
    "Spot",
    "counts",
    "cuts",
    "gathered",
    "lay",
    "offcuts",
    "placements",
    "widened",
    "without",
]


@dataclass(frozen=True, slots=True)
class Spot:
    """A region that is exactly one piece of this kind.

    Or, where ``run`` is not 0, a strip that so many pieces are punched or die-cut from: they lie one after
    the other along ``along``, ``step`` nm each, and what is over at its end stays on it.
    """

    kind: int
    turned: bool
    run: int = 0
    along: Side = Side.WIDTH
    step: int = 0

    @property
    def pieces(self) -> int:
        """How many pieces it is."""
        return max(1, self.run)

    def places(self, region: Region) -> list[Region]:
        """Where its pieces lie."""
        if not self.run:
            return [region]
        x, y, width, height = region
        if self.along is Side.WIDTH:
            return [Region(x + n * self.step, y, self.step, height) for n in range(self.run)]
        return [Region(x, y + n * self.step, width, self.step) for n in range(self.run)]

    def over(self, region: Region) -> list[Region]:
        """What is over at the end of a strip."""
        taken = self.run * self.step
        x, y, width, height = region
        if self.along is Side.WIDTH:
            return [Region(x + taken, y, width - taken, height)] if 0 < taken < width else []
        return [Region(x, y + taken, width, height - taken)] if 0 < taken < height else []


@dataclass(frozen=True, slots=True)
class Split:
    """A cut at ``at`` (nm from the region's left or bottom edge) along ``along``."""

    along: Side
    at: Length
    first: Node
    second: Node


Node = Spot | Split | None


class Region(NamedTuple):
    """A rectangle on the stock: lower left corner and size, nm."""

    x: int
    y: int
    width: int
    height: int

    def divided(self, split: Split) -> tuple[Region, Region]:
        """The two regions a cut leaves."""
        x, y, width, height = self
        if split.along is Side.WIDTH:
            return Region(x, y, split.at, height), Region(x + split.at, y, width - split.at, height)
        return Region(x, y, width, split.at), Region(x, y + split.at, width, height - split.at)


class Placement(NamedTuple):
    """One piece of a kind where it lies."""

    kind: int
    region: Region
    turned: bool


class Cut(NamedTuple):
    """One through-cut: ``setting`` nm along ``along`` of the part ``of``."""

    along: Side
    setting: int
    of: Region


def lay(item: Item, kind: int, width: int, height: int, turned: bool, reach: int | None = None) -> Node:
    """One piece in the lower left of a region, trimmed so that the largest rest stays whole.

    Where a cut would be longer than ``reach`` the other is made first; None where that does not
    help either.
    """
    w, h = (item.height, item.width) if turned else (item.width, item.height)
    if reach is not None and not item.solid and max(w, h) > reach:
        return None
    # The first cut made is the outer split, and its rest stays whole.
    width_first = (width - w) * height >= (height - h) * width
    for first in (Side.WIDTH, Side.HEIGHT) if width_first else (Side.HEIGHT, Side.WIDTH):
        node: Node = Spot(kind, turned)
        # What each cut runs over: all of the region, or what the cut before it has left.
        runs = (height, w) if first is Side.WIDTH else (h, width)
        longest = max(runs[0] if w < width else 0, runs[1] if h < height else 0)
        if reach is not None and longest > reach:
            continue
        for along in (Side.HEIGHT, Side.WIDTH) if first is Side.WIDTH else (Side.WIDTH, Side.HEIGHT):
            if along is Side.WIDTH and w < width:
                node = Split(Side.WIDTH, w, node, None)
            elif along is Side.HEIGHT and h < height:
                node = Split(Side.HEIGHT, h, node, None)
        return node
    return None


def counts(node: Node) -> Counter[int]:
    """How many pieces of each kind."""
    found: Counter[int] = Counter()
    stack = [node]
    while stack:
        here = stack.pop()
        if isinstance(here, Spot):
            found[here.kind] += here.pieces
        elif isinstance(here, Split):
            stack += (here.first, here.second)
    return found


def without(node: Node, surplus: Counter[int]) -> Node:
    """The tree with ``surplus`` pieces left out (last laid first) and cuts no longer needed gone.

    ``surplus`` is counted down in place.
    """
    if isinstance(node, Spot) and surplus[node.kind] > 0:
        surplus[node.kind] -= 1
        return None
    if not isinstance(node, Split):
        return node
    second = without(node.second, surplus)
    first = without(node.first, surplus)
    if first is None and second is None:
        return None
    return Split(node.along, node.at, first, second)


def gathered(node: Node, width: int, height: int) -> Node:
    """The same pieces pushed to the lower left, with waste in strips as large as they can be.

    Never more cuts than before; with as many cuts, the largest offcut is never smaller.
    """
    pushed = _pushed(node, width, height)

    def merit(tree: Node) -> tuple[int, int]:
        largest = max((r.width * r.height for r in offcuts(tree, width, height)), default=0)
        return len(cuts(tree, width, height)), -largest

    return min(_strips_first(pushed, width, height), pushed, key=merit)


def widened(node: Node, width: int, height: int, to_width: int, to_height: int) -> Node:
    """The tree of a region on a larger one: the same pieces in the same places, and waste beyond them."""
    if isinstance(node, Spot):
        if to_height > height:
            node = Split(Side.HEIGHT, Length(height), node, None)
        return Split(Side.WIDTH, Length(width), node, None) if to_width > width else node
    if not isinstance(node, Split):
        return None
    first, second = Region(0, 0, width, height).divided(node)
    to_first, to_second = Region(0, 0, to_width, to_height).divided(node)
    return Split(
        node.along,
        node.at,
        widened(node.first, *first[2:], *to_first[2:]),
        widened(node.second, *second[2:], *to_second[2:]),
    )


def _pushed(node: Node, width: int, height: int) -> Node:
    """The tree mirrored wherever its waste lies before its pieces."""
    if not isinstance(node, Split):
        return node
    first, second = Region(0, 0, width, height).divided(node)
    one = _pushed(node.first, first.width, first.height)
    two = _pushed(node.second, second.width, second.height)
    if one is None and two is not None:
        size = width if node.along is Side.WIDTH else height
        return Split(node.along, Length(size - node.at), two, None)
    return Split(node.along, node.at, one, two)


def _strips_first(node: Node, width: int, height: int) -> Node:
    """Waste common to a whole far edge is cut off first: two strips side by side become one."""
    if not isinstance(node, Split):
        return node
    sizes = {Side.WIDTH: width, Side.HEIGHT: height}
    spare = {side: _spare(node, side, size) for side, size in sizes.items()}
    areas = {Side.WIDTH: spare[Side.WIDTH] * height, Side.HEIGHT: spare[Side.HEIGHT] * width}
    along = max(Side, key=lambda side: areas[side])
    if spare[along] > 0:
        at = sizes[along] - spare[along]
        rest = _shrunk(node, along, sizes[along], spare[along])
        inner = (at, height) if along is Side.WIDTH else (width, at)
        return Split(along, Length(at), _strips_first(rest, *inner), None)
    first, second = Region(0, 0, width, height).divided(node)
    return Split(
        node.along,
        node.at,
        _strips_first(node.first, first.width, first.height),
        _strips_first(node.second, second.width, second.height),
    )


def _spare(node: Node, side: Side, size: int) -> int:
    """How much is empty all along the far edge of a region, measured along ``side``."""
    if node is None:
        return size
    if isinstance(node, Spot):
        return 0
    if node.along is not side:
        return min(_spare(node.first, side, size), _spare(node.second, side, size))
    if node.second is None:
        return size - node.at + _spare(node.first, side, node.at)
    return _spare(node.second, side, size - node.at)


def _shrunk(node: Node, side: Side, size: int, by: int) -> Node:
    """The tree on a region that is ``by`` shorter along ``side``; what goes must be empty."""
    if not isinstance(node, Split) or by == 0:
        return node
    if node.along is not side:
        first, second = _shrunk(node.first, side, size, by), _shrunk(node.second, side, size, by)
        return Split(node.along, node.at, first, second)
    if node.second is not None:
        return Split(side, node.at, node.first, _shrunk(node.second, side, size - node.at, by))
    rest = size - node.at
    if by < rest:
        return node
    return _shrunk(node.first, side, node.at, by - rest)


def _walk(node: Node, region: Region) -> Iterator[tuple[Node, Region]]:
    yield node, region
    if isinstance(node, Split):
        first, second = region.divided(node)
        yield from _walk(node.first, first)
        yield from _walk(node.second, second)


def placements(node: Node, width: int, height: int) -> list[Placement]:
    """Every piece where it lies on stock of this size (nm)."""
    return [
        Placement(here.kind, place, here.turned)
        for here, region in _walk(node, Region(0, 0, width, height))
        if isinstance(here, Spot)
        for place in here.places(region)
    ]


def offcuts(node: Node, width: int, height: int) -> list[Region]:
    """Every region that is left empty."""
    found: list[Region] = []
    for here, region in _walk(node, Region(0, 0, width, height)):
        if not isinstance(here, Split):
            found += [region] if here is None else here.over(region)
    return found


def cuts(node: Node, width: int, height: int) -> list[Cut]:
    """The through-cuts in an order that comes apart: each part is whole when it is cut."""
    return [
        Cut(here.along, here.at, region)
        for here, region in _walk(node, Region(0, 0, width, height))
        if isinstance(here, Split)
    ]
