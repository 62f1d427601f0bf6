"""Papers and supplies: listed, added, changed, removed."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Studio
from studio.accounts.tenancy import check_version, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.answers import listed_as
from studio.common.problems import Problem
from studio.common.sent import Sent
from studio.cupboard.convert import pack_out, paper_out, supply_out
from studio.cupboard.models import Pack, Paper, Photo, Supply
from studio.cupboard.plain import PlainSize, plain_paper
from studio.cupboard.schemas import PackIn, PackOut, PaperIn, PaperOut, SupplyIn, SupplyOut
from studio.cupboard.services import store_pack, store_paper, store_supply

router = Router(tags=["cupboard"])


@router.get("/papers", auth=reader, response=list[PaperOut])
def papers(request: HttpRequest) -> HttpResponse:
    """Every paper of the studio."""
    studio = studio_of(request)
    rows = studio.papers.prefetch_related("offcuts")
    return listed_as(PaperOut, [paper_out(p, studio.measure) for p in rows])


@router.post("/papers", auth=owner, response={201: PaperOut, 422: Problem})
def add_paper(request: HttpRequest, payload: PaperIn) -> Status[PaperOut]:
    """Add a paper."""
    studio = studio_of(request)
    return Status(201, store_paper(Paper(studio=studio, version=0), payload, studio, request.user.pk))


class PlainIn(Sent):
    """Which plain paper to plan on."""

    size: PlainSize


@router.post("/plain-papers", auth=owner, response={201: PaperOut, 422: Problem})
def plan_on_plain(request: HttpRequest, payload: PlainIn) -> Status[PaperOut]:
    """A plain paper to plan on before there is one in the cupboard; the one that is there, where it is."""
    studio = studio_of(request)
    name = voice_for(request).say(f"plain-paper.{payload.size.name.lower()}")
    # Two who ask at once are given the same.
    with transaction.atomic():
        Studio.objects.select_for_update().get(pk=studio.pk)
        return Status(201, paper_out(plain_paper(studio, payload.size, name), studio.measure))


@router.put(
    "/papers/{paper_id}", auth=owner, response={200: PaperOut, 404: Problem, 409: Problem, 422: Problem}
)
def change_paper(request: HttpRequest, paper_id: int, payload: PaperIn) -> PaperOut:
    """Change a paper; the save carries the version it was based on."""
    studio = studio_of(request)
    with transaction.atomic():
        paper = own(Paper.objects.select_for_update(), request, paper_id)
        current = paper_out(paper, studio.measure)
        check_version(paper.name, payload.version, paper.version, current.model_dump())
        return store_paper(paper, payload, studio, request.user.pk)


@router.delete("/papers/{paper_id}", auth=owner, response={204: None, 404: Problem, 409: Problem})
def drop_paper(request: HttpRequest, paper_id: int) -> Status[None]:
    """Remove a paper; refused while a class uses it."""
    paper = own(Paper.objects.all(), request, paper_id)
    with transaction.atomic():
        paper.delete()
        Photo.objects.filter(pk=paper.photo_id or 0).delete()
    return Status(204, None)


@router.get("/packs", auth=reader, response=list[PackOut])
def packs(request: HttpRequest) -> list[PackOut]:
    """Every pack of designs of the studio."""
    return [pack_out(pack) for pack in studio_of(request).packs.all()]


@router.post("/packs", auth=owner, response={201: PackOut, 422: Problem})
def add_pack(request: HttpRequest, payload: PackIn) -> Status[PackOut]:
    """Add a pack of designs."""
    studio = studio_of(request)
    return Status(201, store_pack(Pack(studio=studio, version=0), payload, studio))


@router.put("/packs/{pack_id}", auth=owner, response={200: PackOut, 404: Problem, 409: Problem, 422: Problem})
def change_pack(request: HttpRequest, pack_id: int, payload: PackIn) -> PackOut:
    """Change a pack of designs."""
    studio = studio_of(request)
    with transaction.atomic():
        pack = own(Pack.objects.select_for_update(), request, pack_id)
        check_version(pack.name, payload.version, pack.version, pack_out(pack).model_dump())
        return store_pack(pack, payload, studio)


@router.delete("/packs/{pack_id}", auth=owner, response={204: None, 404: Problem})
def drop_pack(request: HttpRequest, pack_id: int) -> Status[None]:
    """Forget a pack; its designs stay as papers of their own."""
    own(Pack.objects.all(), request, pack_id).delete()
    return Status(204, None)


@router.get("/supplies", auth=reader, response=list[SupplyOut])
def supplies(request: HttpRequest) -> HttpResponse:
    """Every supply of the studio."""
    studio = studio_of(request)
    return listed_as(SupplyOut, [supply_out(s, studio.measure) for s in studio.supplies.all()])


@router.post("/supplies", auth=owner, response={201: SupplyOut, 422: Problem})
def add_supply(request: HttpRequest, payload: SupplyIn) -> Status[SupplyOut]:
    """Add a supply."""
    studio = studio_of(request)
    return Status(201, store_supply(Supply(studio=studio, version=0), payload, studio, request.user.pk))


@router.put(
    "/supplies/{supply_id}", auth=owner, response={200: SupplyOut, 404: Problem, 409: Problem, 422: Problem}
)
def change_supply(request: HttpRequest, supply_id: int, payload: SupplyIn) -> SupplyOut:
    """Change a supply; its unit stays while a project uses it."""
    studio = studio_of(request)
    with transaction.atomic():
        supply = own(Supply.objects.select_for_update(), request, supply_id)
        current = supply_out(supply, studio.measure)
        check_version(supply.name, payload.version, supply.version, current.model_dump())
        if payload.unit != supply.unit and (supply.uses.exists() or supply.contents.exists()):
            raise FileError([fault("unit", "in-use.supply-unit")])
        return store_supply(supply, payload, studio, request.user.pk)


@router.delete("/supplies/{supply_id}", auth=owner, response={204: None, 404: Problem, 409: Problem})
def drop_supply(request: HttpRequest, supply_id: int) -> Status[None]:
    """Remove a supply; refused while a project uses it."""
    own(Supply.objects.all(), request, supply_id).delete()
    return Status(204, None)
