"""The bags of a class: what goes in each, which are filled, and their labels and lists for print."""

from __future__ import annotations

from collections.abc import Callable
from math import ceil
from typing import Literal
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema

from neat_sheaf.errors import Fault
from neat_sheaf.folding.enclosing import takers
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.limits import MOST_PIECES
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Boxed, Measured, several
from neat_sheaf.preparing.labels import LABEL_SHEETS, LabelSheet, LabelSheetError
from neat_sheaf.preparing.packing import Bag, ItemKind, OnTable, Packing, bags_of
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import own, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.common.downloads import Pdf, download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.cupboard.convert import core_supply
from studio.people.services import in_bags
from studio.preparing.packing import bag_key, item_words, labels_pdf, packing_for, packing_pdf

router = Router(tags=["preparing"])

_MOST_BAGS = 2_000  # with labels of their own in one file


class ItemOut(Schema):
    """So many of one thing in a bag; ``says`` in words, ``short`` what to do where there are too few."""

    key: str
    kind: ItemKind
    name: str
    count: int
    says: str


class BagOut(Schema):
    """The bags of a colourway, numbered from 1. ``weight`` and ``into`` in words, where known."""

    colourway: str
    kits: int
    items: list[ItemOut]
    weight: str
    into: str


class PackingOut(Schema):
    """What goes in the bags, what lies on the table, and what labels have to say.

    ``spares`` is how many kits are for nobody: what is missing may come from them. ``whose`` names whose a
    bag is, by its colourway and number. ``sheets`` are the codes of the label sheets that are known.
    """

    bags: list[BagOut]
    table: list[str]
    allergens: list[str]
    cautions: list[str]
    spares: int
    whose: dict[str, str]
    sheets: list[str]


class OwnSheet(Schema):
    """A sheet of labels by its code, or by its own measures as text; ``first`` is the first free place."""

    sheet: str = "a4-2x7"
    first: int = 1
    page: Literal["a4", "letter"] = "a4"
    columns: int = 0
    rows: int = 0
    width: str = ""
    height: str = ""
    left: str = "0"
    top: str = "0"
    across: str = "0"
    down: str = "0"


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


@router.get(
    "/classes/{class_id}/packing", auth=reader, response={200: PackingOut, 404: Problem, 422: Problem}
)
def packing(request: HttpRequest, class_id: int) -> PackingOut:
    """The bags of a class by colourway, and what lies on the table."""
    kit_class, voice = _class(request, class_id), voice_for(request)
    _, found = packing_for(kit_class)
    supplies = [core_supply(supply) for supply in kit_class.studio.supplies.all()]
    bags = []
    for bag in found.bags:
        items = [
            ItemOut(key=i.key, kind=i.kind, name=i.name, count=i.count, says=voice.words(item_words(i)))
            for i in bag.items
        ]
        names = [supply.name for supply in takers(bag.flat, supplies)]
        bags.append(
            BagOut(
                colourway=bag.colourway, kits=bag.kits, items=items,
                weight=_weight(bag, voice),
                into=voice.say("bag-into", names=several(names, "or")) if names else "",
            )
        )  # fmt: skip
    return PackingOut(
        bags=bags,
        table=[_on_table(one, voice) for one in found.table],
        allergens=list(found.allergens),
        cautions=[voice.say(f"caution.{caution.value}") for caution in found.cautions],
        spares=kit_class.spares,
        whose=in_bags(kit_class, _numbered(found)),
        sheets=[one.code for one in LABEL_SHEETS],
    )


def _numbered(found: Packing) -> list[tuple[str, str]]:
    return [(bag_key(bag.colourway, number), bag.colourway) for number, bag in bags_of(found)]


def _address(page: str) -> Callable[[str, int], str]:
    return lambda way, number: f"{page}?{urlencode({'way': way, 'bag': number})}"


def _weight(bag: Bag, voice: Voice) -> str:
    if bag.grams is None:
        return voice.say("bag-weight.unknown")
    # Up to the next gram: postage is by what is not exceeded.
    grams = ceil(bag.grams)
    if bag.flat is None:
        return voice.say("bag-weight.known", grams=grams)
    return voice.say("bag-weight.flat", grams=grams, size=Boxed(*bag.flat))


