"""What follows when folded pieces have grown: mats on their panels, bands and ribbons round them. nm."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.folding import Folded, Form, fold
from neat_sheaf.folding.girths import girths
from neat_sheaf.folding.together import together_of
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import FitKind, Piece, Project, SupplyUse
from neat_sheaf.project.panels import panels_along

__all__ = ["with_bands", "with_mats", "with_ribbons"]

_BAND_ENDS = 25_400_000  # From memory: a band overlaps by no more than an inch.


def with_mats(before: Project, after: Project) -> Project:
    """Every mat larger by as much as the panels that it lies on."""
    pieces = []
    for mat in after.pieces:
        under = None if mat.mat_of is None else before.piece(mat.mat_of.piece)
        now = None if mat.mat_of is None else after.piece(mat.mat_of.piece)
        pieces.append(mat if under is None or now is None else _mat(mat, under, now))
    return replace(after, pieces=tuple(pieces))


def _mat(mat: Piece, under: Piece, now: Piece) -> Piece:
    """It lies the way in which its border is even."""
    on = mat.mat_of
    columns, rows = panels_along(under, Side.WIDTH), panels_along(under, Side.HEIGHT)
    if on is None or max(on.columns) > len(columns) or max(on.rows) > len(rows):
        return mat
    then = panels_along(now, Side.WIDTH), panels_along(now, Side.HEIGHT)
    wide = sum(then[0][column - 1] - columns[column - 1] for column in on.columns)
    high = sum(then[1][row - 1] - rows[row - 1] for row in on.rows)
    width, height = (sum(columns[c - 1] for c in on.columns), sum(rows[r - 1] for r in on.rows))
    straight = abs((width - mat.width) - (height - mat.height))
    turned = abs((width - mat.height) - (height - mat.width))
    if turned < straight:
        wide, high = high, wide
    return replace(mat, width=Length(mat.width + wide), height=Length(mat.height + high))


def with_bands(before: Project, after: Project) -> Project:
    """Every band that has no scores longer by what it goes round has grown."""
    now = after
    for fit in before.fits:
        band, inner, larger = before.piece(fit.outer), before.piece(fit.inner), after.piece(fit.inner)
        if fit.kind is not FitKind.BAND or band is None or inner is None or larger is None or band.scores:
            continue
        length = max(band.width, band.height)
        more = _round(fold(inner), fold(larger), length - (fit.allowance or 0))
        if not more:
            continue
        size = {"width": Length(band.width + more)} if band.width >= band.height else {
            "height": Length(band.height + more)
        }  # fmt: skip
        longer = replace(band, **size)  # type: ignore[arg-type]
        now = replace(now, pieces=tuple(longer if one.name == band.name else one for one in now.pieces))
    return now


def with_ribbons(before: Project, after: Project) -> Project:
    """Every ribbon that goes round a known girth longer by what that has grown."""
    wholes = [*zip(map(fold, before.pieces), map(fold, after.pieces), strict=True)]
    # Nobody ties a ribbon round a mat.
    sizes = [(a.finished, b.finished) for a, b in wholes if a.form is not Form.FLAT]
    sizes += [
        (a.finished, b.finished)
        for a, b in zip(
            together_of(before, [a for a, _ in wholes]),
            together_of(after, [b for _, b in wholes]),
            strict=False,
        )
    ]
    uses = []
    for use in before.supplies:
        found = {
            round(b)
            for old, new in sizes
            if old is not None and new is not None
            for a, b in zip(girths(old), girths(new), strict=True)
            if a == use.girth
        }
        # Where two things have that girth and grow differently, nobody knows which it goes round.
        uses.append(_longer(use, found.pop()) if len(found) == 1 else use)
    return replace(after, supplies=tuple(uses))


def _longer(use: SupplyUse, girth: int) -> SupplyUse:
    if use.girth is None or use.length is None:
        return use
    more = (girth - use.girth) * use.cuts
    return replace(use, girth=Length(girth), length=Length(use.length + more))


def _round(before: Folded, after: Folded, girth: int) -> int:
    """How much the way round that is nearest to this girth has grown."""
    if before.finished is None or after.finished is None:
        return 0
    ways = list(zip(girths(before.finished), girths(after.finished), strict=True))
    old, new = min(ways, key=lambda way: abs(way[0] - girth))
    return new - old if abs(old - girth) <= _BAND_ENDS else 0
