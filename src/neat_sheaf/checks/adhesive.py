"""Is there enough adhesive: what the list says against what its tabs, joints and mats take."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from decimal import Decimal

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.folding.glue_lines import GluedAt, glue_lines, length_of
from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.messages import Measured, Message, message, several
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["check_adhesive"]

_WORDS = ("tape", "glue", "adhesive", "runner", "dots", "sticky")
_METRE = Length(1000 * MILLIMETRE)
_BEAD = Decimal("0.8")  # ml of glue for a metre: a bead 1 mm thick, rounded up. The thickness is from memory.


def check_adhesive(context: CheckContext) -> Iterator[Finding]:
    """Tabs with nothing to stick them; tape or glue for less than the tabs and joints take.

    Where a kit takes several adhesives nobody knows which is for what, and nothing is said.
    """
    lines = list(glue_lines(context.project, context.folded))
    firm = length_of(lines, GluedAt.TAB, GluedAt.JOINT)
    every = length_of(lines, GluedAt.TAB, GluedAt.JOINT, GluedAt.MAT)
    project = context.project
    known = {supply.id: supply for supply in context.supplies}
    taken = [
        name for name in project.supplies_used if any(w in context.supply_name(name).lower() for w in _WORDS)
    ]
    tabbed = [piece for piece in project.pieces if piece.tabs and piece.per_kit]
    if not taken and tabbed:
        there = next((s for s in context.supplies if any(w in s.name.lower() for w in _WORDS)), None)
        fix = None
        if there is not None:
            use = _use(there, firm)
            more = replace(project, supplies=(*project.supplies, use))
            fix = Fix(message("fix-supply.take", supply=there.name), more)
        said = message("tabs-without-adhesive", pieces=several(piece.name for piece in tabbed))
        yield Finding(Level.NOTE, said, message("place.list"), None, fix)
        return
    supply = known.get(taken[0]) if len(taken) == 1 else None
    uses = [use for use in project.supplies if supply is not None and use.supply == supply.id]
    if supply is None or len(uses) != 1 or not firm or supply.unit is SupplyUnit.EACH:
        return
    use = uses[0]
    has, needed = _amount(use), _amount(_use(supply, firm))
    if has >= needed:
        return
    fixes = [_taking(context, use, supply, length) for length in dict.fromkeys((firm, every))]
    said = message(
        "adhesive-short", supply=supply.name, needed=_said(supply, needed), has=_said(supply, has),
        line=Measured(firm), mats=Measured(Length(every - firm)),
    )  # fmt: skip
    yield Finding.of(Level.WARNING, said, message("place.list"), None, fixes)


def _use(supply: Supply, length: Length) -> SupplyUse:
    """What a kit takes of an adhesive for so long a line; at least a little."""
    if supply.unit is SupplyUnit.LENGTH:
        return SupplyUse(supply.id, length=length or _METRE)
    if supply.unit is SupplyUnit.ML:
        ml = (Decimal(length) / _METRE * _BEAD).quantize(Decimal("0.1"), "ROUND_UP")
        return SupplyUse(supply.id, count=ml or Decimal(1))
    return SupplyUse(supply.id, count=Decimal(1))


def _amount(use: SupplyUse) -> Decimal:
    return Decimal(use.length) if use.length is not None else use.count or Decimal(0)


def _said(supply: Supply, amount: Decimal) -> Message:
    if supply.unit is SupplyUnit.LENGTH:
        return message("adhesive-amount.length", length=Measured(int(amount)))
    return message("adhesive-amount.ml", amount=format(amount.normalize(), "f"))


def _taking(context: CheckContext, use: SupplyUse, supply: Supply, length: Length) -> Fix:
    """The list with so much of the adhesive that it is enough for a line of this length."""
    more = _use(supply, length)
    fixed = replace(use, length=more.length, count=more.count, cuts=1)
    supplies = tuple(fixed if one is use else one for one in context.project.supplies)
    said = _said(supply, _amount(more))
    return Fix(message("fix-adhesive", amount=said), replace(context.project, supplies=supplies))
