"""The batches of a class, its evenings as a list and as a calendar, and what is ticked off."""

from __future__ import annotations

import datetime as dt

from django.http import HttpRequest, HttpResponse
from ninja import Router

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.calendar_file import CalendarEvent, write_calendar
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.messages import Message
from neat_sheaf.pace import USUAL_PACE
from neat_sheaf.preparing.scoring import Marked, ScoreBatch, ScorePlan, ScoreStroke
from neat_sheaf.preparing.tasks import AtTable, Kind, has_marks
from neat_sheaf.project.assembly import cautions_for
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import helper, own, reader
from studio.accounts.voice import voice_for
from studio.classes.account import account_for, is_to_come
from studio.classes.evenings import Preparing, done_in, preparing_of
from studio.classes.models import KitClass
from studio.common.downloads import Calendar, download
from studio.common.problems import Problem
from studio.preparing.keys import marks_key, stroke_key, table_key
from studio.preparing.schemas import (
    AtTableOut,
    DieRunOut,
    EveningOut,
    EveningPartOut,
    GuideName,
    MarkedOut,
    PrepareOut,
    ScoreBatchOut,
    ScoreStrokeOut,
    ScoringOut,
    ShareOut,
    TaskOut,
    TicksIn,
)
from studio.preparing.services import Said, notes_in, tick

router = Router(tags=["preparing"])


def _class(request: HttpRequest, class_id: int) -> KitClass:
    rows = KitClass.objects.select_related("studio", "project", "cutting_run")
    return own(rows.prefetch_related("colourways__choices"), request, class_id)


