"""Steps and contents as a job file has them."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from decimal import Decimal
from typing import Any

from neat_sheaf.formats.reading import Faulty, JsonValue
from neat_sheaf.formats.use_part import read_only
from neat_sheaf.limits import LONGEST_DRYING
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.project.assembly import Batch, Caution, Content, Shade, Step, When
from neat_sheaf.project.step_words import guess_batch
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["content_document", "read_content", "read_step", "step_document"]

_STAMPING = ("ink", "shade", "dries")
LONGEST_STEP = 24 * 60  # minutes


def read_step(node: JsonValue, supplies: Mapping[str, Supply], faulty: Collection[str]) -> Step:
    """A step; the supplies it names must exist, its pieces are the checks' to judge.

    One that does not say which batch it is part of has that guessed from its words, for somebody to see.
    """
    node.object(["says"], ["pieces", "tool", "minutes", "when", "cautions", "supplies", "batch", *_STAMPING])

    def known(of: JsonValue) -> str:
        name = of.text()
        if name in faulty:
            raise Faulty
        if name not in supplies:
            raise of.fault("unknown-supply", supply=name)
        return name

    says, tool = node.key("says").text(), node.take("tool", JsonValue.text, "")
    return Step(
        says=says,
        pieces=node.list_at("pieces", JsonValue.text, 500),
        tool=tool,
        minutes=node.take("minutes", _minutes, None),
        when=node.take("when", lambda n: n.choice(When), When.TABLE),
        cautions=node.list_at("cautions", lambda n: n.choice(Caution), 20),
        supplies=node.list_at("supplies", known, 200),
        ink=node.take("ink", JsonValue.text, ""),
        shade=node.take("shade", lambda n: n.choice(Shade), Shade.MEDIUM),
        dries=node.take("dries", lambda n: n.whole(0, LONGEST_DRYING), 0),
        batch=node.take("batch", lambda n: n.choice(Batch), guess_batch(says, tool)),
    )


def _minutes(node: JsonValue) -> Decimal:
    minutes = node.amount()
    if minutes > LONGEST_STEP or -int(minutes.as_tuple().exponent) > 2:
        raise node.fault("out-of-range.minutes", most=LONGEST_STEP)
    return minutes


def step_document(step: Step) -> dict[str, Any]:
    """A step as JSON values that ``read_step`` reads back."""
    document: dict[str, Any] = {"says": step.says, "when": step.when.value}
    if step.pieces:
        document["pieces"] = list(step.pieces)
    if step.tool:
        document["tool"] = step.tool
    if step.minutes is not None:
        document["minutes"] = format(step.minutes.normalize(), "f")
    if step.cautions:
        document["cautions"] = [caution.value for caution in step.cautions]
    if step.supplies:
        document["supplies"] = list(step.supplies)
    if step.ink:
        document["ink"] = step.ink
    if step.shade is not Shade.MEDIUM:
        document["shade"] = step.shade.value
    if step.dries:
        document["dries"] = step.dries
    if step.when is When.BEFORE or step.batch is not guess_batch(step.says, step.tool):
        document["batch"] = step.batch.value
    return document


def read_content(node: JsonValue, supplies: Mapping[str, Supply], faulty: Collection[str] = ()) -> Content:
    """Something that goes inside a piece; ``supplies`` are those that exist, ``faulty`` could not be read."""
    optional = ["rigid", "supply", "count", "allergens", "only"]
    node.object(["name", "width", "depth", "height", "piece"], optional)
    width, depth, height = (node.key(key).size() for key in ("width", "depth", "height"))
    rigid = node.take("rigid", JsonValue.flag, True)
    supply = node.take("supply", lambda n: n.text() if n.value != "" else "", "")
    if supply and supply not in faulty:
        known = supplies.get(supply)
        if known is None:
            raise node.key("supply").fault("unknown-supply", supply=supply)
        if known.unit is not SupplyUnit.EACH:
            raise node.key("supply").fault("content-not-counted", supply=known.name)
    count = node.take("count", lambda n: n.whole(1, 1000), 1)
    name, piece = node.key("name").text(), node.key("piece").text()
    allergens = node.take("allergens", JsonValue.text, "")
    only: tuple[str, ...] = node.take("only", read_only, ())
    return Content(name, width, depth, height, piece, rigid, supply, count, allergens, only)


def content_document(content: Content, units: Unit) -> dict[str, Any]:
    """What goes inside, as JSON values that ``read_content`` reads back."""

    def said(length: Length) -> str:
        return write_length(length, units)

    return {
        "name": content.name,
        "width": said(content.width),
        "depth": said(content.depth),
        "height": said(content.height),
        "piece": content.piece,
        "rigid": content.rigid,
        **({"supply": content.supply} if content.supply else {}),
        **({} if content.count == 1 else {"count": content.count}),
        **({"allergens": content.allergens} if content.allergens else {}),
        **({"only": list(content.only)} if content.only else {}),
    }
