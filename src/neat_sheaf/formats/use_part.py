"""What a kit takes of a supply, in a job file."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from decimal import Decimal
from typing import Any

from neat_sheaf.formats.reading import Faulty, JsonValue
from neat_sheaf.limits import MOST_SHARING
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.messages import Measured
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["read_use", "use_document"]


def read_use(node: JsonValue, supplies: Mapping[str, Supply], faulty: Collection[str]) -> SupplyUse:
    """What is taken of a supply; ``supplies`` are those that exist, ``faulty`` could not be read."""
    node.object(["supply", "per_kit"], ["cuts", "girth", "bow", "shared_by", "lent"])
    name = node.key("supply").text()
    supply = supplies.get(name)
    if name in faulty:
        raise Faulty
    if supply is None:
        raise node.key("supply").fault("unknown-supply", supply=name)
    cuts = node.take("cuts", lambda n: n.whole(1, 1000), 1)
    shared_by = node.take("shared_by", lambda n: n.whole(0, MOST_SHARING), 1)
    lent = node.take("lent", JsonValue.flag, False)
    per_kit = node.key("per_kit")
    if supply.unit is not SupplyUnit.LENGTH:
        return SupplyUse(name, count=per_kit.amount(), cuts=cuts, shared_by=shared_by, lent=lent)
    length = per_kit.size()
    if length % cuts:
        raise per_kit.fault("not-exact.cuts", length=Measured(length), cuts=cuts)
    girth, bow = node.take("girth", JsonValue.size, None), node.take("bow", JsonValue.length, None)
    return SupplyUse(
        name, length=length, cuts=cuts, girth=girth, bow=bow, shared_by=shared_by, lent=lent
    )  # fmt: skip


def use_document(use: SupplyUse, units: Unit) -> dict[str, Any]:
    """A use of a supply as JSON values."""
    shared: dict[str, Any] = {} if use.shared_by == 1 else {"shared_by": use.shared_by}
    if use.lent:
        shared["lent"] = True
    if use.length is not None:
        document: dict[str, Any] = {
            "supply": use.supply, "per_kit": write_length(use.length, units), "cuts": use.cuts,
            **shared,
        }  # fmt: skip
        for key, length in (("girth", use.girth), ("bow", use.bow)):
            if length is not None:
                document[key] = write_length(length, units)
        return document
    return {
        "supply": use.supply,
        "per_kit": format((use.count or Decimal(0)).normalize(), "f"),
        "cuts": use.cuts,
        **shared,
    }
