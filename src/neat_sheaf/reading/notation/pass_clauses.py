"""Clauses about what a die gives, and notes: ``2 from a pass of Tag trio``, ``word SEED``, ``note "..."``."""

from __future__ import annotations

import json

from neat_sheaf.limits import LONGEST_TEXT, MOST_GIVEN
from neat_sheaf.messages import message
from neat_sheaf.project import PassOf
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Reading, name_until, unquoted
from neat_sheaf.reading.notation.mat_clauses import known_piece
from neat_sheaf.reading.notation.tokens import Kind

__all__ = ["die_pass", "note", "word"]


def die_pass(reading: Reading, cursor: Cursor) -> bool:
    """``from a pass of Tag trio``, ``2 from a pass of Tag trio``, ``2 a pass of Tag trio``."""
    since = cursor.at
    gives = cursor.whole()
    said_from = cursor.take("from")
    cursor.take("a", "one", "each", "every", "the")
    if not (cursor.take("pass") and cursor.take("of")):
        cursor.at = since
        return False
    cursor.take("the")
    name = known_piece(reading, cursor)
    if not name or (gives is None and not said_from):
        # "a pass of Tag trio" alone: its number was perhaps taken for a size before it.
        reading.ask_about(cursor, since, message("not-understood.pass"))
    elif gives is not None and not 1 <= gives <= MOST_GIVEN:
        reading.ask_about(cursor, since, message("out-of-range.given", most=MOST_GIVEN))
    else:
        reading.set_once(cursor, since, "pass_of", PassOf(name, 1 if gives is None else gives))
    return True


def word(reading: Reading, cursor: Cursor) -> bool:
    """``word SEED SWAP``: its letters; in capitals or in quotation marks, and asked about otherwise."""
    since = cursor.at
    cursor.at += 1
    text, quoted = name_until(reading, cursor)
    if text and (quoted or (text.isupper() and text.replace(" ", "").isalpha())):
        reading.set_once(cursor, since, "word", text)
    else:
        # Anything may be a word: what slipped into it would be cut letter by letter.
        suggested = [f"word {json.dumps(text, ensure_ascii=False)}"] if text else []
        reading.ask_about(cursor, since, message("not-understood.word"), *suggested)
    return True


def note(reading: Reading, cursor: Cursor) -> bool:
    """``note "for the spine"``: what else is said of the piece, in quotation marks."""
    since = cursor.at
    cursor.at += 1
    token = cursor.peek()
    if token is None or token.kind is not Kind.QUOTED:
        cursor.at = since
        return False
    cursor.at += 1
    text = unquoted(token).strip()
    if len(text) > LONGEST_TEXT:
        reading.ask_about(cursor, since, message("too-long.note", found=len(text), most=LONGEST_TEXT))
    elif text:
        reading.set_once(cursor, since, "note", text)
    return True
