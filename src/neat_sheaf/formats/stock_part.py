"""Papers, packs and supplies as a job file has them."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from neat_sheaf.formats.reading import JsonValue, written
from neat_sheaf.limits import LARGEST_SHEET, LEAST_SIZE, MOST_GRAMS
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.stock import NO_DEPTH, Edges, Holds, Offcut, Pack, Paper, Print, Supply, SupplyUnit

__all__ = [
    "check_references",
    "pack_document",
    "paper_document",
    "read_pack",
    "read_paper",
    "read_price",
    "read_supply",
    "supply_document",
]


def check_references(root: JsonValue, papers: tuple[Paper, ...], packs: tuple[Pack, ...]) -> None:
    """A paper's pack and the paper it is another size of are there, and no size is a size of a size."""
    known = set(written(root.value, "packs", "id"))
    by_id = {p.id: p for p in papers}
    if not isinstance(root.value["papers"], list) or len(papers) != len(root.value["papers"]):
        return
    for number, paper in enumerate(papers):
        row = root.under(f"papers[{number}]", None)
        if paper.pack and paper.pack not in known:
            row.under(".pack", paper.pack).fault("unknown-pack", pack=paper.pack)
        main = by_id.get(paper.same_as)
        if paper.same_as and (main is None or main.same_as or main is paper):
            row.under(".same_as", paper.same_as).fault("unknown-paper.own", paper=paper.same_as)


def read_pack(node: JsonValue) -> Pack:
    node.object(["id", "sheets"], ["name", "price"])
    pack_id = node.key("id").text()
    return Pack(
        id=pack_id,
        name=node.take("name", JsonValue.text, pack_id),
        sheets=node.key("sheets").whole(1),
        price=node.take("price", read_price, None),
    )


def read_paper(node: JsonValue) -> Paper:
    node.object(
        ["id", "width", "height"],
        ["name", "kind", "print", "pack_sheets", "pack_price", "on_hand", "offcuts", "caliper", "edges",
         "pack", "same_as", "sheets_at_once", "measured", "weight"],
    )  # fmt: skip
    paper_id = node.key("id").text()
    paper = Paper(
        id=paper_id,
        name=node.take("name", JsonValue.text, paper_id),
        width=_sheet_side(node.key("width")),
        height=_sheet_side(node.key("height")),
        kind=node.take("kind", JsonValue.text, "cardstock"),
        print=node.take("print", lambda n: n.choice(Print), Print.NONE),
        pack_sheets=node.take("pack_sheets", lambda n: n.whole(1), 1),
        pack_price=node.take("pack_price", read_price, None),
        on_hand=node.take("on_hand", JsonValue.whole, 0),
        offcuts=node.list_at("offcuts", _offcut),
        caliper=node.take("caliper", JsonValue.length, Length(0)),
        edges=node.take("edges", _edges, Edges()),
        pack=node.take("pack", JsonValue.text, ""),
        same_as=node.take("same_as", JsonValue.text, ""),
        at_once=node.take("sheets_at_once", lambda n: n.whole(1, 100), None),
        measured=node.take("measured", _measured, None),
        weight=node.take("weight", lambda n: n.whole(1, MOST_GRAMS), None),
    )
    if min(paper.usable) <= 0:
        node.key("edges").fault("no-paper-left")
    return paper


def _measured(node: JsonValue) -> tuple[Length, Length]:
    node.object(("width", "height"), ())
    return _sheet_side(node.key("width")), _sheet_side(node.key("height"))


def _edges(node: JsonValue) -> Edges:
    sides = ("left", "right", "top", "bottom")
    node.object((), sides)
    return Edges(*(node.take(side, JsonValue.length, Length(0)) for side in sides))


def read_price(node: JsonValue) -> Decimal | None:
    return node.price()


def _sheet_side(node: JsonValue) -> Length:
    return node.size(LEAST_SIZE, LARGEST_SHEET)


def _offcut(node: JsonValue) -> Offcut:
    node.object(["width", "height"], ["count"])
    count = node.take("count", lambda n: n.whole(0, 10_000), 1)
    return Offcut(_sheet_side(node.key("width")), _sheet_side(node.key("height")), count)


