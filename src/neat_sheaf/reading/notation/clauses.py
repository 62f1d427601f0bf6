"""What each clause of a line says of the piece, apart from its marks and cut-outs: one reader a clause.

A reader is called at the first word of its clause. It moves the cursor past what it takes and gives
True, or leaves the cursor and gives False; what nobody takes is asked about.
"""

from __future__ import annotations

from collections.abc import Callable

from neat_sheaf.messages import message
from neat_sheaf.project import CutMethod, Edge, Face, Outline, Panel, Portion, Tab
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Reading, name_until, panel
from neat_sheaf.reading.notation.mat_clauses import for_whom, mat
from neat_sheaf.reading.notation.paper_clauses import role, scrap
from neat_sheaf.reading.notation.pass_clauses import die_pass, note, word
from neat_sheaf.reading.notation.strip_clauses import spares, strip
from neat_sheaf.reading.notation.tokens import Kind

__all__ = ["READERS", "Reader", "count", "number_first"]

MOST_RUNS = 10

Reader = Callable[[Reading, Cursor], bool]


def count(reading: Reading, cursor: Cursor) -> bool:
    """``(2)``, ``(6 of them)``, ``4 a kit``, ``2 off``, ``x 4``, ``qty 3``, ``cut 4``, ``a pair``."""
    since = cursor.at
    bracket = bool(cursor.take_sign("("))
    token = cursor.peek()
    times = token is not None and token.kind is Kind.TIMES
    if times:
        cursor.at += 1
    verb = bool(cursor.take("qty", "quantity", "cut", "make", "need"))
    cursor.take_sign(".", ":") if verb else None
    found = cursor.whole()
    pair = False
    if found is None and not times and (cursor.phrase("a", "pair") or cursor.phrase("pair")):
        found, pair = 2, True
    behind = found is not None and _count_behind(cursor)
    if found is None or not (bracket or times or verb or behind or pair):
        cursor.at = since
        return False
    if bracket and not cursor.take_sign(")"):
        cursor.at = since
        return False
    before = cursor.peek(since - cursor.at - 1)
    if times and not bracket and before is not None and before.kind is Kind.NUMBER:
        # "4 x 4 x 1": a third size, or a distance that is said to be a size?
        third = reading.size_end == before.end
        text = reading.text[cursor.tokens[since].start : cursor.tokens[cursor.at - 1].end]
        reading.ask_about(
            cursor, since, message("third-size" if third else "not-understood.words", text=text),
            *([f"({found})"] if third else []),
        )  # fmt: skip
        return True
    reading.set_count(found)
    return True


def _count_behind(cursor: Cursor) -> bool:
    """The words behind a number that make it a count."""
    if cursor.phrase("of", "them|these|each|those") or cursor.take("off", "times"):
        return True
    if cursor.take("of") or cursor.take("each"):
        # "(2 of)" and "(2 each)"; elsewhere "2 of" begins something else.
        return cursor.sign() == ")" or cursor.take("kit") != "" or cursor.peek() is None
    token = cursor.peek()
    if cursor.phrase("per|a|each|every", "kit|person|attendee"):
        return True
    if token is not None and token.text in ("/kit", "/"):
        cursor.at += 1
        return token.text == "/kit" or bool(cursor.take("kit"))
    if token is not None and token.kind is Kind.TIMES and cursor.sign(1) == ")":
        cursor.at += 1
        return True
    return False


