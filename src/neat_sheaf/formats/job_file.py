"""The job file, version 1: read it with every fault by its path, and write it back."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable
from decimal import Decimal
from enum import StrEnum
from typing import Any

from neat_sheaf.errors import Fault
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, Node, load_json
from neat_sheaf.habits import USUAL_HABITS, Habits, LidFeel, Scoring
from neat_sheaf.job import (
    Class,
    Colourway,
    Cutting,
    Edges,
    Job,
    Offcut,
    Pack,
    Paper,
    Print,
    Style,
    Supply,
    SupplyUnit,
)
from neat_sheaf.length import Length, Unit, write_length
from neat_sheaf.limits import LARGEST_SHEET, LEAST_SIZE, MOST_COLOURWAYS, MOST_KITS
from neat_sheaf.project import Project
from neat_sheaf.variants import UnknownNumberError, variant_of

__all__ = ["FORMAT", "job_document", "read_job", "write_job"]

FORMAT = "neat-sheaf.job/1"


class _Units(StrEnum):
    IN = "in"
    CM = "cm"
    MM = "mm"


_UNITS: dict[_Units, Unit] = {_Units.IN: "in", _Units.CM: "cm", _Units.MM: "mm"}


def read_job(text: str) -> Job:
    """Read a job file. Raises FileError with every fault found, each by its path."""
    faults: list[Fault] = []
    root = Node(load_json(text), "", "in", faults)
    try:
        job = _read_root(root)
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return job


def _read_root(root: Node) -> Job:
    root.object(
        ["format", "project", "papers", "class"],
        ["units", "currency", "supplies", "cutting", "habits", "packs"],
    )
    if root.value["format"] != FORMAT:
        raise root.key("format").fault("wrong-format", f'wants "{FORMAT}"')
    units = _UNITS[root.take("units", lambda n: n.choice(_Units), _Units.IN)]
    root.units = units
    currency = root.take("currency", _currency, "EUR")
    supplies = root.list_at("supplies", _supply)
    packs = root.list_at("packs", _pack)
    _unique(root.key("packs"), [p.id for p in packs], "id")
    papers = root.list_at("papers", _paper)
    _references(root, papers, packs)
    _unique(root.key("papers"), [p.id for p in papers], "id")
    _unique(root.key("supplies"), [s.id for s in supplies], "id")
    by_id = {s.id: s for s in supplies}
    faulty = [name for name in _written(root.value, "supplies", "id") if name not in by_id]
    project = read_project(root.key("project"), by_id, faulty)
    roles = _written(root.key("project").value, "pieces", "paper")
    known = set(_written(root.value, "papers", "id"))
    klass = _class(root.key("class"), roles, known)
    cutting = root.take("cutting", _cutting, Cutting())
    habits = root.take("habits", _habits, USUAL_HABITS)
    return Job(_version(root, project), papers, supplies, klass, cutting, units, currency, habits, packs)


def _references(root: Node, papers: tuple[Paper, ...], packs: tuple[Pack, ...]) -> None:
    """A paper's pack and the paper it is another size of are there, and no size is a size of a size."""
    known = set(_written(root.value, "packs", "id"))
    by_id = {p.id: p for p in papers}
    if not isinstance(root.value["papers"], list) or len(papers) != len(root.value["papers"]):
        return
    for number, paper in enumerate(papers):
        row = root.under(f"papers[{number}]", None)
        if paper.pack and paper.pack not in known:
            row.under(".pack", paper.pack).fault(
                "unknown-pack", f"there is no pack with the id '{paper.pack}'"
            )
        main = by_id.get(paper.same_as)
        if paper.same_as and (main is None or main.same_as or main is paper):
            row.under(".same_as", paper.same_as).fault(
                "unknown-paper", f"'{paper.same_as}' is no paper of its own; name the id of one"
            )


def _pack(node: Node) -> Pack:
    node.object(["id", "sheets"], ["name", "price"])
    pack_id = node.key("id").text()
    return Pack(
        id=pack_id,
        name=node.take("name", Node.text, pack_id),
        sheets=node.key("sheets").whole(1),
        price=node.take("price", _price, None),
    )


def _version(root: Node, project: Project) -> Project:
    """The sister version that the class teaches; the list itself where none is named."""
    klass = root.key("class")
    if not isinstance(klass.value, dict) or not klass.has("version"):
        return project
    node = klass.key("version")
    try:
        return variant_of(project, node.text())
    except UnknownNumberError as error:
        names = ", ".join(v.name for v in project.variants) or "none"
        raise node.fault("unknown-version", f"{error}; versions there are: {names}") from error


def _habits(node: Node) -> Habits:
    node.object((), ["scoring", "groove", "plate", "tape", "border", "lid"])
    usual = USUAL_HABITS
    return Habits(
        scoring=node.take("scoring", lambda n: n.choice(Scoring), usual.scoring),
        groove=node.take("groove", Node.size, usual.groove),
        plate=node.take("plate", Node.size, usual.plate),
        tape=node.take("tape", Node.size, usual.tape),
        border=node.take("border", Node.length, usual.border),
        lid=node.take("lid", lambda n: n.choice(LidFeel), usual.lid),
    )


