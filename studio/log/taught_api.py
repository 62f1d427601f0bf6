"""What a studio learned from its classes, and where a project was taught."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from decimal import Decimal
from fractions import Fraction

from django.http import Http404, HttpRequest
from ninja import Router

from neat_sheaf.learning.medians import Learned, middle, whole_seconds
from neat_sheaf.pace import PACES, USUAL_PACE
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass, Tick
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.log.learning import SPARES, of_supply, revoke, taught
from studio.log.models import ClassLog
from studio.log.planned import as_planned
from studio.log.reporting import note_out
from studio.log.schemas import LearnedOut, NoteOut, RevokeIn
from studio.log.seen import seconds_in
from studio.projects.models import Project

router = Router(tags=["log"])


@router.get("/learned", auth=reader, response=list[LearnedOut])
def learned(request: HttpRequest) -> list[LearnedOut]:
    """What the classes that are over show of each allowance, in the order of the work."""
    return _learned(studio_of(request), voice_for(request))


def _learned(studio: Studio, voice: Voice) -> list[LearnedOut]:
    found = taught(studio)
    names = {of_supply(supply.pk): supply.name for supply in studio.supplies.all()}
    order = [*PACES, SPARES, *names]
    return [_learned_out(found[name], studio, voice, names) for name in order if name in found]


def _learned_out(one: Learned, studio: Studio, voice: Voice, supplies: dict[str, str]) -> LearnedOut:
    usual = getattr(USUAL_PACE, one.name) if one.name in PACES else 0 if one.name == SPARES else 1
    label = (
        voice.say("learned-supply", name=supplies[one.name])
        if one.name in supplies
        else voice.say(f"learned.{one.name}")
    )
    revoked = one.name in studio.revoked
    value, least, most = (_text(one, number) for number in (one.value, one.least, one.most))
    return LearnedOut(
        name=one.name, label=label, usual=str(usual), value=value, least=least, most=most,
        classes=one.classes, enough=one.enough, revoked=revoked,
        used=one.enough and not revoked and one.name != SPARES,
    )  # fmt: skip


def _text(one: Learned, value: Fraction) -> str:
    """A time as the plans use it, in whole seconds; anything else to the hundredth."""
    if one.name in PACES:
        return str(whole_seconds(value))
    number = round(Decimal(value.numerator) / Decimal(value.denominator), 2)
    return format(number.normalize(), "f")


@router.put("/learned/{name}", auth=owner, response={200: list[LearnedOut], 404: Problem})
def choose(request: HttpRequest, name: str, payload: RevokeIn) -> list[LearnedOut]:
    """Use the default in place of what was learned of one allowance, or what was learned again."""
    studio = studio_of(request)
    if name not in taught(studio) and name not in studio.revoked:
        raise Http404
    revoke(studio, name, payload.revoked)
    studio.refresh_from_db()
    return _learned(studio, voice_for(request))


class TaughtClassOut(Schema):
    """A class of the project; money as decimal text, null where it is not over or not known."""

    id: int
    name: str
    date: dt.date | None
    place: str
    seats: int
    finished: dt.datetime | None
    material: str | None
    each: str | None
    currency: str
    left: int
    ran_out: list[str]
    miscuts: int
    notes: list[NoteOut]


class StepMedianOut(Schema):
    """A step at the table: the minutes its list says, the median of what it took in so many classes."""

    step: int
    says: str
    minutes: str | None
    took: int
    classes: int


class TaughtOut(Schema):
    """Where a project was taught and what came of it, the latest class first."""

    classes: list[TaughtClassOut]
    steps: list[StepMedianOut]


@router.get("/projects/{project_id}/taught", auth=reader, response={200: TaughtOut, 404: Problem})
def taught_where(request: HttpRequest, project_id: int) -> TaughtOut:
    """The classes of a project: what each cost, what was left over, ran out or was spoilt, and the notes."""
    project = own(Project.objects.all(), request, project_id)
    rows = project.classes.select_related("log", "cutting_run").order_by("-date", "-id")
    classes = list(rows.prefetch_related("log_notes", "used__paper", "used__supply"))
    return TaughtOut(classes=[_class_out(row) for row in classes], steps=_steps(project, classes))


def _class_out(row: KitClass) -> TaughtClassOut:
    figures = row.figures or {}
    material = Decimal(figures["material"]) if figures else None
    log: ClassLog | None = getattr(row, "log", None)
    made = sum(log.planned["kits"].values()) if log and log.planned else row.seats + row.samples + row.spares
    run = getattr(row, "cutting_run", None)
    return TaughtClassOut(
        id=row.pk, name=row.name, date=row.date, place=row.place, seats=row.seats, finished=row.finished,
        material=None if material is None else str(material),
        each=str(round(material / made, 2)) if material is not None and made else None,
        currency=figures.get("currency", ""),
        left=sum(log.left.values()) if log else 0,
        ran_out=[str(one.supply or one.paper) for one in row.used.all() if one.ran_out],
        miscuts=sum(one["count"] for one in run.spoilt) if run else 0,
        notes=[note_out(one) for one in row.log_notes.all()],
    )  # fmt: skip


def _steps(project: Project, classes: Iterable[KitClass]) -> list[StepMedianOut]:
    """Steps of the list of which classes that are over showed how long they took.

    A step is known by its words: what is said otherwise now, or stands elsewhere, is another step or the same
    one. Of those who took turns it is one's share, and what dried is not in it.
    """
    shown: dict[str, list[Fraction]] = {}
    for row in classes:
        took = seconds_in(row, Tick.Guide.TEACHING) if row.finished else {}
        for one in as_planned(row).table if took else ():
            if one.key in took:
                alone = Fraction(max(0, took[one.key] - 60 * one.waits), one.turns)
                shown.setdefault(str(one.says.params.get("says", "")), []).append(alone)
    rows = []
    for number, step in enumerate(project.steps.order_by("position")):
        if times := shown.get(step.says):
            minutes = None if step.minutes is None else format(step.minutes.normalize(), "f")
            median_of = round(middle(times))
            row_out = StepMedianOut(
                step=number, says=step.says, minutes=minutes, took=median_of, classes=len(times)
            )
            rows.append(row_out)
    return rows
