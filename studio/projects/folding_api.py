"""Folding: a piece of the list as a shape that the screen folds."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Field, Router, Schema

from neat_sheaf.errors import Fault
from neat_sheaf.folding import Folded, fold
from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.measure.length import MILLIMETRE
from studio.accounts.models import Measure
from studio.accounts.voice import voice_for
from studio.common.problems import Problem
from studio.projects.folding import folded_out
from studio.projects.schemas import FoldedOut, PanelDoc, PieceDoc

router = Router(tags=["folding"])

Place = Annotated[list[float], Field(min_length=2, max_length=3)]


class FoldIn(Schema):
    """A piece as it is on the screen; bare numbers take ``units``, null for the studio's."""

    piece: PieceDoc
    units: Measure | None = None
    caliper: Annotated[str, Field(max_length=LONGEST_TEXT)] = ""


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


class ShapeOut(FoldedOut):
    """A piece as facets and hinges. ``up`` and ``front`` are directions of the base's frame.

    ``completed`` is the piece with the slits that its form needs, null where it has them.
    """

    facets: list[FacetOut]
    hinges: list[HingeOut]
    base: int
    up: Place
    front: Place
    completed: PieceDoc | None


@router.post("/fold", response={200: ShapeOut, 422: Problem}, by_alias=True)
def fold_piece(request: HttpRequest, payload: FoldIn) -> dict[str, Any]:
    """A piece folded. One that no form explains has facets and no angles."""
    voice = voice_for(request, payload.units)
    faults: list[Fault] = []
    document = payload.piece.model_dump(by_alias=True, exclude_none=True)
    try:
        piece = read_piece(JsonValue(document, "piece", voice.units, faults))
        caliper = (
            JsonValue(payload.caliper, "caliper", voice.units, faults).length() if payload.caliper else 0
        )
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    folded = fold(piece, caliper)
    completed = None
    if folded.slits:
        completed = piece_document(replace(piece, slits=(*piece.slits, *folded.slits)), voice.units)
    return folded_out(folded, voice).model_dump() | _shape(folded) | {"completed": completed}


def _mm(*nm: float) -> list[float]:
    return [value / MILLIMETRE for value in nm]


def _shape(folded: Folded) -> dict[str, Any]:
    sheet, compass = folded.sheet, folded.compass
    if sheet is None:
        return {"facets": [], "hinges": [], "base": 0, "up": [0, 1, 0], "front": [0, 0, 1]}
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
    return {
        "facets": facets,
        "hinges": hinges,
        "base": folded.base,
        "up": [0, 1, 0] if compass is None else list(compass.up),
        "front": [0, 0, 1] if compass is None else list(compass.front),
    }
