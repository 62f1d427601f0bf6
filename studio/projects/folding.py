"""What folding says of a list, in words."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import combinations

from neat_sheaf.folding import Folded, Form, Sizes, fold
from neat_sheaf.folding.enclosing import alone, takers
from neat_sheaf.folding.girths import USUAL_BOW, generous, girths, rounded_up
from neat_sheaf.folding.together import Assembled, fold_project, together_of
from neat_sheaf.measure.length import Length, write_length
from neat_sheaf.messages import Boxed, Level, several
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.stock import Supply as CoreSupply
from neat_sheaf.wording import Voice
from studio.cupboard.models import Paper
from studio.projects.schemas import FoldedOut, GirthOut, RemarkOut, TogetherOut

__all__ = ["folded_out", "folded_project"]


def folded_project(
    core: CoreProject,
    chosen: Mapping[str, Sequence[Paper]],
    supplies: Sequence[CoreSupply],
    voice: Voice,
) -> tuple[list[FoldedOut], list[TogetherOut], list[GirthOut]]:
    """Each piece of the list folded, in its order, what belongs together as one thing, and the ways round.

    ``supplies`` are those of the cupboard: the envelopes and bags among them may take what is finished.
    """
    calipers = {
        role: max((paper.caliper_nm for paper in papers), default=0) for role, papers in chosen.items()
    }
    folded = fold_project(core, calipers)
    together = together_of(core, folded)
    return (
        [folded_out(one, voice, takers(alone(one, together), supplies)) for one in folded],
        [_together_out(one, voice, takers(one.finished, supplies)) for one in together],
        list(_girths(folded, together, voice)),
    )


def _girths(folded: Sequence[Folded], together: Sequence[Assembled], voice: Voice) -> Iterator[GirthOut]:
    """The ways round what is finished: what belongs together, and a folded piece that is no part of that."""
    parts = {part.piece.name for one in together for part in one.parts}
    things = [(several((part.piece.name for part in one.parts), "and"), one.finished) for one in together]
    things += [
        (several([one.piece.name]), one.finished)
        for one in folded
        if one.piece.name not in parts and one.form is not Form.FLAT
    ]
    for names, size in things:
        if size is None:
            continue
        for (width, height), girth in zip(combinations(size, 2), girths(size), strict=True):
            if girth and width + height:
                near = rounded_up(girth, voice.units)
                tied = Length(near + USUAL_BOW)
                yield GirthOut(
                    what=voice.say("round", names=names, way=Boxed(round(width), 0, round(height))),
                    girth=write_length(near, voice.units),
                    tied=write_length(tied, voice.units),
                    generous=write_length(generous(tied, voice.units), voice.units),
                )


def _said(sizes: Sizes | None, voice: Voice) -> str:
    return "" if sizes is None else voice.box(*Boxed(*sizes))


def folded_out(folded: Folded, voice: Voice, into: Sequence[CoreSupply] = ()) -> FoldedOut:
    """A folded piece in words; what is not known is empty."""
    return FoldedOut(
        form="" if folded.form is None else voice.say(f"form.{folded.form}"),
        kind=None if folded.form is None else folded.form.value,
        why="; ".join(voice.words(why) for why in folded.why),
        finished=_said(folded.finished, voice),
        opened="" if folded.opened == folded.finished else _said(folded.opened, voice),
        room=_said(folded.room, voice),
        goes_into=_into(into, voice),
        flat=folded.room is not None and folded.room[2] == 0,
        thin=_is_thin(folded),
        remarks=[
            RemarkOut(level=remark.level.value, code=remark.message.code, message=voice.words(remark.message))
            for remark in folded.remarks
        ],
        slits=len(folded.slits),
    )


def _into(supplies: Sequence[CoreSupply], voice: Voice) -> str:
    """Which envelopes and bags take it, in words."""
    if not supplies:
        return ""
    return voice.say("fold-report.into", names=several((supply.name for supply in supplies), "or"))


def _is_thin(folded: Folded) -> bool:
    """Whether it closes to nothing but its layers of paper."""
    bare = fold(folded.piece).finished
    return bare is not None and bare[2] == 0


def _together_out(one: Assembled, voice: Voice, into: Sequence[CoreSupply]) -> TogetherOut:
    return TogetherOut(
        pieces=[part.piece.name for part in one.parts],
        says=voice.words(one.why),
        finished=_said(one.finished, voice),
        room=_said(one.room, voice),
        goes_into=_into(into, voice),
        wrong=[voice.words(remark.message) for remark in one.remarks if remark.level is Level.ERROR],
    )