def read_supply(node: JsonValue) -> Supply:
    node.object(["id", "unit", "pack_size"], ["name", "pack_price", "on_hand", "joinable", "holds"])
    supply_id = node.key("id").text()
    unit = node.key("unit").choice(SupplyUnit)

    def quantity(n: JsonValue) -> Decimal:
        return Decimal(n.length()) if unit is SupplyUnit.LENGTH else n.amount()

    pack_size = quantity(node.key("pack_size"))
    if pack_size <= 0:
        raise node.key("pack_size").fault("not-over-zero.number")
    return Supply(
        id=supply_id,
        name=node.take("name", JsonValue.text, supply_id),
        unit=unit,
        pack_size=pack_size,
        pack_price=node.take("pack_price", read_price, None),
        on_hand=node.take("on_hand", quantity, Decimal(0)),
        joinable=node.take("joinable", JsonValue.flag, True),
        holds=node.take("holds", _holds, None),
    )


def _holds(node: JsonValue) -> Holds | None:
    node.object(["width", "height"], ["depth"])
    return Holds(
        node.key("width").size(), node.key("height").size(), node.take("depth", JsonValue.length, NO_DEPTH)
    )


def pack_document(pack: Pack) -> dict[str, Any]:
    price = {} if pack.price is None else {"price": str(pack.price)}
    return {"id": pack.id, "name": pack.name, "sheets": pack.sheets, **price}


def paper_document(paper: Paper, units: Unit) -> dict[str, Any]:
    return {
        "id": paper.id,
        "name": paper.name,
        "kind": paper.kind,
        "width": write_length(paper.width, units),
        "height": write_length(paper.height, units),
        "print": paper.print.value,
        **({"caliper": write_length(paper.caliper, units)} if paper.caliper else {}),
        "pack_sheets": paper.pack_sheets,
        **({} if paper.pack_price is None else {"pack_price": str(paper.pack_price)}),
        "on_hand": paper.on_hand,
        **({"edges": _edges_document(paper.edges, units)} if paper.edges else {}),
        **({"pack": paper.pack} if paper.pack else {}),
        **({"same_as": paper.same_as} if paper.same_as else {}),
        **({} if paper.at_once is None else {"sheets_at_once": paper.at_once}),
        **({} if paper.measured is None else {"measured": _size_document(paper.measured, units)}),
        **({} if paper.weight is None else {"weight": paper.weight}),
        "offcuts": [
            {
                "width": write_length(o.width, units),
                "height": write_length(o.height, units),
                "count": o.count,
            }
            for o in paper.offcuts
        ],
    }


def _size_document(size: tuple[Length, Length], units: Unit) -> dict[str, str]:
    return {"width": write_length(size[0], units), "height": write_length(size[1], units)}


def _edges_document(edges: Edges, units: Unit) -> dict[str, str]:
    sides = {"left": edges.left, "right": edges.right, "top": edges.top, "bottom": edges.bottom}
    return {side: write_length(size, units) for side, size in sides.items() if size}


def supply_document(supply: Supply, units: Unit) -> dict[str, Any]:
    def quantity(value: Decimal) -> str:
        if supply.unit is SupplyUnit.LENGTH:
            return write_length(Length(int(value)), units)
        return format(value, "f")

    return {
        "id": supply.id,
        "name": supply.name,
        "unit": supply.unit.value,
        "pack_size": quantity(supply.pack_size),
        **({} if supply.pack_price is None else {"pack_price": str(supply.pack_price)}),
        "on_hand": quantity(supply.on_hand),
        "joinable": supply.joinable,
        **({} if supply.holds is None else {"holds": _holds_document(supply.holds, units)}),
    }


def _holds_document(holds: Holds, units: Unit) -> dict[str, str]:
    depth = {"depth": write_length(holds.depth, units)} if holds.depth else {}
    return {"width": write_length(holds.width, units), "height": write_length(holds.height, units)} | depth
