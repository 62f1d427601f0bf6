"""Scores and slits of a line: which side, at what distances, from where to where."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from lark import Token

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Message, message
from neat_sheaf.project import NO_LENGTH, Fold, Line

__all__ = ["MarkReader"]

_ALL_FOUR = "all four"


@dataclass
class _Group:
    """Positions that share a side, a stretch, a fold and a relief."""

    at: list[Length] = field(default_factory=list)
    side: Side | str | None = None
    start: Length | None = None
    end: Length | None = None
    fold: Fold = Fold.VALLEY
    relief: Length = NO_LENGTH


class MarkReader:
    """Reads the score and slit clauses of one line; ``scores`` and ``slits`` hold what was read."""

    def __init__(
        self,
        width: Length,
        height: Length,
        length: Callable[[Token], Length | None],
        ask: Callable[[int, int, Message, str | None], None],
    ) -> None:
        self.width, self.height, self.length, self.ask = width, height, length, ask
        self.scores: list[Line] = []
        self.slits: list[Line] = []

    def read(self, tokens: list[Token], *, slit: bool) -> None:
        """Read one clause: its keyword and what follows it."""
        items = [t for t in tokens if t.type not in ("SCORE", "SLIT", "AT", "COLON", "DASH")]
        meant = [t for t in items if t.type in ("NUMBER", "SIDE", "FOUR")]
        start, end = tokens[0].start_pos or 0, tokens[-1].end_pos or 0
        if not any(t.type == "NUMBER" for t in meant):
            self.ask(start, end, message("no-distance.slit" if slit else "no-distance.score"), None)
            return
        # "short side at 1, 2" names the side first; "1, 2 on the short side" names it last.
        side_first = meant[0].type != "NUMBER"
        fold = Fold.VALLEY
        groups: list[_Group] = [_Group()]
        n = 0
        while n < len(items):
            item, group = items[n], groups[-1]
            if item.type == "FOLD":
                fold = Fold.MOUNTAIN if str(item).lower() == "mountain" else Fold.VALLEY
                if group.at:
                    groups.append(_Group(side=group.side if side_first else None))
                groups[-1].fold = fold
            elif item.type in ("SIDE", "FOUR"):
                side = _ALL_FOUR if item.type == "FOUR" else self._side(item)
                if side_first and group.at:
                    groups.append(_Group(side=side, fold=fold))
                else:
                    for earlier in groups:
                        if earlier.side is None:
                            earlier.side = side
                    group.side = side
                    if not side_first:
                        groups.append(_Group(fold=fold))
            elif item.type in ("FROM", "TO", "RELIEF"):
                shortened = groups[-2] if not group.at and len(groups) > 1 else group
                if [t.type for t in items[n + 1 : n + 2]] == ["NUMBER"]:
                    self._shorten(shortened, item, items[n + 1])
                    n += 1
                else:
                    self._ask(item, message("not-understood.distance", text=str(item)))
            elif item.type == "NUMBER":
                if (group.start, group.end, group.relief) != (None, None, 0):
                    groups.append(group := _Group(side=group.side if side_first else None, fold=fold))
                at = self.length(item)
                if at is not None:
                    group.at.append(at)
            n += 1
        if items[-1].type == "FOLD" and groups[-1].at == []:
            self._ask(items[-1], message("not-understood.fold", text=str(items[-1])))
        self._take([group for group in groups if group.at], slit, start, end)

    def _ask(self, token: Token, what: Message) -> None:
        self.ask(token.start_pos or 0, token.end_pos or 0, what, "")

    def _shorten(self, group: _Group, how: Token, number: Token) -> None:
        value = self.length(number)
        if value is None:
            return
        before = {"FROM": group.start, "TO": group.end, "RELIEF": group.relief or None}[how.type]
        if before not in (None, value):
            twice = message("said-twice.distance", text=str(how))
            self.ask(how.start_pos or 0, number.end_pos or 0, twice, "")
        elif how.type == "FROM":
            group.start = value
        elif how.type == "TO":
            group.end = value
        else:
            group.relief = value

    def _side(self, token: Token) -> Side | None:
        said = str(token).lower()
        words = said.replace("-", " ").split()
        if "width" in words:
            return Side.WIDTH
        if "height" in words:
            return Side.HEIGHT
        long_side = Side.HEIGHT if self.height > self.width else Side.WIDTH
        short_side = Side.WIDTH if long_side is Side.HEIGHT else Side.HEIGHT
        if "short" in words or "shorter" in words:
            return short_side
        if "long" in words or "longer" in words:
            return long_side
        # "the 11-inch side", "the 4 1/4 in edge": the number alone says which.
        number = " ".join(word for word in words if word[0].isdigit() or word[0] in ".¼½¾⅓⅔⅛⅜⅝⅞")
        length = self.length(Token("NUMBER", number, token.start_pos, end_pos=token.end_pos))
        if length in (self.width, self.height):
            return Side.WIDTH if length == self.width else Side.HEIGHT
        start, end = token.start_pos or 0, token.end_pos or 0
        if length is not None:
            self.ask(start, end, message("no-such-side"), None)
        return None

    def _take(self, groups: list[_Group], slit: bool, start: int, end: int) -> None:
        long_side = Side.HEIGHT if self.height > self.width else Side.WIDTH
        sided = any(group.side is not None for group in groups)
        into = self.slits if slit else self.scores
        for group in groups:
            if group.start is not None and group.end is not None and group.start >= group.end:
                self.ask(start, end, message("out-of-order.distances"), None)
                continue
            if group.side is None and sided:
                self.ask(start, end, message("no-side"), None)
                continue
            if group.side is _ALL_FOUR:
                for side, size in ((Side.WIDTH, self.width), (Side.HEIGHT, self.height)):
                    far = [Length(size - at) for at in reversed(group.at)]
                    into += [
                        Line(side, at, group.start, group.end, group.fold, group.relief)
                        for at in sorted({*group.at, *far})
                        if at > 0
                    ]
                continue
            side = group.side if isinstance(group.side, Side) else long_side
            into += [Line(side, at, group.start, group.end, group.fold, group.relief) for at in group.at]
