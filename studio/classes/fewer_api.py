"""What one pack fewer of what a class buys would take."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from decimal import Decimal
from typing import Literal

from django.http import HttpRequest
from ninja import Router

from neat_sheaf.advice.counting import names_of
from neat_sheaf.advice.fewer_packs import one_pack_fewer
from neat_sheaf.advice.instead import Instead
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.tenancy import reader
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
    names, studio = names_of(job), kit_class.studio
    aside = set_aside_elsewhere(studio, [kit_class.pk])
    keys = {kind: [int(row.of.id) for row in rows if row.of.kind == kind] for kind in ("paper", "supply")}
    supplies = {str(one.pk): one for one in studio.supplies.filter(pk__in=keys["supply"])}
    like = alike(studio, keys["paper"]) if keys["paper"] else {}
    papers = dict(studio.papers.values_list("pk", "name")) if like else {}
    chosen = {choice.paper_id for one in kit_class.colourways.all() for choice in one.choices.all()}
    found = []
    for row in rows:
        supply = supplies.get(row.of.id) if row.of.kind == "supply" else None
        others = like[int(row.of.id)] if row.of.kind == "paper" else []
        found.append(
            FewerOut(
                kind=row.of.kind,
                id=row.of.id,
                name=names[row.of],
                packs=row.packs,
                saves=None if row.saves is None else str(row.saves),
                seats=row.seats,
                short=None if row.short is None else amount_out(row.short, supply, studio.measure),
                unit=unit_of(supply, studio.measure),
                instead=[
                    OtherPaperOut(paper=key, name=papers[key], free=free)
                    for key, free in _free(others, row.short, aside)
                    if key not in chosen
                ][:_MOST_INSTEAD],
            )
        )
    return found


def _free(
    others: Iterable[Instead], short: Decimal | None, aside: dict[Thing, Decimal]
) -> Iterator[tuple[int, int]]:
    """The papers most like one, of the same kind and no smaller, of which enough is here and free."""
    for row in others:
        key = int(row.paper)
        free = row.on_hand - int(aside.get(Thing("paper", key), Decimal(0)))
        fits = row.same_kind and not row.smaller and not row.turns
        if fits and short is not None and free >= short:
            yield key, free
