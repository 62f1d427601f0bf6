"""The cut guide, set as PDF: every layout drawn, then the order of cutting to tick off."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from django.utils.safestring import mark_safe

from neat_sheaf.cutting.hands import AtSetting
from neat_sheaf.cutting.order import Becomes, Stroke
from neat_sheaf.cutting.plan import PaperPlan, SheetLayout, SheetPlan
from neat_sheaf.formats.layout_svg import layout_drawing
from neat_sheaf.formats.reading import FileError
from neat_sheaf.measure.length import MILLIMETRE, Length, write_length
from neat_sheaf.measure.lettering import letter_of
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Sized, several
from neat_sheaf.pinned import Round
from neat_sheaf.wording import Voice
from studio.classes.models import KitClass
from studio.common.pages import PageSize, fractions, printed
from studio.projects.versions import version_of

__all__ = ["cut_guide"]

# The room for one drawing, mm.
_PLACE = (84.0, 88.0)


@dataclass(frozen=True)
class _Guide:
    """What every part of the guide is written with: names of papers by id, letters of pieces by name."""

    voice: Voice
    papers: Mapping[str, str]
    letters: Mapping[str, str]
    scale: float


def _names(kit_class: KitClass) -> list[str]:
    """The pieces of its list in order; those of the project where its version is no more."""
    try:
        return [piece.name for piece in version_of(kit_class.project, kit_class.listed).pieces]
    except FileError:
        return list(kit_class.project.pieces.order_by("position").values_list("name", flat=True))


def cut_guide(
    kit_class: KitClass, rounds: Sequence[Round], names: Mapping[str, str], paper: PageSize, voice: Voice
) -> bytes:
    """The guide of a plan or of what is pinned, as PDF bytes. ``names`` of papers by id."""
    letters = {name: letter_of(number) for number, name in enumerate(_names(kit_class))}
    guide = _Guide(voice, names, letters, _scale(rounds))
    orders = [one.sheets.cutting for one in rounds]
    return printed(
        "cut_guide.html",
        paper,
        voice,
        {
            "kit_class": kit_class,
            "running_title": _running_title(kit_class, voice),
            "date": voice.date(kit_class.date) if kit_class.date else "",
            "scale": voice.number(Decimal(f"{guide.scale:g}")),
            "sheets": sum(one.sheets.sheets for one in rounds),
            "settings": sum(order.settings for order in orders),
            "strokes": sum(order.strokes for order in orders),
            "minutes": sum(order.minutes for order in orders),
            "papers": [_paper(row, guide) for one in rounds for row in one.sheets.papers],
            "orders": [_order(one.sheets, guide) for one in rounds],
        },
    )


def _running_title(kit_class: KitClass, voice: Voice) -> str:
    """What every page says at its head: whose guide it is, and for which day."""
    name = voice.say("file-guide", name=kit_class.name)
    return f"{name}, {voice.date(kit_class.date)}" if kit_class.date else name


def _scale(rounds: Sequence[Round]) -> float:
    """The largest scale 1 : n, n in halves, at which every layout fits its place."""
    sizes = [layout.stock for one in rounds for _, layout in one.sheets.layouts]
    wide, high = (MILLIMETRE * side for side in _PLACE)
    most = max((max(s.width / wide, s.height / high) for s in sizes), default=1.0)
    return max(1.0, -(-most * 2 // 1) / 2)


def _paper(row: PaperPlan, guide: _Guide) -> dict[str, Any]:
    alike: dict[str, list[SheetLayout]] = {}
    for layout in row.layouts:
        alike.setdefault(layout.letter, []).append(layout)
    cards = [_card(layouts, guide) for layouts in alike.values()]
    key = "guide.paper-offcuts" if row.offcuts_used else "guide.paper"
    name = guide.papers.get(row.paper, row.paper)
    return {
        "head": guide.voice.say(key, paper=name, sheets=row.sheets, offcuts=row.offcuts_used),
        "pairs": [cards[n : n + 2] for n in range(0, len(cards), 2)],
    }


def _card(layouts: Sequence[SheetLayout], guide: _Guide) -> dict[str, Any]:
    first, voice, scale = layouts[0], guide.voice, guide.scale
    stock = first.stock
    wide, high = stock.width / MILLIMETRE, stock.height / MILLIMETRE
    size = voice.size(stock.width, stock.height)
    each = Counter(place.piece for place in first.placements)
    drawing = layout_drawing(
        first, lambda w, h: voice.say("layout-keep", size=Sized(w, h)), scale, guide.letters
    )
    return {
        "head": voice.say("guide.layout", letter=first.letter, times=sum(layout.times for layout in layouts)),
        "size": fractions(size if stock.is_sheet else voice.say("guide.offcut", size=size)),
        "pieces": [f"{count} × {guide.letters.get(piece, '')} {piece}" for piece, count in each.items()],
        "width": f"{wide / scale + 1:.4f}mm",
        "height": f"{high / scale + 1:.4f}mm",
        "box": f"{-0.5 * scale} {-0.5 * scale} {wide + scale} {high + scale}",
        "drawing": mark_safe(drawing),  # noqa: S308 - our own SVG, its text escaped
    }


def _order(sheets: SheetPlan, guide: _Guide) -> list[dict[str, Any]]:
    return [
        {
            "setting": fractions(write_length(Length(batch.setting), guide.voice.units)),
            "squaring": batch.squaring,
            "waiting": _waiting(at, guide),
            "rows": [
                _stroke(stroke, turned, guide)
                for stroke, turned in zip(batch.strokes, at.turned, strict=True)
            ],
        }
        for batch, at in zip(sheets.cutting.batches, sheets.hands, strict=True)
    ]


def _waiting(at: AtSetting[str], guide: _Guide) -> str:
    voice = guide.voice
    piles = [
        voice.say("guide-pile", count=pile.count, size=voice.size(pile.width, pile.height))
        for pile in at.waiting
    ]
    return fractions(voice.say("guide-waiting", piles=several(piles))) if piles else ""


def _stroke(stroke: Stroke[str], turns: int, guide: _Guide) -> dict[str, Any]:
    voice = guide.voice
    turned = ("turned-" if turns else "") + ("bottom" if stroke.along is Side.HEIGHT else "left")
    letters = ", ".join(dict.fromkeys(part.layout for part in stroke.parts))
    size = Sized(stroke.width, stroke.height)
    return {
        "take": fractions(voice.say("guide-take", count=stroke.count, size=size)),
        "paper": f"{guide.papers.get(stroke.paper, stroke.paper)}, {letters}",
        "how": voice.say(f"guide-how.{turned}-strips", strips=stroke.times)
        if stroke.times > 1
        else voice.say(f"guide-how.{turned}"),
        "gives": _gives(stroke, voice),
        "strokes": stroke.strokes,
    }


def _gives(stroke: Stroke[str], voice: Voice) -> str:
    if stroke.gives:
        how = "strip" if stroke.strip is Becomes.STRIP else "pieces"
        gives = voice.say(f"guide-gives.{how}", pieces=several(stroke.gives, "or"))
    else:
        gives = voice.say("guide-gives.waste" if stroke.strip is Becomes.WASTE else "guide-gives.part")
    if stroke.rest_gives:
        how = "and-strip" if stroke.rest is Becomes.STRIP else "and-rest"
        return voice.say(f"guide-gives.{how}", gives=gives, piece=stroke.rest_gives)
    return gives
