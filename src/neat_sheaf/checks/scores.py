"""Scores: inside the piece, each once, in order, far enough apart, mirrored, on the groove."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.folding import Form
from neat_sheaf.habits import Scoring
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, Several, Sized, message, several
from neat_sheaf.project import Fold, Line, Piece

__all__ = ["check_scores"]

CLOSEST = inches("1/8")
NEAR = inches("1/4")  # From memory: a symmetry missed by more than this is no slip.


def check_scores(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """Findings about the scores of one piece."""
    for along, side in ((Side.WIDTH, piece.width), (Side.HEIGHT, piece.height)):
        found = [*_misplaced(context, index, piece, along, side)]
        yield from found
        if not found:
            yield from _symmetry(context, index, piece, along, side)
            yield from _trimmed(context, index, piece, along, side)
            yield from _groove(context, index, piece, along, side)


def _without(piece: Piece, number: int) -> Piece:
    return replace(piece, scores=piece.scores[:number] + piece.scores[number + 1 :])


def _moved(piece: Piece, number: int, at: Length) -> Piece:
    scores = list(piece.scores)
    scores[number] = replace(scores[number], at=at)
    return replace(piece, scores=tuple(scores))


def _misplaced(
    context: CheckContext, index: int, piece: Piece, along: Side, side: Length
) -> Iterator[Finding]:
    numbered = [(n, line) for n, line in enumerate(piece.scores) if line.along is along]

    def finding(level: Level, said: Message, fix: Message, fixed: Piece) -> Finding:
        repaired = Fix(fix, context.with_piece(index, fixed))
        return Finding(level, said, of_named(piece.name), index, repaired)

    for n, line in numbered:
        if not 0 < line.at < side:
            yield finding(
                Level.ERROR,
                message("score-outside", at=Measured(line.at), side=along, size=Measured(side)),
                message("fix-score.remove", at=Measured(line.at)), _without(piece, n),
            )  # fmt: skip
    for (_, a), (n, b) in pairwise(sorted(numbered, key=lambda pair: (pair[1].at, pair[0]))):
        if a.at == b.at and (a.start, a.end) == (b.start, b.end):
            yield finding(
                Level.ERROR, message("score-doubled", at=Measured(a.at), side=along),
                message("fix-score.keep-one"), _without(piece, n),
            )  # fmt: skip
        elif 0 < b.at - a.at < CLOSEST and a.full and b.full:
            yield finding(
                Level.WARNING,
                message(
                    "scores-close",
                    first=Measured(a.at), second=Measured(b.at), side=along, apart=Measured(b.at - a.at),
                ),
                message("fix-score.remove", at=Measured(b.at)), _without(piece, n),
            )  # fmt: skip
    full = [(n, line) for n, line in numbered if line.full]
    # Valleys and mountains may be listed apart: what is in order within each is in order.
    apart = [[line.at for _, line in full if line.fold is fold] for fold in Fold]
    if any(at != sorted(at) for at in apart):
        ordered = sorted((line for _, line in full), key=lambda line: line.at)
        scores = list(piece.scores)
        for (n, _), line in zip(full, ordered, strict=True):
            scores[n] = line
        yield finding(
            Level.WARNING,
            message("scores-out-of-order", side=along, scores=_list([line for _, line in full])),
            message("fix-score.order", scores=_list(ordered)), replace(piece, scores=tuple(scores)),
        )  # fmt: skip


def _list(lines: list[Line]) -> Several:
    return several(Measured(line.at) for line in lines)


# Forms whose panels one way are not alike.
_UNEVEN = (Form.ENVELOPE, Form.TUCK_BOX, Form.POCKET_CARD, Form.CLOSED_TUBE, Form.GUSSET_BAG)


def _symmetry(
    context: CheckContext, index: int, piece: Piece, along: Side, side: Length
) -> Iterator[Finding]:
    """All scores but one mirror each other: the odd one may be a slip. Common practice."""
    if context.folded(piece).form in _UNEVEN:
        return
    at = sorted({line.at for line in piece.scores if line.along is along and line.full})
    odd = [place for place in at if side - place not in at]
    if len(at) < 2 or not odd or len(odd) > 2:
        return
    wrong = odd[-1]
    if len(odd) == 2:
        # The two must be each other's mirror apart from the slip, not two wrong scores.
        if at.index(odd[0]) != len(at) - 1 - at.index(wrong):
            return
        right = Length(side - odd[0])
    else:
        right = Length(side // 2)
        if side % 2:
            return
    # Where all but one of four or more keep it, it is a slip however far off.
    far = abs(wrong - right) > NEAR and (len(at) < 4 or _like_a_wrap(at, side))
    if far or right in at:
        return
    number = next(
        n for n, line in enumerate(piece.scores) if line.along is along and line.full and line.at == wrong
    )
    if len(odd) == 2 and odd[0] == at[0]:
        mirror = message("mirror.edges", near=Measured(at[0]), far=Measured(side - at[-1]))
    elif len(odd) == 2:
        mirror = message("mirror.inner", near=Measured(odd[0]), far=Measured(side - wrong))
    else:
        mirror = message("mirror.middle", near=Measured(wrong), far=Measured(side - wrong))
    yield Finding(
        Level.WARNING,
        message("symmetry-broken", side=along, mirror=mirror, right=Measured(right), wrong=Measured(wrong)),
        of_named(piece.name),
        index,
        Fix(
            message("fix-score.move", wrong=Measured(wrong), right=Measured(right)),
            context.with_piece(index, _moved(piece, number, right)),
        ),
    )


def _like_a_wrap(at: list[Length], side: Length) -> bool:
    """Whether the panels are those of something wrapped round, whose scores mirror nothing."""
    sizes = [b - a for a, b in pairwise([0, *at, side])]
    # The tab may come last or first.
    return any(
        four[0] == four[2] and four[1] == four[3] for four in (sizes[:4], sizes[1:5]) if len(four) == 4
    )


def _trimmed(context: CheckContext, index: int, piece: Piece, along: Side, side: Length) -> Iterator[Finding]:
    """Scores that mirror one another, but about a middle that is not the piece's: it was not trimmed."""
    at = sorted({line.at for line in piece.scores if line.along is along and line.full})
    sums = {at[n] + at[-1 - n] for n in range(len(at) // 2)}
    if len(at) < 4 or len(at) % 2 or len(sums) != 1:
        return
    meant = Length(sums.pop())
    if not 0 < side - meant <= NEAR or _like_a_wrap(at, side):
        return
    fixed = replace(piece, width=meant) if along is Side.WIDTH else replace(piece, height=meant)
    yield Finding(
        Level.WARNING,
        message("not-trimmed", side=along, size=Measured(side), meant=Measured(meant)),
        of_named(piece.name),
        index,
        Fix(message("fix-size", size=Sized(fixed.width, fixed.height)), context.with_piece(index, fixed)),
    )


def _groove(context: CheckContext, index: int, piece: Piece, along: Side, side: Length) -> Iterator[Finding]:
    """A board's grooves are at even distances; the piece may be laid against either end."""
    groove = context.habits.groove
    if context.habits.scoring is not Scoring.BOARD:
        return
    off = [
        (n, line)
        for n, line in enumerate(piece.scores)
        if line.along is along and line.at % groove and (side - line.at) % groove
    ]
    if not off:
        return
    fixed = piece
    for n, line in off:
        near = max(groove, (line.at + groove // 2) // groove * groove)
        fixed = _moved(fixed, n, Length(near))
    moved = [fixed.scores[n] for n, _ in off]
    yield Finding(
        Level.WARNING,
        message("score-off-groove", side=along, scores=_list([line for _, line in off])),
        of_named(piece.name),
        index,
        Fix(message("fix-score.groove", scores=_list(moved)), context.with_piece(index, fixed))
        if all(0 < line.at < side for line in moved)
        else None,
    )
