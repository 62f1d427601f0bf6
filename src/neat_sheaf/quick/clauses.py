"""What each clause of a line says of the piece besides its marks and cut-outs: one reader a clause.

A reader is called at the first word of its clause. It moves the cursor past what it takes and gives
True, or leaves the cursor and gives False; what nobody takes is asked about.
"""

from __future__ import annotations

from collections.abc import Callable

from neat_sheaf.messages import message
from neat_sheaf.project import CutMethod, Edge, Face, Outline, Panel, Portion, Tab
from neat_sheaf.quick.cursor import Cursor
from neat_sheaf.quick.draft import Mat, Reading, name_until, nearest, panel
from neat_sheaf.quick.tokens import Kind, Token

__all__ = ["READERS", "Reader", "count", "number_first", "role_here", "whole_role"]

MOST_RUNS = 10
MOST_NAME_WORDS = 20
MOST_ROLE_WORDS = 2
_SCRAP = ("scrap", "scraps", "offcut", "offcuts", "leftover", "leftovers")

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
    since = cursor.at
    cursor.take("with")
    cursor.take("a")
    if not cursor.take("margin", "margins"):
        cursor.at = since
        return False
    cursor.take("of")
    number = cursor.number()
    if number is None:
        asked = message("not-understood.numbers", count=1, example="margin 1/8")
        reading.ask_about(cursor, since, asked)
        return True
    length = reading.length(number)
    if length is not None:
        reading.set_once(cursor, since, "margin", length)
    return True


def _mat(reading: Reading, cursor: Cursor) -> bool:
    """``mat of Sleeve column 2``, ``as a mat for the Lid``, ``mat on panel 2.1 of the Lid``."""
    since = cursor.at
    cursor.take("as", "is")
    cursor.take("a")
    if not (cursor.take("mat", "mats") and cursor.take("of", "for", "on")):
        cursor.at = since
        return False
    return _of_piece(reading, cursor, since, "not-understood.mat")


def _of_piece(reading: Reading, cursor: Cursor, since: int, nothing: str) -> bool:
    cursor.take("the")
    chosen = panel(reading, cursor) if cursor.word() in ("panel", "column", "col", "row") else None
    if chosen is not None:
        cursor.take("of")
        cursor.take("the")
    at = cursor.at
    name, quoted = _piece_name(reading, cursor)
    if not name:
        reading.ask_about(cursor, since, message(nothing))
        return True
    start, end = cursor.tokens[at].start, cursor.tokens[cursor.at - 1].end
    known = reading.known.named(name)
    if known is None and not quoted and reading.known.pieces:
        near = nearest(name, reading.known.pieces, 60)
        if near:
            reading.ask(start, end, message("unknown-piece.near", piece=name, near=near), near)
        else:
            reading.ask(start, end, message("unknown-piece.name", piece=name), *reading.known.pieces[:4])
    if cursor.sign() == "," and cursor.word(1) in ("panel", "column", "col", "row"):
        cursor.at += 1
    chosen = panel(reading, cursor) or chosen
    mat = Mat(known or name, chosen, cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end)
    if reading.mat_for is not None and (reading.mat_for.piece, reading.mat_for.panel) != (
        mat.piece,
        mat.panel,
    ):
        text = reading.text[mat.start : mat.end]
        reading.ask(mat.start, mat.end, message("said-twice.differently", text=text), "")
        return True
    reading.mat_for = mat
    return True


def _piece_name(reading: Reading, cursor: Cursor) -> tuple[str, bool]:
    """The name of a piece: the longest one that is known, else all words up to what cannot be a name."""
    token = cursor.peek()
    if token is not None and token.kind is not Kind.QUOTED:
        for n in range(min(cursor.stop, cursor.at + MOST_NAME_WORDS) - 1, cursor.at - 1, -1):
            known = reading.known.named(reading.text[token.start : cursor.tokens[n].end])
            if known is not None:
                cursor.at = n + 1
                return known, False
    return name_until(reading, cursor, "column", "col", "row", "panel", "in", "from", "punched", "die-cut")


def _for(reading: Reading, cursor: Cursor) -> bool:
    """``for the Lid``: of a mat, whose; of anything else a question."""
    since = cursor.at
    cursor.at += 1
    cursor.take("the")
    at = cursor.at
    name, _ = _piece_name(reading, cursor)
    known = reading.known.named(name) if name else None
    if known is None:
        cursor.at = since
        return False
    named = str(reading.fields.get("name", "")).lower().split()
    if "mat" in named or "mats" in named:
        cursor.at = at
        return _of_piece(reading, cursor, since, "not-understood.mat")
    reading.ask_about(cursor, since, message("for-whom", piece=known), f"mat of {known}", "")
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


def _scrap(reading: Reading, cursor: Cursor) -> bool:
    """``from scrap``, ``may come from the offcut``, ``scraps will do``."""
    since = cursor.at
    cursor.phrase("may|can", "come")
    if cursor.phrase("scrap|scraps", "will", "do"):
        reading.fields["scrap"] = True
        return True
    if cursor.take("from", "in", "of") or cursor.phrase("out", "of"):
        cursor.take("the", "a", "an")
        if cursor.take(*_SCRAP):
            reading.fields["scrap"] = True
            return True
    cursor.at = since
    return False


