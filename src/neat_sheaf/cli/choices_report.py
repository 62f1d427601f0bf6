"""Choices side by side, in words and columns, for a person at a terminal."""

from __future__ import annotations

from neat_sheaf.advice.counting import names_of
from neat_sheaf.advice.from_stock import from_stock
from neat_sheaf.advice.options import compare_options
from neat_sheaf.advice.seats import SeatRow, seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.job import Job
from neat_sheaf.messages import Sized, message, several
from neat_sheaf.wording import Voice, english

__all__ = ["choices_report"]


def choices_report(job: Job, voice: Voice | None = None) -> str:
    """Options of cutting with their prices, other sheet sizes, and where a seat opens a sheet or a pack.

    Raises CannotPlanError where the job cannot be planned.
    """
    voice = voice or english(job.units)
    head = voice.say("report-head.choices", name=job.project.name, kits=job.klass.kits)
    lines = [
        head,
        "",
        *_options(job, voice),
        *_sizes(job, voice),
        "",
        *_seats(job, voice),
        "",
        *_stock(job, voice),
    ]
    return "\n".join(lines) + "\n"


def _options(job: Job, voice: Voice) -> list[str]:
    options = compare_options(job)
    lines = [voice.say("report-head.options")]
    for option in options:
        cutting, mark = option.plan.cutting, "*" if option.chosen else " "
        lines.append(
            f"{mark} {option.name.value:<18}{option.plan.sheets:>6}{cutting.layouts:>8}{cutting.settings:>9}"
            f"{cutting.strokes:>8}{cutting.handling.turn:>6}{cutting.minutes:>5}"
            f"{option.plan.cost.sheets_opened.share:>9} {job.currency}"
        )
    said = (voice.say("report-option", name=option.name.value, why=option.why) for option in options)
    return [*lines, *(f"  {line}" for line in said)]


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


def _stock(job: Job, voice: Voice) -> list[str]:
    found = from_stock(job)
    names = names_of(job)
    how = "kits" if found.lacking else "at-least"
    lines = [voice.say(f"report-stock.{how}", kits=found.kits)]
    if found.lacking:
        short = several(names[bought] for bought in found.lacking)
        lines.append(f"  {voice.say('report-stock.lacking', names=short)}")
    for more in found.more:
        packs = several((names[bought] for bought in more.packs), "and")
        lines.append(f"  {voice.say('report-stock.more', packs=packs, kits=more.kits)}")
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
