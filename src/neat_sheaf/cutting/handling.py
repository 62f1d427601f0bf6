"""What is done with the sheets of a plan, how often, and how long it takes: not the blade alone."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, fields

from neat_sheaf.cutting.hands import handled_at
from neat_sheaf.cutting.order import Batch, Pile
from neat_sheaf.cutting.strips import Part, Strips
from neat_sheaf.nesting.blocks import MOST_IN_BLOCK
from neat_sheaf.nesting.tree import Spot
from neat_sheaf.pace import Pace

__all__ = ["UNHANDLED", "Handling", "handling_of", "kits_per_block", "sorted_pieces"]


@dataclass(frozen=True, slots=True)
class Handling:
    """How often each thing is done; the names are those of a ``Pace``.

    ``pile``: the most unlike piles of parts that wait to be cut at one time, of each paper. ``sort``:
    pieces that are put to their kits one by one, and kits that come off a sheet whole.
    """

    setting: int = 0
    stroke: int = 0
    carry: int = 0
    turn: int = 0
    paper: int = 0
    pile: int = 0
    sort: int = 0
    bag: int = 0

    def __add__(self, other: Handling) -> Handling:
        """One after the other."""
        return Handling(*(getattr(self, f.name) + getattr(other, f.name) for f in fields(self)))

    def seconds(self, pace: Pace) -> int:
        """How long it all takes."""
        return sum(getattr(self, field.name) * getattr(pace, field.name) for field in fields(self))


UNHANDLED = Handling()


def handling_of(batches: Sequence[Batch[int]], piles: Sequence[Pile], at_once: Sequence[int]) -> Handling:
    """What the batches of these piles take at the trimmer; ``at_once`` sheets of each paper in a stack.

    A stack is turned where it is cut along another side than the cut was that gave it.
    """
    strokes = [stroke for batch in batches for stroke in batch.strokes]
    hands = handled_at(batches, {number: pile.times for number, pile in enumerate(piles)})
    turned = [parts for at in hands for parts in at.turned]
    papers = [stroke.paper for stroke in strokes]
    return Handling(
        setting=len(batches),
        stroke=sum(stroke.strokes for stroke in strokes),
        carry=sum(-(-pile.times // at_once[pile.paper]) for pile in piles),
        turn=sum(-(-parts // at_once[s.paper]) for parts, s in zip(turned, strokes, strict=True)),
        paper=sum(paper != before for paper, before in zip(papers, [None, *papers], strict=False)),
        pile=max((len(at.waiting) for at in hands), default=0),
    )


def sorted_pieces(part: Part, times: int, kits: Sequence[Counter[int]]) -> int:
    """How often something is put to its kit: each piece by itself, or each kit where sheets hold whole ones.

    ``kits`` are the pieces of a kit by kind, one for each colourway that is cut from the paper.
    """
    held = _held(part)
    return (_whole_kits(held, kits) or held.total()) * times


def kits_per_block(sheets: Sequence[tuple[Part, int]], kits: Sequence[Counter[int]]) -> int:
    """How many whole kits a block holds that is cut over and over; 0 where there is no such block.

    ``sheets`` are layouts with how often each is cut. Those cut most often are the block, of three sheets
    at most; what is over at the end is on the others.
    """
    often = max((times for _, times in sheets), default=0)
    block = [part for part, times in sheets if times == often]
    if often < 2 or len(block) > MOST_IN_BLOCK:
        return 0
    held: Counter[int] = Counter()
    for part in block:
        held += _held(part)
    return _whole_kits(held, kits)


def _whole_kits(held: Counter[int], kits: Sequence[Counter[int]]) -> int:
    """How many kits of one kind these pieces are and nothing else; 0 where they are not."""
    for kit in kits:
        number = min((held[kind] // n for kind, n in kit.items()), default=0)
        if number and held == Counter({kind: n * number for kind, n in kit.items()}):
            return number
    return 0


def _held(part: Part) -> Counter[int]:
    if isinstance(part, Spot):
        return Counter({part.kind: part.pieces})
    held: Counter[int] = Counter()
    if isinstance(part, Strips):
        for _, inner in part.strips:
            held += _held(inner)
    return held
