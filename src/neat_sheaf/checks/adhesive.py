"""Is there enough adhesive: what the list says against what its tabs, joints, mats and raised pieces take."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from decimal import Decimal

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.folding.glue_lines import GlueLine, glue_lines, length_of
from neat_sheaf.folding.sticking import school_of, taken_for
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Measured, Message, Several, message, several
from neat_sheaf.project import GluedAt, SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["check_adhesive"]

_WORDS = ("tape", "glue", "adhesive", "runner", "dots", "sticky")
_FIRM = (GluedAt.TAB, GluedAt.JOINT)


def check_adhesive(context: CheckContext) -> Iterator[Finding]:
    """Tabs with nothing to stick them; tape, glue or pads for less than what they hold takes.

    Where a kit takes several adhesives and the list does not say which is for what, nothing is said.
    """
    project = context.project
    lines = list(glue_lines(project, context.folded))
    known = {supply.id: supply for supply in context.supplies}
    yield from _held_twice(context)
    for use in project.supplies:
        if use.typed and (use.sticks or use.lifts) and use.supply in known and use.shared_by == 1:
            yield from _typed_short(context, use, known[use.supply], lines)
        if use.supply in known and use.shared_by == 1:
            yield from _not_known(context, use, known[use.supply], lines)
    if any(use.sticks for use in project.supplies):
        return
    taken = [
        name for name in project.supplies_used if any(w in context.supply_name(name).lower() for w in _WORDS)
    ]
    tabbed = [piece for piece in project.pieces if piece.tabs and piece.per_kit]
    if not taken:
        if tabbed:
            yield _nothing_sticks(context, several(piece.name for piece in tabbed), lines)
        return
    supply = known.get(taken[0]) if len(taken) == 1 else None
    uses = [use for use in project.supplies if supply is not None and use.supply == supply.id]
    firm = length_of(lines, *_FIRM)
    if supply is None or len(uses) != 1 or not firm or supply.unit is SupplyUnit.EACH:
        return
    use, needed = uses[0], _taking(context, uses[0], supply, lines, _FIRM)
    if use.shared_by != 1 or _amount(use) >= _amount(needed):
        return
    fixes = [needed, _taking(context, use, supply, lines, (*_FIRM, GluedAt.MAT))]
    said = message(
        "adhesive-short", supply=supply.name, needed=_said(supply, needed), has=_said(supply, use),
        line=Measured(firm), mats=Measured(length_of(lines, GluedAt.MAT)),
    )  # fmt: skip
    yield Finding.of(
        Level.WARNING, said, message("place.list"), None,
        [_fix(context, use, more, supply) for more in dict.fromkeys(fixes)],
    )  # fmt: skip


def _nothing_sticks(context: CheckContext, pieces: Several, lines: Sequence[GlueLine]) -> Finding:
    """Tabs and no adhesive: the studio's own is offered, or else any other that there is."""
    there = [(supply, school_of(supply)) for supply in context.supplies]
    sticky = [supply for supply, school in there if school is not None]
    sticky.sort(key=lambda supply: school_of(supply) is not context.habits.tabs_with)
    fix = None
    if sticky:
        use = _taking(context, SupplyUse(sticky[0].id), sticky[0], lines, _FIRM)
        more = replace(context.project, supplies=(*context.project.supplies, use))
        fix = Fix(message("fix-supply.take", supply=sticky[0].name), more)
    said = message("tabs-without-adhesive", pieces=pieces)
    return Finding(Level.NOTE, said, message("place.list"), None, fix)


def _held_twice(context: CheckContext) -> Iterator[Finding]:
    """Two adhesives that both count the same lines: each is bought for all of them."""
    for kind in GluedAt:
        both = [use for use in context.project.supplies if kind in use.sticks]
        if len(both) > 1:
            names = several(context.supply_name(use.supply) for use in both)
            yield Finding(
                Level.NOTE, message(f"held-twice.{kind.value}", supplies=names), message("place.list")
            )


def _not_known(
    context: CheckContext, use: SupplyUse, supply: Supply, lines: Sequence[GlueLine]
) -> Iterator[Finding]:
    """What is to be worked out, and no rule finds anything that it holds: it is not 0."""
    if use.typed or not (use.sticks or use.lifts):
        return
    if taken_for(use, supply, context.project, lines, context.habits, context.units).unknown:
        said = message("adhesive-not-known", supply=supply.name)
        yield Finding(Level.WARNING, said, message("place.list"), None, None)


def _typed_short(
    context: CheckContext, use: SupplyUse, supply: Supply, lines: Sequence[GlueLine]
) -> Iterator[Finding]:
    """An amount typed over that is less than what it holds takes."""
    needed = taken_for(use, supply, context.project, lines, context.habits, context.units)
    if _amount(use) >= _amount(needed):
        return
    said = message(
        "typed-short", supply=supply.name, needed=_said(supply, needed), has=_said(supply, use)
    )  # fmt: skip
    yield Finding(
        Level.WARNING, said, message("place.list"), None, _fix(context, use, needed, supply)
    )  # fmt: skip


def _taking(
    context: CheckContext, use: SupplyUse, supply: Supply, lines: Sequence[GlueLine],
    kinds: tuple[GluedAt, ...],
) -> SupplyUse:  # fmt: skip
    """The use as it sticks lines of these kinds, worked out; only kinds that the list has."""
    there = tuple(kind for kind in kinds if length_of([*lines], kind))
    asked = replace(use, sticks=there or kinds)
    return taken_for(asked, supply, context.project, lines, context.habits, context.units)


def _amount(use: SupplyUse) -> Decimal:
    return Decimal(use.length) if use.length is not None else use.count or Decimal(0)


def _said(supply: Supply, use: SupplyUse) -> Message:
    amount = _amount(use)
    if supply.unit is SupplyUnit.LENGTH:
        return message("adhesive-amount.length", length=Measured(Length(int(amount))))
    key = "adhesive-amount.ml" if supply.unit is SupplyUnit.ML else "adhesive-amount.each"
    return message(key, amount=format(amount.normalize(), "f"))


def _fix(context: CheckContext, use: SupplyUse, more: SupplyUse, supply: Supply) -> Fix:
    """The list with the amount worked out from now on."""
    supplies = tuple(more if one is use else one for one in context.project.supplies)
    said = message("fix-adhesive", amount=_said(supply, more))
    return Fix(said, replace(context.project, supplies=supplies))
