"""Papers and supplies: listed, added, changed, taken out."""

from __future__ import annotations

from decimal import Decimal
from typing import Literal

from django.db import IntegrityError, transaction
from django.http import Http404, HttpRequest
from ninja import Field, Router, Schema, Status

from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET, LEAST_SIZE
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Measure, Studio
from studio.accounts.tenancy import check_version, own, studio_of
from studio.config.problems import Problem
from studio.cupboard.convert import core_paper, core_supply, plain_price
from studio.cupboard.models import Offcut, Pack, Paper, Supply

router = Router(tags=["cupboard"])

EDGES = ("left", "right", "top", "bottom")


class OffcutDoc(Schema):
    """Kept pieces of one size; sizes are lengths as text in the studio's units."""

    width: str
    height: str
    count: int = 1


class EdgesDoc(Schema):
    """How much along each edge of a sheet cannot be used; lengths as text, empty for none."""

    left: str = ""
    right: str = ""
    top: str = ""
    bottom: str = ""


class PackIn(Schema):
    """A pack of several designs as it is written."""

    version: int = 0
    name: str
    sheets: int = Field(12, ge=1, le=100_000)
    price: str | None = None


class PackOut(PackIn):
    """A pack as it is kept."""

    id: int


class PaperIn(Schema):
    """A paper as it is written; ``units`` is that of its lengths, null for the studio's."""

    version: int = 0
    units: Measure | None = None
    name: str
    kind: Literal["cardstock", "patterned", "vellum", "window film", "foil", "chipboard", "adhesive sheet"]
    width: str
    height: str
    print: Literal["none", "two-way", "one-way"] = "none"
    pack_sheets: int = Field(1, ge=1, le=100_000)
    pack_price: str | None = None
    on_hand: int = Field(0, ge=0, le=1_000_000)
    offcuts: list[OffcutDoc] = []
    motif: Literal["plain", "sprigs", "dots", "stripes", "checks", "waves"] = "plain"
    ground: str = Field("#d9c9a8", pattern=r"^#[0-9a-f]{6}$")
    ink: str = Field("#6b5a3a", pattern=r"^#[0-9a-f]{6}$")
    caliper: str = ""
    edges: EdgesDoc = EdgesDoc()
    pack: int | None = None
    same_as: int | None = None
    at_once: int | None = Field(None, ge=1, le=100)


class PaperOut(PaperIn):
    """A paper as it is kept; sizes also in millimetres, for drawing."""

    id: int
    width_mm: float
    height_mm: float


class SupplyIn(Schema):
    """A supply as it is written; ``pack_size`` and ``on_hand`` in its unit, lengths as text in ``units``."""

    version: int = 0
    units: Measure | None = None
    name: str
    unit: Literal["each", "length", "ml"]
    pack_size: str
    pack_price: str | None = None
    on_hand: str = "0"
    joinable: bool = True


class SupplyOut(SupplyIn):
    """A supply as it is kept."""

    id: int


def paper_out(paper: Paper, units: Unit) -> PaperOut:
    """A paper in the studio's units."""
    core = core_paper(paper)
    return PaperOut(
        id=paper.pk,
        version=paper.version,
        units=units,
        name=paper.name,
        kind=paper.kind,  # type: ignore[arg-type]
        width=write_length(core.width, units),
        height=write_length(core.height, units),
        width_mm=paper.width_nm / 1_000_000,
        height_mm=paper.height_nm / 1_000_000,
        print=core.print.value,
        pack_sheets=paper.pack_sheets,
        pack_price=None if core.pack_price is None else str(core.pack_price),
        on_hand=paper.on_hand,
        offcuts=[
            OffcutDoc(width=write_length(o.width, units), height=write_length(o.height, units), count=o.count)
            for o in core.offcuts
        ],
        motif=paper.motif,  # type: ignore[arg-type]
        ground=paper.ground,
        ink=paper.ink,
        caliper=write_length(core.caliper, "mm") if core.caliper else "",
        edges=EdgesDoc(
            **{
                side: write_length(size, units) if (size := getattr(core.edges, side)) else ""
                for side in EDGES
            }
        ),
        pack=paper.pack_id,
        same_as=paper.same_as_id,
        at_once=paper.at_once,
    )


def pack_out(pack: Pack) -> PackOut:
    """A pack of designs."""
    price = plain_price(pack.price)
    return PackOut(
        id=pack.pk,
        version=pack.version,
        name=pack.name,
        sheets=pack.sheets,
        price=None if price is None else str(price),
    )


def supply_out(supply: Supply, units: Unit) -> SupplyOut:
    """A supply in the studio's units."""
    core = core_supply(supply)

    def quantity(value: Decimal) -> str:
        if core.unit is SupplyUnit.LENGTH:
            return write_length(Length(int(value)), units)
        return format(value.normalize(), "f")

    return SupplyOut(
        id=supply.pk,
        version=supply.version,
        units=units,
        name=supply.name,
        unit=core.unit.value,
        pack_size=quantity(core.pack_size),
        pack_price=None if core.pack_price is None else str(core.pack_price),
        on_hand=quantity(core.on_hand),
        joinable=supply.joinable,
    )


