"""What a check gives: a level, a message, its place, and where there is one the fix."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from neat_sheaf.folding import Folded, Remark
from neat_sheaf.folding.bonds import glued_of
from neat_sheaf.folding.laid import Assembled
from neat_sheaf.folding.together import folded_in
from neat_sheaf.habits import USUAL_HABITS, Habits
from neat_sheaf.measure.length import MILLIMETRE, Length, Unit, inches
from neat_sheaf.messages import Level, Message, message
from neat_sheaf.project import Fit, FitKind, Panel, Piece, Project
from neat_sheaf.stock import Paper, Supply

__all__ = ["STEPS", "CheckContext", "Finding", "Fix", "Level", "of_named"]

STEPS: dict[Unit, int] = {"in": inches("1/64"), "cm": MILLIMETRE // 2, "mm": MILLIMETRE // 2}
"""The steps of a ruler in each unit, nm: a size that a fix names is on them."""


@dataclass(frozen=True, slots=True)
class Fix:
    """What would put it right, and the project as it would then be."""

    message: Message
    project: Project


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing noticed. ``piece`` is the index of the line it concerns, None for the whole.

    ``others`` are fixes that would do as well as ``fix``: enlarge the one piece, or shrink the other.
    """

    level: Level
    message: Message
    where: Message
    piece: int | None = None
    fix: Fix | None = None
    others: tuple[Fix, ...] = ()

    @staticmethod
    def of(
        level: Level, said: Message, where: Message, piece: int | None, fixes: Iterable[Fix | None]
    ) -> Finding:
        """A finding with as many fixes as there are, the first one before the others."""
        there = [fix for fix in fixes if fix is not None]
        return Finding(level, said, where, piece, there[0] if there else None, tuple(there[1:]))

    @property
    def fixes(self) -> tuple[Fix, ...]:
        """Every fix, the first one first."""
        return (*([] if self.fix is None else [self.fix]), *self.others)

    @property
    def code(self) -> str:
        """The message's stable code."""
        return self.message.code


def of_named(name: str) -> Message:
    """The place of a finding about one piece or supply."""
    return message("place.named", name=name)


@dataclass(frozen=True)
class CheckContext:
    """Everything the checks look at: the project, and how the studio works.

    ``papers`` are those chosen for each role, where any are; ``supplies`` those there are. ``units``
    decide what a length is rounded up to in a fix.
    """

    project: Project
    units: Unit
    habits: Habits = USUAL_HABITS
    papers: Mapping[str, tuple[Paper, ...]] = field(default_factory=dict)
    supplies: tuple[Supply, ...] = ()

    def caliper(self, *roles: str) -> Length:
        """The thickest paper chosen for these roles, nm; 0 where it is not known."""
        known = [paper.caliper for role in roles for paper in self.papers.get(role, ())]
        return max(known, default=Length(0))

    def folded(self, piece: Piece) -> Folded:
        """The piece folded, in the thickest paper chosen for it, as what the list says of it."""
        return folded_in(self.project, piece, self.caliper(piece.paper))

    @cached_property
    def wholes(self) -> tuple[Assembled, ...]:
        """What the list glues together, each as one thing."""
        if not any(fit.kind is FitKind.GLUED for fit in self.project.fits):
            return ()
        return tuple(glued_of(self.project, {one.name: self.folded(one) for one in self.project.pieces}))

    @cached_property
    def of_fits(self) -> Mapping[Fit, list[Remark]]:
        """What was found where pieces are glued, by the fit that says so."""
        found: dict[Fit, list[Remark]] = {}
        for whole in self.wholes:
            for fit, remark in whole.of_fits:
                found.setdefault(fit, []).append(remark)
        return found

    def with_piece(self, index: int, piece: Piece) -> Project:
        """The project with one piece in another's place."""
        pieces = list(self.project.pieces)
        pieces[index] = piece
        return replace(self.project, pieces=tuple(pieces))

    def matted(self, piece: str, panel: Panel) -> bool:
        """Whether a mat lies on a panel."""
        mats = (p.mat_of for p in self.project.pieces if p.mat_of is not None)
        return any(mat.piece == piece and mat.covers(panel) for mat in mats)

    def supply_name(self, supply: str) -> str:
        """What a supply is called."""
        return next((s.name for s in self.supplies if s.id == supply), supply)
