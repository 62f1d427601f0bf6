"""What folding a piece shows: panels that do not meet, slits that are missing, prints on their heads."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.checks.scores import NEAR
from neat_sheaf.folding import Folded, Form, Remark
from neat_sheaf.folding.together import remarks_in
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, message, several
from neat_sheaf.project import FitKind, Piece, Tab
from neat_sheaf.project.panels import columns, panel_size, panels_along, rows
from neat_sheaf.stock import Print

__all__ = ["check_folds"]

# Said where somebody asks: at what goes inside, and where it is folded. A list without any slit is a usual
# one; the others have a check of their own.
_SILENT = ("fold-unknown", "fold-which", "fold-slits-missing", "fold-tab-wide", "fold-loose")


def check_folds(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """What the folded piece says of its list; what is folded in no known way says nothing."""
    if not piece.scores and not piece.diagonals:
        yield from _mat_sideways(context, index, piece)
        return
    if min(*columns(piece), *rows(piece)) <= 0:
        return
    folded = context.folded(piece)
    for remark in remarks_in(context.project, folded):
        silent = remark.message.code in _SILENT and not (folded.form is None and _in_use(context, piece))
        if not silent and not _said_otherwise(folded, remark):
            fix = _with_slits(context, index, folded) if "slit" in remark.message.code else None
            level = Level.WARNING if folded.form is None else Level(remark.level.value)
            yield Finding(level, remark.message, of_named(piece.name), index, fix)
    yield from _unmarked(context, index, folded)
    # How somebody set it is not how it stands: what is up on it is not known.
    if folded.form is not Form.BY_HAND:
        yield from _prints(context, index, folded)


def _in_use(context: CheckContext, piece: Piece) -> bool:
    """Whether the list says that something goes over or into it, so that how it folds matters."""
    kinds = (FitKind.LID, FitKind.SLEEVE)
    return any(fit.kind in kinds and piece.name in (fit.outer, fit.inner) for fit in context.project.fits)


def _said_otherwise(folded: Folded, remark: Remark) -> bool:
    """Whether another check says the same: of four panels round, of scores that nearly mirror, and
    of walls in two heights.
    """
    piece = folded.piece
    code, side = remark.message.code, remark.message.params.get("side")
    if code == "fold-unequal" and isinstance(side, Side):
        apart = remark.message.params.get("apart")
        near = isinstance(apart, Measured) and apart.nm <= NEAR
        panels = len(panels_along(piece, side))
        wrapped = panels in (4, 5) and folded.around is side and folded.form is not Form.FOLDED_BAG
        return wrapped or (panels == 3 and near)
    if code == "fold-walls":
        wide, high = columns(piece), rows(piece)
        return wide[0] == wide[-1] and high[0] == high[-1]
    return False


def _unmarked(context: CheckContext, index: int, folded: Folded) -> Iterator[Finding]:
    """Panels that are glued and not named as tabs, of a piece that names others: it was meant to name all."""
    piece = folded.piece
    marked = {tab.panel for tab in piece.tabs}
    missing = list(dict.fromkeys(glued.tab for glued in folded.glued if glued.tab not in marked))
    if not missing or not marked:
        return
    fixed = replace(piece, tabs=(*piece.tabs, *(Tab(panel) for panel in missing)))
    panels = several((f"{panel.column}.{panel.row}" for panel in missing), "and")
    said = message("fold-tab-unmarked", count=len(missing), panels=panels)
    fix = Fix(message("fix-fold-tabs", count=len(missing)), context.with_piece(index, fixed))
    yield Finding(Level.WARNING, said, of_named(piece.name), index, fix)


def _with_slits(context: CheckContext, index: int, folded: Folded) -> Fix | None:
    if not folded.slits:
        return None
    fixed = replace(folded.piece, slits=(*folded.piece.slits, *folded.slits))
    return Fix(message("fix-fold-slits", count=len(folded.slits)), context.with_piece(index, fixed))


def _prints(context: CheckContext, index: int, folded: Folded) -> Iterator[Finding]:
    """A print that is not upright on a face that is seen, where the list does not say which are."""
    piece = folded.piece
    prints = {paper.print for paper in context.papers.get(piece.paper, ())} - {Print.NONE}
    if not piece.follows_print or piece.faces or not prints:
        return
    found: dict[str, Message] = {}
    for seen in folded.seen:
        if not seen.printed or not seen.up or seen.up == "up" or context.matted(piece.name, seen.panel):
            continue
        if seen.up == "down" and Print.ONE_WAY not in prints:
            continue
        key = "over" if seen.up == "down" else "sideways"
        found[seen.face] = message(f"fold-print.{key}", face=message(f"fold-face.{seen.face}"))
    if found:
        said = message("fold-prints", faces=several(found.values(), "and"))
        yield Finding(Level.WARNING, said, of_named(piece.name), index)


def _mat_sideways(context: CheckContext, index: int, mat: Piece) -> Iterator[Finding]:
    """A mat whose print would be on its side, because the panel that it lies on is."""
    prints = {paper.print for paper in context.papers.get(mat.paper, ())} - {Print.NONE}
    under = None if mat.mat_of is None else context.project.piece(mat.mat_of.piece)
    if under is None or mat.mat_of is None or not mat.follows_print or not prints or mat.mat_of.until:
        return
    size = panel_size(under, mat.mat_of.panel)
    if size is None or mat.width == mat.height or not under.scores:
        return
    straight = abs(size[0] - mat.width) + abs(size[1] - mat.height)
    turned = abs(size[0] - mat.height) + abs(size[1] - mat.width)
    if straight == turned:
        return
    for seen in context.folded(under).seen:
        if seen.panel == mat.mat_of.panel and seen.printed and seen.up:
            on_side = seen.up in ("left", "right")
            if on_side == (straight < turned):
                fixed = replace(mat, width=mat.height, height=mat.width)
                said = message("fold-mat-sideways", face=message(f"fold-face.{seen.face}"), piece=under.name)
                fix = Fix(message("fix-fold-mat"), context.with_piece(index, fixed))
                yield Finding(Level.WARNING, said, of_named(mat.name), index, fix)
            return
