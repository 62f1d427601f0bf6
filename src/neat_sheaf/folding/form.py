"""What a form is: how its panels fold, where it is cut free, and between what its room is measured."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from neat_sheaf.folding.view import Cell, View
from neat_sheaf.messages import Level, Message

__all__ = [
    "Axis", "Between", "Form", "Joint", "Made", "Pair", "Reach", "Remark", "Room", "Span", "pair",
]  # fmt: skip


class Form(StrEnum):
    """The forms that are known."""

    FLAT = "flat"
    BY_HAND = "by-hand"
    CARD = "card"
    POCKET_CARD = "pocket-card"
    GATE_CARD = "gate-card"
    SPINE = "spine"
    TRAY = "tray"
    TUBE = "tube"
    CLOSED_TUBE = "closed-tube"
    SLEEVE = "sleeve"
    FLAT_SLEEVE = "flat-sleeve"
    HINGED_BOX = "hinged-box"
    TUCK_BOX = "tuck-box"
    PINCHED_BOX = "pinched-box"
    HOLDER = "holder"
    BAG = "bag"
    FOLDED_BAG = "folded-bag"
    GUSSET_BAG = "gusset-bag"
    POCKET = "pocket"
    POUCH = "pouch"
    ENVELOPE = "envelope"
    SQUARE_ENVELOPE = "square-envelope"


@dataclass(frozen=True, slots=True)
class Remark:
    """What was found while folding."""

    level: Level
    message: Message


class Axis(StrEnum):
    """A direction of the folded thing, by how its base lies: around, the other way, or out of it."""

    AROUND = "around"
    OTHER = "other"
    OUT = "out"


@dataclass(frozen=True, slots=True)
class Between:
    """The room between two groups of walls that face one another, and no more than ``across`` measures."""

    axis: Axis
    low: tuple[Cell, ...]
    high: tuple[Cell, ...]
    across: Cell | None = None


@dataclass(frozen=True, slots=True)
class Reach:
    """The room from a floor to the top of the lowest of its walls: open on that side."""

    axis: Axis
    floor: Cell
    walls: tuple[Cell, ...]


@dataclass(frozen=True, slots=True)
class Span:
    """The room that a panel covers: of a thing that is flat. None is no depth."""

    axis: Axis | None
    cell: Cell = (0, 0)


Room = Between | Reach | Span
Pair = frozenset[Cell]


def pair(one: Cell, other: Cell) -> Pair:
    """Two neighbouring cells, in any order."""
    return frozenset((one, other))


@dataclass(frozen=True, slots=True)
class Joint:
    """What is glued: a tab, and the panel that it is glued to."""

    tab: Cell
    onto: Cell


@dataclass(frozen=True)
class Made:
    """A piece taken as a form.

    ``angles`` are degrees for the hinge between two cells, away from the print where positive; what is
    not there folds by ``around`` (across scores that cross the way around) or ``other``. ``freed`` are
    the neighbours that a slit has to separate. The order of ``room`` and ``axes`` is the form's: width,
    depth, height. ``upright``: it stands on its base, with its front towards the beginning of ``front``;
    otherwise the base is its front. ``opened`` are the angles that differ when it is open.
    """

    form: Form
    view: View
    base: Cell
    angles: Mapping[Pair, float]
    around: float = 90
    other: float = 90
    freed: frozenset[Pair] = frozenset()
    room: tuple[Room, Room, Room] | None = None
    axes: tuple[Axis, Axis, Axis] = (Axis.AROUND, Axis.OTHER, Axis.OUT)
    joints: tuple[Joint, ...] = ()
    upright: bool = False
    front: Axis = Axis.OTHER
    opened: Mapping[Pair, float] = field(default_factory=dict)
    why: tuple[Message, ...] = ()
    remarks: tuple[Remark, ...] = ()

    def angle(self, one: Cell, other: Cell) -> float | None:
        """Degrees between two cells; None between two parts of one, which no form of panels has."""
        if one == other:
            return None
        found = self.angles.get(pair(one, other))
        if found is not None:
            return found
        return self.around if one[1] == other[1] else self.other
