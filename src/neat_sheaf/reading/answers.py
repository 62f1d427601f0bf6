"""Whole readings that answer a question: the line written again, one for each thing that it may mean."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from neat_sheaf.measure.length import Unit
from neat_sheaf.reading.building import build
from neat_sheaf.reading.drafts import Draft, ScoreSaid, corners_mark
from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.reading import read_line
from neat_sheaf.reading.notation.writing import tidy_line

__all__ = ["answers_to"]

_SIDES = ("width", "height")
_ONE = ("top-right", "top-left", "bottom-right", "bottom-left")
_TWO = ("top", "bottom", "left", "right")
_ENDS = ("ends", "shortedges", "longedges", "both", "each", "which", "count")


def answers_to(code: str, draft: Draft, name: str, units: Unit, known: Known) -> tuple[str, ...]:
    """Lines of the notation, each another reading of the draft without the question; likeliest first.

    Only such as are read whole, with no question of their own.
    """
    found: list[str] = []
    for variant in _variants(code, draft):
        built = build(
            replace(
                variant, asked=[asked for asked in variant.asked if asked.code.partition(".")[0] != code]
            ),
            name,
            units,
        )
        if built.asked or not built.line:
            continue
        read = read_line(built.line, units, known)
        if read.piece is None or read.questions:
            continue
        line = tidy_line(read.piece, units)
        if line not in found:
            found.append(line)
    return tuple(found)


def _variants(code: str, draft: Draft) -> Iterator[Draft]:
    if code == "paper-or-note" and draft.maybe_paper is not None:
        yield replace(draft, paper=draft.maybe_paper[0])
        yield replace(draft, paper="", notes=[*draft.notes, draft.maybe_paper[0]])
    elif code == "two-counts":
        for count in dict.fromkeys(draft.counts):
            yield replace(draft, counts=[count])
    elif code == "which-corners" and draft.corners_asked is not None:
        shape, size, number = draft.corners_asked
        for which in _ONE if number == 1 else _TWO:
            yield replace(draft, marks=[*draft.marks, corners_mark(shape, which, size)])
    elif code == "score-or-slit" and draft.doubtful:
        yield replace(draft, scores=[*draft.scores, *draft.doubtful])
    elif code in (
        "which-ends",
        "equal-sides",
        "not-on-side",
        "no-such-side",
        "turned-from-what",
        "no-room-for-distance",
    ):
        for side in _SIDES:
            yield replace(draft, scores=list(_along([*draft.scores, *draft.doubtful], side)))


def _along(scores: Sequence[ScoreSaid], side: str) -> Iterator[ScoreSaid]:
    """The scores with the side that is asked for."""
    for said in scores:
        if said.how in ("side", "every", "around", "half") and said.side not in _SIDES and not said.ways:
            yield replace(said, side=side, number=None)
        elif said.how == "turn":
            yield replace(said, how="side", side=side)
        elif said.how == "edges" and set(said.edges) & set(_ENDS):
            yield replace(said, edges=(f"ends-{side}",))
        else:
            yield said
