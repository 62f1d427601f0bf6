"""Steps, tools and supplies against the list: nothing used that is not there, nothing forgotten."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from decimal import Decimal

from neat_sheaf.assembly import CAUTION_SAYS, cautions_for
from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.job import SupplyUnit
from neat_sheaf.length import CENTIMETRE, INCH, Length, inches
from neat_sheaf.project import Project, SupplyUse

__all__ = ["check_steps", "check_supplies"]


def _step(table: Table, number: int, **changes: object) -> Project:
    steps = list(table.project.steps)
    steps[number] = replace(steps[number], **changes)  # type: ignore[arg-type]
    return replace(table.project, steps=tuple(steps))


def check_steps(table: Table) -> Iterator[Finding]:
    """Steps that name what is not listed, and pieces that no step uses."""
    project = table.project
    names = {piece.name for piece in project.pieces}
    listed = {use.supply for use in project.supplies}
    for number, step in enumerate(project.steps):
        where = f"step {number + 1}"
        for name in step.pieces:
            if name not in names:
                less = tuple(p for p in step.pieces if p != name)
                yield Finding(
                    Level.ERROR, "step-without-piece", where,
                    f"it needs {name}, which is not on the list", None,
                    Mend(f"take {name} out of the step", _step(table, number, pieces=less)),
                )  # fmt: skip
        for supply in step.supplies:
            if supply not in listed:
                called = table.supply_name(supply)
                uses = (*project.supplies, _one(table, supply))
                yield Finding(
                    Level.WARNING, "supply-not-listed", where,
                    f"it uses {called}, which is not among what a kit takes", None,
                    Mend(f"let a kit take {called}", replace(project, supplies=uses)),
                )  # fmt: skip
        if step.tool and step.tool not in project.tools:
            tools = (*project.tools, step.tool)
            yield Finding(
                Level.WARNING, "tool-not-listed", where, f"it needs a {step.tool}, which nobody listed", None,
                Mend(f"list the {step.tool}", replace(project, tools=tools)),
            )  # fmt: skip
        called_for = cautions_for(step.tool, *(table.supply_name(s) for s in step.supplies))
        for caution in called_for:
            if caution not in step.cautions:
                yield Finding(
                    Level.NOTE, "caution-offered", where, f"a caution belongs here: {CAUTION_SAYS[caution]}",
                    None, Mend("show it", _step(table, number, cautions=(*step.cautions, caution))),
                )  # fmt: skip
    yield from _unused(table)


def _one(table: Table, supply: str) -> SupplyUse:
    known = next((s for s in table.supplies if s.id == supply), None)
    if known is not None and known.unit is SupplyUnit.LENGTH:
        return SupplyUse(supply, length=inches(12))
    return SupplyUse(supply, count=Decimal(1))


def _unused(table: Table) -> Iterator[Finding]:
    """Only where steps name pieces or supplies at all is one that they do not name worth a word."""
    project = table.project
    last = len(project.steps) - 1
    used = {name for step in project.steps for name in step.pieces}
    for index, piece in enumerate(project.pieces):
        if used and piece.name not in used and piece.per_kit:
            more = (*project.steps[last].pieces, piece.name)
            yield Finding(
                Level.WARNING, "piece-in-no-step", piece.name, "no step of the assembly uses it", index,
                Mend(f"use it in step {last + 1}", _step(table, last, pieces=more)),
            )  # fmt: skip
    taken = {supply for step in project.steps for supply in step.supplies}
    for use in project.supplies:
        if taken and use.supply not in taken:
            more = (*project.steps[last].supplies, use.supply)
            called = table.supply_name(use.supply)
            yield Finding(
                Level.WARNING, "supply-in-no-step", called, "a kit takes it, but no step uses it", None,
                Mend(f"use it in step {last + 1}", _step(table, last, supplies=more)),
            )  # fmt: skip


def check_supplies(table: Table) -> Iterator[Finding]:
    """Ribbon too short for what it goes around and its bow."""
    for number, use in enumerate(table.project.supplies):
        if use.length is None or use.girth is None:
            continue
        wanted = use.girth + (use.bow or 0)
        if use.cut_length >= wanted:
            continue
        unit = INCH if table.units == "in" else CENTIMETRE
        mended = Length(-(-wanted // unit) * unit)
        uses = list(table.project.supplies)
        uses[number] = replace(use, length=Length(mended * use.cuts))
        called = table.supply_name(use.supply)
        yield Finding(
            Level.ERROR,
            "ribbon-too-short",
            called,
            f"a length of {table.said(use.cut_length)} is too short to tie: {table.said(use.girth)} around "
            f"and {table.said(use.bow or 0)} for the bow make {table.said(wanted)}",
            None,
            Mend(f"cut it {table.said(mended)}", replace(table.project, supplies=tuple(uses))),
        )
