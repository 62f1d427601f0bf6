"""Layouts as a person cuts them: a part is cut into strips, each strip into shorter strips.

The tree of through-cuts (``pattern``) says one cut at a time; cuts the same way through one part
are here one node, because the strips they give may be taken off in any order. The order decides
how often the trimmer is set, so it is chosen last, and the strips then lie in that order.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import NamedTuple

from neat_sheaf.measure.length import inches
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Node, Split, Spot

__all__ = ["Facts", "Part", "Strips", "facts_of", "in_runs", "in_strips"]


@dataclass(frozen=True, slots=True)
class Strips:
    """A part cut along ``along`` into strips (size nm, what it becomes), and ``rest`` nm of waste.

    ``lead`` nm at the near edge go to waste before anything else. The strips are ``fixed`` in
    this order where the print runs on from one to the next; else they are free, and kept in a
    standard order so that alike parts are equal.
    """

    along: Side
    strips: tuple[tuple[int, Part], ...]
    rest: int = 0
    lead: int = 0
    fixed: bool = False

    @property
    def ready(self) -> frozenset[int]:
        """The settings that take a strip off now, nm."""
        if self.lead:
            return frozenset({self.lead})
        if self.fixed:
            return frozenset({self.strips[0][0]})
        return frozenset(size for size, _ in self.strips)

    @property
    def settings(self) -> frozenset[int]:
        """Every setting that takes a strip off it, now or later, nm."""
        return frozenset(size for size, _ in self.strips) | ({self.lead} if self.lead else frozenset())

    @property
    def sure(self) -> frozenset[int]:
        """The settings that it cannot be cut without: where nothing goes to waste one may be left out."""
        if self.rest or self.lead:
            return self.settings
        sizes = [size for size, _ in self.strips]
        if self.fixed:
            return frozenset(sizes[:-1])
        return frozenset(size for size in sizes if sizes.count(size) > 1)

    def after(self, setting: int) -> tuple[tuple[Part, ...], Part]:
        """The strips that come off at this setting, and the part that remains (None: waste only)."""
        if self.lead:
            return (None,), self._less(self.strips)
        if self.fixed:
            taken = 1
            while taken < len(self.strips) and self.strips[taken][0] == setting:
                taken += 1
            off, left = self.strips[:taken], self.strips[taken:]
        else:
            off = tuple(strip for strip in self.strips if strip[0] == setting)
            left = tuple(strip for strip in self.strips if strip[0] != setting)
        if not left and not self.rest:
            # The last strip needs no cut of its own: it is what remains.
            off, left = off[:-1], off[-1:]
        return tuple(part for _, part in off), self._less(left)

    def _less(self, left: tuple[tuple[int, Part], ...]) -> Part:
        if len(left) == 1 and not self.rest:
            return left[0][1]
        return Strips(self.along, left, self.rest, 0, self.fixed) if left else None


Part = Strips | Spot | None

_SLIVER = inches("1/4")  # Common practice: a trimmer's last cut slips on less.


def in_strips(node: Node, width: int, height: int, leaf: Callable[[Spot, int, int], Part]) -> Part:
    """The part that a tree of cuts on a region of this size (nm) describes.

    ``leaf`` says what a Spot of that width and height becomes, in the order of the placements.
    """
    if node is None:
        return None
    if isinstance(node, Spot):
        return leaf(node, width, height)
    along = node.along
    strips: list[tuple[int, Part]] = []
    rest = 0
    pending: list[tuple[Node, int]] = [(node, width if along is Side.WIDTH else height)]
    while pending:
        here, size = pending.pop()
        if isinstance(here, Split) and here.along is along:
            pending += [(here.second, size - here.at), (here.first, here.at)]
            continue
        inner = (size, height) if along is Side.WIDTH else (width, size)
        part = in_strips(here, *inner, leaf)
        if part is None:
            rest += size
        else:
            # A strip is as narrow as what is in it; what it need not be is waste of the whole part.
            spare = _spare(part, along)
            strips.append((size - spare, _shrunk(part, along, spare)))
            rest += spare
    if not strips:
        return None
    if len(strips) == 1 and not rest:
        return strips[0][1]
    # Larger strips first, alike ones together: a standard order, so that alike parts are equal.
    equal = len({size for size, _ in strips}) < len(strips)
    strips.sort(key=lambda strip: (-strip[0], repr(strip[1]) if equal else ""))
    return Strips(along, tuple(strips), rest)


def in_runs(
    part: Part, kinds: Mapping[int, int | None], width: int, height: int, keeps: Callable[[int, int], bool]
) -> Part:
    """The part with pieces of these kinds side by side left on a strip, as a punch or a die takes them.

    ``kinds`` says how wide a strip may be at most, nm (None: any). A strip is not shortened to its last
    piece either, unless what is over is worth keeping.
    """
    if not isinstance(part, Strips) or not kinds:
        return part
    along = part.along

    def region(size: int) -> tuple[int, int]:
        return (size, height) if along is Side.WIDTH else (width, size)

    if part.fixed or part.lead:
        strips = [(size, in_runs(inner, kinds, *region(size), keeps)) for size, inner in part.strips]
        return replace(part, strips=tuple(strips))
    alike: dict[tuple[int, int], int] = {}
    strips = []
    across = height if along is Side.WIDTH else width
    for size, inner in part.strips:
        if isinstance(inner, Spot) and _on_strip(inner, kinds, across):
            alike[size, inner.kind] = alike.get((size, inner.kind), 0) + 1
        else:
            strips.append((size, in_runs(inner, kinds, *region(size), keeps)))
    for (size, kind), number in alike.items():
        if not strips and len(alike) == 1 and not (part.rest and keeps(*region(part.rest))):
            return Spot(kind, False, number, along, size)
        run = Spot(kind, False, number, along, size) if number > 1 else Spot(kind, False)
        strips.append((size * number, run))
    strips.sort(key=lambda strip: (-strip[0], repr(strip[1])))
    return replace(part, strips=tuple(strips))


def _on_strip(spot: Spot, kinds: Mapping[int, int | None], across: int) -> bool:
    """Whether a piece may be left on a strip of this width, nm."""
    if spot.kind not in kinds or spot.run:
        return False
    most = kinds[spot.kind]
    return most is None or across <= most


class Facts(NamedTuple):
    """How many cuts a part takes, the longest of them (nm), and its largest offcut worth keeping (nm²).

    ``slivers`` are strips of waste so narrow that the trimmer hardly holds them.
    """

    cuts: int
    longest: int
    kept: int
    slivers: int = 0


def facts_of(part: Part, width: int, height: int, keeps: Callable[[int, int], bool]) -> Facts:
    """What a part of this size takes and leaves, however its strips are ordered."""
    if not isinstance(part, Strips):
        return Facts(0, 0, 0)
    across = height if part.along is Side.WIDTH else width

    def region(size: int) -> tuple[int, int]:
        return (size, across) if part.along is Side.WIDTH else (across, size)

    made = len(part.strips) - (0 if part.rest else 1) + (1 if part.lead else 0)
    inner = [facts_of(p, *region(size), keeps) for size, p in part.strips]
    rest = part.rest * across if part.rest and keeps(*region(part.rest)) else 0
    return Facts(
        made + sum(f.cuts for f in inner),
        max([across if made else 0, *(f.longest for f in inner)]),
        max([rest, *(f.kept for f in inner)]),
        (0 < part.rest < _SLIVER) + sum(f.slivers for f in inner),
    )


def _spare(part: Part, side: Side) -> int:
    """How much of a part is waste all along its far edge, measured along ``side``."""
    if not isinstance(part, Strips) or part.fixed or part.lead:
        return 0
    if part.along is side:
        return part.rest
    return min(_spare(inner, side) for _, inner in part.strips)


def _shrunk(part: Part, side: Side, by: int) -> Part:
    """The part without ``by`` nm of the waste along its far edge."""
    if not by or not isinstance(part, Strips):
        return part
    if part.along is not side:
        strips = tuple((size, _shrunk(inner, side, by)) for size, inner in part.strips)
        return replace(part, strips=strips)
    if part.rest == by and len(part.strips) == 1:
        return part.strips[0][1]
    return replace(part, rest=part.rest - by)
