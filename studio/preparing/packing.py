"""Bags as the API gives them and as they are printed: labels with their codes, packing lists."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import Any

import segno

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.messages import Measured, Message, message, several
from neat_sheaf.preparing.labels import LabelSheet
from neat_sheaf.preparing.packing import Bag, Item, ItemKind, Packing, bags_of, packing_of
from neat_sheaf.project.assembly import Caution
from neat_sheaf.wording import Voice
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.common.pages import fractions, printed

# What can hurt somebody who opens the bag; the rest is said where it is worked with.
_INSIDE = (Caution.SMALL_PARTS, Caution.MAGNETS, Caution.FOOD)

__all__ = ["all_in", "bag_key", "code_of", "item_words", "labels_pdf", "packing_for", "packing_pdf"]


def item_words(item: Item) -> Message:
    """An item of a bag, with its count."""
    if item.kind is ItemKind.SHEET:
        return message("bag-item.sheet")
    if item.length is not None:
        return message("bag-item.lengths", count=item.count, name=item.name, length=Measured(item.length))
    return message("bag-item.things", count=item.count, name=item.name)


def packing_for(kit_class: KitClass) -> tuple[Job, Packing]:
    """The job of a class and its bags. FileError where it has no papers yet."""
    try:
        job = core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error
    return job, packing_of(job)


def all_in(number: int, bag: Bag) -> Iterator[tuple[str, int]]:
    """The ticks of a bag that has everything in it and is closed."""
    key = bag_key(bag.colourway, number)
    yield from ((f"{key}|{item.key}", item.count) for item in bag.items)
    yield f"{key}|closed", 1


def bag_key(colourway: str, number: int) -> str:
    """What a bag is told by in ticks, and whose it is."""
    return f"{colourway}|{number}"


def code_of(address: str) -> str:
    """A QR code (ISO/IEC 18004) of an address as an SVG in a data address, for print."""
    code: str = segno.make(address, error="m", micro=False).svg_data_uri(border=2, dark="#1c171a")
    return code


def labels_pdf(
    kit_class: KitClass, packing: Packing, sheet: LabelSheet, first: int,
    address: Callable[[str, int], str], whose: Mapping[str, str], voice: Voice,
) -> bytes:  # fmt: skip
    """A label for each bag with whose it is, from the ``first`` place of the first page on (from 1)."""
    places = list(sheet.places())
    pages: list[list[dict[str, Any]]] = []
    for at, (number, bag) in enumerate(bags_of(packing), first - 1):
        page, place = divmod(at, sheet.count)
        while len(pages) <= page:
            pages.append([])
        left, top = places[place]
        label = _label(kit_class, packing, bag, number, voice)
        label["whose"] = whose.get(bag_key(bag.colourway, number), "")
        where = {"left": _mm(left), "top": _mm(top), "code": code_of(address(bag.colourway, number))}
        pages[page].append(label | where)
    context = {
        "title": voice.say("labels-title", name=kit_class.name),
        "pages": pages,
        "width": _mm(sheet.width),
        "height": _mm(sheet.height),
        "page_width": _mm(sheet.page[0]),
        "page_height": _mm(sheet.page[1]),
        # The smaller side decides how large the words and the code can be.
        "small": min(sheet.width, sheet.height) < 30 * MILLIMETRE,
        "square": _mm(Length(min(sheet.height - 4 * MILLIMETRE, sheet.width // 3))),
    }
    return printed("labels.html", "a4", voice, context)


def _label(kit_class: KitClass, packing: Packing, bag: Bag, number: int, voice: Voice) -> dict[str, Any]:
    cautions = [voice.say(f"caution.{caution.value}") for caution in packing.cautions if caution in _INSIDE]
    allergens = voice.say("label-allergens", names=several(packing.allergens)) if packing.allergens else ""
    return {
        "number": number,
        "name": kit_class.project.name,
        "class": kit_class.name,
        "colourway": bag.colourway,
        "contents": fractions(", ".join(voice.words(item_words(item)) for item in _inside(bag))),
        "allergens": allergens,
        "cautions": ", ".join(cautions),
    }


def _inside(bag: Bag) -> list[Item]:
    """What is not paper: it is what a label names, since the pieces are on the packing list."""
    return [item for item in bag.items if item.kind in (ItemKind.SUPPLY, ItemKind.CONTENT)]


def _mm(length: int) -> str:
    return f"{length / MILLIMETRE:.4f}mm"


def packing_pdf(
    kit_class: KitClass, packing: Packing, table: Sequence[str], weights: Mapping[str, str],
    posted: Sequence[tuple[str, str]], paper: Any, voice: Voice,
) -> bytes:  # fmt: skip
    """A list to pack each colourway's bags by, a square to tick for every bag, and what is on the table.

    ``posted`` are those whose kit is sent, with the colourway they chose: each with what it weighs, and a
    line for the customs that is the sender's to fill in.
    """
    bags = []
    for bag in packing.bags:
        numbers = list(range(1, bag.kits + 1))
        items = [fractions(voice.words(item_words(item))) for item in bag.items]
        bags.append({"bag": bag, "numbers": numbers, "items": items, "weight": weights[bag.colourway]})
    context = {
        "kit_class": kit_class,
        "title": voice.say("packing-title", name=kit_class.name),
        "date": voice.date(kit_class.date) if kit_class.date else "",
        "bags": bags,
        "table": [fractions(row) for row in table],
        "posted": [
            {"name": name, "colourway": way, "weight": fractions(weights.get(way, ""))}
            for name, way in posted
        ],
    }
    return printed("packing.html", paper, voice, context)
