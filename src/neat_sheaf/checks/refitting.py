"""Make it fit: the list with another room or another outside of a piece, and all that belongs to it. nm.

Each direction of a folded piece grows by the fewest panels that make it grow (``lever_for``), in whole steps.
What the list says belongs together are conditions on those steps: a lid over its base, a sleeve around its
drawer, panels that are shared, edges that are glued along one another. The least change that meets them is an
integer program. Mats, bands and ribbons then follow what they lie on or go round.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from neat_sheaf.checks.following import with_bands, with_mats, with_ribbons
from neat_sheaf.checks.least_change import MOST, Condition, least_change
from neat_sheaf.errors import NeatSheafError
from neat_sheaf.folding import Folded, fold
from neat_sheaf.folding.levers import Lever, lever_for, pulled
from neat_sheaf.measure.length import MILLIMETRE, Unit, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import Edge, Fit, FitKind, Panel, Piece, Project
from neat_sheaf.project.panels import panel_size, panels_along

__all__ = ["CannotFitError", "Refitted", "made_to_fit"]

What = Literal["room", "finished"]


class CannotFitError(NeatSheafError):
    """A size that cannot be had by stretching panels."""


@dataclass(frozen=True, slots=True)
class Refitted:
    """The list as it would be, and the names of the pieces that change."""

    project: Project
    changed: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class _Change:
    """A lever of a piece: each step that it is pulled, direction ``of`` of the room grows by ``gain`` steps.

    ``of`` is None for a single panel of a piece that has no room.
    """

    piece: str
    lever: Lever
    of: int | None


def made_to_fit(
    project: Project, name: str, wanted: tuple[int, int, int], units: Unit, *, outside: bool = False
) -> Refitted:
    """The list with at least that room inside a piece, or with at most that outside, in whole steps.

    A step is a sixteenth of an inch or a millimetre, so that sizes stay as clean as they were.
    CannotFitError where the size is not known now, or no panels give it.
    """
    piece = project.piece(name)
    what: What = "finished" if outside else "room"
    sizes = None if piece is None else _sizes(fold(piece), what)
    if piece is None or sizes is None:
        key = "refit-unknown.finished" if outside else "refit-unknown.room"
        raise CannotFitError(message(key, piece=name))
    step = inches("1/16") if units == "in" else MILLIMETRE
    by = [size - now if now else 0 for size, now in zip(wanted, sizes, strict=True)]
    if not any(by):
        return Refitted(project, ())
    more = tuple(-(-part // step) * step for part in by)
    changes = list(_changes(project, name, what, (more[0], more[1], more[2])))
    conditions = [*_wanted(changes, name, by, step, outside=outside), *_belonging(project, changes, step)]
    weights = [len(change.lever.panels) for change in changes]
    found = least_change(weights, conditions)
    if found is None:
        raise CannotFitError(message("refit-cannot", piece=name))
    pieces = {one.name: one for one in project.pieces}
    for change, steps in zip(changes, found, strict=True):
        larger = pulled(pieces[change.piece], change.lever, steps * step) if steps else pieces[change.piece]
        if larger is None:
            raise CannotFitError(message("refit-cannot", piece=name))
        pieces[change.piece] = larger
    after = _sizes(fold(pieces[name]), what)
    if after is None or not all(
        _held(a, w, n, outside) for a, w, n in zip(after, wanted, sizes, strict=True)
    ):
        raise CannotFitError(message("refit-cannot", piece=name))
    whole = replace(project, pieces=tuple(pieces[one.name] for one in project.pieces))
    whole = with_ribbons(project, with_bands(project, with_mats(project, whole)))
    changed = tuple(one.name for one in project.pieces if whole.piece(one.name) != one)
    return Refitted(whole, changed)


def _sizes(folded: Folded, what: What) -> tuple[int, int, int] | None:
    return folded.finished if what == "finished" else folded.room


def _held(after: int, wanted: int, before: int, outside: bool) -> bool:
    """Whether a size is what was asked for: a room is as large, an outside is no larger."""
    return not before or (after <= wanted if outside else after >= wanted)


def _changes(project: Project, name: str, what: What, more: tuple[int, int, int]) -> Iterator[_Change]:
    """Every way to change a piece that may have to: by the directions of its room, or panel by panel.

    ``more`` is by how much the piece itself grows in each direction (nm, whole steps).
    """
    joined = {name, *(part for fit in project.fits for part in (fit.outer, fit.inner))}
    for piece in project.pieces:
        if piece.name not in joined:
            continue
        of: What = what if piece.name == name else "room"
        levers = [(k, lever_for(piece, k, clean=True, of=of)) for k in range(3)]
        if piece.name == name:
            # As much as is asked for: what is clean with a little may not be with all of it.
            whole = [
                lever_for(piece, k, clean=True, of=of, trial=by) if by > 0 else None
                for k, by in enumerate(more)
            ]
            levers = [(k, lever or first) for (k, first), lever in zip(levers, whole, strict=True)]
        if any(lever is not None for _, lever in levers):
            yield from (_Change(piece.name, lever, k) for k, lever in levers if lever is not None)
        elif piece.name != name:
            for side in Side:
                for n in range(len(panels_along(piece, side))):
                    yield _Change(piece.name, Lever(((side, n),)), None)


def _wanted(
    changes: list[_Change], name: str, by: list[int], step: int, *, outside: bool
) -> Iterator[Condition]:
    """The size that is asked for: a room by the next whole step above, an outside by the next below."""
    for k, more in enumerate(by):
        lever = next((n for n, change in enumerate(changes) if change.piece == name and change.of == k), None)
        if lever is None:
            if more:
                raise CannotFitError(message("refit-cannot", piece=name))
            continue
        gain = changes[lever].lever.gain
        low = -(-more // step)
        if outside:
            high = more // step
            yield Condition({lever: gain}, high - gain + 1, high)
        else:
            yield Condition({lever: gain}, low, low + gain - 1)


def _belonging(project: Project, changes: list[_Change], step: int) -> Iterator[Condition]:
    """What the list says belongs together, and that no panel vanishes."""
    for fit in project.fits:
        outer, inner = project.piece(fit.outer), project.piece(fit.inner)
        if outer is None or inner is None:
            continue
        if fit.kind in (FitKind.LID, FitKind.SLEEVE):
            yield from _around(fit, fold(outer), fold(inner), changes)
        elif fit.kind in (FitKind.SHARED, FitKind.GLUED):
            yield from _alike(fit, outer, inner, changes)
    for piece in project.pieces:
        for side in Side:
            for n, size in enumerate(panels_along(piece, side)):
                growth = _growth(changes, piece.name, ((side, n),))
                if growth:
                    yield Condition(growth, -((size - 1) // step), MOST)


def _around(fit: Fit, outer: Folded, inner: Folded, changes: list[_Change]) -> Iterator[Condition]:
    """A lid or a sleeve grows with what is in it."""
    for mine, theirs in _pairs(fit.kind, outer, inner):
        terms: dict[int, int] = {}
        for n, change in enumerate(changes):
            if (change.piece, change.of) == (fit.outer, mine):
                terms[n] = change.lever.gain
            elif (change.piece, change.of) == (fit.inner, theirs):
                terms[n] = -change.lever.gain
        if terms:
            yield Condition(terms, 0, 0)


def _pairs(kind: FitKind, outer: Folded, inner: Folded) -> list[tuple[int, int]]:
    """Which directions of two rooms lie along one another: the nearest in size."""
    if outer.room is None or inner.room is None:
        return []
    a, b = outer.room, inner.room
    if kind is FitKind.LID:
        turned = abs(a[0] - b[1]) + abs(a[1] - b[0]) < abs(a[0] - b[0]) + abs(a[1] - b[1])
        return [(0, 1), (1, 0)] if turned else [(0, 0), (1, 1)]
    # A drawer is as high as its sleeve is deep, and lies in it either way round.
    across = abs(b[0] - a[0]) + abs(b[1] - a[2])
    along = abs(b[1] - a[0]) + abs(b[0] - a[2])
    return [(0, 0), (1, 2), (2, 1)] if across <= along else [(0, 1), (1, 2), (2, 0)]


def _alike(fit: Fit, outer: Piece, inner: Piece, changes: list[_Change]) -> Iterator[Condition]:
    """Lengths that two panels share stay alike."""
    one, other = fit.outer_panel, fit.inner_panel
    if fit.kind is FitKind.GLUED:
        if fit.glue is None or fit.glue.outer_edge is None:
            return
        # A piece without scores is one panel.
        one, other = one or Panel(1, 1), other or Panel(1, 1)
    if one is None or other is None:
        return
    a, b = panel_size(outer, one), panel_size(inner, other)
    if a is None or b is None:
        return
    for first, own in enumerate(a):
        for second, theirs in enumerate(b):
            if fit.glue is not None and not _along(fit.glue.outer_edge, first, fit.glue.inner_edge, second):
                continue
            if own == theirs:
                terms = _growth(changes, outer.name, (_place(one, first),))
                for n, k in _growth(changes, inner.name, (_place(other, second),)).items():
                    terms[n] = terms.get(n, 0) - k
                if terms := {n: k for n, k in terms.items() if k}:
                    yield Condition(terms, 0, 0)


def _along(outer: Edge | None, first: int, inner: Edge | None, second: int) -> bool:
    """Whether the sizes of two panels are those of the two edges: 0 is across, 1 is up."""
    return (
        outer is not None
        and inner is not None
        and outer.level == (first == 0)
        and inner.level == (second == 0)
    )


def _place(panel: Panel, way: int) -> tuple[Side, int]:
    return (Side.WIDTH, panel.column - 1) if way == 0 else (Side.HEIGHT, panel.row - 1)


def _growth(changes: list[_Change], piece: str, places: tuple[tuple[Side, int], ...]) -> dict[int, int]:
    """By how many steps these panels grow for each change."""
    found = {
        n: sum(place in change.lever.panels for place in places)
        for n, change in enumerate(changes)
        if change.piece == piece
    }
    return {n: count for n, count in found.items() if count}