def _currency(node: Node) -> str:
    code = node.text()
    if not re.fullmatch(r"[A-Z]{3}", code):
        raise node.fault("not-a-currency", f"'{code}' is not a currency code; write EUR, USD or GBP")
    return code


def _unique(node: Node, names: Iterable[str], key: str) -> None:
    seen: set[str] = set()
    for name in names:
        if name in seen:
            node.fault("doubled", f"two have the {key} '{name}'")
        seen.add(name)


def _paper(node: Node) -> Paper:
    node.object(
        ["id", "width", "height"],
        ["name", "kind", "print", "pack_sheets", "pack_price", "on_hand", "offcuts", "caliper", "edges",
         "pack", "same_as", "sheets_at_once"],
    )  # fmt: skip
    paper_id = node.key("id").text()
    paper = Paper(
        id=paper_id,
        name=node.take("name", Node.text, paper_id),
        width=_sheet_side(node.key("width")),
        height=_sheet_side(node.key("height")),
        kind=node.take("kind", Node.text, "cardstock"),
        print=node.take("print", lambda n: n.choice(Print), Print.NONE),
        pack_sheets=node.take("pack_sheets", lambda n: n.whole(1), 1),
        pack_price=node.take("pack_price", _price, None),
        on_hand=node.take("on_hand", Node.whole, 0),
        offcuts=node.list_at("offcuts", _offcut),
        caliper=node.take("caliper", Node.length, Length(0)),
        edges=node.take("edges", _edges, Edges()),
        pack=node.take("pack", Node.text, ""),
        same_as=node.take("same_as", Node.text, ""),
        at_once=node.take("sheets_at_once", lambda n: n.whole(1, 100), None),
    )
    if min(paper.usable) <= 0:
        node.key("edges").fault("no-paper-left", "the edges leave no paper between them; make them narrower")
    return paper


def _edges(node: Node) -> Edges:
    sides = ("left", "right", "top", "bottom")
    node.object((), sides)
    return Edges(*(node.take(side, Node.length, Length(0)) for side in sides))


def _price(node: Node) -> Decimal | None:
    return node.price()


def _sheet_side(node: Node) -> Length:
    return node.size(LEAST_SIZE, LARGEST_SHEET)


def _offcut(node: Node) -> Offcut:
    node.object(["width", "height"], ["count"])
    count = node.take("count", lambda n: n.whole(0, 10_000), 1)
    return Offcut(_sheet_side(node.key("width")), _sheet_side(node.key("height")), count)


def _supply(node: Node) -> Supply:
    node.object(["id", "unit", "pack_size"], ["name", "pack_price", "on_hand", "joinable"])
    supply_id = node.key("id").text()
    unit = node.key("unit").choice(SupplyUnit)

    def quantity(n: Node) -> Decimal:
        return Decimal(n.length()) if unit is SupplyUnit.LENGTH else n.amount()

    pack_size = quantity(node.key("pack_size"))
    if pack_size <= 0:
        raise node.key("pack_size").fault("not-over-zero", "must be over zero")
    return Supply(
        id=supply_id,
        name=node.take("name", Node.text, supply_id),
        unit=unit,
        pack_size=pack_size,
        pack_price=node.take("pack_price", _price, None),
        on_hand=node.take("on_hand", quantity, Decimal(0)),
        joinable=node.take("joinable", Node.flag, True),
    )


def _written(parent: Any, key: str, field: str) -> tuple[str, ...]:
    """The texts at ``field`` of a list's objects, read or not: one fault must not call forth others."""
    rows = parent.get(key) if isinstance(parent, dict) else None
    found = [row.get(field) for row in rows if isinstance(row, dict)] if isinstance(rows, list) else []
    return tuple(dict.fromkeys(text.strip() for text in found if isinstance(text, str) and text.strip()))


def _class(node: Node, roles: tuple[str, ...], known: set[str]) -> Class:
    node.object(["seats"], ["samples", "spares", "fee", "colourways", "version"])
    klass = Class(
        seats=node.key("seats").whole(0, 100_000),
        samples=node.take("samples", lambda n: n.whole(0, 10_000), 0),
        spares=node.take("spares", lambda n: n.whole(0, 10_000), 0),
        fee=node.take("fee", _price, None),
    )
    if not node.has("colourways"):
        return _one_colourway(node, klass, roles, known)
    colourways = node.key("colourways").items(lambda n: _colourway(n, roles, known), MOST_COLOURWAYS)
    _unique(node.key("colourways"), [c.name for c in colourways], "name")
    total = sum(c.kits for c in colourways)
    if len(colourways) == len(node.value["colourways"]) and total != klass.kits:
        raise node.key("colourways").fault(
            "kits-do-not-sum",
            f"the colourways' kits sum to {total}; seats + samples + spares is {klass.kits}",
        )
    return Class(klass.seats, klass.samples, klass.spares, klass.fee, colourways)