def _role(reading: Reading, cursor: Cursor) -> bool:
    """``in body``, ``from print A``, ``out of "any words"``."""
    since = cursor.at
    if not (cursor.take("in", "from", "of", "using") or cursor.phrase("out", "of")):
        return False
    cursor.take("the")
    token = cursor.peek()
    if token is not None and token.kind is Kind.QUOTED:
        name, _ = name_until(reading, cursor)
        reading.set_once(cursor, since, "paper", name)
        return True
    role = role_here(reading, cursor)
    longer = [known for known in reading.known.every_role if known.lower().startswith(f"{role.lower()} ")]
    if role and longer and role not in reading.known.every_role:
        # "in print" beside a known "print A": a letter is missing, or it is another paper.
        reading.ask_about(
            cursor, since, message("which-paper", text=role), *(f"in {known}" for known in longer)
        )
        return True
    if role:
        reading.set_once(cursor, since, "paper", role)
        return True
    cursor.at = since + 1
    reading.ask_about(cursor, since, message("not-understood.paper"), "")
    return True


def role_here(reading: Reading, cursor: Cursor) -> str:
    """Move past a role: a known one, else at most two words; "" where none is here."""
    only_known = cursor.word(-1) == "of" and cursor.word(-2) != "out"
    words: list[Token] = []
    while (token := cursor.peek(len(words))) is not None and token.kind in (
        Kind.WORD,
        Kind.NUMBER,
        Kind.OTHER,
    ):
        if token.kind is Kind.NUMBER and token.whole is None:
            break
        # "print A" is a paper, and "a" otherwise begins something else.
        if words and token.word in READERS and not (token.text.isupper() or token.word == "print"):
            break
        words.append(token)
    if words and words[0].kind is Kind.NUMBER:
        return ""

    def said(taken: int) -> str:
        return reading.text[words[0].start : words[taken - 1].end]

    for n in range(len(words), 0, -1):
        known = [role for role in reading.known.every_role if role.lower() == said(n).lower()]
        # "print A" beside a known "print" is another role, not that one and a stray letter.
        stray = words[n : n + 1]
        if known and not (stray and len(stray[0].text) == 1 and stray[0].text.isalnum()):
            cursor.at += n
            return known[0]
    if (
        only_known
        or not words
        or words[0].word in _NO_ROLE
        or (words[0].word in READERS and words[0].word != "print")
    ):
        return ""
    if len(words[0].text) == 1:
        return ""  # "in A print" is "in print A" with its words the wrong way round
    most = min(MOST_ROLE_WORDS, len(words))
    if any(token.word in _NO_ROLE for token in words[:most]):
        return ""
    cursor.at += most
    return said(most)


# Words of the grammar that are no paper's name: "in half" is a fold, "from each" a place.
_NO_ROLE = (
    "row",
    "column",
    "panel",
    "panels",
    "from",
    "each",
    "both",
    "all",
    "at",
    "the",
    "to",
    "by",
    "score",
    "slit",
    "and",
    "fold",
    "folded",
    "turn",
    "mountain",
    "valley",
    "left",
    "right",
    "top",
    "bottom",
    "long",
    "short",
    "on",
    "along",
    "for",
    "with",
    "it",
    "of",
    "in",
    "width",
    "height",
    "side",
    "edge",
    "inch",
    "inches",
)


def whole_role(reading: Reading, cursor: Cursor) -> bool:
    """A known role alone between two signs: ``..., card``."""
    since = cursor.at
    before = cursor.sign(-1)
    if before not in (",", ";"):
        return False
    while (token := cursor.peek()) is not None and token.kind in (Kind.WORD, Kind.NUMBER):
        cursor.at += 1
        said = reading.text[cursor.tokens[since].start : token.end]
        known = next((role for role in reading.known.every_role if role.lower() == said.lower()), None)
        behind = cursor.peek()
        if known is not None and (behind is None or behind.kind is Kind.SIGN):
            reading.set_once(cursor, since, "paper", known)
            return True
    cursor.at = since
    return False


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
    """``1/8 margin``."""
    since = cursor.at
    number = cursor.number()
    if number is not None and cursor.take("margin", "margins"):
        length = reading.length(number)
        if length is not None:
            reading.set_once(cursor, since, "margin", length)
        return True
    cursor.at = since
    return False


READERS: dict[str, tuple[Reader, ...]] = {
    "qty": (count,), "quantity": (count,), "cut": (count,), "make": (count,), "need": (count,),
    "pair": (count,), "one": (count,), "two": (count,), "three": (_portion, count), "four": (count,),
    "five": (count,), "six": (count,), "seven": (count,), "eight": (count,), "nine": (count,),
    "ten": (count,), "eleven": (count,), "twelve": (count,),
    "die-cut": (_cut,), "diecut": (_cut,), "die-cuts": (_cut,), "die-cutting": (_cut,), "die": (_cut,),
    "punched": (_cut,), "punch": (_cut,), "punches": (_cut,), "trimmed": (_cut,), "trim": (_cut,),
    "is": (_cut, _mat), "are": (_cut,), "as": (_mat,), "a": (count, _mat), "mat": (_mat,), "mats": (_mat,),
    "margin": (_margin,), "margins": (_margin,), "with": (_margin,),
    "matched": (_matched,), "for": (_for,),
    "follows": (_follows,), "follow": (_follows,), "following": (_follows,), "print": (_follows,),
    "may": (_follows, _scrap), "can": (_follows, _scrap), "any": (_follows,),
    "scrap": (_scrap,), "scraps": (_scrap,),
    "in": (_scrap, _role), "from": (_scrap, _role), "of": (_scrap, _role), "out": (_scrap, _role),
    "using": (_role,),
    "half": (_portion,), "halves": (_portion,), "quarter": (_portion,), "quarters": (_portion,),
    "three-quarters": (_portion,), "three-quarter": (_portion,),
    "circle": (_outline,), "oval": (_outline,), "ellipse": (_outline,),
    "tab": (_tab,), "tabs": (_tab,), "seen": (_seen,), "faces": (_seen,), "faced": (_seen,), "face": (_seen,),
}  # fmt: skip
