"""A class as a job file has it: seats, samples, spares, the fee and the colourways."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from decimal import Decimal
from typing import Any

from neat_sheaf.formats.reading import JsonValue, check_unique, written
from neat_sheaf.formats.stock_part import read_price
from neat_sheaf.job import Class, Colourway, Extra, OtherFee, Per
from neat_sheaf.limits import MOST_COLOURWAYS, MOST_EXTRAS, MOST_FEES, MOST_KITS, MOST_PIECES, MOST_USES
from neat_sheaf.project.assembly import Work

__all__ = [
    "check_extras",
    "class_document",
    "extra_document",
    "other_fee_document",
    "read_class",
    "read_extra",
    "read_other_fee",
]


_MORE = ("version", "at_table")


def read_class(
    node: JsonValue, roles: tuple[str, ...], known: set[str], papers_of: Mapping[str, str]
) -> Class:
    """A class; ``papers_of`` is the role of each piece, for a colourway that takes not all of them."""
    node.object(["seats"], ["samples", "spares", "fee", "colourways", "extras", "other_fees", *_MORE])
    klass = Class(
        seats=node.key("seats").whole(0, 100_000),
        samples=node.take("samples", lambda n: n.whole(0, 10_000), 0),
        spares=node.take("spares", lambda n: n.whole(0, 10_000), 0),
        fee=node.take("fee", read_price, None),
        extras=node.list_at("extras", read_extra, most=MOST_EXTRAS),
        other_fees=node.list_at("other_fees", read_other_fee, most=MOST_FEES),
        at_table=tuple(dict.fromkeys(node.list_at("at_table", lambda n: n.choice(Work), len(Work)))),
    )
    check_extras(node, klass.extras, klass.other_fees)
    if not node.has("colourways"):
        return _one_colourway(node, klass, roles, known)
    colourways = node.key("colourways").items(
        lambda n: _colourway(n, roles, known, papers_of), MOST_COLOURWAYS
    )
    check_unique(node.key("colourways"), [c.name for c in colourways], "name")
    total = sum(c.kits + c.ready for c in colourways)
    if len(colourways) == len(node.value["colourways"]) and total != klass.wanted:
        raise node.key("colourways").fault("kits-do-not-sum", total=total, kits=klass.wanted)
    return replace(klass, colourways=colourways)


def _one_colourway(node: JsonValue, klass: Class, roles: tuple[str, ...], known: set[str]) -> Class:
    for role in roles:
        if role not in known:
            node.fault("role-without-paper.alone", role=role)
    papers = {role: role for role in roles}
    only = Colourway("all", klass.wanted, papers)
    return replace(klass, colourways=(only,))


def read_extra(node: JsonValue) -> Extra:
    node.object(["name", "amount"], ["per", "times", "over", "only"])
    return Extra(
        node.key("name").name(),
        node.key("amount").price(),
        node.take("per", lambda n: n.choice(Per), Per.CLASS),
        node.take("times", JsonValue.amount, Decimal(1)),
        node.take("over", lambda n: n.whole(1, MOST_USES), 1),
        node.take("only", lambda n: n.name() if n.value != "" else "", ""),
    )


def read_other_fee(node: JsonValue) -> OtherFee:
    node.object(["name", "fee", "seats"])
    return OtherFee(node.key("name").name(), node.key("fee").price(), node.key("seats").whole(0, 100_000))


def check_extras(node: JsonValue, extras: tuple[Extra, ...], fees: tuple[OtherFee, ...]) -> None:
    """Note a fault for each name that comes twice, and for an extra of a fee that is not there."""
    for key, names in (("extras", [e.name for e in extras]), ("other_fees", [fee.name for fee in fees])):
        if node.has(key):
            check_unique(node.key(key), names, "name")
    known = written(node.value, "other_fees", "name")
    for number, only in enumerate(extra.only for extra in extras):
        if only and only not in known:
            node.under(f".extras[{number}].only" if node.path else f"extras[{number}].only", only).fault(
                "unknown-fee", fee=only
            )


def extra_document(extra: Extra) -> dict[str, Any]:
    """An extra as JSON values that ``read_extra`` reads back."""
    return {
        "name": extra.name,
        "amount": str(extra.amount),
        "per": extra.per.value,
        **({} if extra.times == 1 else {"times": format(extra.times.normalize(), "f")}),
        **({} if extra.over == 1 else {"over": extra.over}),
        **({"only": extra.only} if extra.only else {}),
    }


def other_fee_document(other: OtherFee) -> dict[str, Any]:
    """A fee as JSON values that ``read_other_fee`` reads back."""
    return {"name": other.name, "fee": str(other.fee), "seats": other.seats}


def _colourway(
    node: JsonValue, roles: tuple[str, ...], known: set[str], papers_of: Mapping[str, str]
) -> Colourway:
    node.object(["name", "kits", "papers"], ["ready", "without", "version"])
    name = node.key("name").text()
    kits = node.key("kits").whole(0, MOST_KITS)
    papers = node.key("papers").object((), roles)
    without = tuple(dict.fromkeys(node.list_at("without", JsonValue.text, MOST_PIECES)))
    spared = {papers_of.get(piece) for piece in without}
    kept = {role for piece, role in papers_of.items() if piece not in without}
    chosen: dict[str, str] = {}
    for role in roles:
        if not papers.has(role):
            if role in spared - kept:
                continue
            papers.key(role).fault("role-without-paper.colourway", role=role, colourway=name)
            continue
        paper = papers.take(role, JsonValue.text, "")
        if paper and paper not in known:
            papers.key(role).fault("unknown-paper.id", paper=paper)
        chosen[role] = paper
    ready = node.take("ready", lambda n: n.whole(0, MOST_KITS), 0)
    return Colourway(name, kits, chosen, ready, without)


def class_document(klass: Class) -> dict[str, Any]:
    """A class as JSON values that ``read_class`` reads back."""
    return {
        "seats": klass.seats,
        "samples": klass.samples,
        "spares": klass.spares,
        **({} if klass.fee is None else {"fee": str(klass.fee)}),
        "colourways": [
            {
                "name": c.name,
                "kits": c.kits,
                "papers": dict(c.papers),
                **({"ready": c.ready} if c.ready else {}),
                **({"without": list(c.without)} if c.without else {}),
            }
            for c in klass.colourways
        ],
        **({"extras": [extra_document(extra) for extra in klass.extras]} if klass.extras else {}),
        **({"other_fees": list(map(other_fee_document, klass.other_fees))} if klass.other_fees else {}),
        **({"at_table": [work.value for work in klass.at_table]} if klass.at_table else {}),
    }
