"""Scores placed at last, when the piece and all that is said of it are known."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.reading.drafts import ScoreSaid

__all__ = ["Placed", "place"]

_EDGE_SIDE = {"L": Side.WIDTH, "R": Side.WIDTH, "T": Side.HEIGHT, "B": Side.HEIGHT}
_FAR = ("R", "T")


@dataclass(slots=True)
class Placed:
    """Distances along each side, from the left and from the bottom; ``wrong`` says why they are none.

    ``guessed``: the side was not said and is the long one.
    """

    valley: dict[Side, set[Length]] = field(default_factory=lambda: {Side.WIDTH: set(), Side.HEIGHT: set()})
    mountain: dict[Side, set[Length]] = field(default_factory=lambda: {Side.WIDTH: set(), Side.HEIGHT: set()})
    wrong: str = ""
    off: tuple[Length, Length] = (Length(0), Length(0))
    """The distance that lies off its side, and how long the side is."""
    alike: bool = False
    """Whether both sides are of the length that was said."""
    guessed: bool = False
    order: list[Side] = field(default_factory=list)
    """The sides in the order in which they were said."""


def place(
    size: tuple[Length, Length], said: Sequence[ScoreSaid], results: Sequence[tuple[Length, ...]]
) -> Placed:
    """Where the scores of a piece of that size lie; what is not on the piece is said in ``wrong``."""
    return _Placer(size, results).all(said)


class _Placer:
    def __init__(self, size: tuple[Length, Length], results: Sequence[tuple[Length, ...]]) -> None:
        self.size, self.results, self.made = size, results, Placed()
        self.last: Side | None = None
        self.last_edges: tuple[Length, ...] = ()

    def all(self, said: Sequence[ScoreSaid]) -> Placed:
        for one in said:
            if not self.made.wrong:
                self.one(one)
        return self.made

    def along(self, side: Side) -> Length:
        return self.size[0] if side is Side.WIDTH else self.size[1]

    @property
    def long(self) -> Side:
        return Side.HEIGHT if self.size[1] > self.size[0] else Side.WIDTH

    def other(self, side: Side) -> Side:
        return Side.HEIGHT if side is Side.WIDTH else Side.WIDTH

    def named(self, said: ScoreSaid) -> Side | None:
        """The side that was said; None with ``wrong`` where there is none of that name."""
        name = said.side
        equal = self.size[0] == self.size[1]
        if name in ("long", "short") and equal:
            self.fail("equal-sides")
            return None
        if name == "long":
            return self.long
        if name == "short":
            return self.other(self.long)
        if name in ("width", "height"):
            return Side(name)
        if name == "number":
            fits = [side for side in Side if self.along(side) == said.number]
            if len(fits) > 1:
                self.made.alike = True
                self.fail("equal-sides")
                return None
            if not fits:
                self.fail("no-such-side")
                return None
            return fits[0]
        return None

    def fail(self, code: str) -> None:
        self.made.wrong = self.made.wrong or code

    def fail_off(self, distance: int, side: Length) -> None:
        if not self.made.wrong:
            self.made.wrong, self.made.off = "not-on-side", (Length(distance), side)

    def put(self, side: Side, values: Sequence[int], mountain: bool = False) -> None:
        length = self.along(side)
        if len(set(values)) < len(values) and not any(2 * value == length for value in values):
            self.fail("doubled-distance")
            return
        for value in values:
            if Length(value) in (self.made.mountain if mountain else self.made.valley)[side]:
                self.fail("doubled-distance")
                return
            if not 0 < value < length:
                self.fail_off(value, length)
                return
            (self.made.mountain if mountain else self.made.valley)[side].add(Length(value))
        self.last = side
        if side not in self.made.order:
            self.made.order.append(side)

    def one(self, said: ScoreSaid) -> None:
        handler = {
            "side": self.side, "turn": self.turn, "edges": self.edges, "all": self.every_edge,
            "every": self.every, "half": self.half, "around": self.around, "bothways": self.both_ways,
            "sameother": self.same_other, "turnends": self.turn_ends,
        }[said.how]  # fmt: skip
        handler(said)

    def side(self, said: ScoreSaid) -> None:
        if said.side:
            side = self.named(said)
            if side is None:
                return
        elif self.last is not None:
            side = self.last
        else:
            side = self.long
            self.made.guessed = True
        self.put(side, said.values, said.mountain)
        self.last_edges = said.values

    def turned(self) -> bool:
        """Whether there is a side that was turned from; on a square any is."""
        if self.last is None and self.size[0] != self.size[1]:
            self.fail("turned-from-what")
        return not self.made.wrong

    def turn(self, said: ScoreSaid) -> None:
        if self.turned():
            self.put(self.other(self.last or self.long), said.values, said.mountain)

    def turn_ends(self, said: ScoreSaid) -> None:
        if self.turned():
            self.from_both(self.other(self.last or self.long), said.values)

    def from_both(self, side: Side, values: Sequence[Length]) -> None:
        length = self.along(side)
        if any(2 * value > length for value in values):
            self.fail("no-room-for-distance")
            return
        self.put(side, [v for value in values for v in (value, length - value)])

    def edges(self, said: ScoreSaid) -> None:
        self.last_edges = said.values
        for edge in said.edges:
            if edge in _EDGE_SIDE:
                side = _EDGE_SIDE[edge]
                length = self.along(side)
                self.put(side, [length - v if edge in _FAR else v for v in said.values], said.mountain)
            elif edge in ("ends", "shortedges"):
                if edge == "shortedges" and self.size[0] == self.size[1]:
                    self.fail("equal-sides")
                    return
                self.from_both(self.long, said.values)
            elif edge == "longedges":
                if self.size[0] == self.size[1]:
                    self.fail("equal-sides")
                    return
                self.from_both(self.other(self.long), said.values)
            elif edge in ("oneend", "onelong"):
                self.one_end(self.long if edge == "oneend" else self.other(self.long), said.values)
            elif edge == "endsof":
                side = self.named(said) or self.long
                if not self.made.wrong:
                    self.from_both(side, said.values)
            elif edge in ("ends-width", "ends-height"):
                self.from_both(Side(edge.removeprefix("ends-")), said.values)
            else:
                self.fail("which-ends")

    def one_end(self, side: Side, values: Sequence[Length]) -> None:
        """From one end, whichever: the same piece turned about, where all else on it is even."""
        for other in Side:
            length = self.along(other)
            for lines in (self.made.valley[other], self.made.mountain[other]):
                if {length - at for at in lines} != lines:
                    self.fail("which-ends")
                    return
        self.put(side, values)

    def every_edge(self, said: ScoreSaid) -> None:
        for side in Side:
            self.from_both(side, said.values)
        self.last = None

    def both_ways(self, said: ScoreSaid) -> None:
        for side in Side:
            self.put(side, said.values)
        self.last = None

    def every(self, said: ScoreSaid) -> None:
        side = self.named(said) if said.side else self.long
        if said.other and self.turned():
            side = self.other(self.last or self.long)
        if side is None or self.made.wrong:
            return
        step, length = said.values[0], self.along(side)
        if step <= 0 or length // step > 400:
            self.fail_off(step, length)
            return
        if step >= length:
            self.fail_off(step, length)
            return
        self.put(side, list(range(step, length, step)))

    def half(self, said: ScoreSaid) -> None:
        sides: list[Side]
        if said.ways == "both":
            sides = list(Side)
        elif said.ways == "lengthwise":
            sides = [self.other(self.long)]
        elif said.ways == "crosswise":
            sides = [self.long]
        elif said.side:
            side = self.named(said)
            if side is None:
                return
            sides = [side]
        else:
            sides = [self.from_result() or self.long]
        for side in sides:
            length = self.along(side)
            if length % 2:
                self.fail("which-ends")
                return
            self.put(side, [length // 2])

    def from_result(self) -> Side | None:
        """The side that is halved in what comes out of it."""
        width, height = self.size
        for result in self.results:
            if len(result) == 2:
                sizes = set(result)
                for side, halved in ((Side.WIDTH, (width // 2, height)), (Side.HEIGHT, (width, height // 2))):
                    if sizes == set(halved):
                        return side
        return None

    def around(self, said: ScoreSaid) -> None:
        side = self.named(said) if said.side else self.long
        if side is None:
            return
        middle = self.along(side) // 2
        self.put(side, [middle - said.values[0], middle + said.values[0]])

    def same_other(self, said: ScoreSaid) -> None:
        """The same distances from the end across from the one they were measured from."""
        side = self.last
        if side is None or not self.last_edges:
            self.fail("which-ends")
            return
        length = self.along(side)
        self.put(side, [length - value for value in self.last_edges])
