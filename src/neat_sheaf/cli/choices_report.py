"""Choices side by side, in words and columns, for a person at a terminal."""

from __future__ import annotations

from neat_sheaf.advice.seats import SeatRow, seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.advice.styles import advised, compare_styles
from neat_sheaf.job import Job
from neat_sheaf.messages import Sized, message
from neat_sheaf.wording import Voice, english

__all__ = ["choices_report"]


def choices_report(job: Job, voice: Voice | None = None) -> str:
    """Styles with their prices, other sheet sizes, and where a seat opens a sheet or a pack.

    Raises CannotPlanError where the job cannot be planned.
    """
    voice = voice or english(job.units)
    head = voice.say("report-head.choices", name=job.project.name, kits=job.klass.kits)
    lines = [head, "", *_styles(job, voice), *_sizes(job, voice), "", *_seats(job, voice)]
    return "\n".join(lines) + "\n"


def _styles(job: Job, voice: Voice) -> list[str]:
    prices = compare_styles(job)
    lines = [voice.say("report-head.styles")]
    for p in prices:
        minutes = -(-p.seconds // 60)
        lines.append(
            f"  {p.style.value:<15}{p.sheets:>6}{p.layouts:>8}{p.settings:>9}{p.strokes:>8}{minutes:>5}"
            f"{p.opened.share:>9} {job.currency}"
        )
    style, because = advised(prices)
    return [*lines, f"  {voice.say('report-advised', style=style.value, because=because)}"]


def _sizes(job: Job, voice: Voice) -> list[str]:
    lines: list[str] = []
    role = None
    for row in size_advice(job):
        if row.role != role:
            role = row.role
            lines += ["", voice.say("report-head.sizes", role=role)]
        size = Sized(row.width, row.height)
        if row.fails:
            lines.append(f"  {voice.say('report-size.fails', name=row.name, size=size, why=row.fails)}")
            continue
        money = message("report-price.none")
        if row.per_kit is not None:
            money = message("report-price.kit", price=str(row.per_kit), currency=job.currency)
        said = voice.say(
            "report-size.chosen" if row.chosen else "report-size.other",
            name=row.name,
            size=size,
            sheets=row.sheets or 0,
            bound=row.lower_bound,
            price=money,
        )
        lines.append(f"  {said}")
    return lines


def _seats(job: Job, voice: Voice) -> list[str]:
    found = seat_breakpoints(job)
    lines = [voice.say("report-head.seats")]
    before: SeatRow | None = None
    for row in found.rows:
        opens = before is None or row.opened != before.opened or row.packs != before.packs
        if opens:
            said = voice.say(
                "report-seats",
                seats=f"{row.seats:>3}",
                sheets=f"{row.opened:>4}",
                packs=f"{sum(row.packs.values()):>3}",
                cash=str(row.cash),
                currency=job.currency,
            )
            lines.append(f"  {said}")
        before = row
    free = voice.say("report-free", sheets=found.free_of_sheets, packs=found.free_of_packs)
    return [*lines, f"  {free}"]
