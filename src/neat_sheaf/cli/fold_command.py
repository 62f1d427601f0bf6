"""``neat-sheaf fold``: what each piece folds into, its size and the room in it."""

from __future__ import annotations

import json
from collections.abc import Sequence

from neat_sheaf.folding import Folded, Sizes
from neat_sheaf.folding.enclosing import alone, takers
from neat_sheaf.folding.together import Assembled, fold_project, together_of
from neat_sheaf.formats.folded_part import assembled_document, folded_document
from neat_sheaf.job import Job
from neat_sheaf.messages import Boxed, Level, several
from neat_sheaf.plain_text import printable
from neat_sheaf.stock import Supply
from neat_sheaf.wording import Voice, english

__all__ = ["fold_command"]

FAULTY = 1


def fold_command(job: Job, *, as_json: bool) -> int:
    """Print every piece folded; exit status 1 where something does not go together."""
    calipers = {
        role: max((paper.caliper for paper in papers), default=0)
        for role, papers in job.papers_by_role.items()
    }
    folded = fold_project(job.project, calipers)
    together = together_of(job.project, folded)
    voice = english(job.units)
    if as_json:
        document = {
            "pieces": [
                folded_document(one, voice, takers(alone(one, together), job.supplies)) for one in folded
            ],
            "assemblies": [
                assembled_document(one, voice, takers(one.finished, job.supplies)) for one in together
            ],
        }
        print(json.dumps(document, ensure_ascii=False, indent=2))  # noqa: T201
    else:
        for one in folded:
            _say(one, voice)
            _say_into(takers(alone(one, together), job.supplies), voice)
        for pair in together:
            _say_together(pair, voice)
            _say_into(takers(pair.finished, job.supplies), voice)
    remarks = [remark for one in folded for remark in one.remarks]
    remarks += [remark for pair in together for remark in pair.remarks]
    return FAULTY if any(remark.level is Level.ERROR for remark in remarks) else 0


def _say(one: Folded, voice: Voice) -> None:
    form = (
        voice.say("fold-report.unknown") if one.form is None else voice.say("fold-report.form", form=one.form)
    )
    print(f"{printable(one.piece.name)}: {form}{_sizes(one.finished, one.room, voice)}")  # noqa: T201
    for remark in one.remarks:
        print(f"  {voice.words(remark.message)}")  # noqa: T201


def _say_together(one: Assembled, voice: Voice) -> None:
    print(f"{printable(voice.words(one.why))}{_sizes(one.finished, one.room, voice)}")  # noqa: T201
    for remark in one.remarks:
        print(f"  {voice.words(remark.message)}")  # noqa: T201


def _say_into(supplies: Sequence[Supply], voice: Voice) -> None:
    if supplies:
        names = several((supply.name for supply in supplies), "or")
        print(f"  {printable(voice.say('fold-report.into', names=names))}")  # noqa: T201


def _sizes(finished: Sizes | None, room: Sizes | None, voice: Voice) -> str:
    said = ""
    if finished is not None:
        said += f"; {voice.say('fold-report.finished', sizes=Boxed(*finished))}"
    if room is not None:
        said += f"; {voice.say('fold-report.room', sizes=Boxed(*room))}"
    return said
