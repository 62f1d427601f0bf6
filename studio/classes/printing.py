"""The cut guide, set as PDF: every layout drawn, then the order of cutting to tick off."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.utils.safestring import mark_safe

from neat_sheaf.formats.layout_svg import layout_drawing
from neat_sheaf.measure.length import Unit, millimetres, say_size, write_length
from neat_sheaf.measure.lettering import letter_of
from studio.classes.models import KitClass
from studio.config.pages import PageSize, fractions, printed, ruler

__all__ = ["cut_guide", "say_mm"]

# The room for one drawing, mm.
_PLACE = (84.0, 88.0)

Round = Mapping[str, Any]


def say_mm(units: Unit) -> Any:
    """A way to say a width and height in mm in the studio's units."""
    return lambda width, height: say_size(_nm(width), _nm(height), units)


def _nm(size: float) -> Any:
    return millimetres(repr(size))


def cut_guide(
    kit_class: KitClass, rounds: Sequence[Round], names: Mapping[str, str], paper: PageSize
) -> bytes:
    """The guide of a plan or of what is pinned, as PDF bytes. ``names`` of papers by id."""
    units = kit_class.studio.measure
    scale = _scale(rounds)
    listed = kit_class.project.pieces.order_by("position").values_list("name", flat=True)
    letters = {name: letter_of(number) for number, name in enumerate(listed)}
    sheets = sum(row["sheets"] for one in rounds for row in one["papers"])
    orders = [one["cutting"] for one in rounds]
    return printed(
        "cut_guide.html",
        paper,
        {
            "kit_class": kit_class,
            "units": units,
            "scale": f"{scale:g}",
            "ruler": ruler(units),
            "sheets": sheets,
            "settings": sum(order["settings"] for order in orders),
            "strokes": sum(order["strokes"] for order in orders),
            "minutes": sum(order["minutes"] for order in orders),
            "papers": [_paper(row, names, letters, units, scale) for one in rounds for row in one["papers"]],
            "orders": [_order(order, names, units) for order in orders],
        },
    )


def _scale(rounds: Sequence[Round]) -> float:
    """The largest scale 1 : n, n in halves, at which every layout fits its place."""
    sizes = [lay["stock"] for one in rounds for row in one["papers"] for lay in row["layouts"]]
    most = max((max(s["width"] / _PLACE[0], s["height"] / _PLACE[1]) for s in sizes), default=1.0)
    return max(1.0, -(-most * 2 // 1) / 2)


def _paper(
    row: Mapping[str, Any], names: Mapping[str, str], letters: Mapping[str, str], units: Unit, scale: float
) -> dict[str, Any]:
    alike: dict[str, list[Mapping[str, Any]]] = {}
    for layout in row["layouts"]:
        alike.setdefault(layout["letter"], []).append(layout)
    cards = [_card(layouts, letters, units, scale) for layouts in alike.values()]
    return {
        "name": names.get(row["paper"], row["paper"]),
        "sheets": row["sheets"],
        "offcuts": row["offcuts_used"],
        "pairs": [cards[n : n + 2] for n in range(0, len(cards), 2)],
    }


def _card(
    layouts: Sequence[Mapping[str, Any]], letters: Mapping[str, str], units: Unit, scale: float
) -> dict[str, Any]:
    first = layouts[0]
    stock = first["stock"]
    each: dict[str, int] = {}
    for place in first["placements"]:
        each[place["piece"]] = each.get(place["piece"], 0) + 1
    drawing = layout_drawing(first, say_mm(units), scale, letters)
    return {
        "letter": first["letter"],
        "times": sum(layout["times"] for layout in layouts),
        "size": fractions(say_size(_nm(stock["width"]), _nm(stock["height"]), units)),
        "offcut": stock["kind"] == "offcut",
        "pieces": [f"{count} × {letters.get(piece, '')} {piece}" for piece, count in each.items()],
        "width": f"{stock['width'] / scale + 1:.4f}mm",
        "height": f"{stock['height'] / scale + 1:.4f}mm",
        "box": f"{-0.5 * scale} {-0.5 * scale} {stock['width'] + scale} {stock['height'] + scale}",
        "drawing": mark_safe(drawing),  # noqa: S308 - our own SVG, its text escaped
    }


def _order(order: Mapping[str, Any], names: Mapping[str, str], units: Unit) -> list[dict[str, Any]]:
    return [
        {
            "setting": fractions(write_length(_nm(batch["setting"]), units)),
            "rows": [_stroke(stroke, names, units) for stroke in batch["strokes"]],
        }
        for batch in order["batches"]
    ]


def _stroke(stroke: Mapping[str, Any], names: Mapping[str, str], units: Unit) -> dict[str, Any]:
    gives = " or ".join(stroke["gives"])
    if not gives:
        gives = "waste" if stroke["strip"] == "waste" else "a strip to cut again"
    if stroke["rest_gives"]:
        gives += f"; the rest is {stroke['rest_gives']}"
    letters = ", ".join(dict.fromkeys(part["layout"] for part in stroke["parts"]))
    strips = f", {stroke['times']} strips" if stroke["times"] > 1 else ""
    size = say_size(_nm(stroke["width"]), _nm(stroke["height"]), units)
    return {
        "take": fractions(f"{stroke['count']} of {size}"),
        "paper": f"{names.get(stroke['paper'], stroke['paper'])}, {letters}",
        "how": ("turned a quarter" if stroke["along"] == "height" else "as it lies") + strips,
        "gives": gives,
        "strokes": stroke["strokes"],
    }