def _cut(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    cursor.take("is", "are")
    if cursor.take("die-cut", "diecut", "die-cuts", "die-cutting") or cursor.phrase(
        "die", "cut|cuts|cutting"
    ):
        method = CutMethod.DIE
    elif cursor.take("punched", "punch", "punches"):
        cursor.take("out")
        method = CutMethod.PUNCH
    elif cursor.take("trimmed", "trim"):
        method = CutMethod.TRIM
    else:
        cursor.at = since
        return False
    reading.set_once(cursor, since, "cut", method)
    return True


def _margin(reading: Reading, cursor: Cursor) -> bool:
    """``margin 1/8``, ``with a margin of 1/8``; ``with margin``."""
    return _length_of(reading, cursor, "margin", "1/8")


def _pitch(reading: Reading, cursor: Cursor) -> bool:
    """``pitch 1 7/8``, ``with a pitch of 1 7/8``: how far apart along a strip."""
    return _length_of(reading, cursor, "pitch", "1 7/8")


def _length_of(reading: Reading, cursor: Cursor, key: str, example: str) -> bool:
    since = cursor.at
    cursor.take("with")
    cursor.take("a")
    if not cursor.take(key, f"{key}s"):
        cursor.at = since
        return False
    cursor.take("of")
    number = cursor.number()
    if number is None:
        asked = message("not-understood.numbers", count=1, example=f"{key} {example}")
        reading.ask_about(cursor, since, asked)
        return True
    length = reading.length(number)
    if length is not None:
        reading.set_once(cursor, since, key, length)
    return True


def _matched(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    cursor.at += 1
    cursor.take("with", "as", "set")
    name, _ = name_until(reading, cursor)
    if name:
        reading.set_once(cursor, since, "matched", name)
    else:
        reading.ask_about(cursor, since, message("not-understood.matched"), "")
    return True


def _follows(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    if (
        cursor.phrase("follow|follows|following", "the", "print")
        or cursor.phrase("follow|follows", "print")
        or cursor.phrase("print", "up")
    ):
        reading.set_once(cursor, since, "follows_print", True)
    elif cursor.phrase("may|can", "turn") or cursor.phrase("any", "way", "round|up"):
        reading.set_once(cursor, since, "follows_print", False)
    return cursor.at > since


def _portion(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    before = cursor.peek(-1)
    if before is not None and before.kind is Kind.NUMBER:
        return False  # "folded 7 in half": it is no part of a whole that is meant
    if cursor.take("three-quarters", "three-quarter") or cursor.phrase("three", "quarters|quarter"):
        portion = Portion.THREE_QUARTERS
    elif cursor.take("half", "halves"):
        portion = Portion.HALF
    elif cursor.take("quarter", "quarters"):
        portion = Portion.QUARTER
    else:
        return False
    reading.set_once(cursor, since, "portion", portion)
    return True


def _outline(reading: Reading, cursor: Cursor) -> bool:
    """``circle`` where both sizes are the same, ``oval``."""
    since = cursor.at
    word = cursor.take("circle", "oval", "ellipse")
    if cursor.word() == "window" or not word:
        cursor.at = since
        return False
    width, height = reading.size
    if word == "circle" and width != height:
        reading.ask_about(cursor, since, message("no-circle"), "oval")
        return True
    reading.set_once(cursor, since, "outline", Outline.OVAL)
    return True


def _tab(reading: Reading, cursor: Cursor) -> bool:
    since = cursor.at
    cursor.at += 1
    chosen = panel(reading, cursor)
    if chosen is None:
        reading.ask_about(cursor, since, message("no-panel.tab"), "tab column 1")
        return True
    runs: list[int] = []
    while True:
        before = cursor.at
        said = cursor.take("runs", "run") or ""
        number = cursor.peek()
        whole = number.whole if number is not None else None
        if whole is None:
            cursor.at = before
            break
        cursor.at += 1
        if not said and not cursor.take("runs", "run"):
            cursor.at = before
            break
        runs.append(whole)
    if len(runs) > 1 or not all(1 <= n <= MOST_RUNS for n in runs):
        reading.ask_about(cursor, since, message("out-of-range.runs", most=MOST_RUNS))
        return True
    reading.lists["tabs"].append(Tab(chosen, *runs))
    return True


def _seen(reading: Reading, cursor: Cursor) -> bool:
    cursor.at += 1
    cursor.take("out")
    chosen = panel(reading, cursor)
    ups: list[Edge] = []
    while cursor.word() == "up":
        since = cursor.at
        cursor.at += 1
        cursor.take("is")
        cursor.take("the")
        edge = cursor.take("top", "bottom", "left", "right")
        if not edge:
            cursor.at = since
            break
        if ups:
            reading.ask_about(cursor, since, message("said-twice.up"), "")
        ups.append(Edge(edge))
    name = ""
    if cursor.take("as"):
        name, _ = name_until(reading, cursor)
    reading.lists["faces"].append(Face(chosen or Panel(1, 1), ups[0] if ups else Edge.TOP, name))
    return True


def number_first(reading: Reading, cursor: Cursor) -> bool:
    """``1/8 margin``, ``1 7/8 pitch``, ``2 spare``, ``2 from a pass of Tag trio``."""
    since = cursor.at
    if spares(reading, cursor) or die_pass(reading, cursor):
        return True
    number = cursor.number()
    for key in ("margin", "pitch") if number is not None else ():
        if number is not None and cursor.take(key, f"{key}s"):
            length = reading.length(number)
            if length is not None:
                reading.set_once(cursor, since, key, length)
            return True
    cursor.at = since
    return False


_NUMBERS = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")

READERS: dict[str, tuple[Reader, ...]] = {
    **dict.fromkeys(_NUMBERS, (die_pass, count)), "three": (die_pass, _portion, count),
    "qty": (count,), "quantity": (count,), "cut": (count,), "make": (count,), "need": (count,),
    "pair": (count,), "die": (_cut,),
    "die-cut": (_cut,), "diecut": (_cut,), "die-cuts": (_cut,), "die-cutting": (_cut,),
    "punched": (_cut,), "punch": (_cut,), "punches": (_cut,), "trimmed": (_cut,), "trim": (_cut,),
    "is": (_cut, mat), "are": (_cut,), "as": (mat,), "a": (die_pass, count, mat), "mat": (mat,),
    "mats": (mat,), "pass": (die_pass,), "each": (die_pass,), "word": (word,), "note": (note,),
    "margin": (_margin,), "margins": (_margin,), "with": (_margin, _pitch),
    "pitch": (_pitch,), "off": (strip,),
    "matched": (_matched,), "for": (for_whom,),
    "follows": (_follows,), "follow": (_follows,), "following": (_follows,), "print": (_follows,),
    "may": (_follows, scrap), "can": (_follows, scrap), "any": (_follows,),
    "scrap": (scrap,), "scraps": (scrap,),
    "in": (scrap, role), "from": (die_pass, strip, scrap, role), "of": (scrap, role), "out": (scrap, role),
    "using": (role,),
    "half": (_portion,), "halves": (_portion,), "quarter": (_portion,), "quarters": (_portion,),
    "three-quarters": (_portion,), "three-quarter": (_portion,),
    "circle": (_outline,), "oval": (_outline,), "ellipse": (_outline,),
    "tab": (_tab,), "tabs": (_tab,), "seen": (_seen,), "faces": (_seen,), "faced": (_seen,), "face": (_seen,),
}  # fmt: skip
