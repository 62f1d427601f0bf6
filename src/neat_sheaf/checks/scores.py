"""Scores: inside the piece, each once, in order, far enough apart, mirrored, on the groove."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.habits import Scoring
from neat_sheaf.length import Length, inches
from neat_sheaf.project import Line, Piece, Side

__all__ = ["check_scores"]

CLOSEST = inches("1/8")
NEAR = inches("1/4")  # From memory: a symmetry missed by more than this is no slip.


def check_scores(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """Findings about the scores of one piece."""
    for along, side in ((Side.WIDTH, piece.width), (Side.HEIGHT, piece.height)):
        found = [*_misplaced(table, index, piece, along, side)]
        yield from found
        if not found:
            yield from _symmetry(table, index, piece, along, side)
            yield from _groove(table, index, piece, along, side)


def _without(piece: Piece, number: int) -> Piece:
    return replace(piece, scores=piece.scores[:number] + piece.scores[number + 1 :])


def _moved(piece: Piece, number: int, at: Length) -> Piece:
    scores = list(piece.scores)
    scores[number] = replace(scores[number], at=at)
    return replace(piece, scores=tuple(scores))


def _misplaced(table: Table, index: int, piece: Piece, along: Side, side: Length) -> Iterator[Finding]:
    said = table.said
    numbered = [(n, line) for n, line in enumerate(piece.scores) if line.along is along]

    def finding(level: Level, code: str, says: str, mend: str, mended: Piece) -> Finding:
        return Finding(level, code, piece.name, says, index, Mend(mend, table.with_piece(index, mended)))

    for n, line in numbered:
        if not 0 < line.at < side:
            yield finding(
                Level.ERROR, "score-outside",
                f"the score at {said(line.at)} along the {along} is not inside the piece, "
                f"which is {said(side)} that way",
                f"take the score at {said(line.at)} off", _without(piece, n),
            )  # fmt: skip
    for (_, a), (n, b) in pairwise(sorted(numbered, key=lambda pair: (pair[1].at, pair[0]))):
        if a.at == b.at and (a.start, a.end) == (b.start, b.end):
            yield finding(
                Level.ERROR, "score-doubled",
                f"the score at {said(a.at)} along the {along} is written twice",
                "keep one of them", _without(piece, n),
            )  # fmt: skip
        elif 0 < b.at - a.at < CLOSEST and a.full and b.full:
            yield finding(
                Level.WARNING, "scores-close",
                f"the scores at {said(a.at)} and {said(b.at)} along the {along} "
                f"are only {said(b.at - a.at)} apart",
                f"take the score at {said(b.at)} off", _without(piece, n),
            )  # fmt: skip
    full = [(n, line) for n, line in numbered if line.full]
    if any(a.at > b.at for (_, a), (_, b) in pairwise(full)):
        ordered = sorted((line for _, line in full), key=lambda line: line.at)
        scores = list(piece.scores)
        for (n, _), line in zip(full, ordered, strict=True):
            scores[n] = line
        yield finding(
            Level.WARNING, "scores-out-of-order",
            f"the scores along the {along} run {_list(table, [line for _, line in full])}: "
            "out of order, so one may have been read off the wrong line",
            f"write them as {_list(table, ordered)}", replace(piece, scores=tuple(scores)),
        )  # fmt: skip


def _list(table: Table, lines: list[Line]) -> str:
    return ", ".join(table.said(line.at) for line in lines)


def _symmetry(table: Table, index: int, piece: Piece, along: Side, side: Length) -> Iterator[Finding]:
    """All scores but one mirror each other: the odd one may be a slip. Common practice."""
    at = sorted({line.at for line in piece.scores if line.along is along and line.full})
    odd = [place for place in at if side - place not in at]
    if len(at) < 2 or not odd or len(odd) > 2:
        return
    wrong = odd[-1]
    if len(odd) == 2:
        # The two must be each other's mirror but for the slip, not two wrong scores.
        if at.index(odd[0]) != len(at) - 1 - at.index(wrong):
            return
        right = Length(side - odd[0])
    else:
        right = Length(side // 2)
        if side % 2:
            return
    if abs(wrong - right) > NEAR or right in at:
        return
    number = next(
        n for n, line in enumerate(piece.scores) if line.along is along and line.full and line.at == wrong
    )
    mirror = (
        f"{table.said(at[0])} from one edge and {table.said(side - at[-1])} from the other"
        if len(odd) == 2 and odd[0] == at[0]
        else f"{table.said(odd[0])} and {table.said(side - wrong)} from the two edges"
        if len(odd) == 2
        else f"{table.said(wrong)} and {table.said(side - wrong)} on either side of the middle"
    )
    yield Finding(
        Level.WARNING,
        "symmetry-broken",
        piece.name,
        f"along the {along} one score breaks the mirror ({mirror}); a score at {table.said(right)} "
        f"instead of {table.said(wrong)} would restore it",
        index,
        Mend(
            f"move the score from {table.said(wrong)} to {table.said(right)}",
            table.with_piece(index, _moved(piece, number, right)),
        ),
    )


def _groove(table: Table, index: int, piece: Piece, along: Side, side: Length) -> Iterator[Finding]:
    """A board's grooves stand at even distances; the piece may be laid against either end."""
    groove = table.habits.groove
    if table.habits.scoring is not Scoring.BOARD:
        return
    off = [
        (n, line)
        for n, line in enumerate(piece.scores)
        if line.along is along and line.at % groove and (side - line.at) % groove
    ]
    if not off:
        return
    mended = piece
    for n, line in off:
        near = max(groove, (line.at + groove // 2) // groove * groove)
        mended = _moved(mended, n, Length(near))
    moved = [mended.scores[n] for n, _ in off]
    yield Finding(
        Level.WARNING,
        "score-off-groove",
        piece.name,
        f"along the {along} no groove of the board is at {_list(table, [line for _, line in off])}, "
        f"from either edge; score it with the trimmer's blade, or move it",
        index,
        Mend(f"move to the nearest groove, {_list(table, moved)}", table.with_piece(index, mended))
        if all(0 < line.at < side for line in moved)
        else None,
    )