def _one_colourway(node: Node, klass: Class, roles: tuple[str, ...], known: set[str]) -> Class:
    for role in roles:
        if role not in known:
            node.fault(
                "role-without-paper",
                f"no colourways, and no paper has the id '{role}'; name one so, or add colourways",
            )
    papers = {role: role for role in roles}
    only = Colourway("all", klass.kits, papers)
    return Class(klass.seats, klass.samples, klass.spares, klass.fee, (only,))


def _colourway(node: Node, roles: tuple[str, ...], known: set[str]) -> Colourway:
    node.object(["name", "kits", "papers"])
    name = node.key("name").text()
    kits = node.key("kits").whole(0, MOST_KITS)
    papers = node.key("papers").object((), roles)
    chosen: dict[str, str] = {}
    for role in roles:
        if not papers.has(role):
            papers.key(role).fault("role-without-paper", f"the role '{role}' has no paper in '{name}'")
            continue
        paper = papers.take(role, Node.text, "")
        if paper and paper not in known:
            papers.key(role).fault("unknown-paper", f"there is no paper with the id '{paper}'")
        chosen[role] = paper
    return Colourway(name, kits, chosen)


def _cutting(node: Node) -> Cutting:
    node.object(
        (),
        [
            "style",
            "sheets_at_once",
            "keep_offcut",
            "trimmer",
            "mix_sizes",
            "setting_seconds",
            "stroke_seconds",
        ],
    )  # fmt: skip
    plain = Cutting()
    return Cutting(
        style=node.take("style", lambda n: n.choice(Style), plain.style),
        sheets_at_once=node.take("sheets_at_once", lambda n: n.whole(1, 100), 1),
        keep_offcut=node.take("keep_offcut", _two_sizes, plain.keep_offcut),
        trimmer=node.take("trimmer", Node.size, plain.trimmer),
        mix_sizes=node.take("mix_sizes", Node.flag, False),
        setting_seconds=node.take("setting_seconds", lambda n: n.whole(0, 3600), plain.setting_seconds),
        stroke_seconds=node.take("stroke_seconds", lambda n: n.whole(0, 3600), plain.stroke_seconds),
    )


def _two_sizes(node: Node) -> tuple[Length, Length]:
    parts = re.split(r"\s*[x×X]\s*", node.text())
    if len(parts) != 2:
        raise node.fault("not-a-size", f"'{node.value}' is not a size; write 1 x 3")
    first, second = (Node(part, node.path, node.units, node.faults).size() for part in parts)
    return first, second


def write_job(job: Job) -> str:
    """The job as the text of a job file that ``read_job`` reads back to an equal job."""
    return json.dumps(job_document(job), ensure_ascii=False, indent=2) + "\n"


def job_document(job: Job) -> dict[str, Any]:
    """The job as JSON values, in the order of the published format."""
    units = job.units
    return {
        "format": FORMAT,
        "units": units,
        "currency": job.currency,
        "project": project_document(job.project, units),
        **({"packs": [_pack_document(pack) for pack in job.packs]} if job.packs else {}),
        "papers": [_paper_document(paper, units) for paper in job.papers],
        "supplies": [_supply_document(supply, units) for supply in job.supplies],
        "class": {
            "seats": job.klass.seats,
            "samples": job.klass.samples,
            "spares": job.klass.spares,
            **({} if job.klass.fee is None else {"fee": str(job.klass.fee)}),
            "colourways": [
                {"name": c.name, "kits": c.kits, "papers": dict(c.papers)} for c in job.klass.colourways
            ],
        },
        "cutting": {
            "style": job.cutting.style.value,
            "sheets_at_once": job.cutting.sheets_at_once,
            "keep_offcut": " x ".join(write_length(side, units) for side in job.cutting.keep_offcut),
            "trimmer": write_length(job.cutting.trimmer, units),
            "mix_sizes": job.cutting.mix_sizes,
            "setting_seconds": job.cutting.setting_seconds,
            "stroke_seconds": job.cutting.stroke_seconds,
        },
        "habits": {
            "scoring": job.habits.scoring.value,
            "groove": write_length(job.habits.groove, units),
            "plate": write_length(job.habits.plate, units),
            "tape": write_length(job.habits.tape, units),
            "border": write_length(job.habits.border, units),
            "lid": job.habits.lid.value,
        },
    }


def _pack_document(pack: Pack) -> dict[str, Any]:
    price = {} if pack.price is None else {"price": str(pack.price)}
    return {"id": pack.id, "name": pack.name, "sheets": pack.sheets, **price}


def _paper_document(paper: Paper, units: Unit) -> dict[str, Any]:
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
        "offcuts": [
            {
                "width": write_length(o.width, units),
                "height": write_length(o.height, units),
                "count": o.count,
            }
            for o in paper.offcuts
        ],
    }


def _edges_document(edges: Edges, units: Unit) -> dict[str, str]:
    sides = {"left": edges.left, "right": edges.right, "top": edges.top, "bottom": edges.bottom}
    return {side: write_length(size, units) for side, size in sides.items() if size}


def _supply_document(supply: Supply, units: Unit) -> dict[str, Any]:
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
    }
