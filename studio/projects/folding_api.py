"""Folding: a piece of the list as a shape that the screen folds."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import replace
from typing import Annotated, Any

from django.http import Http404, HttpRequest
from ninja import Field, Router

from neat_sheaf.checks import Level, check_project
from neat_sheaf.checks.refitting import CannotFitError, Refitted, made_to_fit
from neat_sheaf.errors import Fault
from neat_sheaf.folding import fold
from neat_sheaf.folding.standing import things_of
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.project_part import changes_document
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.messages import Sized
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.wording import Voice
from studio.accounts.models import Measure, Studio
from studio.accounts.tenancy import reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.projects.folding import folded_out
from studio.projects.piece_schemas import PieceDoc
from studio.projects.schemas import FixOut, ProjectIn
from studio.projects.services import read_document
from studio.projects.shapes import ShapeOut, ThingOut, shape_of, thing_of

router = Router(tags=["folding"])


class RefitIn(Sent):
    """A list as it is on the screen, the piece (from 0) and the room that is wanted in it.

    ``outside``: the sizes are those of the finished piece. ``depth`` of a flat thing is left empty.
    """

    project: ProjectIn
    piece: int
    width: Said
    depth: Said = ""
    height: Said
    outside: bool = False


class RefitOut(Schema):
    """The list that makes it, as changes; what changes, and what the checks then find more than now."""

    fix: FixOut | None
    says: list[str]
    warnings: list[str]


Said = Annotated[str, Field(max_length=LONGEST_TEXT)]


class FoldIn(Sent):
    """A piece as it is on the screen; bare numbers take ``units``, null for the studio's."""

    piece: PieceDoc
    units: Measure | None = None
    caliper: Annotated[str, Field(max_length=LONGEST_TEXT)] = ""


@router.post("/fold", auth=reader, response={200: ShapeOut, 422: Problem}, by_alias=True)
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
    return folded_out(folded, voice).model_dump() | shape_of(folded) | {"completed": completed}


@router.post("/stand", auth=reader, response={200: list[ThingOut], 422: Problem}, by_alias=True)
def stand(request: HttpRequest, payload: ProjectIn) -> list[dict[str, Any]]:
    """A list as it is on the screen, folded and put together: every thing that a kit is made into."""
    studio = studio_of(request)
    voice = voice_for(request, payload.units)
    document = payload.document()
    core = read_document(document, studio, voice.units)
    folded = fold_project(core)
    lines = {piece.name: n for n, piece in enumerate(core.pieces)}
    return [thing_of(thing, lines) for thing in things_of(folded, together_of(core, folded))]


@router.post("/refit", auth=reader, response={200: RefitOut, 404: Problem, 422: Problem}, by_alias=True)
def refit(request: HttpRequest, payload: RefitIn) -> RefitOut:
    """The list with that room inside a piece, or with that outside; all that belongs to it follows. Nothing
    is kept.
    """
    studio = studio_of(request)
    voice = voice_for(request, payload.project.units)
    document = payload.project.document()
    core = read_document(document, studio, voice.units)
    if not 0 <= payload.piece < len(core.pieces):
        raise Http404
    piece = core.pieces[payload.piece]
    folded = fold(piece)
    now = folded.finished if payload.outside else folded.room
    flat = now is not None and now[2] == 0
    faults: list[Fault] = []
    said = [payload.width, payload.height] if flat else [payload.width, payload.depth, payload.height]
    names = ["width", "height"] if flat else ["width", "depth", "height"]
    sizes = []
    for name, text in zip(names, said, strict=True):
        with suppress(Faulty):
            sizes.append(JsonValue(text, name, voice.units, faults).length())
    if faults:
        raise FileError(faults)
    wanted = (sizes[0], sizes[1], 0) if flat else (sizes[0], sizes[1], sizes[2])
    try:
        found = made_to_fit(core, piece.name, wanted, voice.units, outside=payload.outside)
    except CannotFitError as error:
        raise FileError([Fault("width", error.message)]) from error
    return _refit_out(core, found, studio, voice)


def _refit_out(core: CoreProject, found: Refitted, studio: Studio, voice: Voice) -> RefitOut:
    before = {piece.name: piece for piece in core.pieces}
    says = [
        voice.say(
            "refit-change",
            piece=piece.name,
            before=Sized(before[piece.name].width, before[piece.name].height),
            after=Sized(piece.width, piece.height),
        )
        for piece in found.project.pieces
        if piece.name in found.changed
    ]
    habits = studio.habits
    known = {(f.code, f.where) for f in check_project(core, voice.units, habits)}
    new = [
        voice.words(f.message)
        for f in check_project(found.project, voice.units, habits)
        if f.level is not Level.NOTE and (f.code, f.where) not in known
    ]
    if not found.changed:
        return RefitOut(fix=None, says=[], warnings=new)
    changes = changes_document(core, found.project, voice.units)
    fix = FixOut.model_validate({"message": "; ".join(says), "changes": changes})
    return RefitOut(fix=fix, says=says, warnings=new)
