"""Sister versions of a project: the same list apart from what they change.

A version may change any named number (``numbers`` knows the names), a count, a paper, a supply, and add
or leave out a piece. Everything else is shared.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from fractions import Fraction

from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import Override, Piece, Project, SupplyUse, Variant
from neat_sheaf.project.numbers import UnknownNumberError, moved_with_scores, numbers_of, with_number

__all__ = [
    "UnknownNumberError",
    "leaving_out",
    "nominal_centimetres",
    "numbers_of",
    "variant_of",
    "with_number",
]


def variant_of(project: Project, name: str) -> Project:
    """The project as that sister version has it; the project itself for an empty name.

    Raises UnknownNumberError for a version, a piece or a number that is not there.
    """
    if not name:
        return project
    variant = next((v for v in project.variants if v.name == name), None)
    if variant is None:
        raise UnknownNumberError(message("unknown-number.version", version=name))
    pieces = {piece.name: piece for piece in project.pieces}
    named = [o.piece for o in variant.numbers] + [o.piece for o in variant.counts]
    named += [o.piece for o in variant.papers] + list(variant.left_out)
    for missing in named:
        if missing not in pieces:
            raise UnknownNumberError(message("unknown-number.piece", piece=missing))
    for piece in project.pieces:
        own = [change for change in variant.numbers if change.piece == piece.name]
        pieces[piece.name] = _with_numbers(piece, own)
    for count in variant.counts:
        pieces[count.piece] = replace(pieces[count.piece], per_kit=count.per_kit)
    for paper in variant.papers:
        pieces[paper.piece] = replace(pieces[paper.piece], paper=paper.paper)
    changed = replace(
        project,
        pieces=(*pieces.values(), *variant.added),
        supplies=_with_supplies(project.supplies, variant),
    )
    return leaving_out(changed, variant.left_out)


def _with_numbers(piece: Piece, changes: list[Override]) -> Piece:
    """The numbers as the version has them; what lies on a score that moves goes with it.

    A mark that the version gives a number of its own has that one.
    """
    found, before = piece, numbers_of(piece)
    for side in Side:
        moves = {before[c.number]: c.value for c in changes if c.number in before and _moves(c.number, side)}
        found = moved_with_scores(found, side, moves)
    for change in changes:
        found = with_number(found, change.number, change.value)
    return found


def _moves(number: str, side: Side) -> bool:
    """Whether a number is a score along a side, or the far edge: what lies on it goes with it."""
    words = number.split()
    return words == [side.value] or (len(words) == 3 and words[:2] == ["score", side.value])


def _with_supplies(uses: Iterable[SupplyUse], variant: Variant) -> tuple[SupplyUse, ...]:
    own = {use.supply: use for use in variant.supplies}
    kept = [own.pop(use.supply, use) for use in uses if use.supply not in variant.without]
    return (*kept, *own.values())


def leaving_out(project: Project, names: tuple[str, ...]) -> Project:
    """The list without these pieces; what named one names it no more."""
    if not names:
        return project
    uses = (replace(use, lifts=tuple(p for p in use.lifts if p not in names)) for use in project.supplies)
    return replace(
        project,
        pieces=tuple(piece for piece in project.pieces if piece.name not in names),
        supplies=tuple(uses),
        fits=tuple(f for f in project.fits if f.outer not in names and f.inner not in names),
        contents=tuple(c for c in project.contents if c.piece not in names),
        steps=tuple(replace(s, pieces=tuple(p for p in s.pieces if p not in names)) for s in project.steps),
    )


def nominal_centimetres(length: Length) -> Length:
    """The centimetre size that is taught for one in inches: 2.5 cm an inch, to the half centimetre.

    Under 1 in it is kept to the millimetre. Common practice: 8 1/2 x 4 in scored every 2 in is
    taught as 21.5 x 10 cm scored every 5 cm.
    """
    nominal = Fraction(length, INCH) * 25 * MILLIMETRE
    step = CENTIMETRE // 2 if length >= INCH else MILLIMETRE
    return Length(int(nominal / step + Fraction(1, 2)) * step)
