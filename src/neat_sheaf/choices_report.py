"""Choices side by side, in words and columns, for a person at a terminal."""

from __future__ import annotations

from neat_sheaf.advice import size_advice
from neat_sheaf.job import Job
from neat_sheaf.length import say_size
from neat_sheaf.seat_steps import SeatRow, seat_steps
from neat_sheaf.styles import advised, compare_styles

__all__ = ["choices_report"]


def choices_report(job: Job) -> str:
    """Styles with their prices, other sheet sizes, and where a seat opens a sheet or a pack.

    Raises CannotPlanError where the job cannot be planned.
    """
    lines = [f"{job.project.name}: {job.klass.kits} kits", "", *_styles(job), *_sizes(job), "", *_seats(job)]
    return "\n".join(lines) + "\n"


def _styles(job: Job) -> list[str]:
    prices = compare_styles(job)
    lines = ["Styles           sheets layouts settings strokes  min   a kit, sheets opened"]
    for p in prices:
        minutes = -(-p.seconds // 60)
        lines.append(
            f"  {p.style.value:<15}{p.sheets:>6}{p.layouts:>8}{p.settings:>9}{p.strokes:>8}{minutes:>5}"
            f"{p.opened.share:>9} {job.currency}"
        )
    style, because = advised(prices)
    return [*lines, f"  Without another reason {style.value}, for {because}."]


def _sizes(job: Job) -> list[str]:
    lines: list[str] = []
    role = None
    for row in size_advice(job):
        if row.role != role:
            role = row.role
            lines += ["", f"Sheet sizes for {role}"]
        size = say_size(row.width, row.height, job.units)
        if row.fails:
            lines.append(f"  {row.name} ({size}): {row.fails}")
            continue
        money = "no price" if row.per_kit is None else f"{row.per_kit} {job.currency} a kit"
        chosen = ", chosen" if row.chosen else ""
        lines.append(f"  {row.name} ({size}): {row.sheets} sheets, at least {row.at_least}, {money}{chosen}")
    return lines


def _seats(job: Job) -> list[str]:
    steps = seat_steps(job)
    lines = ["Seat by seat"]
    before: SeatRow | None = None
    for row in steps.rows:
        opens = before is None or row.opened != before.opened or row.packs != before.packs
        if opens:
            lines.append(
                f"  from {row.seats:>3} seats: {row.opened:>4} sheets, {sum(row.packs.values()):>3} packs, "
                f"{row.cash} {job.currency} to pay"
            )
        before = row
    return [
        *lines,
        f"  Up to {steps.free_of_sheets} seats no sheet more is opened than now, "
        f"up to {steps.free_of_packs} no pack more is bought.",
    ]