class _Form:
    """What was sent, read with every fault collected by its field."""

    def __init__(self, payload: Schema, units: Unit) -> None:
        self.faults: list[Fault] = []
        self.root = JsonValue(payload.model_dump(), "", units, self.faults)

    def size(self, key: str) -> Length:
        return self.root.take(key, _sheet_side, Length(1))

    def price(self, key: str) -> Decimal | None:
        def read(node: JsonValue) -> Decimal | None:
            return None if node.value == "" else node.price()

        return self.root.take(key, read, None)

    def name(self) -> str:
        return self.root.take("name", JsonValue.name, "")

    def done(self) -> None:
        if self.faults:
            raise FileError(self.faults)


def _taken(error: IntegrityError, what: str, name: str) -> Exception:
    """What to raise for a save that the tables refused: most often the name is another's."""
    constraint = getattr(getattr(error.__cause__, "diag", None), "constraint_name", "")
    if constraint != f"{what}_name_once_a_studio":
        return error
    return FileError([Fault("name", "doubled", f"another {what} is called '{name}'; give this one its own")])


@router.get("/papers", response=list[PaperOut])
def papers(request: HttpRequest) -> list[PaperOut]:
    """Every paper of the studio."""
    studio = studio_of(request)
    return [paper_out(p, studio.measure) for p in studio.papers.prefetch_related("offcuts")]


@router.post("/papers", response={201: PaperOut, 422: Problem})
def add_paper(request: HttpRequest, payload: PaperIn) -> Status[PaperOut]:
    """Add a paper."""
    studio = studio_of(request)
    return Status(201, store_paper(Paper(studio=studio, version=0), payload, studio))


@router.put("/papers/{paper_id}", response={200: PaperOut, 404: Problem, 409: Problem, 422: Problem})
def change_paper(request: HttpRequest, paper_id: int, payload: PaperIn) -> PaperOut:
    """Change a paper; the save carries the version it was based on."""
    studio = studio_of(request)
    with transaction.atomic():
        paper = own(Paper.objects.select_for_update(), request, paper_id)
        current = paper_out(paper, studio.measure)
        check_version(paper.name, payload.version, paper.version, current.model_dump())
        return store_paper(paper, payload, studio)


def store_paper(paper: Paper, payload: PaperIn, studio: Studio) -> PaperOut:
    form = _Form(payload, payload.units or studio.measure)
    paper.name = form.name()
    paper.width_nm, paper.height_nm = form.size("width"), form.size("height")
    paper.pack_price = form.price("pack_price")
    offcuts = form.root.list_at("offcuts", _offcut, most=100)
    caliper = form.root.take("caliper", _caliper, Length(0))
    edges = {side: form.root.key("edges").take(side, _edge, Length(0)) for side in EDGES}
    if not form.faults:
        _check_edges(form, paper, edges)
    form.done()
    _check_references(paper, payload, studio)
    paper.caliper_nm = caliper
    for side, size in edges.items():
        setattr(paper, f"edge_{side}_nm", size)
    paper.pack_id, paper.same_as_id = payload.pack, payload.same_as
    for field in ("kind", "print", "pack_sheets", "on_hand", "motif", "ground", "ink", "at_once"):
        setattr(paper, field, getattr(payload, field))
    paper.version += 1
    try:
        with transaction.atomic():
            paper.save()
            paper.offcuts.all().delete()
            Offcut.objects.bulk_create(
                Offcut(paper=paper, width_nm=w, height_nm=h, count=n) for w, h, n in offcuts
            )
    except IntegrityError as error:
        raise _taken(error, "paper", paper.name) from error
    return paper_out(paper, form.root.units)


def _check_edges(form: _Form, paper: Paper, edges: dict[str, Length]) -> None:
    """What is left between the edges must be some paper."""
    for one, other, whole in (("left", "right", paper.width_nm), ("bottom", "top", paper.height_nm)):
        if edges[one] + edges[other] >= whole:
            node = form.root.under(f"edges.{one}", "")
            node.fault("no-paper-left", "the edges leave no paper between them; make them narrower")


def _check_references(paper: Paper, payload: PaperIn, studio: Studio) -> None:
    """The pack and the paper it is a size of are this studio's, and no size is a size of a size."""
    if payload.pack is not None and not studio.packs.filter(pk=payload.pack).exists():
        raise Http404
    if payload.same_as is None:
        return
    main = studio.papers.filter(pk=payload.same_as).first()
    if main is None:
        raise Http404
    if main.pk == paper.pk or main.same_as_id is not None or (paper.pk and paper.sizes.exists()):
        says = f"{main.name} is itself another size of a paper, or this one has sizes of its own"
        raise FileError([Fault("same_as", "size-of-a-size", says)])


def _edge(node: JsonValue) -> Length:
    return Length(0) if node.value == "" else node.length()


def _caliper(node: JsonValue) -> Length:
    """A thickness; a bare number is millimetres, as paper is measured."""
    return Length(0) if node.value == "" else JsonValue(node.value, node.path, "mm", node.faults).length()


