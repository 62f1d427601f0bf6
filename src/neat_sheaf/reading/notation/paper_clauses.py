"""``in body``, ``from print A``, ``from the offcut``: which paper a piece is cut from."""

from __future__ import annotations

from neat_sheaf.messages import message
from neat_sheaf.reading.notation.cursor import COUNT_WORDS, Cursor
from neat_sheaf.reading.notation.draft import Reading, name_until
from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = ["role", "scrap", "whole_role"]

MOST_ROLE_WORDS = 2
_SCRAP = ("scrap", "scraps", "offcut", "offcuts", "leftover", "leftovers")
# Words that begin another clause, and so end a paper's name.
TAKEN_WORDS = (
    *COUNT_WORDS,
    "qty", "quantity", "cut", "make", "need", "pair", "die-cut", "diecut", "die-cuts", "die-cutting",
    "die", "punched", "punch", "punches", "trimmed", "trim", "is", "are", "as", "a", "mat", "mats",
    "margin", "margins", "with", "matched", "for", "follows", "follow", "following", "print", "may",
    "can", "any", "scrap", "scraps", "in", "from", "of", "out", "using", "half", "halves", "quarter",
    "quarters", "three-quarters", "three-quarter", "circle", "oval", "ellipse", "tab", "tabs", "seen",
    "faces", "faced", "face",
)  # fmt: skip


def scrap(reading: Reading, cursor: Cursor) -> bool:
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


def role(reading: Reading, cursor: Cursor) -> bool:
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
        if words and token.word in TAKEN_WORDS and not (token.text.isupper() or token.word == "print"):
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
            cursor.take("cardstock", "paper")
            return known[0]
    if (
        only_known
        or not words
        or words[0].word in _NO_ROLE
        or (words[0].word in TAKEN_WORDS and words[0].word != "print")
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
