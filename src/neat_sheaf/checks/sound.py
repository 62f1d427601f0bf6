"""Fixes that hold: what each would lead to is checked like any list, before it is offered.

None is offered that leaves its finding, brings an error, is on no chosen sheet, leaves no known form, or is
written in no step of the list's own units. One that brings a warning is offered only where that has a fix of
its own which leads to the end: so no fix is a first step in a circle, or into a corner.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import replace

from neat_sheaf.checks.finding import STEPS, CheckContext, Finding, Fix, Level
from neat_sheaf.checks.fits import check_fit
from neat_sheaf.job import may_turn
from neat_sheaf.project import Fit, FitKind, Piece, Portion, Project
from neat_sheaf.project.overhang import overhang

__all__ = ["sound"]

_LONGEST_CHAIN = 3  # fixes one after the other until nothing is left to look at

_BY_FORM = (FitKind.LID, FitKind.SLEEVE)  # what these two need is known only of a known form


def sound(
    context: CheckContext, finding: Finding, found: Sequence[Finding],
    noticed: Callable[[CheckContext], list[Finding]],
) -> Finding:  # fmt: skip
    """The finding with only those of its fixes that fix it without breaking something else.

    ``found`` is all that is noticed of the list as it is, and ``noticed`` looks at another.
    """
    if not finding.fixes:
        return finding
    kept = [
        fix
        for fix in finding.fixes
        if _in_step(context, fix)
        and _holds(context, fix)
        and _leads_on(context, finding, fix, found, noticed, _LONGEST_CHAIN)
    ]
    if len(kept) == len(finding.fixes):
        return finding
    return Finding.of(finding.level, finding.message, finding.where, finding.piece, kept)


def _leads_on(
    context: CheckContext, finding: Finding, fix: Fix, found: Sequence[Finding],
    noticed: Callable[[CheckContext], list[Finding]], chain: int,
) -> bool:  # fmt: skip
    """Whether the list is better with a fix: looked at among the pieces that have to do with what it changes.

    Where that does not show the finding, or more than pieces changes, the whole list is looked at. ``chain``
    is how many fixes there may be, this one included, until nothing more is noticed than before.
    """
    was, now = context.project, fix.project
    around = _around(was, now)
    if around is not None:
        near = noticed(replace(context, project=around[0]))
        if any(_trouble(one) == _trouble(finding) for one in near):
            (was, now), found = around, near
    then = noticed(replace(context, project=now))
    more = _noticed_more(finding, found, then)
    if more is None or (more and chain == 1):
        return False
    after = replace(context, project=now)
    return all(
        any(
            _in_step(after, further)
            and _holds(after, further)
            and _leads_on(after, warning, further, then, noticed, chain - 1)
            for further in warning.fixes
        )
        for warning in more
    )


def _around(old: Project, new: Project) -> tuple[Project, Project] | None:
    """Both lists with only what changes and what has to do with it; None where more than pieces changes."""
    names = [piece.name for piece in old.pieces]
    if names != [piece.name for piece in new.pieces] or replace(new, pieces=old.pieces) != old:
        return None
    linked: dict[str, set[str]] = {name: set() for name in names}
    pairs = [(fit.outer, fit.inner) for fit in old.fits]
    sets: dict[tuple[str, str], str] = {}
    for piece in (*old.pieces, *new.pieces):
        pairs += [(piece.name, other.piece) for other in (piece.mat_of, piece.pass_of) if other is not None]
        for what in (("matched", piece.matched), ("paper", piece.paper)):
            # Halves and quarters of one punched whole are found among all that come from one paper.
            if what[1] and (what[0] == "matched" or piece.portion is not Portion.WHOLE):
                pairs.append((piece.name, sets.setdefault(what, piece.name)))
    for one, other in pairs:
        linked.setdefault(one, set()).add(other)
        linked.setdefault(other, set()).add(one)
    near: set[str] = set()
    ask = [was.name for was, now in zip(old.pieces, new.pieces, strict=True) if was != now]
    while ask:
        if (name := ask.pop()) not in near:
            near.add(name)
            ask += linked[name]
    return _part(old, near), _part(new, near)


def _part(project: Project, names: set[str]) -> Project:
    return replace(
        project,
        pieces=tuple(piece for piece in project.pieces if piece.name in names),
        fits=tuple(fit for fit in project.fits if fit.outer in names),
        contents=tuple(content for content in project.contents if content.piece in names),
        variants=(),
    )


def _trouble(finding: Finding) -> tuple[str, str, tuple[object, ...]]:
    """What a finding is about, whatever it says of it: its code and its place."""
    return finding.code, finding.where.key, tuple(str(value) for value in finding.where.params.values())


def _noticed_more(
    finding: Finding, before: Sequence[Finding], then: Sequence[Finding]
) -> list[Finding] | None:
    """The warnings that were noticed of no place before.

    None where the finding is still there, or an error is new.
    """
    was = Counter(map(_trouble, before))
    after = Counter(map(_trouble, then))
    own = _trouble(finding)
    if after[own] >= was[own]:
        return None
    new = [one for one in then if one.level is not Level.NOTE and after[_trouble(one)] > was[_trouble(one)]]
    return None if any(one.level is Level.ERROR for one in new) else new


def _in_step(context: CheckContext, fix: Fix) -> bool:
    """Whether every size that changes is one that a ruler of the list's units has, if the old one was."""
    step = STEPS[context.units]
    before = {piece.name: piece for piece in context.project.pieces}
    for piece in fix.project.pieces:
        old = before.get(piece.name)
        sizes = [(piece.width, old.width), (piece.height, old.height)] if old is not None else []
        if any(new != was and new % step and not was % step for new, was in sizes):
            return False
    return True


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
