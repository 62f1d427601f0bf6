"""Forms to start from: what there is, how each looks, and the list that one makes."""

from __future__ import annotations

import functools
from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Field, Router

from neat_sheaf.errors import Fault
from neat_sheaf.folding import fold
from neat_sheaf.folding.library import FORMS, StartError, started
from neat_sheaf.formats.folded_svg import isometric
from neat_sheaf.formats.project_part import project_document
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.wording import english
from studio.accounts.models import Measure
from studio.accounts.tenancy import reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.downloads import Svg
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.projects.schemas import ProjectIn

router = Router(tags=["forms"])

Said = Annotated[str, Field(max_length=LONGEST_TEXT)]


class FormOut(Schema):
    """A form; ``flat``: what goes in has a width and a height alone."""

    code: str
    name: str
    flat: bool


class StartIn(Sent):
    """What goes inside: its width, depth (empty where the form is flat) and height.

    ``matted``: with mats for what shows. ``taken`` are names that no piece is to have.
    """

    code: Said
    width: Said
    depth: Said = ""
    height: Said
    matted: bool = True
    units: Measure | None = None
    taken: list[Said] = Field([], max_length=500)


@router.get("/forms", auth=reader, response=list[FormOut])
def forms(request: HttpRequest) -> list[FormOut]:
    """Every form that there is."""
    voice = voice_for(request)
    return [
        FormOut(code=code, name=voice.say(f"start.{code}"), flat=form.flat) for code, form in FORMS.items()
    ]


@router.get("/forms/{code}.svg", auth=reader, response={200: Svg, 404: Problem})
def form_drawing(request: HttpRequest, code: str) -> HttpResponse:
    """A form as a line drawing, in a size that shows it."""
    if code not in FORMS:
        raise Http404
    return HttpResponse(_drawn(code), content_type="image/svg+xml")


@functools.cache
def _drawn(code: str) -> str:
    flat = FORMS[code].flat
    thin = code in ("holder", "folded-bag", "hinged-box", "tray", "lidded-box", "drawer")
    room = {
        True: (inches(4), Length(0), inches(3)),
        False: (inches(3), inches(2), inches(1)) if thin else (inches(2), inches("3/2"), inches(3)),
    }[flat]
    if code in ("holder", "folded-bag"):
        room = (inches(3), inches("1/2"), inches(3))
    project = started(code, room, english(), USUAL_HABITS, matted=False)
    return isometric(fold(project.pieces[-1]), 40)


@router.post("/forms", auth=reader, response={200: ProjectIn, 422: Problem}, by_alias=True)
def start(request: HttpRequest, payload: StartIn) -> dict[str, Any]:
    """The list of a form with that room inside: pieces, fits, steps and what goes in."""
    voice = voice_for(request, payload.units)
    faults: list[Fault] = []
    if payload.code not in FORMS:
        raise Http404
    sizes: list[Length] = []
    for name in ("width", "depth", "height"):
        said = getattr(payload, name)
        if name == "depth" and FORMS[payload.code].flat:
            sizes.append(Length(0))
            continue
        try:
            sizes.append(JsonValue(said, name, voice.units, faults).length())
        except Faulty:
            continue
    if faults or len(sizes) != 3:
        raise FileError(faults)
    try:
        project = started(
            payload.code, (sizes[0], sizes[1], sizes[2]), voice, studio_of(request).habits,
            matted=payload.matted, taken=payload.taken,
        )  # fmt: skip
    except StartError as error:
        raise FileError([Fault("height", error.message)]) from error
    return project_document(project, voice.units) | {"version": 0, "units": voice.units}