def _offcut(node: JsonValue) -> tuple[Length, Length, int]:
    return _sheet_side(node.key("width")), _sheet_side(node.key("height")), node.key("count").whole(0, 10_000)


def _sheet_side(node: JsonValue) -> Length:
    return node.size(LEAST_SIZE, LARGEST_SHEET)


@router.delete("/papers/{paper_id}", response={204: None, 404: Problem, 409: Problem})
def drop_paper(request: HttpRequest, paper_id: int) -> Status[None]:
    """Take a paper out; refused while a class uses it."""
    own(Paper.objects.all(), request, paper_id).delete()
    return Status(204, None)


@router.get("/packs", response=list[PackOut])
def packs(request: HttpRequest) -> list[PackOut]:
    """Every pack of designs of the studio."""
    return [pack_out(pack) for pack in studio_of(request).packs.all()]


@router.post("/packs", response={201: PackOut, 422: Problem})
def add_pack(request: HttpRequest, payload: PackIn) -> Status[PackOut]:
    """Add a pack of designs."""
    studio = studio_of(request)
    return Status(201, store_pack(Pack(studio=studio, version=0), payload, studio))


@router.put("/packs/{pack_id}", response={200: PackOut, 404: Problem, 409: Problem, 422: Problem})
def change_pack(request: HttpRequest, pack_id: int, payload: PackIn) -> PackOut:
    """Change a pack of designs."""
    studio = studio_of(request)
    with transaction.atomic():
        pack = own(Pack.objects.select_for_update(), request, pack_id)
        check_version(pack.name, payload.version, pack.version, pack_out(pack).model_dump())
        return store_pack(pack, payload, studio)


def store_pack(pack: Pack, payload: PackIn, studio: Studio) -> PackOut:
    form = _Form(payload, studio.measure)
    pack.name, pack.price, pack.sheets = form.name(), form.price("price"), payload.sheets
    form.done()
    pack.version += 1
    try:
        with transaction.atomic():
            pack.save()
    except IntegrityError as error:
        raise _taken(error, "pack", pack.name) from error
    return pack_out(pack)


@router.delete("/packs/{pack_id}", response={204: None, 404: Problem})
def drop_pack(request: HttpRequest, pack_id: int) -> Status[None]:
    """Forget a pack; its designs stay as papers of their own."""
    own(Pack.objects.all(), request, pack_id).delete()
    return Status(204, None)


@router.get("/supplies", response=list[SupplyOut])
def supplies(request: HttpRequest) -> list[SupplyOut]:
    """Every supply of the studio."""
    studio = studio_of(request)
    return [supply_out(s, studio.measure) for s in studio.supplies.all()]


@router.post("/supplies", response={201: SupplyOut, 422: Problem})
def add_supply(request: HttpRequest, payload: SupplyIn) -> Status[SupplyOut]:
    """Add a supply."""
    studio = studio_of(request)
    return Status(201, store_supply(Supply(studio=studio, version=0), payload, studio))


@router.put("/supplies/{supply_id}", response={200: SupplyOut, 404: Problem, 409: Problem, 422: Problem})
def change_supply(request: HttpRequest, supply_id: int, payload: SupplyIn) -> SupplyOut:
    """Change a supply; its unit stays while a project uses it."""
    studio = studio_of(request)
    with transaction.atomic():
        supply = own(Supply.objects.select_for_update(), request, supply_id)
        current = supply_out(supply, studio.measure)
        check_version(supply.name, payload.version, supply.version, current.model_dump())
        if payload.unit != supply.unit and supply.uses.exists():
            says = "a project uses it in its present unit; add another supply instead"
            raise FileError([Fault("unit", "in-use", says)])
        return store_supply(supply, payload, studio)


def store_supply(supply: Supply, payload: SupplyIn, studio: Studio) -> SupplyOut:
    form = _Form(payload, payload.units or studio.measure)

    def quantity(node: JsonValue) -> Decimal:
        return Decimal(node.length()) if payload.unit == "length" else node.amount()

    def over_zero(node: JsonValue) -> Decimal:
        found = quantity(node)
        if found <= 0:
            raise node.fault("not-over-zero", "must be over zero")
        return found

    supply.name = form.name()
    supply.pack_size = form.root.take("pack_size", over_zero, Decimal(1))
    supply.on_hand = form.root.take("on_hand", quantity, Decimal(0))
    supply.pack_price = form.price("pack_price")
    form.done()
    supply.unit, supply.joinable = payload.unit, payload.joinable
    supply.version += 1
    try:
        with transaction.atomic():
            supply.save()
    except IntegrityError as error:
        raise _taken(error, "supply", supply.name) from error
    return supply_out(supply, form.root.units)


@router.delete("/supplies/{supply_id}", response={204: None, 404: Problem, 409: Problem})
def drop_supply(request: HttpRequest, supply_id: int) -> Status[None]:
    """Take a supply out; refused while a project uses it."""
    own(Supply.objects.all(), request, supply_id).delete()
    return Status(204, None)
