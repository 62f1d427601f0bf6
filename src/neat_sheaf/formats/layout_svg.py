"""A layout as SVG at true size: pieces, kept offcuts, waste and numbered cuts in layers of those names."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from neat_sheaf.plain_text import printable

__all__ = ["layout_drawing", "write_layout_svg"]

_FACE = "Source Sans 3 Variable, sans-serif"


def write_layout_svg(layout: Mapping[str, Any], size_words: Callable[[float, float], str]) -> str:
    """One layout of a plan file as the text of an SVG file; a millimetre on it is a millimetre.

    ``size_words`` says a width and height (mm), for the offcuts that are kept.
    """
    width, height = layout["stock"]["width"], layout["stock"]["height"]
    title = f"Layout {layout['letter']}"
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        f'<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="{_n(width)}mm" '
        f'height="{_n(height)}mm" viewBox="0 0 {_n(width)} {_n(height)}">\n'
        f"<title>{escape(printable(title))}</title>\n{layout_drawing(layout, size_words)}</svg>\n"
    )


def layout_drawing(
    layout: Mapping[str, Any],
    size_words: Callable[[float, float], str],
    scale: float = 1,
    letters: Mapping[str, str] | None = None,
) -> str:
    """The layers as SVG groups, in mm with y downwards.

    Strokes and letters are ``scale`` times as large, for a drawing that is shown 1 : ``scale``.
    A piece whose name finds no room is marked by its letter, where ``letters`` has one.
    """
    width, height = layout["stock"]["width"], layout["stock"]["height"]

    def box(of: Mapping[str, Any], **more: str) -> str:
        extra = "".join(
            f" {name.replace('_', '-')}={quoteattr(printable(value))}" for name, value in more.items()
        )
        y = height - of["y"] - of["height"]
        size = f'width="{_n(of["width"])}" height="{_n(of["height"])}"'
        return f'<rect x="{_n(of["x"])}" y="{_n(y)}" {size}{extra}/>'

    def words(of: Mapping[str, Any], text: str) -> str:
        """A text in the middle of a rectangle, upright or along it, or left out where there is no room."""
        size = 3.6 * scale
        long = 0.52 * size * len(text)
        x, y = of["x"] + of["width"] / 2, height - of["y"] - of["height"] / 2
        across = long <= of["width"] - scale and size * 1.2 <= of["height"]
        up = long <= of["height"] - scale and size * 1.2 <= of["width"]
        if not across and not up:
            return ""
        turn = "" if across else f' transform="rotate(-90 {_n(x)} {_n(y)})"'
        return (
            f'<text x="{_n(x)}" y="{_n(y + size * 0.34)}" font-size="{size:g}" text-anchor="middle" '
            f'font-family="{_FACE}" fill="#000" stroke="none"{turn}>{escape(printable(text))}</text>'
        )

    pieces = [
        element
        for p in layout["placements"]
        for element in (box(p), words(p, p["piece"]) or words(p, (letters or {}).get(p["piece"], "")))
        if element
    ]
    kept = [
        element
        for o in layout["offcuts"]
        if o["kept"]
        for element in (
            box(o, stroke_dasharray=f"{scale:g} {1.4 * scale:g}"),
            words(o, f"keep {size_words(o['width'], o['height'])}"),
        )
        if element
    ]
    waste = [hatch for o in layout["offcuts"] if not o["kept"] for hatch in _hatched(o, height, scale)]
    cuts = [mark for n, cut in enumerate(layout["cuts"], 1) for mark in _cut(cut, n, height, scale)]
    sheet = [box({"x": 0, "y": 0, "width": width, "height": height})]
    thin, thick = 0.2 * scale, 0.5 * scale
    return (
        '<g fill="none" stroke="#000">\n'
        + _layer("waste", waste, thin, "#999")
        + _layer("offcut", kept, thin, "#000")
        + _layer("piece", pieces, thin, "#000")
        + _layer("cut", cuts, thick, "#000")
        + _layer("sheet", sheet, thick, "#000")
        + "</g>\n"
    )


def _layer(name: str, elements: Iterable[str], stroke: float, colour: str) -> str:
    body = "".join(f"{element}\n" for element in elements)
    return (
        f'<g class="{name}" stroke="{colour}" stroke-width="{stroke:g}">\n<title>{name}</title>\n{body}</g>\n'
    )


def _n(value: float) -> str:
    text = f"{value:.6f}".rstrip("0").rstrip(".")
    return text if text not in ("", "-0") else "0"


def _hatched(of: Mapping[str, Any], height: float, scale: float) -> Iterable[str]:
    """Lines at 45 degrees across a rectangle."""
    x, y, w, h = of["x"], height - of["y"] - of["height"], of["width"], of["height"]
    step = 3 * scale
    count = int((w + h) / step)
    for n in range(1, count + 1):
        along = n * step
        start = (x + along, y) if along <= w else (x + w, y + along - w)
        end = (x, y + along) if along <= h else (x + along - h, y + h)
        yield f'<path d="M{_n(start[0])} {_n(start[1])} L{_n(end[0])} {_n(end[1])}"/>'


def _cut(cut: Mapping[str, Any], number: int, height: float, scale: float) -> Iterable[str]:
    of, at = cut["of"], cut["setting"]
    left, bottom = of["x"], height - of["y"]
    top = bottom - of["height"]
    radius = 2.0 * scale
    if cut["across"] == "width":
        yield f'<path d="M{_n(left + at)} {_n(top)} V{_n(bottom)}"/>'
        x, y = left + at, top + 1.2 * radius
    else:
        yield f'<path d="M{_n(left)} {_n(bottom - at)} H{_n(left + of["width"])}"/>'
        x, y = left + 1.2 * radius, bottom - at
    yield f'<circle cx="{_n(x)}" cy="{_n(y)}" r="{radius:g}" fill="#fff" stroke-width="{0.25 * scale:g}"/>'
    yield (
        f'<text x="{_n(x)}" y="{_n(y + 1.0 * scale)}" font-size="{2.9 * scale:g}" text-anchor="middle" '
        f'font-family="{_FACE}" font-weight="700" fill="#000" stroke="none">{number}</text>'
    )
