"""Two of the cupboard's rows that are one; some of one that is another."""

from __future__ import annotations

from decimal import Decimal

from django.db import IntegrityError
from django.http import HttpRequest
from ninja import Field, Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError, JsonValue
from studio.accounts.tenancy import own, owner, studio_of
from studio.common.problems import Problem
from studio.common.sent import Sent
from studio.cupboard.convert import paper_out, supply_out
from studio.cupboard.merging import merge_papers, merge_supplies, split_paper, split_supply
from studio.cupboard.models import Paper, Supply
from studio.cupboard.schemas import PaperOut, SupplyOut

router = Router(tags=["cupboard"])


class MergeIn(Sent):
    """Which other one it is."""

    into: int


class SplitIn(Sent):
    """How much is set apart (text in its unit), and what that is called."""

    amount: str = Field(max_length=60)
    name: str = Field(max_length=400)


def _read(payload: SplitIn, supply: Supply | None, request: HttpRequest) -> tuple[Decimal, str]:
    """The amount and the name. FileError for what is none, and for half a sheet."""
    node = JsonValue(payload.model_dump(), "", studio_of(request).measure, [])

    def amount(value: JsonValue) -> Decimal:
        found = Decimal(value.size()) if supply and supply.unit == "length" else value.positive()
        if supply is None and found != found.to_integral_value():
            raise value.fault("not-whole-sheets", text=payload.amount)
        return found

    found, name = node.take("amount", amount, Decimal(1)), node.take("name", JsonValue.name, "")
    if not payload.name.strip() and not node.faults:
        node.key("name").fault("empty.text")
    if node.faults:
        raise FileError(node.faults)
    return found, name


@router.post("/papers/{paper_id}/merge", auth=owner, response={200: PaperOut, 404: Problem, 422: Problem})
def merge_paper(request: HttpRequest, paper_id: int, payload: MergeIn) -> PaperOut:
    """This paper is that one: what is here of both is put together under that one."""
    studio = studio_of(request)
    paper = own(Paper.objects.all(), request, paper_id)
    merge_papers(studio, paper, own(Paper.objects.all(), request, payload.into))
    return paper_out(own(Paper.objects.all(), request, payload.into), studio.measure)


@router.post("/papers/{paper_id}/split", auth=owner, response={201: PaperOut, 404: Problem, 422: Problem})
def split_a_paper(request: HttpRequest, paper_id: int, payload: SplitIn) -> Status[PaperOut]:
    """Some of its sheets are another paper."""
    studio = studio_of(request)
    paper = own(Paper.objects.all(), request, paper_id)
    sheets, name = _read(payload, None, request)
    try:
        made = split_paper(studio, paper, int(sheets), name, request.user.pk)
    except IntegrityError as error:
        raise FileError([fault("name", "doubled-name.paper", name=name)]) from error
    return Status(201, paper_out(made, studio.measure))


@router.post("/supplies/{supply_id}/merge", auth=owner, response={200: SupplyOut, 404: Problem, 422: Problem})
def merge_supply(request: HttpRequest, supply_id: int, payload: MergeIn) -> SupplyOut:
    """This supply is that one: what is here of both is put together under that one."""
    studio = studio_of(request)
    supply = own(Supply.objects.all(), request, supply_id)
    merge_supplies(studio, supply, own(Supply.objects.all(), request, payload.into))
    return supply_out(own(Supply.objects.all(), request, payload.into), studio.measure)


@router.post("/supplies/{supply_id}/split", auth=owner, response={201: SupplyOut, 404: Problem, 422: Problem})
def split_a_supply(request: HttpRequest, supply_id: int, payload: SplitIn) -> Status[SupplyOut]:
    """Some of it is another supply."""
    studio = studio_of(request)
    supply = own(Supply.objects.all(), request, supply_id)
    amount, name = _read(payload, supply, request)
    try:
        made = split_supply(studio, supply, amount, name, request.user.pk)
    except IntegrityError as error:
        raise FileError([fault("name", "doubled-name.supply", name=name)]) from error
    return Status(201, supply_out(made, studio.measure))
