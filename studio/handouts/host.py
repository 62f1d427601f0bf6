"""For those who teach and help: the host's sheet, and a card for every table."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from neat_sheaf.folding.girths import rounded_up
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Measured
from neat_sheaf.preparing.going_wrong import going_wrong
from neat_sheaf.preparing.packing import OnTable, packing_of
from neat_sheaf.preparing.tasks import AtTable, Prepared
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice
from studio.classes.evenings import Preparing
from studio.classes.models import KitClass
from studio.common.pages import PageSize, fractions, printed
from studio.log.models import LogNote

__all__ = ["MOST_TABLES", "cards_pdf", "host_pdf"]

MOST_TABLES = 60
_MOST_NOTES = 12  # of earlier classes, the latest first


def host_pdf(kit_class: KitClass, found: Preparing, tables: int, paper: PageSize, voice: Voice) -> bytes:
    """The host's sheet as PDF bytes: the steps with their times, what each table needs, what goes wrong."""
    job, prepared = found.job, found.prepared
    packing = packing_of(job)
    seats = -(-kit_class.seats // tables)
    return printed(
        "host_sheet.html",
        paper,
        voice,
        {
            "title": voice.say("host.title", name=kit_class.name),
            "kit_class": kit_class,
            "date": voice.date(kit_class.date) if kit_class.date else "",
            "minutes": -(-prepared.table_seconds // 60),
            "unknown": sum(one.seconds is None for one in prepared.table),
            "steps": _timeline(prepared, voice),
            "tables": tables,
            "seats": seats,
            "each": [fractions(_share(one, tables, voice)) for one in packing.table],
            "tools": _tools(prepared.table, voice),
            "before": _tools(prepared.tasks, voice),
            "wrong": [fractions(voice.words(said)) for said in going_wrong(job)],
            "notes": [f"{note.text} ({note.kit_class.name})" for note in _earlier(kit_class)],
            "cautions": [voice.say(f"caution.{caution.value}") for caution in packing.cautions],
            "allergens": ", ".join(packing.allergens),
        },
    )


def _timeline(prepared: Prepared, voice: Voice) -> list[dict[str, Any]]:
    """Each step with the minute it begins at, counted from the beginning of the class."""
    rows = []
    at = Fraction(0)
    for one in prepared.table:
        minutes = Fraction((one.seconds or 0) * one.sharing, 60) + one.waits
        rows.append(
            {
                "from": f"{int(at) // 60}:{int(at) % 60:02}",
                "says": fractions(voice.words(one.says)),
                "tool": "" if one.tool is None else voice.words(one.tool),
                "minutes": "" if one.seconds is None else voice.say("host.minutes", minutes=-(-minutes // 1)),
                "turns": voice.say("host.turns", count=one.sharing) if one.sharing > 1 else "",
            }
        )
        at += minutes
    return rows


def _share(one: OnTable, tables: int, voice: Voice) -> str:
    """What one table needs of something that lies on the tables; never less than its share."""
    key = f"host-each.{one.unit.value}-{'lent' if one.lent else 'used'}"
    part = -(-one.count // tables)
    if one.unit is SupplyUnit.LENGTH:
        return voice.say(key, name=one.name, length=Measured(rounded_up(Length(part), voice.units)))
    return voice.say(key, name=one.name, count=part)


def _tools(rows: Any, voice: Voice) -> list[str]:
    """The tools of tasks or steps, each once, in the order of the work."""
    return list(dict.fromkeys(voice.words(one.tool) for one in rows if one.tool is not None))


def _earlier(kit_class: KitClass) -> list[LogNote]:
    """What went wrong and what is for next time, from earlier classes of the project."""
    rows = LogNote.objects.filter(
        kit_class__project=kit_class.project, kit_class__studio=kit_class.studio, about__in=["wrong", "next"]
    )
    return list(
        rows.exclude(kit_class=kit_class)
        .exclude(text="")
        .select_related("kit_class")
        .order_by("-at")[:_MOST_NOTES]
    )


def cards_pdf(kit_class: KitClass, found: Preparing, tables: int, paper: PageSize, voice: Voice) -> bytes:
    """A card to fold and stand on each table: its number, the steps, the cautions; both sides alike."""
    steps: list[AtTable] = list(found.prepared.table)
    packing = packing_of(found.job)
    context = {
        "title": voice.say("cards.title", name=kit_class.name),
        "kit_class": kit_class,
        "date": voice.date(kit_class.date) if kit_class.date else "",
        "numbers": range(1, tables + 1),
        "alone": tables == 1,
        "steps": [fractions(voice.words(one.says)) for one in steps],
        "small": len(steps) > 8,
        "cautions": [voice.say(f"caution.{caution.value}") for caution in packing.cautions],
        "sides": ("back", "front"),
    }
    return printed("table_cards.html", paper, voice, context)
