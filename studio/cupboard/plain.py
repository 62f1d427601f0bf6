"""Plain papers that are there before anything is in the cupboard: enough to plan a class on."""

from __future__ import annotations

from enum import StrEnum

from neat_sheaf.measure.length import Length, inches, millimetres
from studio.accounts.models import Studio
from studio.cupboard.models import Paper

__all__ = ["PlainSize", "plain_paper"]


class PlainSize(StrEnum):
    """A sheet that everybody can get. Sources: ANSI/ASME Y14.1 (Letter), ISO 216 (A4)."""

    LETTER = "letter"
    A4 = "a4"
    TWELVE = "12x12"
    SIX = "6x6"


_SIZES: dict[PlainSize, tuple[Length, Length]] = {
    PlainSize.LETTER: (inches("17/2"), inches(11)),
    PlainSize.A4: (millimetres(210), millimetres(297)),
    PlainSize.TWELVE: (inches(12), inches(12)),
    PlainSize.SIX: (inches(6), inches(6)),
}


def plain_paper(studio: Studio, size: PlainSize, name: str) -> Paper:
    """The plain paper of that name, put in the cupboard where it is not there: none of it here, and no price.

    One that is there under the name with another size is left alone, and a free name is taken.
    """
    width, height = _SIZES[size]
    names = dict(studio.papers.filter(name__startswith=name).values_list("name", "pk"))
    free, n = name, 2
    while free in names:
        found = studio.papers.get(pk=names[free])
        if (found.width_nm, found.height_nm) == (width, height):
            return found
        free, n = f"{name} {n}", n + 1
    kind = Paper.Kind.CARDSTOCK if size in (PlainSize.LETTER, PlainSize.A4) else Paper.Kind.PATTERNED
    return Paper.objects.create(
        studio=studio, name=free, kind=kind, width_nm=width, height_nm=height, ground="#f4efe4", ink="#cfc6b2"
    )
