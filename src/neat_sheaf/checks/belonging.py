"""What belongs together: bands and covers by their sizes, counts, a lid and a base."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.folding import Folded, Form, fold
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.messages import Measured, Message, Sized, message, several
from neat_sheaf.project import Fit, FitKind, Piece

__all__ = ["check_band", "check_counts", "check_cover", "check_offers"]

OVERLAP = inches("1/2")  # From memory: what a band overlaps where nothing else is said.
TURN_IN = inches("5/8")  # From memory: what a cover is turned in on each side.
LOOSE = inches(1)  # From memory: a band longer than its girth by more was cut for something else.


def check_band(
    context: CheckContext, where: Message, band: Piece, inner: Piece, fit: Fit
) -> Iterator[Finding]:
    """A band against the girth that it closes round and its overlap; nothing where no girth is known."""
    index = context.project.pieces.index(band)
    girths = _girths(context.folded(inner))
    overlap = OVERLAP if fit.allowance is None else fit.allowance
    if not girths:
        yield Finding(Level.NOTE, message("girth-unknown", piece=inner.name), where, index)
        return
    length = max(band.width, band.height)
    girth = min(girths, key=lambda g: abs(length - overlap - g))
    wanted = Length(girth + overlap)
    if 0 <= length - wanted <= LOOSE:
        said = message("band-fits", girth=Measured(girth), over=Measured(length - girth))
        yield Finding(Level.NOTE, said, where, index)
        return
    size = {"width": wanted} if band.width >= band.height else {"height": wanted}
    fixed = replace(band, **size)  # type: ignore[arg-type]
    fix = Fix(message("fix-size", size=Sized(fixed.width, fixed.height)), context.with_piece(index, fixed))
    key = "band-too-short" if length < wanted else "band-too-long"
    said = message(key, length=Measured(length), girth=Measured(girth), overlap=Measured(overlap),
                   by=Measured(abs(length - wanted)))  # fmt: skip
    yield Finding(Level.ERROR if length < wanted else Level.WARNING, said, where, index, fix)


def _girths(inner: Folded) -> list[Length]:
    """The ways round a folded thing, nm; round a flat one no way runs along its edges. None is known of
    what is not.
    """
    if inner.girths is None or inner.finished is None:
        return []
    w, d, _ = inner.finished
    edges = 2 * (w + d)
    return [
        girth for girth in inner.girths if girth != edges or (inner.room is not None and inner.room[2] > 0)
    ]


def check_cover(
    context: CheckContext, where: Message, cover: Piece, board: Piece, fit: Fit
) -> Iterator[Finding]:
    """A cover is its board and what is turned in on each side, both ways."""
    index = context.project.pieces.index(cover)
    turned_in = TURN_IN if fit.allowance is None else fit.allowance
    wanted = (Length(board.width + 2 * turned_in), Length(board.height + 2 * turned_in))
    size = (cover.width, cover.height)
    if size in (wanted, wanted[::-1]):
        return
    turned = (cover.width < cover.height) != (wanted[0] < wanted[1])
    fixed = (
        replace(cover, width=wanted[1], height=wanted[0])
        if turned
        else replace(cover, width=wanted[0], height=wanted[1])
    )
    fix = Fix(message("fix-size", size=Sized(fixed.width, fixed.height)), context.with_piece(index, fixed))
    small = min(size) < min(wanted) or max(size) < max(wanted)
    said = message("cover-off", board=Sized(board.width, board.height), turn=Measured(turned_in),
                   needed=Sized(fixed.width, fixed.height))  # fmt: skip
    yield Finding(Level.ERROR if small else Level.WARNING, said, where, index, fix)


def check_counts(context: CheckContext) -> Iterator[Finding]:
    """One for each: as many as all that take one, the sample and the box top included."""
    project = context.project
    wanted: dict[str, list[Fit]] = {}
    for fit in project.fits:
        if fit.kind is FitKind.EACH:
            wanted.setdefault(fit.outer, []).append(fit)
    for name, fits in wanted.items():
        piece = project.piece(name)
        takers = [(project.piece(fit.inner), fit.times) for fit in fits]
        if piece is None or any(taker is None for taker, _ in takers):
            continue
        needed = sum(taker.per_kit * times for taker, times in takers if taker is not None)
        if needed == piece.per_kit:
            continue
        index = project.pieces.index(piece)
        fixed = context.with_piece(index, replace(piece, per_kit=needed))
        said = message("count-off", piece=name, count=piece.per_kit, needed=needed,
                       takers=several((fit.inner for fit in fits), "and"))  # fmt: skip
        fix = Fix(message("fix-count", count=needed), fixed)
        level = Level.ERROR if piece.per_kit < needed else Level.WARNING
        yield Finding(level, said, of_named(name), index, fix)


def check_offers(context: CheckContext) -> Iterator[Finding]:
    """A lid and a base with no fit said: offered."""
    yield from _lid(context)


def _lid(context: CheckContext) -> Iterator[Finding]:
    project = context.project
    trays = [p for p in project.pieces if fold(p).form is Form.TRAY]
    said = {name for fit in project.fits for name in (fit.outer, fit.inner)}
    lids = [p for p in trays if "lid" in p.name.lower().split() and p.name not in said]
    bases = [p for p in trays if {"base", "box", "tin", "tray"} & set(p.name.lower().split())]
    bases = [p for p in bases if p.name not in said and p not in lids]
    if len(lids) != 1 or len(bases) != 1:
        return
    lid, base = lids[0], bases[0]
    fits = (*project.fits, Fit(FitKind.LID, lid.name, base.name))
    fix = Fix(message("fix-fit.add", outer=lid.name, inner=base.name), replace(project, fits=fits))
    asked = message("fit-not-said", outer=lid.name, inner=base.name)
    yield Finding(Level.NOTE, asked, of_named(lid.name), project.pieces.index(lid), fix)
