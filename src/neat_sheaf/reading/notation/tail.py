"""What follows the size: clause after clause, and a question for what belongs to none."""

from __future__ import annotations

from neat_sheaf.messages import message
from neat_sheaf.reading.notation.clauses import READERS, count, number_first
from neat_sheaf.reading.notation.cursor import COUNT_WORDS, Cursor
from neat_sheaf.reading.notation.cutout_clauses import CUT_OUT_READERS, number_hole, window_behind
from neat_sheaf.reading.notation.distances import FOLD_WORDS, SCORE_WORDS, TURN_WORDS, turn_ahead
from neat_sheaf.reading.notation.draft import Reading, nearest
from neat_sheaf.reading.notation.head import ABOUT_WORDS
from neat_sheaf.reading.notation.marks import MarkReader
from neat_sheaf.reading.notation.paper_clauses import whole_role
from neat_sheaf.reading.notation.places import place_here
from neat_sheaf.reading.notation.sizes import size_at
from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = ["KEYWORDS", "read_tail"]

# How many distances without a verb are looked through for the place behind them.
MOST_AHEAD = 8
SLIT_WORDS = ("slit", "slits")
_PLACES = (
    "on", "along", "across", "down", "the", "long", "short", "longer", "shorter", "width", "height", "all",
    "at", "from", "in",
)  # fmt: skip
KEYWORDS = (
    "score", "slit", "mountain", "valley", "mat of", "matched", "follows the print", "may turn",
    "from scrap", "half", "quarter", "three-quarters", "die-cut", "punched", "trimmed", "margin", "relief",
    "hole", "diagonal", "round", "mitre", "notch", "corners", "tab", "column", "row", "runs", "seen",
    "long side", "short side", "width", "height", "all four sides", "in", "from", "a kit", "window",
    "remove panel", "pointed", "forked",
)  # fmt: skip
_SEPARATORS = (",", ";", ":", "-", "–", "—", ".", "&")


def read_tail(reading: Reading, cursor: Cursor, marks: MarkReader) -> None:
    """Read everything from the cursor on."""
    # A name may follow the size, before anything else: "4 1/4 x 11 card base, score 5 1/2".
    may_name = "name" not in reading.fields
    unknown: list[Token] = []

    def close() -> None:
        nonlocal may_name
        if not unknown:
            return
        if may_name and all(token.kind in (Kind.WORD, Kind.OTHER) for token in unknown):
            _named(reading, unknown)
        else:
            _ask_unknown(reading, list(unknown))
        may_name = False
        unknown.clear()

    while (token := cursor.peek()) is not None:
        joins = cursor.word() in ("and", "then") and cursor.peek(1) is not None and not cursor.sign(1)
        if cursor.sign() in _SEPARATORS or joins:
            close()
            cursor.at += 1
            continue
        since = cursor.at
        if _clause(reading, cursor, marks):
            close()
            may_name = may_name and _is_count(cursor, since)
            continue
        cursor.at = since + 1
        if token.text in ("(", ")"):
            close()  # "(from the offcut)": what is in the brackets is a clause of its own
            continue
        unknown.append(token)
    close()


def _is_count(cursor: Cursor, since: int) -> bool:
    token = cursor.tokens[since]
    return token.text == "(" or token.kind in (Kind.TIMES, Kind.NUMBER) or token.word in COUNT_WORDS


def _clause(reading: Reading, cursor: Cursor, marks: MarkReader) -> bool:
    """Read the clause that begins here; False where none does."""
    token = cursor.peek()
    if token is None:
        return False
    since = cursor.at
    if token.kind is Kind.NUMBER:
        return _numbered(reading, cursor, marks)
    if token.text == "(" or token.kind is Kind.TIMES:
        return count(reading, cursor)
    if token.kind is not Kind.WORD:
        return False
    word = token.word
    # "half an inch in from both long edges", not half of a whole.
    if word not in COUNT_WORDS and cursor.is_number() and _numbered(reading, cursor, marks):
        return True
    cursor.at = since
    if word in ("with", "plus") and _with(reading, cursor, marks):
        return True
    cursor.at = since
    if word == "cut" and cursor.word(1) in ("a", "window", "hole", "from") and _with(reading, cursor, marks):
        return True
    cursor.at = since
    if word in CUT_OUT_READERS or word in READERS:
        for reader in (*CUT_OUT_READERS.get(word, ()), *READERS.get(word, ())):
            if word in ("in", "from") and _marks_place(reading, cursor, marks):
                return True
            if reader(reading, cursor):
                return True
            cursor.at = since
    if _marks(reading, cursor, marks):
        return True
    cursor.at = since
    if cursor.is_number() and _numbered(reading, cursor, marks):
        return True
    cursor.at = since
    return whole_role(reading, cursor)


def _with(reading: Reading, cursor: Cursor, marks: MarkReader) -> bool:
    """``with rounded corners 1/4``, ``with a hole``: the clause behind the word."""
    cursor.at += 1
    if cursor.word(1) not in ("margin", "relief", "pair"):
        cursor.take("a", "an", "the")
    return cursor.word() not in ("with", "plus", "in", "cut") and _clause(reading, cursor, marks)


