"""The order of cuts over a whole class: each setting of the trimmer made as seldom as can be.

At one setting everything that is in hand and wants it is cut, sheets before the strips that come
of them; then the trimmer is set anew. Finding the fewest settings is a shortest common
supersequence over forests, which is hard; here a beam search with a safe rule (a setting that
nothing still uncut will ask for again may be made at once).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from neat_sheaf.length import Length
from neat_sheaf.nesting.pattern import Node, Region, Split, Spot
from neat_sheaf.nesting.strips import Part, Strips
from neat_sheaf.project import Side

__all__ = ["Batch", "Cutout", "Pile", "Stroke", "cut_order", "few_settings"]

_BEAM = 6


@dataclass(frozen=True, slots=True)
class Pile:
    """``times`` sheets or offcuts of one layout, in a pile; ``paper`` keeps papers apart."""

    paper: int
    times: int
    width: int
    height: int
    part: Part


@dataclass(frozen=True, slots=True)
class Cutout:
    """One part in hand: of which layout, and where it lies on it."""

    layout: int
    region: Region


@dataclass(frozen=True, slots=True)
class Stroke:
    """One thing to do at a setting: from each of ``count`` like parts take ``times`` strips.

    The part's left edge (its bottom edge where ``along`` is the height: turn it a quarter) lies at
    the setting on the rule, so the strip that comes off is the one that was measured. ``strokes``
    is how often the blade is drawn. ``gives`` are the kinds of the strips that are pieces now;
    none where they are cut again or go to waste. ``remains`` nm are left of the part along the
    same side. ``parts`` says where they lie, one a layout and place.
    """

    paper: int
    along: Side
    width: int
    height: int
    count: int
    times: int
    strokes: int
    gives: tuple[int, ...]
    remains: int
    parts: tuple[Cutout, ...]


@dataclass(frozen=True, slots=True)
class Batch:
    """One setting of the trimmer (nm on its rule) and everything that is cut at it, in order."""

    setting: int
    strokes: tuple[Stroke, ...]


@dataclass(slots=True)
class _InHand:
    """A part on the table: ``part`` is what is still to be done to it."""

    layout: int
    region: Region
    part: Part
    split: tuple[Side, int, _InHand, _InHand] | None = None


def cut_order(piles: Sequence[Pile], at_once: Sequence[int]) -> tuple[list[Batch], list[Node]]:
    """The batches that take every pile apart, and each layout's tree of cuts as they then lie.

    ``at_once[paper]`` is how many thicknesses of that paper the trimmer takes.
    """
    roots = [_InHand(n, Region(0, 0, pile.width, pile.height), pile.part) for n, pile in enumerate(piles)]
    table = list(roots)
    batches = [
        Batch(setting, tuple(_at_setting(setting, table, piles, at_once)))
        for setting in few_settings(pile.part for pile in piles)
    ]
    return batches, [_tree(root) for root in roots]


def _at_setting(
    setting: int, table: list[_InHand], piles: Sequence[Pile], at_once: Sequence[int]
) -> Iterable[Stroke]:
    while True:
        alike: dict[tuple[int, int, int, Strips], list[_InHand]] = {}
        for hand in table:
            if isinstance(hand.part, Strips) and setting in hand.part.ready:
                key = (piles[hand.layout].paper, hand.region.width, hand.region.height, hand.part)
                alike.setdefault(key, []).append(hand)
        if not alike:
            return
        for (paper, width, height, part), hands in alike.items():
            count = sum(piles[hand.layout].times for hand in hands)
            off, remains = part.after(setting)
            kinds = tuple(sorted({p.kind for p in off if isinstance(p, Spot)}))
            size = (width if part.along is Side.WIDTH else height) - setting * len(off)
            yield Stroke(
                paper, part.along, width, height, count, len(off),
                len(off) * -(-count // at_once[paper]),
                kinds, size,
                tuple(Cutout(hand.layout, hand.region) for hand in hands),
            )  # fmt: skip
            for hand in hands:
                table.remove(hand)
                table += _taken_off(hand, part.along, setting, off, remains)


def _taken_off(hand: _InHand, along: Side, setting: int, off: Sequence[Part], remains: Part) -> list[_InHand]:
    given: list[_InHand] = []
    here = hand
    for n, part in enumerate(off):
        first, second = here.region.parted(Split(along, Length(setting), None, None))
        strip = _InHand(hand.layout, first, part)
        rest = _InHand(hand.layout, second, remains if n == len(off) - 1 else None)
        here.split = (along, setting, strip, rest)
        given.append(strip)
        here = rest
    return [*given, here]


def _tree(hand: _InHand) -> Node:
    if hand.split is None:
        return hand.part if isinstance(hand.part, Spot) else None
    along, at, first, second = hand.split
    return Split(along, Length(at), _tree(first), _tree(second))


def few_settings(parts: Iterable[Part]) -> list[int]:
    """Settings (nm) in an order that takes all parts apart, few of them; each cuts all that is ready."""
    start = frozenset(part for part in parts if isinstance(part, Strips))
    beam: list[tuple[frozenset[Strips], list[int]]] = [(start, [])]
    while True:
        done = [order for state, order in beam if not state]
        if done:
            return min(done, key=len)
        reached: dict[frozenset[Strips], list[int]] = {}
        for state, order in beam:
            for setting in _choices(state):
                reached.setdefault(_closed(state, setting), [*order, setting])
        ranked = sorted(reached.items(), key=lambda it: (len(_needed_of(it[0])), len(it[0]), it[1]))
        beam = ranked[:_BEAM]


def _choices(state: frozenset[Strips]) -> list[int]:
    ready = {setting for part in state for setting in part.ready}
    # What must wait for another cut first; a setting not among it is made once and for all.
    later: set[int] = set()
    for part in state:
        later |= _waiting(part)
    safe = ready - later
    return [max(safe)] if safe else sorted(ready, reverse=True)


def _needed_of(state: frozenset[Strips]) -> set[int]:
    needed: set[int] = set()
    for part in state:
        needed |= _needed(part)
    return needed


@lru_cache(maxsize=20_000)
def _needed(part: Part) -> frozenset[int]:
    """Every setting a part and what comes of it ask for."""
    if not isinstance(part, Strips):
        return frozenset()
    return part.settings.union(*(_needed(inner) for _, inner in part.strips))


@lru_cache(maxsize=20_000)
def _waiting(part: Strips) -> frozenset[int]:
    """The settings that a part asks for only after another cut."""
    later = frozenset().union(*(_needed(inner) for _, inner in part.strips))
    return later | (part.settings - part.ready)


@lru_cache(maxsize=20_000)
def _after(part: Strips, setting: int) -> frozenset[Strips]:
    """The parts still to be cut when everything ready at this setting has been."""
    if setting not in part.ready:
        return frozenset({part})
    off, remains = part.after(setting)
    left: frozenset[Strips] = frozenset()
    for inner in (*off, remains):
        if isinstance(inner, Strips):
            left |= _after(inner, setting)
    return left


def _closed(state: frozenset[Strips], setting: int) -> frozenset[Strips]:
    none: frozenset[Strips] = frozenset()
    return none.union(*(_after(part, setting) for part in state))
