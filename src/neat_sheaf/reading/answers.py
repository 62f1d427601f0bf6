"""Whole readings that answer a question: the line written again, one for each thing that it may mean."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from neat_sheaf.measure.length import Unit
from neat_sheaf.reading.building import build
from neat_sheaf.reading.drafts import SIDES, Draft, ScoreSaid, corners_mark
from neat_sheaf.reading.judged import Reading, differs, meeting, slips
from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.reading import read_line
from neat_sheaf.reading.notation.writing import tidy_line

__all__ = ["answers_to", "settled"]

_ONE = ("top-right", "top-left", "bottom-right", "bottom-left")
_TWO = ("top", "bottom", "left", "right")
# What may be asked of where a score lies.
_WHICH_SIDE = (
    "which-ends", "equal-sides", "not-on-side", "no-such-side", "turned-from-what", "no-room-for-distance",
)  # fmt: skip
_PLACES = (*_WHICH_SIDE, "score-or-slit")
_MOST_CHANGES = 3
_ENDS = ("ends", "shortedges", "longedges", "both", "each", "which", "count")


def answers_to(code: str, draft: Draft, name: str, units: Unit, known: Known) -> tuple[str, ...]:
    """Lines of the notation, each another reading of the draft without the question; likeliest first.

    Only such as are read whole, with no question of their own.
    """
    if code == "result-differs":
        # What one change makes all agree; last, that what was said to come of it is a note.
        agree = meeting(_readings(code, slips(draft), name, units, known), draft.results)
        as_scored = _readings(code, [replace(draft, results=[])], name, units, known)
        found = [tidy_line(reading.piece, units) for reading in (*agree[:_MOST_CHANGES], *as_scored)]
    else:
        found = [
            tidy_line(reading.piece, units)
            for reading in _readings(code, _variants(code, draft), name, units, known)
            if differs(reading.piece, draft.results) is None
        ]
    return tuple(dict.fromkeys(found))


def settled(codes: Iterable[str], draft: Draft, name: str, units: Unit, known: Known) -> Draft | None:
    """The one reading that comes out at what is said of it, where no other does; None where none is alone.

    ``codes`` are what would be asked; () where only the side of a score was guessed.
    """
    if not draft.results or not set(codes) <= set(_PLACES):
        return None
    found: list[Reading] = []
    for code in dict.fromkeys([*codes, "which-ends"]):
        found += _readings(code, _variants(code, draft, True), name, units, known, all_of=tuple(codes))
    agree = meeting(found, draft.results)
    return agree[0].draft if len(agree) == 1 else None


def _readings(
    code: str, variants: Iterable[Draft], name: str, units: Unit, known: Known, all_of: tuple[str, ...] = ()
) -> Iterator[Reading]:
    """The variants that are read whole, without a question."""
    settles = {code, *all_of}
    for variant in variants:
        left = [asked for asked in variant.asked if asked.code.partition(".")[0] not in settles]
        without = replace(variant, asked=left)
        built = build(without, name, units)
        if built.asked or not built.line:
            continue
        read = read_line(built.line, units, known)
        if read.piece is not None and not read.questions:
            yield Reading(without, built.line, read.piece)


def _variants(code: str, draft: Draft, every_edge: bool = False) -> Iterator[Draft]:
    """The readings that a question is between; ``every_edge``: "both sides" may be all four, too."""
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
    elif code in _WHICH_SIDE:
        every = [
            replace(said, how="all") if set(said.edges) & {"both", "each"} else said
            for said in draft.doubtful
        ]
        around = replace(draft, scores=[*draft.scores, *every])
        each = any("each" in said.edges for said in draft.doubtful)
        if each:
            yield around
        for side in SIDES:
            yield replace(draft, scores=list(_along([*draft.scores, *draft.doubtful], side)))
        if every_edge and not each:
            yield around


def _along(scores: Sequence[ScoreSaid], side: str) -> Iterator[ScoreSaid]:
    """The scores with the side that is asked for."""
    for said in scores:
        unsaid = said.side not in SIDES and not said.ways
        open_side = said.how == "turn" or (said.how in ("side", "every", "around", "half") and unsaid)
        open_ends = said.how == "edges" and set(said.edges) & set(_ENDS)
        yield said.along(side) if open_side or open_ends else said
