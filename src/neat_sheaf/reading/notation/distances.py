"""Groups of distances that share a place, and what may be around a distance."""

from __future__ import annotations

from dataclasses import dataclass, field

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import NO_LENGTH, Fold
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Reading
from neat_sheaf.reading.notation.places import Place
from neat_sheaf.reading.notation.tokens import Kind

__all__ = [
    "FOLD_WORDS",
    "SCORE_WORDS",
    "TURN_WORDS",
    "Group",
    "angle_here",
    "ends_after",
    "halfway_here",
    "may_end",
    "number_after",
    "share_sides",
    "take_halfway",
    "take_turn",
    "to_ahead",
    "turn_ahead",
]

SCORE_WORDS = (
    "score", "scored", "scores", "scoring", "fold", "folded", "folds", "crease", "creased", "creases",
    "scoreline", "scorelines",
)  # fmt: skip
FOLD_WORDS = ("mountain", "valley")
TURN_WORDS = ("turn", "turned", "turning", "rotate")
_HALFWAY = (
    ("halfway",), ("half-way",), ("in", "half"), ("at", "halfway"), ("in", "the", "middle|centre|center"),
    ("down|at", "the", "middle|centre|center"),
)  # fmt: skip
# What may follow a distance of a list; before another word the number belongs to what follows it.
_BEHIND = (
    "and", "on", "along", "across", "down", "from", "to", "in", "all", "relief", "with", "mountain", "valley",
    "for", "of", "both", "each", "width", "height", "off", "at", "long", "short", "then", "turn", "score",
    "slit", "fold", "the",
)  # fmt: skip


@dataclass
class Group:
    """Positions that share a place, a stretch, a fold and a relief."""

    at: list[Length] = field(default_factory=list)
    every: Length | None = None
    half: bool = False
    closed: bool = False
    """The list was closed by its own "and" before another "and", or what follows begins with its side."""
    again: bool = False
    """It begins with an "at" of its own, with no side before it."""
    where: tuple[int, int] = (0, 0)
    """Where its distances are in the line."""
    place: Place | None = None
    turned: bool = False
    start: Length | None = None
    end: Length | None = None
    fold: Fold = Fold.VALLEY
    relief: Length = NO_LENGTH
    angle: int | None = None

    @property
    def side(self) -> Side | None:
        return None if self.place is None else self.place.side


def share_sides(groups: list[Group], side_first: bool) -> None:
    """``short side at 1, 2`` names the side for what follows; ``1, 2 on the short side`` for what came."""
    if side_first:
        last: Place | None = None
        for group in groups:
            if group.turned:
                last = None
            elif group.place is None or (group.place.side is None and not group.place.all_round):
                side = None if last is None else last.side
                group.place = Place(side, group.place.ends if group.place else (last and last.ends) or None)
            last = group.place if group.place is not None and group.place.side is not None else last
        return
    waiting: list[Group] = []
    for group in groups:
        if group.turned:
            waiting = []
        elif group.place is None:
            waiting.append(group)
        else:
            for earlier in waiting:
                earlier.place = group.place
            waiting = []


def may_end(cursor: Cursor) -> bool:
    """Whether a number of a list may end here: before a sign, another number, or a word of marks."""
    token = cursor.peek()
    if token is None or token.kind is Kind.NUMBER:
        return True
    if token.kind is Kind.SIGN:
        return True
    if token.kind is Kind.WORD:
        if angle_ahead(cursor):
            return True
        return token.word in _BEHIND and not (token.word == "each" and cursor.word(1) == "kit")
    return False


def angle_ahead(cursor: Cursor) -> bool:
    """Whether "folded 90 degrees" is here."""
    before = cursor.at
    found = _take_angle(cursor) is not None
    cursor.at = before
    return found


def angle_here(reading: Reading, cursor: Cursor) -> tuple[bool, int | None]:
    """Degrees of "folded 90 degrees", "folded to 45°". Whether it is here, and how many; None where that is
    asked about.
    """
    since = cursor.at
    if cursor.take("folded") and cursor.take("flat"):
        reading.ask_about(cursor, since, message("folded-flat"), "folded 180 degrees", "folded 0 degrees")
        return True, None
    cursor.at = since
    angle = _take_angle(cursor)
    if angle is None:
        cursor.at = since
        return False, None
    if angle > 180:
        reading.ask_about(cursor, since, message("angle-over"), "folded 180 degrees")
        return True, None
    return True, angle


def _take_angle(cursor: Cursor) -> int | None:
    if not cursor.take("folded", "fold"):
        return None
    cursor.take("to")
    number = cursor.peek()
    angle = None if number is None or number.unit else number.whole
    if angle is None:
        return None
    cursor.at += 1
    sign = cursor.peek()
    if sign is None or sign.word not in ("degrees", "degree", "deg", "°"):
        return None
    cursor.at += 1
    return angle


def number_after(cursor: Cursor) -> bool:
    cursor.at += 1
    found = cursor.is_number()
    if found:
        before = cursor.at
        cursor.number()
        found = cursor.word() not in ("side", "sides", "edge", "edges", "end", "ends", "way")
        cursor.at = before
    cursor.at -= 1
    return found or cursor.peek(1) is None


def ends_after(cursor: Cursor) -> bool:
    """Whether the clause ends behind the number here, or only a wedge or how far it folds follows."""
    before = cursor.at
    cursor.number()
    found = cursor.peek() is None or cursor.sign() == ";" or cursor.word() in ("relief", "with", "folded")
    cursor.at = before
    return found


def to_ahead(cursor: Cursor) -> bool:
    """Whether a number and then "to" are here."""
    before = cursor.at
    found = cursor.number() is not None and cursor.word() == "to"
    cursor.at = before
    return found


def turn_ahead(cursor: Cursor) -> bool:
    """Whether this turn is one of the paper to its other side, not over, and not "may turn"."""
    before = cursor.at
    found = bool(cursor.take(*TURN_WORDS))
    _turned_thing(cursor)
    found = found and cursor.word() not in ("over", "it", "upside")
    cursor.at = before
    return found


def _turned_thing(cursor: Cursor) -> None:
    if cursor.take("the"):
        cursor.take("paper", "card", "piece", "sheet", "cardstock", "board")
    else:
        cursor.take("it")
    cursor.take("round", "around", "sideways")


def take_turn(cursor: Cursor) -> None:
    cursor.at += 1
    _turned_thing(cursor)


def halfway_here(cursor: Cursor) -> bool:
    before = cursor.at
    found = not cursor.is_number() and any(cursor.phrase(*words) for words in _HALFWAY)
    cursor.at = before
    return found


def take_halfway(cursor: Cursor) -> None:
    for words in sorted(_HALFWAY, key=len, reverse=True):
        if cursor.phrase(*words):
            return
