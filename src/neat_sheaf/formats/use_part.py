"""What a kit takes of a supply, in a job file."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from decimal import Decimal
from typing import Any

from neat_sheaf.formats.reading import Faulty, JsonValue
from neat_sheaf.limits import MOST_COLOURWAYS, MOST_PIECES, MOST_SHARING
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.messages import Measured
from neat_sheaf.project import GluedAt, SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["read_only", "read_use", "use_document"]


def read_use(node: JsonValue, supplies: Mapping[str, Supply], faulty: Collection[str]) -> SupplyUse:
    """What is taken of a supply; ``supplies`` are those that exist, ``faulty`` could not be read."""
    worked = isinstance(node.value, dict) and ("sticks" in node.value or "lifts" in node.value)
    required, optional = (["supply"], ["per_kit"]) if worked else (["supply", "per_kit"], [])
    node.object(required, [*optional, "cuts", "girth", "bow", "shared_by", "lent", "sticks", "lifts", "only"])
    name = node.key("supply").text()
    supply = supplies.get(name)
    if name in faulty:
        raise Faulty
    if supply is None:
        raise node.key("supply").fault("unknown-supply", supply=name)
    cuts = node.take("cuts", lambda n: n.whole(1, 1000), 1)
    shared_by = node.take("shared_by", lambda n: n.whole(0, MOST_SHARING), 1)
    lent = node.take("lent", JsonValue.flag, False)
    sticks, lifts = _held(node, supply)
    only: tuple[str, ...] = node.take("only", read_only, ())
    if not node.has("per_kit"):
        if not sticks and not lifts:
            raise node.fault("nothing-to-work-out")
        if shared_by != 1 or lent or cuts != 1 or only:
            raise node.fault("worked-out-is-a-kits")
        by_length = supply.unit is SupplyUnit.LENGTH
        count, length = (None, Length(0)) if by_length else (Decimal(0), None)
        return SupplyUse(name, count, length, sticks=sticks, lifts=lifts, typed=False)
    held: dict[str, Any] = {
        "sticks": sticks, "lifts": lifts, "shared_by": shared_by, "lent": lent, "only": only,
    }  # fmt: skip
    per_kit = node.key("per_kit")
    if supply.unit is not SupplyUnit.LENGTH:
        return SupplyUse(name, count=per_kit.amount(), cuts=cuts, **held)
    length = per_kit.size()
    if length % cuts:
        raise per_kit.fault("not-exact.cuts", length=Measured(length), cuts=cuts)
    girth, bow = node.take("girth", JsonValue.size, None), node.take("bow", JsonValue.length, None)
    return SupplyUse(name, length=length, cuts=cuts, girth=girth, bow=bow, **held)


def read_only(node: JsonValue) -> tuple[str, ...]:
    """The names of the colourways that have something, where not all do, each once."""
    return tuple(dict.fromkeys(node.items(JsonValue.name, MOST_COLOURWAYS)))


def _held(node: JsonValue, supply: Supply) -> tuple[tuple[GluedAt, ...], tuple[str, ...]]:
    """What an adhesive sticks, and what pads and dots lift, each once."""
    sticks = tuple(dict.fromkeys(node.list_at("sticks", lambda n: n.choice(GluedAt), 3)))
    lifts = tuple(dict.fromkeys(node.list_at("lifts", JsonValue.text, MOST_PIECES)))
    if sticks and supply.unit is SupplyUnit.EACH:
        raise node.key("sticks").fault("counted-sticks", supply=supply.name)
    if lifts and supply.unit is not SupplyUnit.EACH:
        raise node.key("lifts").fault("measured-lifts", supply=supply.name)
    return sticks, lifts


def use_document(use: SupplyUse, units: Unit) -> dict[str, Any]:
    """A use of a supply as JSON values; an amount that is worked out is not said."""
    shared: dict[str, Any] = {} if use.shared_by == 1 else {"shared_by": use.shared_by}
    if use.lent:
        shared["lent"] = True
    if use.sticks:
        shared["sticks"] = [kind.value for kind in use.sticks]
    if use.lifts:
        shared["lifts"] = list(use.lifts)
    if use.only:
        shared["only"] = list(use.only)
    if not use.typed:
        return {"supply": use.supply, **shared}
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