def class_and_preparing(request: HttpRequest, class_id: int) -> tuple[KitClass, Preparing]:
    """A class of one's own and what is prepared for it. FileError where it has no papers yet."""
    kit_class = _class(request, class_id)
    try:
        return kit_class, preparing_of(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


@router.get(
    "/classes/{class_id}/prepare", auth=reader, response={200: PrepareOut, 404: Problem, 422: Problem}
)
def prepare(request: HttpRequest, class_id: int) -> PrepareOut:
    """The batches of a class in their order, laid into evenings, and what is left for the table."""
    kit_class, found = class_and_preparing(request, class_id)
    return _out(found, kit_class, voice_for(request))


def _out(found: Preparing, kit_class: KitClass, voice: Voice) -> PrepareOut:
    prepared, studio = found.prepared, kit_class.studio
    times = {one.key: one for one in found.timed}
    tasks = [
        TaskOut(
            key=one.key, kind=one.kind, says=voice.words(one.says), times=one.times, seconds=one.seconds,
            waits=one.waits, after=list(one.after), tool=_tool(one.tool, voice), step=one.step,
            shares=[ShareOut(piece=s.piece, count=s.count, each=s.each) for s in one.shares],
            also=[step.says for step in one.also],
            critical=one.key in times and times[one.key].critical,
            slack=times[one.key].slack // 60 if one.key in times else 0,
        )
        for one in prepared.tasks
    ]  # fmt: skip
    return PrepareOut(
        tasks=tasks,
        table=[_at_table(one, found.job, voice) for one in prepared.table],
        minutes=-(-prepared.seconds // 60),
        usual_minutes=-(-prepared.seconds_by(USUAL_PACE) // 60),
        paces=sorted({name for one in prepared.tasks for name, count in one.parts if count}),
        unknown=len(prepared.unknown),
        table_minutes=-(-prepared.table_seconds // 60),
        table_unknown=sum(one.seconds is None for one in prepared.table),
        scoring=_scoring(prepared.scoring),
        dies=[DieRunOut(dies=list(run.dies), times=run.times, proved=run.proved) for run in prepared.dies],
        evenings=_evenings(found),
        least=found.evenings.least,
        evening_minutes=studio.evening_minutes,
        helpers=studio.helpers,
        late=found.late,
        order_by=_order_by(kit_class),
        planned=any(one.kind is Kind.CUT for one in prepared.tasks),
    )


def _order_by(kit_class: KitClass) -> dt.date | None:
    """The last day to order what this class is short of, as its shopping list says."""
    if not is_to_come(kit_class, kit_class.studio.today()):
        return None
    return account_for(kit_class.studio, among=[kit_class]).order_by


def _at_table(one: AtTable, job: Job, voice: Voice) -> AtTableOut:
    step = None if one.step is None else job.project.steps[one.step]
    supplies = {supply.id: supply.name for supply in job.supplies}
    marked = [piece.name for piece in job.project.pieces if has_marks(piece, one.kind)]
    tool = _tool(one.tool, voice)
    cautions = step.cautions if step else cautions_for(tool)
    return AtTableOut(
        key=table_key(one), step=one.step, kind=one.kind, says=voice.words(one.says), seconds=one.seconds,
        sharing=one.sharing, waits=one.waits, tool=tool,
        pieces=list(step.pieces) if step else marked,
        supplies=[supplies[key] for key in step.supplies if key in supplies] if step else [],
        cautions=[voice.say(f"caution.{caution.value}") for caution in cautions],
    )  # fmt: skip


def _tool(tool: Message | None, voice: Voice) -> str:
    return "" if tool is None else voice.words(tool)


def _evenings(found: Preparing) -> list[EveningOut]:
    rows = []
    for number in range(found.evenings.count):
        own_parts = [part for part in found.evenings.parts if part.evening == number]
        rows.append(
            EveningOut(
                date=found.days[number] if found.days else None,
                minutes=-(-max((part.end for part in own_parts), default=0) // 60),
                parts=[
                    EveningPartOut(key=p.key, hands=p.hands, start=p.start / 60, end=p.end / 60)
                    for p in own_parts
                ],
            )
        )
    return rows


def _scoring(plan: ScorePlan) -> ScoringOut:
    batches = [
        ScoreBatchOut(
            phase=batch.phase,
            distance=batch.distance,
            on_groove=batch.on_groove,
            strokes=[_stroke(batch, stroke) for stroke in batch.strokes],
        )
        for batch in plan.batches
    ]
    marked = [
        MarkedOut(
            key=marks_key(one), piece=one.piece, count=one.count, facing=one.facing,
            lines=_lines(one),
        )
        for one in plan.marked
    ]  # fmt: skip
    return ScoringOut(
        batches=batches, marked=marked, scores=plan.scores, proved=plan.proved, beyond=list(plan.beyond)
    )


def _lines(one: Marked) -> list[list[int]]:
    return [[*map(int, line.start), *map(int, line.end)] for line in one.diagonals]


def _stroke(batch: ScoreBatch, stroke: ScoreStroke) -> ScoreStrokeOut:
    return ScoreStrokeOut(
        key=stroke_key(batch, stroke), piece=stroke.piece, count=stroke.count, edge=stroke.edge,
        facing=stroke.facing, fold=stroke.fold, measured_from=stroke.measured_from,
        start=stroke.start, end=stroke.end,
    )  # fmt: skip


@router.get("/classes/{class_id}/ticks/{guide}", auth=reader, response={200: dict[str, int], 404: Problem})
def ticks(request: HttpRequest, class_id: int, guide: GuideName) -> dict[str, int]:
    """How many are done of each thing in a guide, by key."""
    return done_in(_class(request, class_id), guide)


@router.put(
    "/classes/{class_id}/ticks/{guide}",
    auth=helper,
    response={200: dict[str, int], 404: Problem, 422: Problem},
)
def tick_off(request: HttpRequest, class_id: int, guide: GuideName, payload: TicksIn) -> dict[str, int]:
    """Say how many of some things are done; every other stays as another device left it."""
    said = [Said(one.key, one.count, one.note, one.seconds) for one in payload.ticks]
    return tick(_class(request, class_id), guide, said, request.user.pk)


@router.get(
    "/classes/{class_id}/ticks/{guide}/notes", auth=reader, response={200: dict[str, str], 404: Problem}
)
def notes(request: HttpRequest, class_id: int, guide: GuideName) -> dict[str, str]:
    """What was noted beside ticks, by key."""
    return notes_in(_class(request, class_id), guide)


@router.get(
    "/classes/{class_id}/evenings.ics", auth=reader, response={200: Calendar, 404: Problem, 422: Problem}
)
def calendar(request: HttpRequest, class_id: int) -> HttpResponse:
    """The class, its evenings and the day to order by, for a calendar (RFC 5545)."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    text = write_calendar(_events(kit_class, found, voice), dt.datetime.now(dt.UTC), kit_class.name)
    return download(voice.say("file-evenings", name=kit_class.name), "ics", text, "text/calendar")


def _events(kit_class: KitClass, found: Preparing, voice: Voice) -> list[CalendarEvent]:
    if kit_class.date is None:
        return []
    name, begins = kit_class.name, kit_class.studio.evening_from
    said = {one.key: voice.words(one.says) for one in found.prepared.tasks}
    events = []
    order_by = _order_by(kit_class)
    if order_by is not None:
        title = voice.say("calendar-order", name=name)
        events.append(CalendarEvent(f"class-{kit_class.pk}-order@neat-sheaf", order_by, title))
    for number, day in enumerate(found.days):
        parts = [part for part in found.evenings.parts if part.evening == number]
        keys = dict.fromkeys(part.key for part in parts)
        minutes = -(-max((part.end for part in parts), default=0) // 60)
        uid = f"class-{kit_class.pk}-evening-{number + 1}@neat-sheaf"
        title = voice.say("calendar-evening", name=name, number=number + 1, of=len(found.days))
        events.append(CalendarEvent(uid, day, title, "\n".join(said[key] for key in keys), begins, minutes))
    uid = f"class-{kit_class.pk}@neat-sheaf"
    events.append(CalendarEvent(uid, kit_class.date, name, kit_class.project.name, place=kit_class.place))
    return events
