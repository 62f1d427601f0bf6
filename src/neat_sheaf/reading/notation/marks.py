"""Scores and slits of a line: which side, at what distances, from where to where."""

from __future__ import annotations

import re
from itertools import pairwise

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import Fold, Line
from neat_sheaf.reading.notation.cursor import Cursor, Number
from neat_sheaf.reading.notation.distances import (
    FOLD_WORDS,
    SCORE_WORDS,
    TURN_WORDS,
    Group,
    angle_here,
    ends_after,
    halfway_here,
    may_end,
    number_after,
    share_sides,
    take_halfway,
    take_turn,
    to_ahead,
    turn_ahead,
)
from neat_sheaf.reading.notation.draft import Reading
from neat_sheaf.reading.notation.places import Ends, Place, long_side, place_here

__all__ = ["MarkReader"]


class MarkReader:
    """Reads the score and slit clauses of one line; ``scores`` and ``slits`` hold what was read.

    ``last`` is the side that the last marks lie along, None before the first and where they lie all
    round; ``verb`` what was being said of the piece, for a group that goes on with it.
    """

    def __init__(self, reading: Reading) -> None:
        self.reading = reading
        self.scores: list[Line] = []
        self.slits: list[Line] = []
        self.last: Side | None = None
        self.verb: str | None = None

    def read(self, cursor: Cursor, since: int, *, slit: bool, place: Place | None = None) -> None:
        """Read one clause behind its verb; ``place`` where the side was said before the verb.

        ``since`` is the token with which the clause begins.
        """
        fold = self._fold_before(cursor, since)
        cursor.take("it")  # "fold it in half"
        groups: list[Group] = []
        side_first: bool | None = True if place is not None else None
        failed = False
        while True:
            group = Group(place=place, fold=fold)
            place = None
            began = cursor.at
            said_place = self._pre(cursor, group)
            if groups and (said_place or cursor.word() == "at"):
                groups[-1].closed = True
                group.again = not said_place and not group.turned
            if side_first is None:
                side_first = said_place or group.place is not None
            fold = group.fold
            if not self._positions(cursor, group):
                failed = failed or cursor.at > began
                if failed or not groups:
                    break
                cursor.at = began
                break
            self._post(cursor, group, bool(side_first), slit)
            groups.append(group)
            before = cursor.at
            while cursor.take_sign(",", "&") or cursor.take("and", "then"):
                group.closed = group.closed or cursor.word(-1) == "then"
            then = cursor.word(-1) == "then" and cursor.at == before + 1  # "5 then 5/8", with no comma
            lone = (group.every is not None or group.half or then) and cursor.is_number()
            if lone or not self._goes_on(cursor, separated=cursor.at > before):
                cursor.at = before
                break
        self.verb = "slit" if slit else "score"
        if not groups or failed:
            key = "no-distance.slit" if slit else "no-distance.score"
            self.reading.ask_about(cursor, since, message(key))
            return
        self._take(cursor, groups, since, slit, bool(side_first))

    def _fold_before(self, cursor: Cursor, since: int) -> Fold:
        words = [token.word for token in cursor.tokens[since : cursor.at]]
        return Fold.MOUNTAIN if "mountain" in words else Fold.VALLEY

    def _goes_on(self, cursor: Cursor, *, separated: bool) -> bool:
        """Whether another group of distances of the same clause begins here.

        ``separated``: a comma or "and" is before it; a number needs one.
        """
        if cursor.take("mountain", "valley"):
            found = cursor.is_number() or cursor.word() in ("at", "every", "width", "height")
            cursor.at -= 1
            return separated and found
        if cursor.word() in TURN_WORDS:
            return turn_ahead(cursor)
        if cursor.word() == "at":
            return separated
        if cursor.word() == "every":
            return False
        before, asked = cursor.at, len(self.reading.questions)
        if cursor.number() is not None:
            named = cursor.word() in ("side", "edge", "way")
            found = ((separated or named) and may_end(cursor)) or named
        else:
            placed = place_here(self.reading, cursor, True)
            cursor.take_sign(":", ",")
            found = (
                placed is not None
                and separated
                and (cursor.word() in ("at", "every") or cursor.is_number() or halfway_here(cursor))
            )
        cursor.at = before
        del self.reading.questions[asked:]
        return found

    def _pre(self, cursor: Cursor, group: Group) -> bool:
        """What is before the distances: a turn, a fold, the side. Whether the side was said."""
        said = False
        while True:
            if cursor.word() in TURN_WORDS and turn_ahead(cursor):
                take_turn(cursor)
                group.turned = True
                cursor.take_sign(",")
                cursor.take("and", "then")
                cursor.take(*SCORE_WORDS)
            elif cursor.word() in FOLD_WORDS:
                group.fold = Fold(cursor.take(*FOLD_WORDS))
            elif cursor.sign() in (":", "-", "–", "—") and said:
                cursor.at += 1
            elif not said and group.place is None and (found := self._place(cursor)) is not None:
                group.place, said = found, True
            elif (said and cursor.word() in ("score", "scored", "fold")) or (
                said and cursor.sign() == "," and cursor.word(1) in (*SCORE_WORDS, "at")
            ):
                cursor.at += 1
            else:
                return said

    def _place(self, cursor: Cursor) -> Place | None:
        if cursor.is_number() and cursor.word() not in ("a", "an"):
            before, asked = cursor.at, len(self.reading.questions)
            number = cursor.number()
            named = number is not None and cursor.word() in ("side", "edge", "way")
            cursor.at = before
            del self.reading.questions[asked:]
            if not named:
                return None
        return place_here(self.reading, cursor, True)

    def _positions(self, cursor: Cursor, group: Group) -> bool:
        """The distances themselves; whether there are any."""
        if halfway_here(cursor):
            take_halfway(cursor)
            group.half = True
            return True
        cursor.take("at") or cursor.take_sign("@") or cursor.take_sign(":")
        if cursor.take("every"):
            number = cursor.number()
            group.every = None if number is None else self.reading.length(number)
            if number is not None:
                cursor.take("apart")
            return number is not None
        numbers: list[Number] = []
        joins: list[str] = []
        while True:
            before = cursor.at
            join = self._join(cursor) if numbers else "first"
            number = cursor.number() if join else None
            if number is None or (numbers and not may_end(cursor)):
                cursor.at = before
                break
            if join == "and" and "and" in joins:
                # "3 3/4 and 5 1/4, and 1 1/2 from both ends": the first list is closed.
                cursor.at = before
                group.closed = True
                break
            numbers.append(number)
            joins.append(join)
        lengths = [self.reading.length(number) for number in numbers]
        group.at = [at for at in lengths if at is not None]
        if numbers:
            group.where = (numbers[0].start, numbers[-1].end)
            self._look(numbers, joins, group.at)
        return bool(numbers)

    def _join(self, cursor: Cursor) -> str:
        """What joins two distances: a comma, "and", both, or nothing but space."""
        comma = bool(cursor.take_sign(","))
        word = bool(cursor.take("and") or cursor.take_sign("&"))
        if cursor.word() == "at" or cursor.word() in TURN_WORDS:
            return ""
        return "and" if word else "comma" if comma else "space"

    def _look(self, numbers: list[Number], joins: list[str], at: list[Length]) -> None:
        """What a list of distances leaves open: a number said twice, or one that may be two."""
        start, end = numbers[0].start, numbers[-1].end
        said = [number.said for number in numbers]
        for n, number in enumerate(numbers):
            if number.parts[0]:
                one, two = list(said), list(said)
                two[n : n + 1] = list(number.parts)
                text = self.reading.text[number.start : number.end]
                asked = message("one-or-two-numbers", text=text)
                self.reading.ask(start, end, asked, ", ".join(one), ", ".join(two))
                return
        for a, b in pairwise(numbers):
            if self.reading.text[a.end : b.start] == "," and a.text.isdigit() and b.text.isdigit():
                text = self.reading.text[a.start : b.end]
                asked = message("decimal-comma", fixed=f"{a.text}.{b.text}")
                self.reading.ask(a.start, b.end, asked, f"{a.text}.{b.text}", text.replace(",", ", "))
                return
        if len(set(at)) < len(at):
            once = ", ".join(dict.fromkeys(said))
            self.reading.ask(start, end, message("doubled-distance"), once)
            return
        spaced = [n for n, join in enumerate(joins) if join == "space"]
        mixed = bool(spaced) and len(spaced) < len(joins) - 1
        alike = any(
            b.text.startswith(f"{a.text} ") or (a.text.isdigit() and "/" in b.text and " " not in b.text)
            for a, b in pairwise(numbers)
        )
        falling = any(a >= b for a, b in pairwise(at))
        spoken = any(re.search(r"[a-z]{2}", self.reading.text[n.start : n.end].lower()) for n in numbers)
        if mixed or (spaced and (alike or falling or spoken)):
            self.reading.ask(start, end, message("missing-comma"), ", ".join(said))

    def _post(self, cursor: Cursor, group: Group, side_first: bool, slit: bool) -> None:
        """What follows the distances: where they are measured from, a stretch, a wedge, how far it folds."""
        while True:
            since = cursor.at
            stretch = cursor.word() in ("from", "to") and number_after(cursor)
            if stretch:
                how = cursor.take("from", "to")
                alone = side_first and group.side is not None and ends_after(cursor)
                if how == "from" and not alone and not to_ahead(cursor):
                    # "1 from 3/8": from where to where, and of which side?
                    cursor.number()
                    self.reading.ask_about(cursor, since, message("from-to"))
                    continue
                self._shorten(cursor, group, how, since)
                continue
            if self._relief(cursor, group, since):
                continue
            if not slit and self._angle(cursor, group, since):
                continue
            if cursor.sign() == "," and cursor.word(1) == "relief":
                cursor.at += 1
                continue
            if (
                side_first
                and group.side is not None
                and cursor.word() not in ("from", "in", "at", "on", "all")
            ):
                return
            sided = group.side is not None or group.turned
            place = place_here(self.reading, cursor, sided)
            if place is None:
                cursor.at = since
                return
            if cursor.word() == "at" or (cursor.is_number() and not side_first and group.side is not None):
                cursor.at = since  # it is the side of what follows
                return
            self._add_place(cursor, group, place, since)

    def _add_place(self, cursor: Cursor, group: Group, place: Place, since: int) -> None:
        old = group.place
        if old is None:
            group.place = place
            return
        sides = {p.side for p in (old, place) if p.side is not None}
        ends = {p.ends for p in (old, place) if p.ends is not None}
        if len(sides) > 1 or len(ends) > 1 or old.all_round != place.all_round:
            start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
            text = self.reading.text[start:end]
            self.reading.ask(start, end, message("said-twice.differently", text=text), "")
            return
        group.place = Place(next(iter(sides), None), next(iter(ends), None), old.all_round)

    def _relief(self, cursor: Cursor, group: Group, since: int) -> bool:
        cursor.take("with") and cursor.take("a")
        if not cursor.take("relief", "reliefs"):
            cursor.at = since
            return False
        cursor.take("of")
        self._shorten(cursor, group, "relief", since)
        return True

    def _angle(self, cursor: Cursor, group: Group, since: int) -> bool:
        cursor.take_sign(",")
        here, angle = angle_here(self.reading, cursor)
        if not here:
            cursor.at = since
            return False
        if angle is not None and group.angle not in (None, angle):
            self.reading.ask_about(cursor, since, message("said-twice.distance", text="folded"), "")
        elif angle is not None:
            group.angle = angle
        return True

    def _shorten(self, cursor: Cursor, group: Group, how: str, since: int) -> None:
        number = cursor.number()
        if number is None:
            self.reading.ask_about(cursor, since, message("not-understood.distance", text=how), "")
            return
        value = self.reading.length(number)
        if value is None:
            return
        before = {"from": group.start, "to": group.end, "relief": group.relief or None}[how]
        if before not in (None, value):
            self.reading.ask_about(cursor, since, message("said-twice.distance", text=how), "")
        elif how == "from":
            group.start = value
        elif how == "to":
            group.end = value
        else:
            group.relief = value

    def _take(self, cursor: Cursor, groups: list[Group], since: int, slit: bool, side_first: bool) -> None:
        """Turn the groups into lines."""
        reading = self.reading
        for group, after in pairwise(groups):
            known = group.place is not None or group.turned or side_first
            if group.closed and not known and (after.place is not None or after.again):
                text = reading.text[slice(*group.where)]
                asked = message("no-side")
                reading.ask(*group.where, asked, f"{text} on the width", f"{text} on the height")
                return
        share_sides(groups, side_first)
        sided = any(group.side is not None or (group.place and group.place.all_round) for group in groups)
        into = self.slits if slit else self.scores
        for group in groups:
            place = group.place or Place()
            if group.start is not None and group.end is not None and group.start >= group.end:
                reading.ask_about(cursor, since, message("out-of-order.distances"))
                continue
            side = place.side
            if group.turned:
                side = self._turned(cursor, group, since)
                if side is None:
                    continue
            if side is None and sided and not place.all_round and not group.turned:
                start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
                text = reading.text[start:end]
                reading.ask(start, end, message("no-side"), f"{text} on the width", f"{text} on the height")
                continue
            sides = list(Side) if place.all_round else [side or long_side(reading.size)]
            ends = Ends.BOTH if place.all_round else place.ends
            for along in sides:
                into += self._lines(cursor, group, along, ends, since)
            self.last = None if place.all_round else sides[0]

    def _turned(self, cursor: Cursor, group: Group, since: int) -> Side | None:
        """The other side than the last marks'; a question where that is not known, or another was named."""
        other = None if self.last is None else Side.HEIGHT if self.last is Side.WIDTH else Side.WIDTH
        if other is None or (group.side is not None and group.side is not other):
            self.reading.ask_about(cursor, since, message("turned-from-what"))
            return None
        return other

    def _lines(self, cursor: Cursor, group: Group, along: Side, ends: Ends | None, since: int) -> list[Line]:
        size = self.reading.size[0 if along is Side.WIDTH else 1]
        near = list(group.at)
        if group.half:
            if size % 2:
                self.reading.ask_about(cursor, since, message("no-middle"))
                return []
            near = [Length(size // 2)]
        if group.every is not None:
            if group.every <= 0 or size // group.every > 500:
                self.reading.ask_about(cursor, since, message("not-over-zero.number"))
                return []
            near = [
                Length(group.every * n) for n in range(1, size // group.every + 1) if group.every * n < size
            ]
        far = [Length(size - at) for at in reversed(near)]
        at = near if ends in (None, Ends.NEAR) else far if ends is Ends.FAR else sorted({*near, *far})
        if ends in (Ends.BOTH, Ends.FAR) and any(place <= 0 for place in far):
            self.reading.ask_about(cursor, since, message("no-room-for-distance"))
            return []
        return [
            Line(along, place, group.start, group.end, group.fold, group.relief, group.angle) for place in at
        ]
