"""Fixes that hold: none that no chosen sheet takes, that breaks a fit, or that leaves no known form."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.checks.fits import check_fit
from neat_sheaf.job import may_turn
from neat_sheaf.project import Fit, FitKind, Piece
from neat_sheaf.project.overhang import overhang

__all__ = ["sound"]

_BY_FORM = (FitKind.LID, FitKind.SLEEVE)  # what these two need is known only of a known form


def sound(context: CheckContext, finding: Finding) -> Finding:
    """The finding with only those of its fixes that fix it without breaking something else."""
    if not finding.fixes:
        return finding
    kept = [fix for fix in finding.fixes if _holds(context, fix)]
    if len(kept) == len(finding.fixes):
        return finding
    return Finding.of(finding.level, finding.message, finding.where, finding.piece, kept)


def _holds(context: CheckContext, fix: Fix) -> bool:
    before = {piece.name: piece for piece in context.project.pieces}
    changed = [piece for piece in fix.project.pieces if before.get(piece.name) != piece]
    if any(_fits(context, before[p.name]) and not _fits(context, p) for p in changed if p.name in before):
        return False
    if any(not _fits(context, piece) for piece in changed if piece.name not in before):
        return False
    names = {piece.name for piece in changed}
    then = replace(context, project=fix.project)
    fitted = {n for fit in fix.project.fits if fit.kind in _BY_FORM for n in (fit.outer, fit.inner)}
    if any(
        context.folded(before[p.name]).form is not None and then.folded(p).form is None
        for p in changed
        if p.name in before and p.name in fitted
    ):
        return False
    return not any(
        _broken(then, fit) and not _broken(context, fit)
        for fit in fix.project.fits
        if fit in context.project.fits and {fit.outer, fit.inner} & names
    )


def _fits(context: CheckContext, piece: Piece) -> bool:
    """Whether every paper chosen for it holds the piece."""
    return all(
        overhang(piece, *paper.sheet, may_turn(piece, paper)).fits
        for paper in context.papers.get(piece.paper, ())
    )


def _broken(context: CheckContext, fit: Fit) -> bool:
    return any(finding.level is not Level.NOTE for finding in check_fit(context, fit))
