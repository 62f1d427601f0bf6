"""What a check gives: a level, a code, a sentence, and where there is one the mend."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum

from neat_sheaf.habits import USUAL_HABITS, Habits
from neat_sheaf.job import Paper, Supply
from neat_sheaf.length import Length, Unit, say_length, say_size
from neat_sheaf.project import Piece, Project

__all__ = ["Finding", "Level", "Mend", "Table"]


class Level(StrEnum):
    """How grave: it will not go together, look again, or good to know."""

    ERROR = "error"
    WARNING = "warning"
    NOTE = "note"


@dataclass(frozen=True, slots=True)
class Mend:
    """What would put it right, in words, and the project as it would then be."""

    says: str
    project: Project


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing noticed. ``piece`` is the index of the line it concerns, None for the whole."""

    level: Level
    code: str
    where: str
    says: str
    piece: int | None = None
    mend: Mend | None = None


@dataclass(frozen=True)
class Table:
    """Everything the checks look at: the project, the units to speak in, and the studio's ways.

    ``papers`` are those chosen for each role, where any are; ``supplies`` those there are.
    """

    project: Project
    units: Unit
    habits: Habits = USUAL_HABITS
    papers: Mapping[str, tuple[Paper, ...]] = field(default_factory=dict)
    supplies: tuple[Supply, ...] = ()

    def said(self, length: int) -> str:
        """A length in words, with its unit."""
        return say_length(length, self.units)

    def sizes(self, width: int, height: int) -> str:
        """Two sizes in words."""
        return say_size(width, height, self.units)

    def caliper(self, *roles: str) -> Length:
        """The thickest paper chosen for these roles, nm; 0 where it is not known."""
        known = [paper.caliper for role in roles for paper in self.papers.get(role, ())]
        return max(known, default=Length(0))

    def with_piece(self, index: int, piece: Piece) -> Project:
        """The project with one piece in another's place."""
        pieces = list(self.project.pieces)
        pieces[index] = piece
        return replace(self.project, pieces=tuple(pieces))

    def supply_name(self, supply: str) -> str:
        """What a supply is called."""
        return next((s.name for s in self.supplies if s.id == supply), supply)
