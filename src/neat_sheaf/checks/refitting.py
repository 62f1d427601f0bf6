"""Make it fit: the list with another room inside a piece, and everything that belongs to it followed. nm.

A room's direction grows by the fewest panels that make it grow (``lever_for``), in whole steps. What the
list says belongs to those panels follows by the same length: mats on them, a lid over a base or the base
under it, a sleeve around a drawer, a band around what it goes round, panels that are shared.
"""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, replace

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.folding import Folded, fold
from neat_sheaf.folding.levers import Lever, lever_for, pulled
from neat_sheaf.measure.length import MILLIMETRE, Length, Unit, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, message
from neat_sheaf.project import FitKind, Piece, Project
from neat_sheaf.project.panels import panels_along

__all__ = ["CannotFitError", "Refitted", "made_to_fit"]


class CannotFitError(NeatSheafError):
    """A room that cannot be had by stretching panels."""


@dataclass(frozen=True, slots=True)
class Refitted:
    """The list as it would be, and the names of the pieces that change."""

    project: Project
    changed: tuple[str, ...]


Grown = dict[tuple[Side, int], int]
"""By how much each panel (side, number from 0) of a piece grows."""


def made_to_fit(project: Project, name: str, wanted: tuple[int, int, int], units: Unit) -> Refitted:
    """The list with at least that room inside a piece, in whole sixteenths or millimetres more or less.

    CannotFitError where its room is not known, or no panels give it.
    """
    piece = project.piece(name)
    folded = None if piece is None else fold(piece)
    if piece is None or folded is None or folded.room is None:
        raise CannotFitError(message("refit-unknown", piece=name))
    step = inches("1/16") if units == "in" else MILLIMETRE
    grown: Grown = {}
    for direction, size in enumerate(wanted):
        by = size - folded.room[direction]
        if not by or (folded.room[2] == 0 and direction == 2):
            continue
        piece, lever = _stretched(piece, direction, by, step)
        for place in lever.panels:
            grown[place] = grown.get(place, 0) + lever.by(by, step)
    return _followed(project, name, piece, grown)


def _stretched(piece: Piece, direction: int, by: int, step: int = 1) -> tuple[Piece, Lever]:
    lever = lever_for(piece, direction, clean=True)
    fixed = None if lever is None else pulled(piece, lever, lever.by(by, step))
    if lever is None or fixed is None:
        raise CannotFitError(message("refit-cannot", piece=piece.name, by=Measured(abs(by))))
    return fixed, lever


def _followed(project: Project, name: str, piece: Piece, grown: Grown) -> Refitted:
    """Everything that belongs to what has grown, from piece to piece until nothing more follows."""
    before = {one.name: one for one in project.pieces}
    now = {**before, name: piece}
    waiting = deque([(name, grown)])
    done = {name}
    while waiting:
        at, by = waiting.popleft()
        for mat in project.pieces:
            on = mat.mat_of
            if on is not None and on.piece == at and mat.name not in done:
                done.add(mat.name)
                now[mat.name] = _mat(mat, before[at], by)
        for follower, more in _fitted(project, before, now, at, done):
            done.add(follower)
            fixed = now[follower]
            found: Grown = {}
            for direction, length in more:
                fixed, lever = _stretched(fixed, direction, length)
                found.update({place: found.get(place, 0) + lever.by(length) for place in lever.panels})
            now[follower] = fixed
            waiting.append((follower, found))
    pieces = tuple(now[one.name] for one in project.pieces)
    changed = tuple(one.name for one in project.pieces if now[one.name] != one)
    return Refitted(replace(project, pieces=pieces), changed)


def _mat(mat: Piece, under: Piece, grown: Grown) -> Piece:
    """A mat on panels that have grown, larger by as much; it lies the way in which its border is even."""
    on = mat.mat_of
    if on is None:
        return mat
    wide = sum(grown.get((Side.WIDTH, column - 1), 0) for column in on.columns)
    high = sum(grown.get((Side.HEIGHT, row - 1), 0) for row in on.rows)
    columns, rows = panels_along(under, Side.WIDTH), panels_along(under, Side.HEIGHT)
    if max(on.columns) > len(columns) or max(on.rows) > len(rows):
        return mat
    width, height = (sum(columns[c - 1] for c in on.columns), sum(rows[r - 1] for r in on.rows))
    straight = abs((width - mat.width) - (height - mat.height))
    turned = abs((width - mat.height) - (height - mat.width))
    if turned < straight:
        wide, high = high, wide
    return replace(mat, width=Length(mat.width + wide), height=Length(mat.height + high))


def _fitted(
    project: Project, before: dict[str, Piece], now: dict[str, Piece], at: str, done: set[str]
) -> list[tuple[str, list[tuple[int, int]]]]:
    """The pieces that fit this one, and by how much each direction of their rooms has to grow."""
    found = []
    for fit in project.fits:
        if at not in (fit.outer, fit.inner) or fit.kind not in (FitKind.LID, FitKind.SLEEVE):
            continue
        other = fit.inner if at == fit.outer else fit.outer
        if other in done or other not in before:
            continue
        mine, then, theirs = fold(before[at]), fold(now[at]), fold(before[other])
        pairs = _pairs(fit.kind, at == fit.outer, mine, theirs)
        if mine.room is None or then.room is None or theirs.room is None:
            continue
        more = [(k, then.room[n] - mine.room[n]) for n, k in pairs if then.room[n] != mine.room[n]]
        if more:
            found.append((other, more))
    return found


def _pairs(kind: FitKind, outer: bool, mine: Folded, theirs: Folded) -> list[tuple[int, int]]:
    """Which directions of two rooms lie along one another: the nearest in size."""
    if mine.room is None or theirs.room is None:
        return []
    a, b = mine.room, theirs.room
    if kind is FitKind.LID:
        turned = abs(a[0] - b[1]) + abs(a[1] - b[0]) < abs(a[0] - b[0]) + abs(a[1] - b[1])
        return [(0, 1), (1, 0)] if turned else [(0, 0), (1, 1)]
    # A drawer is as high as its sleeve is deep, and lies in it either way round.
    drawer, sleeve = (b, a) if outer else (a, b)
    across = abs(drawer[0] - sleeve[0]) + abs(drawer[1] - sleeve[2])
    along = abs(drawer[1] - sleeve[0]) + abs(drawer[0] - sleeve[2])
    pairs = [(0, 0), (2, 1), (1, 2)] if across <= along else [(1, 0), (2, 1), (0, 2)]
    return [(s, d) for d, s in pairs] if outer else pairs