def _marks(reading: Reading, cursor: Cursor, marks: MarkReader) -> bool:
    """Scores and slits, with their verb before, behind or left out."""
    since = cursor.at
    word = cursor.word()
    if word in FOLD_WORDS and cursor.word(1) in SCORE_WORDS:
        cursor.at += 2
        marks.read(cursor, since, slit=False)
        return True
    if word in ("and", "cut") and cursor.word(1) in SLIT_WORDS:
        cursor.at += 1
        word = cursor.word()
    if word in SCORE_WORDS or word in SLIT_WORDS:
        before = cursor.tokens[since - 1] if since else None
        number = before is not None and (before.kind is Kind.NUMBER or before.word in COUNT_WORDS)
        if number and before is not None and before.end != reading.size_end:
            return False  # "turn it and two score 3/4": a comma is missing, or a number too many
        cursor.at += 1
        marks.read(cursor, since, slit=word in SLIT_WORDS)
        return True
    if word in TURN_WORDS and turn_ahead(cursor):
        marks.read(cursor, since, slit=marks.verb == "slit")
        return True
    return word in _PLACES and _marks_place(reading, cursor, marks)


def _marks_place(reading: Reading, cursor: Cursor, marks: MarkReader) -> bool:
    """``on the long side score at 2``, and ``on the short side at 1`` that goes on with it."""
    since, asked, before = cursor.at, len(reading.questions), cursor.peek(-1)
    place = place_here(reading, cursor, True)
    if place is not None:
        cursor.take_sign(",", ":")
        verb = cursor.word()
        if verb == "cut" and cursor.word(1) in SLIT_WORDS:
            cursor.at += 1
            verb = cursor.word()
        if verb in SCORE_WORDS or verb in SLIT_WORDS:
            cursor.at += 1
            marks.read(cursor, since, slit=verb in SLIT_WORDS, place=place)
            return True
        if verb == "at" or cursor.is_number():
            if marks.verb is None:
                _ask_verb(reading, cursor, since)
                return True
            if before is not None and before.kind is not Kind.SIGN and before.word not in ("and", "then"):
                cursor.at = since
                del reading.questions[asked:]
                return False  # "3 on the short side at 1": a comma is missing, or the 3 is too many
            marks.read(cursor, since, slit=marks.verb == "slit", place=place)
            return True
    cursor.at = since
    del reading.questions[asked:]
    return False


def _ask_verb(reading: Reading, cursor: Cursor, since: int) -> None:
    """Distances with a place and no verb: is it scored, or slit?"""
    while (token := cursor.peek()) is not None and token.text not in (";", "("):
        cursor.at += 1
    start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
    text = reading.text[start:end]
    reading.ask(start, end, message("score-or-slit"), f"score {text}", f"slit {text}")


def _numbered(reading: Reading, cursor: Cursor, marks: MarkReader) -> bool:
    """What begins with a number: a margin, a hole, a count, or distances that go on."""
    since = cursor.at
    for reader in (number_first, number_hole, count):
        if reader(reading, cursor):
            return True
        cursor.at = since
    before = cursor.peek(-1)
    separated = before is not None and (before.kind is Kind.SIGN or before.word in ("and", "then"))
    separated = separated or (before is not None and before.end == reading.size_end)
    second = size_at(cursor)
    if second is not None:
        if cursor.word() == "window":
            return window_behind(reading, cursor, since, second)
        text = reading.text[cursor.tokens[since].start : cursor.tokens[cursor.at - 1].end]
        reading.ask_about(cursor, since, message("second-size", text=text), "")
        return True
    if not separated:
        return False
    asked = len(reading.questions)
    for _ in range(MOST_AHEAD):
        if cursor.number() is None:
            break
        cursor.take_sign(",")
        cursor.take("and")
    place = place_here(reading, cursor, True)
    cursor.at = since
    del reading.questions[asked:]
    if place is None:
        return False
    if marks.verb is None:
        _ask_verb(reading, cursor, since)
    else:
        marks.read(cursor, since, slit=marks.verb == "slit")
    return True


def _named(reading: Reading, tokens: list[Token]) -> None:
    """The name behind a size; a known paper alone may be one or the other."""
    said = reading.text[tokens[0].start : tokens[-1].end]
    known = next((role for role in reading.known.every_role if role.lower() == said.lower()), None)
    if known is not None:
        start, end = tokens[0].start, tokens[-1].end
        reading.ask(start, end, message("name-or-paper", text=said), f"in {known}")
        return
    about = next((token for token in tokens if token.word in ABOUT_WORDS), None)
    if about is not None:
        reading.ask(about.start, about.end, message("about", text=about.text), "")
        return
    reading.fields["name"] = said


def _ask_unknown(reading: Reading, tokens: list[Token]) -> None:
    """A question for a run of words that no clause takes."""
    start, end = tokens[0].start, tokens[-1].end
    said = reading.text[start:end]
    about = next((t for t in tokens if t.word in ABOUT_WORDS or t.text in ("~", "≈")), None)
    if about is not None:
        reading.ask(about.start, about.end, message("about", text=about.text), "")
        return
    if len(tokens) == 1 and (whole := tokens[0].whole) is not None:
        reading.ask(start, end, message("lone-number", number=said), f"({whole})", "")
        return
    near = nearest(said.lower(), KEYWORDS, 70)
    if near is None and len(tokens) > 1:
        first = nearest(tokens[0].word, KEYWORDS, 75)
        near = f"{first}{reading.text[tokens[0].end : end]}" if first else None
    if near and near != said.lower():
        reading.ask(start, end, message("not-understood.near", text=said, near=near), near)
    else:
        # Behind a comma a word may be the paper.
        paper = len(tokens) == 1 and tokens[0].kind is Kind.WORD
        after_comma = reading.text[:start].rstrip().endswith((",", ";"))
        offered = (f"in {said}", "") if paper and after_comma else ("",)
        reading.ask(start, end, message("not-understood.words", text=said), *offered)
