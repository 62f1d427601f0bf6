"""Folded pieces, and what they make together, as shapes that the screen folds. Millimetres."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

from ninja import Field

from neat_sheaf.folding import Folded
from neat_sheaf.folding.compass import STANDS
from neat_sheaf.folding.standing import Thing
from neat_sheaf.measure.length import MILLIMETRE
from studio.common.schema import Schema
from studio.projects.piece_schemas import PanelDoc, PieceDoc
from studio.projects.schemas import FoldedOut

__all__ = ["ShapeOut", "ThingOut", "shape_of", "thing_of"]

Place = Annotated[list[float], Field(min_length=2, max_length=3)]


class FacetOut(Schema):
    """A flat part: its outer ring and its openings in mm from the lower left corner, and its panel.

    ``lift`` tells layers on one plane apart; ``face`` is where it is seen, empty where it is not.
    """

    ring: list[Place]
    openings: list[list[Place]]
    panel: PanelDoc
    lift: Place
    face: str
    up: str


class HingeOut(Schema):
    """A stretch of score between two facets, mm; its angles in degrees, positive towards the print."""

    one: int
    other: int
    start: Place
    end: Place
    closed: float
    opened: float


class BodyOut(Schema):
    """A piece as facets and hinges; the base stays where it is while the others fold."""

    facets: list[FacetOut]
    hinges: list[HingeOut]
    base: int


class ShapeOut(FoldedOut, BodyOut):
    """A piece that folds. ``up`` and ``front`` are directions of the base's frame.

    ``completed`` is the piece with the slits that its form needs, null where it has them.
    """

    up: Place
    front: Place
    completed: PieceDoc | None


class LaidOut(BodyOut):
    """A copy of a piece (its line, from 0) in a thing: the rotation (its rows) and shift (mm) of its base.

    ``lift`` tells layers apart; ``away`` is where it goes, in mm, to be seen by itself.
    """

    piece: int
    copy_number: int
    turn: list[Place]
    shift: Place
    lift: Place
    away: Place


class ThingOut(Schema):
    """Pieces that stand as one; ``up`` and ``front`` are directions of the frame that they share."""

    pieces: list[LaidOut]
    up: Place
    front: Place


def _mm(*nm: float) -> list[float]:
    return [value / MILLIMETRE for value in nm]


def shape_of(folded: Folded) -> dict[str, Any]:
    """A folded piece as a shape: its facets, hinges and base, and which way it stands."""
    compass = folded.compass or STANDS
    return _body(folded) | {"up": list(compass.up), "front": list(compass.front)}


def _body(folded: Folded) -> dict[str, Any]:
    sheet = folded.sheet
    if sheet is None:
        return {"facets": [], "hinges": [], "base": 0}
    seen = {seen.panel: seen for seen in folded.seen if seen.printed}
    lifts = folded.lifts or ((0.0, 0.0, 0.0),) * len(sheet.facets)
    facets = []
    for facet, lift in zip(sheet.facets, lifts, strict=True):
        face = seen.get(facet.panel)
        facets.append(
            {
                "ring": [_mm(*at) for at in facet.ring],
                "openings": [[_mm(*at) for at in ring] for ring in facet.openings],
                "panel": {"column": facet.panel.column, "row": facet.panel.row},
                "lift": _mm(*lift),
                "face": "" if face is None else face.face,
                "up": "" if face is None else face.up,
            }
        )
    closed = folded.angles or (0.0,) * len(sheet.hinges)
    opened = folded.open_angles or closed
    hinges = [
        {
            "one": hinge.one,
            "other": hinge.other,
            "start": _mm(*hinge.start),
            "end": _mm(*hinge.end),
            "closed": angle,
            "opened": other,
        }
        for hinge, angle, other in zip(sheet.hinges, closed, opened, strict=True)
    ]
    return {"facets": facets, "hinges": hinges, "base": folded.base}


def thing_of(thing: Thing, lines: Mapping[str, int]) -> dict[str, Any]:
    """A thing with its pieces where they are; ``lines`` are the numbers of the pieces by name."""
    pieces = [
        _body(one.folded)
        | {
            "piece": lines[one.folded.piece.name],
            "copy_number": one.copy,
            "turn": [list(row) for row in one.at.turn],
            "shift": _mm(*one.at.shift),
            "lift": _mm(*one.lift),
            "away": _mm(*away),
        }
        for one, away in zip(thing.laid, thing.away, strict=True)
    ]
    return {"pieces": pieces, "up": list(thing.stands.up), "front": list(thing.stands.front)}
