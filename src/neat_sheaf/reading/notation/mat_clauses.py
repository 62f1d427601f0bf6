"""``mat of Sleeve column 2``, ``for the Lid``: what a mat is of."""

from __future__ import annotations

from neat_sheaf.messages import message
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Mat, Reading, name_until, nearest, panel
from neat_sheaf.reading.notation.tokens import Kind

__all__ = ["for_whom", "known_piece", "mat"]

MOST_NAME_WORDS = 20


def mat(reading: Reading, cursor: Cursor) -> bool:
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
    name = known_piece(reading, cursor)
    if not name:
        reading.ask_about(cursor, since, message(nothing))
        return True
    if cursor.sign() == "," and cursor.word(1) in ("panel", "column", "col", "row"):
        cursor.at += 1
    chosen = panel(reading, cursor) or chosen
    until = None
    if chosen is not None and cursor.word() in ("to", "through"):
        before = cursor.at
        cursor.at += 1
        until = panel(reading, cursor)
        if until is None:
            cursor.at = before
    begin, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
    mat = Mat(name, chosen, begin, end, until)
    said = reading.mat_for
    if said is not None and (said.piece, said.panel, said.until) != (mat.piece, mat.panel, mat.until):
        text = reading.text[mat.start : mat.end]
        reading.ask(mat.start, mat.end, message("said-twice.differently", text=text), "")
        return True
    reading.mat_for = mat
    return True


def known_piece(reading: Reading, cursor: Cursor) -> str:
    """Move past the name of a piece of the list and give it as it is written there; "" where there is none.

    A question where no piece is called so, but where it is in quotation marks or nothing is known yet.
    """
    at = cursor.at
    name, quoted = _piece_name(reading, cursor)
    if not name:
        return ""
    start, end = cursor.tokens[at].start, cursor.tokens[cursor.at - 1].end
    known = reading.known.named(name)
    if known is None and not quoted and reading.known.pieces:
        near = nearest(name, reading.known.pieces, 60)
        if near:
            reading.ask(start, end, message("unknown-piece.near", piece=name, near=near), near)
        else:
            reading.ask(start, end, message("unknown-piece.name", piece=name), *reading.known.pieces[:4])
    return known or name


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


def for_whom(reading: Reading, cursor: Cursor) -> bool:
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
