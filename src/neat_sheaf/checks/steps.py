"""Steps, tools and supplies against the list: nothing used that is not there, nothing forgotten."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from decimal import Decimal

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.measure.length import CENTIMETRE, INCH, Length, inches
from neat_sheaf.messages import Measured, message
from neat_sheaf.project import Project, SupplyUse
from neat_sheaf.project.assembly import cautions_for
from neat_sheaf.project.passes import from_dies
from neat_sheaf.stock import SupplyUnit

__all__ = ["check_steps", "check_supplies"]


def _step(context: CheckContext, number: int, **changes: object) -> Project:
    steps = list(context.project.steps)
    steps[number] = replace(steps[number], **changes)  # type: ignore[arg-type]
    return replace(context.project, steps=tuple(steps))


def check_steps(context: CheckContext) -> Iterator[Finding]:
    """Steps that name what is not listed, and pieces that no step uses."""
    project = context.project
    names = {piece.name for piece in project.pieces}
    listed = {use.supply for use in project.taken}
    for number, step in enumerate(project.steps):
        where = message("place.step", number=number + 1)
        for name in step.pieces:
            if name not in names:
                less = tuple(p for p in step.pieces if p != name)
                yield Finding(
                    Level.ERROR, message("step-without-piece", piece=name), where, None,
                    Fix(message("fix-step.remove", piece=name), _step(context, number, pieces=less)),
                )  # fmt: skip
        for supply in step.supplies:
            if supply not in listed:
                called = context.supply_name(supply)
                uses = (*project.supplies, _one(context, supply))
                yield Finding(
                    Level.WARNING, message("supply-not-listed", supply=called), where, None,
                    Fix(message("fix-step.supply", supply=called), replace(project, supplies=uses)),
                )  # fmt: skip
        if step.tool and step.tool not in project.tools:
            tools = (*project.tools, step.tool)
            yield Finding(
                Level.WARNING, message("tool-not-listed", tool=step.tool), where, None,
                Fix(message("fix-step.tool", tool=step.tool), replace(project, tools=tools)),
            )  # fmt: skip
        called_for = cautions_for(step.tool, *(context.supply_name(s) for s in step.supplies))
        for caution in called_for:
            if caution not in step.cautions:
                yield Finding(
                    Level.NOTE, message("caution-offered", caution=caution), where, None,
                    Fix(message("fix-caution"), _step(context, number, cautions=(*step.cautions, caution))),
                )  # fmt: skip
    yield from _unused(context)


def _one(context: CheckContext, supply: str) -> SupplyUse:
    known = next((s for s in context.supplies if s.id == supply), None)
    if known is not None and known.unit is SupplyUnit.LENGTH:
        return SupplyUse(supply, length=inches(12))
    return SupplyUse(supply, count=Decimal(1))


def _unused(context: CheckContext) -> Iterator[Finding]:
    """Only where steps name pieces or supplies at all is one that they do not name worth a note."""
    project = context.project
    last = len(project.steps) - 1
    used = {name for step in project.steps for name in step.pieces}
    # What comes out of a die is used, and the die's own line is only where it comes out of.
    dies = from_dies(project.pieces)
    for index, piece in enumerate(project.pieces):
        if used and piece.name not in used and piece.per_kit and piece.name not in dies:
            more = (*project.steps[last].pieces, piece.name)
            yield Finding(
                Level.WARNING, message("piece-in-no-step"), of_named(piece.name), index,
                Fix(message("fix-step.use", number=last + 1), _step(context, last, pieces=more)),
            )  # fmt: skip
    taken = {supply for step in project.steps for supply in step.supplies}
    for use in project.supplies:
        if taken and use.supply not in taken:
            more = (*project.steps[last].supplies, use.supply)
            called = context.supply_name(use.supply)
            yield Finding(
                Level.WARNING, message("supply-in-no-step"), of_named(called), None,
                Fix(message("fix-step.use", number=last + 1), _step(context, last, supplies=more)),
            )  # fmt: skip


def check_supplies(context: CheckContext) -> Iterator[Finding]:
    """Ribbon too short for what it goes around and its bow; a thing counted twice."""
    yield from _counted_twice(context)
    for number, use in enumerate(context.project.supplies):
        if use.length is None or use.girth is None:
            continue
        wanted = use.girth + (use.bow or 0)
        if use.cut_length >= wanted:
            continue
        unit = INCH if context.units == "in" else CENTIMETRE
        fixed = Length(-(-wanted // unit) * unit)
        uses = list(context.project.supplies)
        uses[number] = replace(use, length=Length(fixed * use.cuts))
        called = context.supply_name(use.supply)
        yield Finding(
            Level.ERROR,
            message(
                "ribbon-too-short",
                length=Measured(use.cut_length),
                girth=Measured(use.girth),
                bow=Measured(use.bow or 0),
                needed=Measured(wanted),
            ),
            of_named(called),
            None,
            Fix(
                message("fix-ribbon", length=Measured(fixed)), replace(context.project, supplies=tuple(uses))
            ),
        )


def _counted_twice(context: CheckContext) -> Iterator[Finding]:
    project = context.project
    for use in project.supplies:
        inside = sum(content.count for content in project.contents if content.supply == use.supply)
        if inside and use.count:
            rest = tuple(other for other in project.supplies if other is not use)
            called = context.supply_name(use.supply)
            listed = use.count.normalize() + 0
            said = message("counted-twice", supply=called, inside=inside, listed=listed)
            fix = Fix(message("fix-counted-once"), replace(project, supplies=rest))
            yield Finding(Level.WARNING, said, of_named(called), None, fix)
