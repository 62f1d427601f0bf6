"""What each clause of a line says of the piece: one reader a clause."""

from __future__ import annotations

from collections.abc import Callable

from lark import Token

from neat_sheaf.measure.length import Length
from neat_sheaf.messages import message
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    CutMethod,
    Diagonal,
    Edge,
    Face,
    Fold,
    Hole,
    MatOf,
    Portion,
    Tab,
)
from neat_sheaf.quick.draft import (
    Reading,
    close_unknown,
    digits,
    end_of,
    name_of,
    nearest,
    panel,
    set_count,
    set_once,
    start_of,
)
from neat_sheaf.quick.marks import MarkReader

__all__ = ["READERS"]

MOST_RUNS = 10


def _count(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    start, end = start_of(tokens[0]), end_of(tokens[0])
    if str(tokens[0])[0] in "xX" and reading.size_end == len(reading.text[:start].rstrip()):
        reading.ask(start, end, message("third-size", text=str(tokens[0])))
        return
    set_count(reading, digits(tokens[0]))


def _scores(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    marks.read(tokens, slit=False)


def _slits(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    marks.read(tokens, slit=True)


def _fold_of(tokens: list[Token]) -> Fold:
    mountain = any(t.type == "FOLD" and str(t).lower() == "mountain" for t in tokens)
    return Fold.MOUNTAIN if mountain else Fold.VALLEY


def _lengths(reading: Reading, tokens: list[Token], wanted: int, example: str) -> list[Length] | None:
    numbers = [t for t in tokens if t.type == "NUMBER"]
    found = [reading.length(t) for t in numbers]
    if len(numbers) != wanted:
        asked = message("not-understood.numbers", count=wanted, example=example)
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), asked)
        return None
    lengths = [length for length in found if length is not None]
    return lengths if len(lengths) == wanted else None


def _diagonal(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 4, "diagonal from (1/2, 0) to (1, 1 1/2)")
    if found:
        start, end = (found[0], found[1]), (found[2], found[3])
        reading.diagonals.append(Diagonal(start, end, _fold_of(tokens)))


def _hole(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 3, "hole 1/8 at 5/8, 3/8")
    if found and found[0] > 0:
        reading.holes.append(Hole(found[1], found[2], found[0]))
    elif found:
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), message("not-over-zero.hole"))


def _corner(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 1, "round all corners 1/4")
    if not found:
        return
    if found[0] <= 0:
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), message("not-over-zero.corner"))
        return
    said = str(tokens[0]).lower()
    shape = next(s for s in CornerShape if said.startswith(s.value[:3]))
    where = " ".join(str(t).lower().replace("-", " ") for t in tokens if t.type == "CORNERS") or "all"
    for corner in (Corner.TOP_LEFT, Corner.TOP_RIGHT, Corner.BOTTOM_LEFT, Corner.BOTTOM_RIGHT):
        sides = corner.value.split("-")
        if "all" in where or all(side in sides for side in where.split() if side in _CORNER_WORDS):
            reading.corners.append(CornerCut(corner, shape, found[0]))


_CORNER_WORDS = ("top", "bottom", "left", "right")


def _tab(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    runs = [digits(t) for t in tokens if t.type == "RUNS"]
    if not any(t.type in ("COLUMN", "ROW") for t in tokens):
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), message("no-panel.tab"), "tab column 1")
        return
    if len(runs) > 1 or not all(1 <= n <= MOST_RUNS for n in runs):
        asked = message("out-of-range.runs", most=MOST_RUNS)
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), asked)
        return
    reading.tabs.append(Tab(panel(reading, tokens), *runs))


def _seen(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    ups = [t for t in tokens if t.type == "UP"]
    if len(ups) > 1:
        reading.ask(start_of(ups[1]), end_of(ups[-1]), message("said-twice.up"), "")
    up = [Edge(str(t).lower().split()[-1]) for t in ups]
    at = next((n for n, t in enumerate(tokens) if t.type == "AS"), len(tokens))
    name = name_of(reading, tokens[at + 1 :])
    reading.faces.append(Face(panel(reading, tokens), up[0] if up else Edge.TOP, name))


def _role(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    words = [t for t in tokens if t.type in ("WORD", "NUMBER")]
    if len(tokens) == 1:
        reading.ask(start_of(tokens[0]), end_of(tokens[0]), message("not-understood.paper"), "")
        return
    if not words:
        set_once(reading, tokens, "paper", name_of(reading, tokens))
        return
    role, taken = _longest_known(reading, words)
    set_once(reading, tokens, "paper", role)
    close_unknown(reading, words[taken:])


def _longest_known(reading: Reading, words: list[Token]) -> tuple[str, int]:
    """The role that the first words name, and how many they are: a known one, else two at the most."""

    def said(count: int) -> str:
        return reading.text[start_of(words[0]) : end_of(words[count - 1])]

    for n in range(len(words), 0, -1):
        known = [role for role in reading.known.roles if role.lower() == said(n).lower()]
        # "print A" beside a known "print" is another role, not that one and a stray letter.
        stray = words[n : n + 1]
        if known and not (stray and len(stray[0]) == 1 and str(stray[0]).isalnum()):
            return known[0], n
    most = min(2, len(words))
    return said(most), most


def _cut(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    cut = {"DIE": CutMethod.DIE, "PUNCH": CutMethod.PUNCH, "TRIM": CutMethod.TRIM}
    set_once(reading, tokens, "cut", cut[tokens[0].type])


def _margin(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 1, "margin 1/8")
    if found:
        set_once(reading, tokens, "margin", found[0])


def _mat(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    name = name_of(reading, tokens[1:])
    if not name:
        reading.ask(start_of(tokens[0]), end_of(tokens[-1]), message("not-understood.mat"))
        return
    known = [piece for piece in reading.known.pieces if piece.lower() == name.lower()]
    if not known and reading.known.pieces and not any(t.type == "NAMED" for t in tokens):
        near = nearest(name, reading.known.pieces, 60)
        if near:
            words = [t for t in tokens[1:] if t.type in ("WORD", "NUMBER")]
            asked = message("unknown-piece.near", piece=name, near=near)
            reading.ask(start_of(words[0]), end_of(words[-1]), asked, near)
    set_once(reading, tokens, "mat_of", MatOf(known[0] if known else name, panel(reading, tokens)))


def _matched(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    name = name_of(reading, tokens[1:])
    if name:
        set_once(reading, tokens, "matched", name)
    else:
        reading.ask(start_of(tokens[0]), end_of(tokens[0]), message("not-understood.matched"), "")


def _follows(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    set_once(reading, tokens, "follows_print", True)


def _turns(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    set_once(reading, tokens, "follows_print", False)


def _scrap(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    reading.fields["scrap"] = True


def _portion(reading: Reading, tokens: list[Token], marks: MarkReader) -> None:
    said = str(tokens[0]).lower()
    portion = (
        Portion.THREE_QUARTERS if said.startswith("three")
        else Portion.HALF if said.startswith("hal") else Portion.QUARTER
    )  # fmt: skip
    set_once(reading, tokens, "portion", portion)


READERS: dict[str, Callable[[Reading, list[Token], MarkReader], None]] = {
    "count": _count, "scores": _scores, "slits": _slits, "diagonal": _diagonal, "hole": _hole,
    "corner": _corner, "tab": _tab, "seen": _seen, "role": _role, "cut": _cut, "margin": _margin, "mat": _mat,
    "matched": _matched, "follows": _follows, "turns": _turns, "scrap": _scrap, "portion": _portion,
}  # fmt: skip