def _on_table(one: OnTable, voice: Voice) -> str:
    key = f"on-table.{one.unit.value}-{'lent' if one.lent else 'used'}"
    if one.unit is SupplyUnit.LENGTH:
        return voice.say(key, name=one.name, length=Measured(Length(one.count)))
    return voice.say(key, name=one.name, count=one.count)


@router.get("/classes/{class_id}/packing.pdf", auth=reader, response={200: Pdf, 404: Problem, 422: Problem})
def packing_list(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> HttpResponse:
    """The packing list: each colourway's bags with a square to tick, and what lies on the table."""
    kit_class, voice = _class(request, class_id), voice_for(request)
    pdf = packing_list_of(kit_class, paper, voice)
    return download(voice.say("file-packing", name=kit_class.name), "pdf", pdf, "application/pdf")


def packing_list_of(kit_class: KitClass, paper: PageSize, voice: Voice) -> bytes:
    """The packing list of a class as PDF bytes. FileError for too many bags."""
    _, found = packing_for(kit_class)
    _few_enough(found)
    table = [_on_table(one, voice) for one in found.table]
    weights = {bag.colourway: _weight(bag, voice) for bag in found.bags}
    posted = [(one.name, one.colourway) for one in kit_class.people.filter(posted=True, waiting=False)]
    return packing_pdf(kit_class, found, table, weights, posted, paper, voice)


@router.get("/classes/{class_id}/labels.pdf", auth=reader, response={200: Pdf, 404: Problem, 422: Problem})
def labels(request: HttpRequest, class_id: int, sheet: Query[OwnSheet]) -> HttpResponse:
    """A label for each bag, on a common sheet or one of one's own; its code opens the bag on this server."""
    kit_class, voice = _class(request, class_id), voice_for(request)
    _, found = packing_for(kit_class)
    _few_enough(found)
    on = _sheet(sheet, request)
    if not 1 <= sheet.first <= on.count:
        faults: list[Fault] = []
        JsonValue(sheet.first, "first", "mm", faults).fault("first-label", most=on.count)
        raise FileError(faults)
    pdf = _labels(kit_class, found, on, sheet.first, voice, request.build_absolute_uri("/"))
    return download(voice.say("file-labels", name=kit_class.name), "pdf", pdf, "application/pdf")


def labels_of(kit_class: KitClass, sheet: str, voice: Voice, server: str) -> bytes:
    """The labels of a class on a sheet known by its code, as PDF bytes. FileError for too many bags.

    ``server`` is its address, with a slash at the end: a label's code opens the bag there.
    """
    _, found = packing_for(kit_class)
    _few_enough(found)
    on = next(one.sheet for one in LABEL_SHEETS if one.code == sheet)
    return _labels(kit_class, found, on, 1, voice, server)


def _labels(
    kit_class: KitClass, found: Packing, on: LabelSheet, first: int, voice: Voice, server: str
) -> bytes:
    address = _address(f"{server}classes/{kit_class.pk}/pack")
    whose = in_bags(kit_class, _numbered(found))
    return labels_pdf(kit_class, found, on, first, address, whose, voice)


def _few_enough(found: Packing) -> None:
    bags = sum(bag.kits for bag in found.bags)
    if bags > _MOST_BAGS or any(len(bag.items) > MOST_PIECES for bag in found.bags):
        faults: list[Fault] = []
        JsonValue(None, "", "mm", faults).fault("too-many-bags", found=bags, most=_MOST_BAGS)
        raise FileError(faults)


def _sheet(asked: OwnSheet, request: HttpRequest) -> LabelSheet:
    """The sheet by its code, or its own measures; FileError with every fault."""
    known = {one.code: one.sheet for one in LABEL_SHEETS}
    if asked.sheet in known:
        return known[asked.sheet]
    faults: list[Fault] = []
    root = JsonValue(asked.model_dump(), "", studio_of(request).measure, faults)
    if asked.sheet != "own":
        root.key("sheet").fault("unknown-sheet", sheets=several([*known, "own"], "or"))
        raise FileError(faults)
    try:
        width, height = (root.key(key).size() for key in ("width", "height"))
        margins = [root.key(key).length() for key in ("left", "top", "across", "down")]
    except Faulty:
        raise FileError(faults) from None
    pages = {one.code.partition("-")[0]: one.sheet.page for one in LABEL_SHEETS}
    try:
        return LabelSheet(pages[asked.page], asked.columns, asked.rows, width, height, *margins)
    except LabelSheetError as error:
        root.refuse(error.message)
        raise FileError(faults) from error
