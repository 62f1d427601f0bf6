"""Changing the cupboard: each function reads what was sent, and keeps it in one transaction."""

from __future__ import annotations

from decimal import Decimal

from django.db import IntegrityError, transaction
from django.http import Http404

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET, LEAST_SIZE
from neat_sheaf.measure.length import Length, Unit
from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.common.schema import Schema
from studio.cupboard.convert import EDGES, pack_out, paper_out, supply_out
from studio.cupboard.ledger import Because, counted, counts_of
from studio.cupboard.models import Offcut, Pack, Paper, Supply
from studio.cupboard.schemas import PackIn, PackOut, PaperIn, PaperOut, SupplyIn, SupplyOut

__all__ = ["store_pack", "store_paper", "store_supply"]


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
    return FileError([fault("name", f"doubled-name.{what}", name=name)])


def store_paper(paper: Paper, payload: PaperIn, studio: Studio, by: int | None = None) -> PaperOut:
    """Keep a paper as it is written; a count that was typed is a movement of the one ``by`` whom."""
    form = _Form(payload, payload.units or studio.measure)
    paper.name = form.name()
    paper.width_nm, paper.height_nm = form.size("width"), form.size("height")
    paper.pack_price = form.price("pack_price")
    offcuts = form.root.list_at("offcuts", _offcut, most=100)
    offers = [_offer(size, price) for size, price in form.root.list_at("offers", _sheets_offered)]
    caliper = form.root.take("caliper", _caliper, Length(0))
    edges = {side: form.root.key("edges").take(side, _edge, Length(0)) for side in EDGES}
    measured = form.root.take("measured", _measured, None)
    if not form.faults:
        width, height = measured or (Length(paper.width_nm), Length(paper.height_nm))
        _check_edges(form, width, height, edges)
    form.done()
    _check_references(paper, payload, studio)
    paper.caliper_nm = caliper
    paper.measured_width_nm, paper.measured_height_nm = measured or (None, None)
    for side, size in edges.items():
        setattr(paper, f"edge_{side}_nm", size)
    paper.pack_id, paper.same_as_id = payload.pack, payload.same_as
    before = counts_of(paper) if paper.pk else {}
    for field in (
        "kind", "print", "pack_sheets", "on_hand", "motif", "ground", "ink", "at_once", "code", "shelf",
        "shop", "lead_days", "low", "discontinued",
    ):  # fmt: skip
        setattr(paper, field, getattr(payload, field))
    paper.offers = offers
    paper.weight_gsm = payload.weight
    back = payload.back
    paper.back_motif = "" if back is None else back.motif
    if back is not None:
        paper.back_ground, paper.back_ink = back.ground, back.ink
    paper.version += 1
    try:
        with transaction.atomic():
            paper.save()
            paper.offcuts.all().delete()
            Offcut.objects.bulk_create(
                Offcut(paper=paper, width_nm=w, height_nm=h, count=n) for w, h, n in offcuts
            )
            counted(studio, before, counts_of(paper), Because(Cause.COUNTED, by))
    except IntegrityError as error:
        raise _taken(error, "paper", paper.name) from error
    return paper_out(paper, form.root.units)


def _measured(node: JsonValue) -> tuple[Length, Length] | None:
    """Both sizes, or none; a fault for one without the other."""
    sides = [node.key(side) for side in ("width", "height")]
    if all(side.value == "" for side in sides):
        return None
    width, height = (side.size(LEAST_SIZE, LARGEST_SHEET) for side in sides)
    return width, height


def _check_edges(form: _Form, width: Length, height: Length, edges: dict[str, Length]) -> None:
    """What is left between the edges must be some paper."""
    for one, other, whole in (("left", "right", width), ("bottom", "top", height)):
        if edges[one] + edges[other] >= whole:
            node = form.root.under(f"edges.{one}", "")
            node.fault("no-paper-left")


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
        raise FileError([fault("same_as", "size-of-a-size", paper=main.name)])


def _sheets_offered(node: JsonValue) -> tuple[Decimal, Decimal]:
    size = node.key("size").positive()
    if size != size.to_integral_value():
        raise node.key("size").fault("not-whole-sheets", text=str(size))
    return size, node.key("price").price()


def _offer(size: Decimal, price: Decimal) -> dict[str, str]:
    return {"size": str(size), "price": str(price)}


def _edge(node: JsonValue) -> Length:
    return Length(0) if node.value == "" else node.length()


def _caliper(node: JsonValue) -> Length:
    """A thickness; a bare number is millimetres, as paper is measured."""
    return Length(0) if node.value == "" else JsonValue(node.value, node.path, "mm", node.faults).length()


def _offcut(node: JsonValue) -> tuple[Length, Length, int]:
    return _sheet_side(node.key("width")), _sheet_side(node.key("height")), node.key("count").whole(0, 10_000)


def _sheet_side(node: JsonValue) -> Length:
    return node.size(LEAST_SIZE, LARGEST_SHEET)


def store_pack(pack: Pack, payload: PackIn, studio: Studio) -> PackOut:
    form = _Form(payload, studio.measure)
    pack.name, pack.price, pack.sheets = form.name(), form.price("price"), payload.sheets
    for field in ("code", "shop", "lead_days", "discontinued"):
        setattr(pack, field, getattr(payload, field))
    form.done()
    pack.version += 1
    try:
        with transaction.atomic():
            pack.save()
    except IntegrityError as error:
        raise _taken(error, "pack", pack.name) from error
    return pack_out(pack)


def _holds(node: JsonValue) -> tuple[Length, Length, Length] | None:
    return node.key("width").size(), node.key("height").size(), _edge(node.key("depth"))


def store_supply(supply: Supply, payload: SupplyIn, studio: Studio, by: int | None = None) -> SupplyOut:
    """Keep a supply as it is written; a count that was typed is a movement of the one ``by`` whom."""
    form = _Form(payload, payload.units or studio.measure)

    def quantity(node: JsonValue) -> Decimal:
        return Decimal(node.length()) if payload.unit == "length" else node.amount()

    def over_zero(node: JsonValue) -> Decimal:
        found = quantity(node)
        if found <= 0:
            raise node.fault("not-over-zero.number")
        return found

    def low_line(node: JsonValue) -> Decimal | None:
        return None if node.value == "" else quantity(node)

    before = counts_of(supply) if supply.pk else {}
    supply.name = form.name()
    supply.low = form.root.take("low", low_line, None)
    supply.pack_size = form.root.take("pack_size", over_zero, Decimal(1))
    supply.on_hand = form.root.take("on_hand", quantity, Decimal(0))
    supply.pack_price = form.price("pack_price")
    holds = form.root.take("holds", _holds, None)
    offered = form.root.list_at(
        "offers", lambda node: (over_zero(node.key("size")), node.key("price").price())
    )
    form.done()
    supply.offers = [_offer(size, price) for size, price in offered]
    supply.holds_width_nm, supply.holds_height_nm, supply.holds_depth_nm = holds or (None, None, 0)
    for field in ("unit", "joinable", "code", "shelf", "shop", "lead_days", "discontinued"):
        setattr(supply, field, getattr(payload, field))
    supply.version += 1
    try:
        with transaction.atomic():
            supply.save()
            counted(studio, before, counts_of(supply), Because(Cause.COUNTED, by))
    except IntegrityError as error:
        raise _taken(error, "supply", supply.name) from error
    return supply_out(supply, form.root.units)
