"""The bags of a class: what goes in each, which are filled, and their labels and lists for print."""

from __future__ import annotations

from collections.abc import Callable
from math import ceil
from typing import Literal
from urllib.parse import urlencode

from django.http import HttpRequest
from ninja import Query, Router

from neat_sheaf.errors import Fault, fault
from neat_sheaf.folding.enclosing import takers
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.limits import MOST_PIECES
from neat_sheaf.measure.length import Length, Unit
from neat_sheaf.messages import Boxed, Measured, several
from neat_sheaf.preparing.labels import LABEL_SHEETS, LabelSheet, LabelSheetError
from neat_sheaf.preparing.packing import Bag, ItemKind, OnTable, Packing, bags_of
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.files_api import class_about
from studio.classes.models import KitClass
from studio.common.addresses import own_address
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.cupboard.convert import core_supply
from studio.people.services import in_bags
from studio.preparing.packing import bag_key, item_words, labels_pdf, packing_for, packing_pdf
from studio.tasks.prints import PDF_ANSWERS, About, PdfAnswer, Written, pdf_answer

router = Router(tags=["preparing"])

_MOST_BAGS = 2_000  # with labels of their own in one file
# Measured: milliseconds that a label takes, and a line or a square of a packing list.
_MS_A_LABEL, _MS_A_LINE = 28, 4


class ItemOut(Schema):
    """So many of one thing in a bag; ``says`` in words."""

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


@router.get("/classes/{class_id}/packing.pdf", auth=reader, response=PDF_ANSWERS)
def packing_list(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> PdfAnswer:
    """The packing list: each colourway's bags with a square to tick, and what lies on the table."""
    _, found = packing_for(_class(request, class_id))
    lines = _printable(found) + sum(len(bag.items) for bag in found.bags)
    about = {"class": class_id, "paper": paper}
    return pdf_answer(request, "packing", about, lines * _MS_A_LINE)


def write_packing_list(studio: Studio, about: About, voice: Voice) -> Written:
    """The packing list of a class. FileError for too many bags."""
    kit_class = class_about(studio, about)
    _, found = packing_for(kit_class)
    _printable(found)
    table = [_on_table(one, voice) for one in found.table]
    weights = {bag.colourway: _weight(bag, voice) for bag in found.bags}
    posted = [(one.name, one.colourway) for one in kit_class.people.filter(posted=True, waiting=False)]
    pdf = packing_pdf(kit_class, found, table, weights, posted, about["paper"], voice)
    return Written(voice.say("file-packing", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/labels.pdf", auth=reader, response=PDF_ANSWERS)
def labels(request: HttpRequest, class_id: int, sheet: Query[OwnSheet]) -> PdfAnswer:
    """A label for each bag, on a common sheet or one of one's own; its code opens the bag on this server."""
    _, found = packing_for(_class(request, class_id))
    bags = _printable(found)
    _sheet(sheet, studio_of(request).measure)
    about = labels_about(class_id, sheet, own_address(request))
    return pdf_answer(request, "labels", about, bags * _MS_A_LABEL)


def labels_about(class_id: int, sheet: OwnSheet, server: str) -> About:
    """What labels are of. ``server`` is its address, with a slash at the end: a code opens the bag there."""
    return {"class": class_id, "labels": sheet.model_dump(), "server": server}


def write_labels(studio: Studio, about: About, voice: Voice) -> Written:
    """The labels of a class. FileError for too many bags, or a sheet that there cannot be."""
    kit_class, asked = class_about(studio, about), OwnSheet(**about["labels"])
    _, found = packing_for(kit_class)
    _printable(found)
    on = _sheet(asked, studio.measure)
    address = _address(f"{about['server']}classes/{kit_class.pk}/pack")
    whose = in_bags(kit_class, _numbered(found))
    pdf = labels_pdf(kit_class, found, on, asked.first, address, whose, voice)
    return Written(voice.say("file-labels", name=kit_class.name), pdf)


def _printable(found: Packing) -> int:
    """How many bags there are. FileError for more than one file can have."""
    bags = sum(bag.kits for bag in found.bags)
    if bags > _MOST_BAGS or any(len(bag.items) > MOST_PIECES for bag in found.bags):
        faults: list[Fault] = []
        JsonValue(None, "", "mm", faults).fault("too-many-bags", found=bags, most=_MOST_BAGS)
        raise FileError(faults)
    return bags


def _sheet(asked: OwnSheet, units: Unit) -> LabelSheet:
    """The sheet by its code, or its own measures, and a first place on it; FileError with every fault."""
    on = _measured(asked, units)
    if not 1 <= asked.first <= on.count:
        raise FileError([fault("first", "first-label", most=on.count)])
    return on


def _measured(asked: OwnSheet, units: Unit) -> LabelSheet:
    known = {one.code: one.sheet for one in LABEL_SHEETS}
    if asked.sheet in known:
        return known[asked.sheet]
    faults: list[Fault] = []
    root = JsonValue(asked.model_dump(), "", units, faults)
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
