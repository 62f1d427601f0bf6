"""The order of cuts over a whole class: each setting of the trimmer made as rarely as can be.

At one setting everything that is in hand and needs it is cut, sheets before the strips that come
of them; then the trimmer is set again. Finding the fewest settings is a shortest common
supersequence over forests, which is hard; here a beam search with a safe rule (a setting that
nothing still uncut will ask for again may be made at once).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Generic, NamedTuple, TypeVar

from neat_sheaf.cutting.strips import Part, Strips
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.tree import Node, Region, Split, Spot

__all__ = [
    "Batch",
    "Becomes",
    "LocatedPart",
    "Pile",
    "Stroke",
    "cut_order",
    "few_settings",
    "named_batches",
    "strokes_of",
]

_BEAM = 10
_MORE_FOR_PILES = 4  # settings that are made again so that fewer unlike parts wait
_A_STATE = 40  # steps that a state that is reached counts as


@dataclass(frozen=True, slots=True)
class Pile:
    """``times`` sheets or offcuts of one layout, in a pile; ``paper`` keeps papers apart."""

    paper: int
    times: int
    width: int
    height: int
    part: Part


N = TypeVar("N", int, str)
"""How papers, pieces and layouts are named: by number while the order is found, by name in a plan."""


@dataclass(frozen=True, slots=True)
class LocatedPart(Generic[N]):
    """One part in hand: of which layout, and where it lies on it."""

    layout: N
    region: Region


class Becomes(StrEnum):
    """What a strip or the rest of a part is after a cut."""

    PIECE = "piece"
    PART = "part"
    STRIP = "strip"  # that several pieces are punched or die-cut from
    WASTE = "waste"


def _becomes(part: Part) -> Becomes:
    if part is None:
        return Becomes.WASTE
    if isinstance(part, Spot):
        return Becomes.STRIP if part.run else Becomes.PIECE
    return Becomes.PART


@dataclass(frozen=True, slots=True)
class Stroke(Generic[N]):
    """One thing to do at a setting: from each of ``count`` like parts take ``times`` strips.

    The part's left edge (its bottom edge where ``along`` is the height: turn it a quarter) lies at
    the setting on the rule, so the strip that comes off is the one that was measured. ``strokes``
    is how often the blade is drawn. ``gives`` are the kinds of the strips that are pieces now.
    ``remains`` nm are left of the part along the same side, ``rest_gives`` its kind where that is
    a piece. ``parts`` says where they lie, one a layout and place.
    """

    paper: N
    along: Side
    width: int
    height: int
    count: int
    times: int
    strokes: int
    gives: tuple[N, ...]
    strip: Becomes
    remains: int
    rest: Becomes
    rest_gives: N | None
    parts: tuple[LocatedPart[N], ...]


@dataclass(frozen=True, slots=True)
class Batch(Generic[N]):
    """One setting of the trimmer (nm on its rule) and everything that is cut at it, in order."""

    setting: int
    strokes: tuple[Stroke[N], ...]

    @property
    def squaring(self) -> bool:
        """Whether it only takes off edges that cannot be used, so that nothing is measured by it."""
        return bool(self.strokes) and all(s.strip is Becomes.WASTE for s in self.strokes)


@dataclass(slots=True)
class _InHand:
    """A part on the table: ``part`` is what is still to be done to it."""

    layout: int
    region: Region
    part: Part
    split: tuple[Side, int, _InHand, _InHand] | None = None


def cut_order(
    piles: Sequence[Pile],
    at_once: Sequence[int],
    control: SearchControl | None = None,
    *,
    most_piles: int = 0,
    loose: frozenset[int] = frozenset(),
) -> tuple[list[Batch[int]], list[Node]]:
    """The batches that take every pile apart, and each layout's tree of cuts as they then lie.

    ``at_once[paper]`` is how many thicknesses of that paper the trimmer takes. When the time of
    ``control``'s time is over the next best setting is taken each time. ``most_piles`` and ``loose`` are
    as for ``few_settings``.
    """
    roots = [_InHand(n, Region(0, 0, pile.width, pile.height), pile.part) for n, pile in enumerate(piles)]
    table = list(roots)
    batches = [
        Batch(setting, tuple(_at_setting(setting, table, piles, at_once)))
        for setting in few_settings(
            (pile.part for pile in piles), control, most_piles=most_piles, loose=loose
        )
    ]
    return batches, [_tree(root) for root in roots]


def strokes_of(batches: Iterable[Batch[N]]) -> int:
    """How often the blade is drawn."""
    return sum(stroke.strokes for batch in batches for stroke in batch.strokes)


def named_batches(
    batches: Iterable[Batch[int]], papers: Sequence[str], pieces: Sequence[str], letters: Sequence[str]
) -> tuple[Batch[str], ...]:
    """The batches with the names of papers, pieces and layouts for their numbers.

    Layouts of one letter are cut alike, so a part that lies on several of them is said once.
    """

    def named(stroke: Stroke[int]) -> Stroke[str]:
        parts = dict.fromkeys(LocatedPart(letters[part.layout], part.region) for part in stroke.parts)
        return Stroke(
            papers[stroke.paper], stroke.along, stroke.width, stroke.height, stroke.count, stroke.times,
            stroke.strokes, tuple(pieces[kind] for kind in stroke.gives), stroke.strip, stroke.remains,
            stroke.rest, None if stroke.rest_gives is None else pieces[stroke.rest_gives], tuple(parts),
        )  # fmt: skip

    return tuple(Batch(batch.setting, tuple(map(named, batch.strokes))) for batch in batches)


def _at_setting(
    setting: int, table: list[_InHand], piles: Sequence[Pile], at_once: Sequence[int]
) -> Iterable[Stroke[int]]:
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
                kinds, min(_becomes(p) for p in off), size, _becomes(remains),
                remains.kind if isinstance(remains, Spot) else None,
                tuple(LocatedPart(hand.layout, hand.region) for hand in hands),
            )  # fmt: skip
            for hand in hands:
                table.remove(hand)
                table += _taken_off(hand, part.along, setting, off, remains)


def _taken_off(hand: _InHand, along: Side, setting: int, off: Sequence[Part], remains: Part) -> list[_InHand]:
    given: list[_InHand] = []
    here = hand
    for n, part in enumerate(off):
        first, second = here.region.divided(Split(along, Length(setting), None, None))
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


class _Way(NamedTuple):
    """An order of settings so far: what speaks against it comes first, so the least is the best.

    ``over`` is by how many the unlike parts that waited at one time were too many, ``waiting`` the most
    there were. ``rests`` are pieces that are what was left of a part: they take every error of the others.
    """

    over: int
    rests: int
    waiting: int
    order: tuple[int, ...]


def few_settings(
    parts: Iterable[Part],
    control: SearchControl | None = None,
    *,
    most_piles: int = 0,
    loose: frozenset[int] = frozenset(),
) -> list[int]:
    """Settings (nm) in an order that takes all parts apart, few of them; each cuts all that is ready.

    Of orders with as few the one is taken in which the fewest pieces are the rest of a part, apart from
    those of ``loose`` kinds, whose size does not matter. Where more than ``most_piles`` unlike parts would
    wait at one time (0: any number), a few more settings are made if that helps.
    """
    forest = _Forest(loose, bool(most_piles))
    start = frozenset(forest.number(part, 0) for part in parts if isinstance(part, Strips))
    beam = [(start, _Way(0, 0, 0, ()))]
    control = control or SearchControl()
    done: list[_Way] = []
    more = _MORE_FOR_PILES
    while True:
        done += [way for state, way in beam if not state]
        if done and (not most_piles or not more or not min(done).over or control.is_over()):
            break
        more -= bool(done)
        reached: dict[frozenset[int], _Way] = {}
        over = control.is_over()
        for state, way in beam[:1] if over else beam:
            for setting in forest.choices(state, every=bool(most_piles))[: 1 if over else None]:
                left, rests = forest.closed(state, setting)
                waiting = max(way.waiting, len(left - start))
                beyond = max(0, waiting - most_piles) if most_piles else 0
                found = _Way(beyond, way.rests + rests, waiting, (*way.order, setting))
                known = reached.get(left)
                if known is None or found < known:
                    reached[left] = found
        if not reached:
            break
        control.spend(_A_STATE * len(reached))
        ranked = sorted(
            reached.items(), key=lambda it: (it[1].over, forest.to_come(it[0]), len(it[0]), it[1])
        )
        beam = ranked[:_BEAM]
    return list(min(done, key=lambda way: (way.over, len(way.order), way)).order)


class _Forest:
    """Parts by number, with what each asks for; numbers are quicker to compare than trees.

    Sets of settings are bits of a whole number, for the same reason.
    """

    def __init__(self, loose: frozenset[int], sized: bool) -> None:
        self._loose = loose
        # Parts that are cut alike lie on one pile only where they are as wide; who does not count piles
        # need not tell them apart.
        self._sized = sized
        self._numbers: dict[tuple[Strips, int], int] = {}
        self._across: list[int] = []
        self._parts: list[Strips] = []
        self._bits: dict[int, int] = {}
        # What each may be set to now, of that what it cannot do without, and what it asks for later.
        self._ready: list[int] = []
        self._sure_now: list[int] = []
        self._later: list[int] = []
        # What each and all that comes of it asks for, and of that what is sure.
        self._needed: list[int] = []
        self._sure: list[int] = []
        self._after: dict[tuple[int, int], tuple[frozenset[int], int]] = {}

    def _set_of(self, settings: Iterable[int]) -> int:
        found = 0
        for setting in settings:
            found |= self._bits.setdefault(setting, 1 << len(self._bits))
        return found

    def number(self, part: Strips, across: int) -> int:
        """The number of a part that is ``across`` nm wide, the same for parts that are cut alike."""
        key = (part, across if self._sized else 0)
        found = self._numbers.get(key)
        if found is not None:
            return found
        ready, settings = self._set_of(part.ready), self._set_of(part.settings)
        own = sure = self._set_of(part.sure)
        inner_needed = 0
        for size, inside in part.strips:
            if isinstance(inside, Strips):
                n = self.number(inside, size)
                inner_needed |= self._needed[n]
                sure |= self._sure[n]
        self._parts.append(part)
        self._ready.append(ready)
        self._sure_now.append(own & ready)
        self._later.append(settings & ~ready | inner_needed)
        self._needed.append(settings | inner_needed)
        self._sure.append(sure)
        self._across.append(across)
        self._numbers[key] = len(self._parts) - 1
        return len(self._parts) - 1

    def choices(self, state: frozenset[int], every: bool = False) -> list[int]:
        """The settings worth making next: a safe one alone, or all that are ready."""
        ready = sure = later = 0
        for n in state:
            ready |= self._ready[n]
            sure |= self._sure_now[n]
            # What must wait for another cut first; a setting not among it is made once and for all.
            later |= self._later[n]
        safe = 0 if every else sure & ~later
        found = [setting for setting, bit in self._bits.items() if (safe or ready) & bit]
        return [max(found)] if safe else sorted(found, reverse=True)

    def to_come(self, state: frozenset[int]) -> tuple[int, int]:
        """How many different settings are sure to be asked for still, and how many may be."""
        sure = needed = 0
        for n in state:
            sure |= self._sure[n]
            needed |= self._needed[n]
        return sure.bit_count(), needed.bit_count()

    def closed(self, state: frozenset[int], setting: int) -> tuple[frozenset[int], int]:
        """The parts that are left when all that is ready at a setting was cut, and the rests it makes."""
        bit = self._bits[setting]
        cut = [n for n in state if self._ready[n] & bit]
        made = [self._cut(n, setting) for n in cut]
        return state.difference(cut).union(*(parts for parts, _ in made)), sum(rests for _, rests in made)

    def _cut(self, number: int, setting: int) -> tuple[frozenset[int], int]:
        found = self._after.get((number, setting))
        if found is None:
            part = self._parts[number]
            off, remains = part.after(setting)
            inner = {self.number(p, setting) for p in off if isinstance(p, Strips)}
            if isinstance(remains, Strips):
                alone = remains.along is not part.along
                others = [size for size, _ in part.strips if size != setting] or [setting]
                across = others[-1] if alone else self._across[number]
                inner.add(self.number(remains, across))
            parts, rests = self.closed(frozenset(inner), setting)
            rests += isinstance(remains, Spot) and not remains.run and remains.kind not in self._loose
            found = self._after[number, setting] = parts, rests
        return found
