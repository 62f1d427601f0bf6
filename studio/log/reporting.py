"""The log of a class beside its plan: what was planned, what was seen, what was said."""

from __future__ import annotations

from decimal import Decimal

from neat_sheaf.measure.length import Unit
from neat_sheaf.wording import Voice
from studio.classes.models import CuttingRun, KitClass
from studio.classes.services.cutting import steps_in
from studio.common.sent import state_of
from studio.cupboard.ledger import thing_of
from studio.cupboard.ledger_api import amount_out, unit_of
from studio.log.models import ClassLog, LogNote, Used
from studio.log.planned import BatchPlan, ClassPlan, as_planned
from studio.log.schemas import KitsLeftOut, LogOut, LogThingOut, MiscutOut, NoteOut, StepTakenOut
from studio.log.seen import seconds_in, seen_things
from studio.log.services import said_of

__all__ = ["log_out", "note_out"]


def log_out(kit_class: KitClass, voice: Voice) -> LogOut:
    """Everything that is known of what a class took. FileError where it has no papers yet."""
    planned = as_planned(kit_class)
    log = ClassLog.objects.filter(kit_class=kit_class).first()
    left = log.left if log else {}
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    return LogOut(
        finished=kit_class.finished,
        things=_things(kit_class, planned, voice.units),
        batches=_batches(kit_class, planned, run, voice),
        table=_table(kit_class, planned, voice),
        miscuts=[
            MiscutOut(piece=row["piece"], count=row["count"], by=voice.say(f"rescued.{row['help']}"))
            for row in (run.spoilt if run else [])
        ],
        kits=[
            KitsLeftOut(colourway=way, made=count, left=left.get(way), version=state_of(left.get(way)))
            for way, count in planned.kits.items()
        ],
        notes=[note_out(note) for note in kit_class.log_notes.all()],
    )


def note_out(note: LogNote) -> NoteOut:
    """A note for the screen."""
    return NoteOut(id=note.pk, about=note.about, text=note.text, photo=note.photo_id, at=note.at)  # type: ignore[arg-type]


def _things(kit_class: KitClass, planned: ClassPlan, units: Unit) -> list[LogThingOut]:
    """Sheets, then offcuts, then supplies: what was planned, seen or said."""
    studio = kit_class.studio
    papers = {paper.pk: paper for paper in studio.papers.all()}
    supplies = {supply.pk: supply for supply in studio.supplies.all()}
    seen = seen_things(kit_class)
    said = {thing_of(row): row for row in Used.objects.filter(kit_class=kit_class)}
    rows = []
    for thing in sorted({*planned.things, *seen, *said}, key=lambda t: (t.kind, t.is_offcut, t)):
        supply = supplies.get(thing.key) if thing.kind == "supply" else None
        paper = papers.get(thing.key) if thing.kind == "paper" else None
        if supply is None and paper is None:
            continue
        given = said.get(thing)
        amount = planned.things.get(thing, Decimal(0))
        rows.append(
            LogThingOut(
                paper=None if paper is None else paper.pk,
                supply=None if supply is None else supply.pk,
                name=supply.name if supply else paper.name if paper else "",
                width=thing.width, height=thing.height,
                unit=unit_of(supply, units),
                planned=amount_out(amount, supply, units),
                seen=amount_out(seen[thing], supply, units) if thing in seen else None,
                used=amount_out(given.amount, supply, units) if given and given.amount is not None else None,
                ran_out=bool(given and given.ran_out),
                version=said_of(given),
            )
        )  # fmt: skip
    return rows


def _batches(
    kit_class: KitClass, planned: ClassPlan, run: CuttingRun | None, voice: Voice
) -> list[StepTakenOut]:
    took, timed = seconds_in(kit_class, "tasks"), seconds_in(kit_class, "scoring")
    rows = []
    for one in planned.batches:
        seconds, steps = list[int](), 0
        if one.key == "cut" and run is not None:
            seconds, steps = list(run.timed.values()), steps_in(run)
        elif own := [step.key for step in planned.scoring if step.batch == one.key]:
            seconds, steps = [timed[key] for key in own if key in timed], len(own)
        rows.append(_taken(one, seconds, steps, took.get(one.key), voice))
    return rows


def _table(kit_class: KitClass, planned: ClassPlan, voice: Voice) -> list[StepTakenOut]:
    took = seconds_in(kit_class, "teaching")
    return [_taken(one, [], 0, took.get(one.key), voice) for one in planned.table]


def _taken(one: BatchPlan, seconds: list[int], steps: int, took: int | None, voice: Voice) -> StepTakenOut:
    return StepTakenOut(
        key=one.key, says=voice.words(one.says), planned=one.seconds,
        seen=sum(seconds) if seconds else None, timed=len(seconds), steps=steps, took=took,
        version=state_of(took),
    )  # fmt: skip
