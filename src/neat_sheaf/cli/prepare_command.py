"""``neat-sheaf prepare``: the batches of a class, the stops of the board, passes, evenings and times."""

from __future__ import annotations

import json
from collections.abc import Iterator

from neat_sheaf.formats.prepare_file import prepare_document
from neat_sheaf.job import Job
from neat_sheaf.plan import Plan
from neat_sheaf.preparing.scoring import Phase
from neat_sheaf.preparing.tasks import Prepared, prepare
from neat_sheaf.schedule.critical import Activity, critical_path
from neat_sheaf.schedule.evenings import Evenings, lay_out
from neat_sheaf.wording import Voice, english

__all__ = ["EVENING_MINUTES", "prepare_command"]

EVENING_MINUTES = 120  # From memory: an evening at the kitchen table.


def prepare_command(job: Job, plan: Plan, *, minutes: int, hands: int, as_json: bool) -> str:
    """What to print: every batch in its order, and the evenings they take."""
    prepared = prepare(job, plan.cutting.handling)
    activities = [Activity(one.key, one.seconds or 0, 60 * one.waits, one.after) for one in prepared.tasks]
    evenings = lay_out(activities, 60 * minutes, hands)
    voice = english(job.units)
    if as_json:
        timed = critical_path(activities)
        document = prepare_document(prepared, timed, evenings, minutes, hands, voice)
        return json.dumps(document, ensure_ascii=False, indent=1) + "\n"
    return "\n".join(_lines(prepared, evenings, minutes, hands, voice)) + "\n"


def _lines(prepared: Prepared, evenings: Evenings, minutes: int, hands: int, voice: Voice) -> Iterator[str]:
    say = voice.say
    yield say("prepare-head.batches", minutes=-(-prepared.seconds // 60))
    for task in prepared.tasks:
        yield f"  {voice.words(task.says)}: {_time(task.seconds, voice)}"
        yield from (f"    {step.says}" for step in task.also)
    plan = prepared.scoring
    if plan.batches:
        key = "prepare-head.stops-proved" if plan.proved else "prepare-head.stops-open"
        yield say(key, stops=len(plan.batches))
    for batch in plan.batches:
        pieces = ", ".join(f"{one.piece} ({one.edge.value}) x {one.count}" for one in batch.strokes)
        long = batch.phase is Phase.LONG
        phase = say("prepare-phase.long" if long else "prepare-phase.short")
        yield f"  {phase}, {voice.length(batch.distance)}: {pieces}"
    for run in prepared.dies:
        yield say("prepare-passes", passes=run.times, dies=" + ".join(run.dies))
    key = "prepare-head.evenings-fewest" if evenings.fewest else "prepare-head.evenings-at-most"
    yield say(key, count=evenings.count, minutes=minutes, hands=hands)
    for number in range(evenings.count):
        own = [part for part in evenings.parts if part.evening == number]
        keys = dict.fromkeys(part.key for part in own)
        says = {task.key: voice.words(task.says) for task in prepared.tasks}
        yield f"  {number + 1}: " + "; ".join(says[key] for key in keys)


def _time(seconds: int | None, voice: Voice) -> str:
    if seconds is None:
        return voice.say("prepare-time.unknown")
    return voice.say("prepare-time.known", minutes=-(-seconds // 60))
