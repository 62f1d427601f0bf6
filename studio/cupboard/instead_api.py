"""What to use instead of a paper."""

from __future__ import annotations

from collections.abc import Collection
from fractions import Fraction

from django.http import HttpRequest
from ninja import Router

from neat_sheaf.advice.instead import Candidate, Instead, use_instead
from neat_sheaf.measure.money import rounded
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, reader, studio_of
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.cupboard.convert import core_paper
from studio.cupboard.models import Paper

router = Router(tags=["cupboard"])


class InsteadOut(Schema):
    """A paper to use instead: in what it differs. ``colour`` is the CIEDE2000 difference of the grounds.

    ``thicker`` is nm, ``heavier`` g/m² and ``dearer`` money a sheet, less than 0 where it is thinner, lighter
    or cheaper; null where that is not known. ``by_back``: it is the other face whose colour is near.
    """

    paper: int
    same_kind: bool
    smaller: bool
    turns: bool
    colour: float
    thicker: int | None
    dearer: str | None
    on_hand: int
    heavier: int | None
    by_back: bool


def alike(studio: Studio, papers: Collection[int]) -> dict[int, list[Instead]]:
    """Of each of these papers every other, the most like it first; those not to be had any more left out."""
    packs = {pack.pk: (pack.price, pack.sheets) for pack in studio.packs.all()}
    found: dict[int, Candidate] = {}
    gone: set[int] = set()
    for row in studio.papers.prefetch_related("offcuts"):
        price, sheets = packs.get(row.pack_id or 0, (row.pack_price, row.pack_sheets))
        each = None if price is None else Fraction(price) / sheets
        if row.pk in papers or not row.discontinued:
            back = row.back_ground if row.back_motif else None
            found[row.pk] = Candidate(core_paper(row), row.ground, each, back)
            if row.discontinued:
                gone.add(row.pk)
    return {
        paper: use_instead(found[paper], [one for pk, one in found.items() if pk == paper or pk not in gone])
        for paper in papers
    }


@router.get("/papers/{paper_id}/instead", auth=reader, response={200: list[InsteadOut], 404: Problem})
def instead(request: HttpRequest, paper_id: int) -> list[InsteadOut]:
    """The eight papers most like one, those that are not to be had any more left out."""
    studio = studio_of(request)
    own(Paper.objects.all(), request, paper_id)
    rows = alike(studio, [paper_id])[paper_id][:8]
    return [
        InsteadOut(
            paper=int(row.paper), same_kind=row.same_kind, smaller=row.smaller, turns=row.turns,
            colour=round(row.colour, 1), thicker=row.thicker, on_hand=row.on_hand,
            heavier=row.heavier, by_back=row.by_back,
            dearer=None if row.dearer is None else str(rounded(row.dearer, studio.currency)),
        )
        for row in rows
    ]  # fmt: skip
