"""Putting it together: the steps in order, their tools and cautions, and what goes inside."""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length

__all__ = ["Batch", "Caution", "Content", "Shade", "Step", "When", "Work", "cautions_for"]


class When(StrEnum):
    """Prepared before the class, or done at the table by the attendee."""

    BEFORE = "before"
    TABLE = "table"


class Work(StrEnum):
    """What is done to pieces because of their marks: it is prepared, or left for the table."""

    DIE = "die"
    PUNCH = "punch"
    SCORE = "score"
    SLIT = "slit"
    HOLE = "hole"
    CORNER = "corner"
    CUTOUT = "cutout"


class Batch(StrEnum):
    """What a prepared step is: work of its own, or the batch that the plan or the marks ask for anyway."""

    OWN = "own"
    CUT = "cut"
    DIE = "die"
    PUNCH = "punch"
    SCORE = "score"
    SLIT = "slit"
    HOLE = "hole"
    CORNER = "corner"
    CUTOUT = "cutout"
    BAG = "bag"


class Shade(StrEnum):
    """How dark an ink is: light inks are stamped before dark ones. Common practice."""

    LIGHT = "light"
    MEDIUM = "medium"
    DARK = "dark"


class Caution(StrEnum):
    """What can hurt somebody in a step; the catalogue has the words of each. Common practice."""

    BLADES = "blades"
    ROLLERS = "rollers"
    HEAT = "heat"
    SPRAY = "spray"
    SMALL_PARTS = "small-parts"
    MAGNETS = "magnets"
    FOOD = "food"


# Words in the name of a tool, a supply or a content that call for a caution. Common practice.
_WORDS = {
    Caution.BLADES: ("trimmer", "knife", "knives", "blade", "scissors", "guillotine", "cutter", "scalpel"),
    Caution.ROLLERS: ("die-cutting", "die cutting", "machine", "roller", "press"),
    Caution.HEAT: ("hot glue", "glue gun", "heat", "iron", "fusing", "soldering"),
    Caution.SPRAY: ("spray", "solvent", "alcohol", "aerosol", "lacquer"),
    Caution.SMALL_PARTS: ("brad", "gem", "bead", "eyelet", "sequin", "button", "rhinestone", "bell"),
    Caution.MAGNETS: ("magnet",),
    Caution.FOOD: ("sweet", "chocolate", "treat", "biscuit", "tea bag", "candy", "food", "coffee"),
}
# Whole words, one or several of them: there is no iron in the environment and no heat in wheat.
_CALLS = {
    caution: re.compile(rf"\b(?:{'|'.join(words)})(?:s|es)?\b", re.IGNORECASE)
    for caution, words in _WORDS.items()
}


def cautions_for(*names: str) -> tuple[Caution, ...]:
    """The cautions that the names of tools, supplies and contents call for, in a fixed order."""
    said = "; ".join(names)
    return tuple(caution for caution, call in _CALLS.items() if call.search(said))


@dataclass(frozen=True, slots=True)
class Step:
    """One step of the assembly. ``pieces`` and ``supplies`` are named as on the list; minutes a kit.

    With an ``ink`` it is stamping. ``dries``: minutes that it is left alone after. A prepared step that is
    part of a ``batch`` takes no time of its own: the batch is counted already.
    """

    says: str
    pieces: tuple[str, ...] = ()
    tool: str = ""
    minutes: Decimal | None = None
    when: When = When.TABLE
    cautions: tuple[Caution, ...] = ()
    supplies: tuple[str, ...] = ()
    ink: str = ""
    shade: Shade = Shade.MEDIUM
    dries: int = 0
    batch: Batch = Batch.OWN


@dataclass(frozen=True, slots=True)
class Content:
    """Something that goes inside ``piece``; sizes in nm. A soft one may bulge in its thinnest way.

    Where it is one of the supplies (``supply``, its id), a kit takes ``count`` of that. ``allergens`` are
    what its label has to name. ``only`` names the colourways whose kits have it, where not all do.
    """

    name: str
    width: Length
    depth: Length
    height: Length
    piece: str
    rigid: bool = True
    supply: str = ""
    count: int = 1
    allergens: str = ""
    only: tuple[str, ...] = ()
