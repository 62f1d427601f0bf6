"""Where marks lie: which side they are measured along, and from which of its ends."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Reading
from neat_sheaf.reading.notation.tokens import Kind

__all__ = ["ENDS", "Ends", "Place", "place_here"]

ENDS = ("end", "ends", "side", "sides", "edge", "edges")
_BOTH = ("both", "each", "either", "opposite")
_BEFORE = ("on", "along", "across", "down", "for")
_SIDES = ("long", "short", "longer", "shorter", "width", "height")
_EDGES = {"left": (Side.WIDTH, False), "right": (Side.WIDTH, True), "bottom": (Side.HEIGHT, False),
          "top": (Side.HEIGHT, True)}  # fmt: skip


class Ends(Enum):
    """From which ends of a side distances are measured."""

    NEAR = "near"
    """The left or the bottom one, where a list measures from."""
    FAR = "far"
    BOTH = "both"


@dataclass(frozen=True, slots=True)
class Place:
    """A side (None: not said) and the ends measured from; ``all_round`` is every side from both ends."""

    side: Side | None = None
    ends: Ends | None = None
    all_round: bool = False


def _other(side: Side) -> Side:
    return Side.HEIGHT if side is Side.WIDTH else Side.WIDTH


def place_here(reading: Reading, cursor: Cursor, sided: bool = False) -> Place | None:
    """Move past what says where marks lie, and give it; None where nothing here does.

    What cannot be told is asked about, and given as a place of nothing known.
    """
    since = cursor.at
    found = _all_round(cursor) or _from(reading, cursor, sided) or _side(reading, cursor)
    if found is None:
        cursor.at = since
    return found


def _all_round(cursor: Cursor) -> Place | None:
    """``all round``, ``on all four sides``, ``from every edge``."""
    since = cursor.at
    cursor.phrase("in", "from") or cursor.take("on", "along", "from", "at")
    if cursor.phrase("all", "the", "way", "round|around") or cursor.phrase("all", "round|around"):
        return Place(all_round=True)
    cursor.take("the")
    if cursor.take("every") and cursor.take("side", "edge"):
        return Place(all_round=True)
    cursor.at = since
    cursor.phrase("in", "from") or cursor.take("on", "along", "from", "at")
    counted = False
    while True:
        token = cursor.peek()
        if cursor.take("all", "four"):
            counted = True
        elif counted and token is not None and token.whole == 4:
            cursor.at += 1
        elif not (counted and cursor.take("the", "of")) and not (not counted and cursor.take("the", "its")):
            break
    if counted and cursor.take("sides", "edges"):
        return Place(all_round=True)
    cursor.at = since
    return None


def _from(reading: Reading, cursor: Cursor, sided: bool) -> Place | None:
    """``from each end``, ``in from both long edges``, ``from the left and the right``, ``from the top``.

    ``sided``: the side is known from what was said before.
    """
    since = cursor.at
    said_from = cursor.phrase("in", "from") or bool(cursor.take("from"))
    if not said_from and not (cursor.take("at", "on", "off") and cursor.word() in _BOTH):
        cursor.at = since
        return None
    opposite = bool(cursor.take(*_BOTH)) or cursor.phrase("the", "two")
    cursor.take("the", "its", "of")
    if not opposite and cursor.word() in _EDGES:
        return _from_edges(cursor)
    named = _named_side(reading, cursor, followed=True)
    word = cursor.take(*ENDS)
    if not word:
        cursor.at = since
        return None
    several = opposite or word in ("ends", "sides", "edges")
    if named is not None and not said_from:
        # "on both long sides": along them, or in from them?
        start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
        text = reading.text[start:end]
        ends = (f"from both ends of the {named}", f"from both ends of the {_other(named)}")
        reading.ask(start, end, message("which-ends", text=text), *ends)
        return Place(named, Ends.BOTH)
    if named is not None and word.startswith("end") and named is long_side(reading.size):
        return _which(reading, cursor, since)  # the ends of a piece are its short edges
    if named is not None:
        # A long edge runs along the long side: in from it is measured along the short one. One long
        # edge of the two is not enough to know where.
        return Place(_other(named), Ends.BOTH) if several else _which(reading, cursor, since)
    if not several:
        return _which(reading, cursor, since)
    if cursor.take("of"):
        cursor.take("the", "its")
        along = _named_side(reading, cursor)
        if along is None:
            cursor.at = since
            return None
        cursor.take("side", "edge", "way")
        return Place(along, Ends.BOTH)
    if sided or (said_from and word.startswith("end")) or _side_follows(reading, cursor):
        return Place(None, Ends.BOTH)
    # "from both sides": left and right, or the two ends of the long one?
    return Place(None, Ends.BOTH) if word.startswith("end") else _which(reading, cursor, since)


def _side_follows(reading: Reading, cursor: Cursor) -> bool:
    before, asked = cursor.at, len(reading.questions)
    found = _side(reading, cursor) is not None
    cursor.at = before
    del reading.questions[asked:]
    return found


def _which(reading: Reading, cursor: Cursor, since: int) -> Place:
    start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
    reading.ask(
        start, end, message("which-ends", text=reading.text[start:end]),
        "from both ends of the width", "from both ends of the height",
    )  # fmt: skip
    return Place(None, Ends.BOTH)


def _from_edges(cursor: Cursor) -> Place:
    places = [_EDGES[cursor.take(*_EDGES)]]
    cursor.take(*ENDS)
    before = cursor.at
    if cursor.take("and") or cursor.take_sign("&"):
        cursor.phrase("in", "from") or cursor.take("from")
        cursor.take("the")
        if cursor.word() in _EDGES and _EDGES[cursor.word()][0] is places[0][0]:
            places.append(_EDGES[cursor.take(*_EDGES)])
            cursor.take(*ENDS)
        else:
            cursor.at = before
    side = places[0][0]
    if len({far for _, far in places}) == 2:
        return Place(side, Ends.BOTH)
    return Place(side, Ends.FAR if places[0][1] else Ends.NEAR)


def _side(reading: Reading, cursor: Cursor) -> Place | None:
    """``on the long side``, ``along the 9 inch side``, ``the short edge``, ``width``, ``on the long``."""
    since = cursor.at
    before = cursor.take(*_BEFORE)
    the = cursor.take("the", "its", "a")
    if (
        not before
        and not the
        and cursor.word() not in ("long", "short", "longer", "shorter", "width", "height")
    ):
        token = cursor.peek()
        if token is None or token.kind is not Kind.NUMBER:
            return None
    after_article = cursor.at
    named = _named_side(reading, cursor, said=bool(before or the))
    if named is None:
        cursor.at = since
        return None
    word = cursor.tokens[after_article].word
    if word not in ("width", "height") and cursor.take("sides", "edges"):
        # "1 on the long sides": one score along them, or one in from each end?
        start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
        reading.ask(
            start, end, message("which-ends", text=reading.text[start:end]),
            f"from both ends of the {named}", f"from both ends of the {_other(named)}", f"on the {named}",
        )  # fmt: skip
        return Place(named)
    if word not in ("width", "height") and not cursor.take("side", "edge", "way"):
        # "on the long at 2", "5 on the long", "along the 9 at 2": the side's name is left out.
        short = bool(before or the)
        nothing = cursor.peek()
        ends = (
            nothing is None
            or cursor.word() in ("at", "and", "score", "fold")
            or bool(cursor.sign() in (",", ";", ":"))
            or nothing.kind is Kind.NUMBER
        )
        if not (short and ends):
            cursor.at = since
            return None
    return Place(named)


def _named_side(
    reading: Reading, cursor: Cursor, *, said: bool = True, followed: bool = False
) -> Side | None:
    """The side that a word or a length names; a question where it could be either, or neither.

    ``said``: a word such as "the" has shown that a side comes; ``followed``: only where "side" or
    "ends" follows it.
    """
    since = cursor.at
    width, height = reading.size
    if word := cursor.take("width", "height"):
        return Side(word)
    longer = long_side(reading.size)
    if word := cursor.take("long", "longer", "longest", "short", "shorter", "shortest"):
        if width == height:
            _either(reading, cursor, since, "equal-sides.word")
        return longer if word.startswith("long") else _other(longer)
    number = cursor.number()
    if number is None:
        return None
    follows = cursor.word() in (*ENDS, "way")
    if not follows and (followed or not said):
        cursor.at = since
        return None
    length = reading.length(number)
    if length is not None and length in (width, height) and width != height:
        return Side.WIDTH if length == width else Side.HEIGHT
    equal = width == height == length
    # "2 sides" is a count, and "on the 5" of a piece that has no such side is nothing known.
    if length is None or not (equal or (follows and cursor.word() in ("side", "edge", "end", "way"))):
        cursor.at = since
        return None
    _either(reading, cursor, since, "equal-sides.length" if equal else "no-such-side")
    return longer


def _either(reading: Reading, cursor: Cursor, since: int, key: str) -> None:
    behind = 1 if cursor.word() in ("side", "edge", "way") else 0
    start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1 + behind].end
    article = cursor.tokens[since - 1] if since else None
    if article is not None and article.word in ("the", "its"):
        start = article.start
    text = reading.text[start:end]
    reading.ask(
        start,
        end,
        message(key, text=text) if key == "no-such-side" else message(key),
        "the width",
        "the height",
    )


def long_side(size: tuple[Length, Length]) -> Side:
    """The longer side; the width where both are as long."""
    return Side.HEIGHT if size[1] > size[0] else Side.WIDTH
