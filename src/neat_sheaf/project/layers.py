"""Holes that are made through the folded layers: said once, found on each panel they pierce."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Hole, Piece

__all__ = ["pierced", "pierced_by"]


def pierced(piece: Piece) -> list[Hole]:
    """Every hole of the piece lying flat, each made through one layer."""
    return [hole for said in piece.holes for hole in pierced_by(piece, said)]


def pierced_by(piece: Piece, hole: Hole) -> list[Hole]:
    """The holes that one hole makes; itself first.

    Folded flat, every second panel lies the other way round: a place at ``x`` between two scores is
    met in the next panel at its mirror in the score between them. A place past that panel's end is
    no part of it. Arithmetic of a strip folded flat; whether a fold goes towards or away makes no
    difference to it.
    """
    alone = replace(hole, through=None)
    if hole.through is None:
        return [alone]
    side = hole.through
    size = piece.width if side is Side.WIDTH else piece.height
    scores = {s.at for s in piece.scores if s.along is side and s.full and 0 < s.at < size}
    edges = [Length(0), *sorted(scores), size]
    panels = list(pairwise(edges))
    own = hole.x if side is Side.WIDTH else hole.y
    here = next((n for n, (a, b) in enumerate(panels) if a <= own < b), None)
    if here is None:
        return [alone]
    found = [alone]
    for steps in (range(here + 1, len(panels)), range(here - 1, -1, -1)):
        at = int(own)
        for n in steps:
            start, end = panels[n]
            at = 2 * (start if n > here else end) - at  # mirrored in the score between the two panels
            if start <= at <= end:
                place = {"x" if side is Side.WIDTH else "y": Length(at)}
                found.append(replace(alone, **place))  # type: ignore[arg-type]
    return found
