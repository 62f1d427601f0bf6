"""What one pack fewer of what a class buys would take."""

from __future__ import annotations

from decimal import Decimal
from typing import Literal

from django.http import HttpRequest
from ninja import Router

from neat_sheaf.advice.counting import names_of
from neat_sheaf.advice.fewer_packs import OnePackFewer, one_pack_fewer
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Studio
from studio.accounts.tenancy import reader
from studio.classes.models import KitClass
from studio.classes.planning import whose
from studio.classes.remembered import class_and_job, remembered
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.cupboard.claims import set_aside_elsewhere
from studio.cupboard.instead_api import alike
from studio.cupboard.ledger import Thing
from studio.cupboard.ledger_api import amount_out, unit_of
from studio.tasks.plans import plan_of

router = Router(tags=["choices"])

_MOST_INSTEAD = 3


class OtherPaperOut(Schema):
    """A paper of which there is enough here, and free, to make up what is missing."""

    paper: int
    name: str
    free: int


class FewerOut(Schema):
    """One pack fewer: what it saves, the seats for which it is enough, or what is missing and what could do.

    Amounts and money are text; null where that is not known, or no number of seats is few enough.
    """

    kind: Literal["paper", "pack", "supply"]
    id: str
    name: str
    packs: int
    saves: str | None
    seats: int | None
    short: str | None
    unit: str
    instead: list[OtherPaperOut]


@router.get(
    "/classes/{class_id}/fewer-packs",
    auth=reader,
    response={200: list[FewerOut], 202: Problem, 404: Problem, 422: Problem},
)
def fewer_packs(request: HttpRequest, class_id: int) -> list[FewerOut]:
    """What one pack fewer of each thing to buy would take."""
    kit_class, job = class_and_job(request, class_id)
    planned = plan_of(job, whose(kit_class))
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    rows = one_pack_fewer(job, planned.plan, remembered("seats", job, seat_breakpoints, kit_class))
    names, aside = names_of(job), set_aside_elsewhere(kit_class.studio, [kit_class.pk])
    return [_out(row, names[row.of], aside, kit_class) for row in rows]


def _out(row: OnePackFewer, name: str, aside: dict[Thing, Decimal], kit_class: KitClass) -> FewerOut:
    studio: Studio = kit_class.studio
    supply = studio.supplies.filter(pk=row.of.id).first() if row.of.kind == "supply" else None
    return FewerOut(
        kind=row.of.kind,
        id=row.of.id,
        name=name,
        packs=row.packs,
        saves=None if row.saves is None else str(row.saves),
        seats=row.seats,
        short=None if row.short is None else amount_out(row.short, supply, studio.measure),
        unit=unit_of(supply, studio.measure),
        instead=_instead(kit_class, int(row.of.id), row.short, aside) if row.of.kind == "paper" else [],
    )


def _instead(
    kit_class: KitClass, paper: int, short: Decimal | None, aside: dict[Thing, Decimal]
) -> list[OtherPaperOut]:
    """The papers most like one, of the same kind and no smaller, of which enough is here and free."""
    studio = kit_class.studio
    names = dict(studio.papers.values_list("pk", "name"))
    chosen = set(kit_class.colourways.values_list("choices__paper", flat=True))
    found = []
    for row in alike(studio, paper):
        key = int(row.paper)
        free = row.on_hand - int(aside.get(Thing("paper", key), Decimal(0)))
        fits = row.same_kind and not row.smaller and not row.turns and key not in chosen
        if fits and short is not None and free >= short:
            found.append(OtherPaperOut(paper=key, name=names[key], free=free))
    return found[:_MOST_INSTEAD]
