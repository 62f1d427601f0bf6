"""What a studio learned from its classes, and where a project was taught."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal
from fractions import Fraction

from django.http import Http404, HttpRequest
from ninja import Router, Schema

from neat_sheaf.learning.medians import Learned, middle
from neat_sheaf.pace import PACES, USUAL_PACE
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.common.problems import Problem
from studio.log.learning import SPARES, of_supply, revoke, taught
from studio.log.models import ClassLog, Used
from studio.log.reporting import note_out
from studio.log.schemas import LearnedOut, NoteOut, RevokeIn
from studio.preparing.models import Tick
from studio.projects.models import Project

router = Router(tags=["log"])


@router.get("/learned", response=list[LearnedOut])
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
    return LearnedOut(
        name=one.name, label=label, usual=str(usual), value=_text(one.value), least=_text(one.least),
        most=_text(one.most), classes=one.classes, enough=one.enough, revoked=revoked,
        used=one.enough and not revoked and one.name != SPARES,
    )  # fmt: skip


def _text(value: Fraction) -> str:
    """To the hundredth: nobody works to less."""
    number = round(Decimal(value.numerator) / Decimal(value.denominator), 2)
    return format(number.normalize(), "f")


@router.put("/learned/{name}", response={200: list[LearnedOut], 404: Problem})
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

    key: str
    step: int
    says: str
    minutes: str | None
    took: int
    classes: int


class TaughtOut(Schema):
    """Where a project was taught and what came of it, the latest class first."""

    classes: list[TaughtClassOut]
    steps: list[StepMedianOut]


@router.get("/projects/{project_id}/taught", response={200: TaughtOut, 404: Problem})
def taught_where(request: HttpRequest, project_id: int) -> TaughtOut:
    """The classes of a project: what each cost, what was left over, ran out or was spoilt, and the notes."""
    project = own(Project.objects.all(), request, project_id)
    rows = project.classes.select_related("log", "cutting_run").prefetch_related("log_notes")
    return TaughtOut(
        classes=[_class_out(row) for row in rows.order_by("-date", "-id")],
        steps=_steps(project),
    )


def _class_out(row: KitClass) -> TaughtClassOut:
    figures = row.figures or {}
    material = Decimal(figures["material"]) if figures else None
    log: ClassLog | None = getattr(row, "log", None)
    made = sum(log.planned["kits"].values()) if log and log.planned else row.seats + row.samples + row.spares
    run = getattr(row, "cutting_run", None)
    out = Used.objects.filter(kit_class=row, ran_out=True).select_related("paper", "supply")
    return TaughtClassOut(
        id=row.pk, name=row.name, date=row.date, place=row.place, seats=row.seats, finished=row.finished,
        material=None if material is None else str(material),
        each=str(round(material / made, 2)) if material is not None and made else None,
        currency=figures.get("currency", ""),
        left=sum(log.left.values()) if log else 0,
        ran_out=[str(one.supply or one.paper) for one in out],
        miscuts=sum(one["count"] for one in run.spoilt) if run else 0,
        notes=[note_out(one) for one in row.log_notes.all()],
    )  # fmt: skip


def _steps(project: Project) -> list[StepMedianOut]:
    """Steps of the list as it is now of which classes that are over showed how long they took."""
    ticks = Tick.objects.filter(
        kit_class__project=project, guide=Tick.Guide.TEACHING, seconds__isnull=False, count__gt=0,
        kit_class__finished__isnull=False,
    ).values_list("key", "seconds")  # fmt: skip
    by_key: dict[str, list[Fraction]] = {}
    for key, seconds in ticks:
        by_key.setdefault(key, []).append(Fraction(seconds or 0))
    rows = []
    for number, step in enumerate(project.steps.order_by("position")):
        if took := by_key.get(f"step-{number}"):
            minutes = None if step.minutes is None else format(step.minutes.normalize(), "f")
            rows.append(
                StepMedianOut(
                    key=f"step-{number}", step=number, says=step.says, minutes=minutes,
                    took=round(middle(took)), classes=len(took),
                )
            )  # fmt: skip
    return rows
