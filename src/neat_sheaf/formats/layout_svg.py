"""A layout as SVG at true size: pieces, kept offcuts, waste and numbered cuts in layers of those names."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from xml.sax.saxutils import escape, quoteattr

from neat_sheaf.cutting.plan import SheetLayout
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Cut, Region
from neat_sheaf.plain_text import printable

__all__ = ["layout_drawing", "write_layout_svg"]

_FACE = "Source Sans 3 Variable, sans-serif"


def write_layout_svg(layout: SheetLayout, title: str, keep_words: Callable[[int, int], str]) -> str:
    """One layout as the text of an SVG file; a millimetre on it is a millimetre.

    ``keep_words`` words an offcut that is kept, by its width and height (nm).
    """
    width, height = _mm(layout.stock.width), _mm(layout.stock.height)
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        f'<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="{_n(width)}mm" '
        f'height="{_n(height)}mm" viewBox="0 0 {_n(width)} {_n(height)}">\n'
        f"<title>{escape(printable(title))}</title>\n{layout_drawing(layout, keep_words)}</svg>\n"
    )


def layout_drawing(
    layout: SheetLayout,
    keep_words: Callable[[int, int], str],
    scale: float = 1,
    letters: Mapping[str, str] | None = None,
) -> str:
    """The layers as SVG groups, in mm with y downwards.

    Strokes and letters are ``scale`` times as large, for a drawing that is shown 1 : ``scale``.
    A piece whose name finds no room is marked by its letter, where ``letters`` has one.
    """
    height = layout.stock.height

    def box(of: Region, **more: str) -> str:
        extra = "".join(
            f" {name.replace('_', '-')}={quoteattr(printable(value))}" for name, value in more.items()
        )
        y = height - of.y - of.height
        size = f'width="{_n(_mm(of.width))}" height="{_n(_mm(of.height))}"'
        return f'<rect x="{_n(_mm(of.x))}" y="{_n(_mm(y))}" {size}{extra}/>'

    def words(of: Region, text: str) -> str:
        """A text in the middle of a rectangle, upright or along it, or left out where there is no room."""
        size = 3.6 * scale
        long = 0.52 * size * len(text)
        wide, high = _mm(of.width), _mm(of.height)
        x, y = _mm(of.x) + wide / 2, _mm(height - of.y) - high / 2
        across = long <= wide - scale and size * 1.2 <= high
        up = long <= high - scale and size * 1.2 <= wide
        if not across and not up:
            return ""
        turn = "" if across else f' transform="rotate(-90 {_n(x)} {_n(y)})"'
        return (
            f'<text x="{_n(x)}" y="{_n(y + size * 0.34)}" font-size="{size:g}" text-anchor="middle" '
            f'font-family="{_FACE}" fill="#000" stroke="none"{turn}>{escape(printable(text))}</text>'
        )

    pieces = [
        element
        for p in layout.placements
        for element in (
            box(p.region),
            words(p.region, p.piece) or words(p.region, (letters or {}).get(p.piece, "")),
        )
        if element
    ]
    kept = [
        element
        for left in layout.residuals
        if left.kept
        for element in (
            box(left.region, stroke_dasharray=f"{scale:g} {1.4 * scale:g}"),
            words(left.region, keep_words(left.region.width, left.region.height)),
        )
        if element
    ]
    waste = [
        hatch for left in layout.residuals if not left.kept for hatch in _hatched(left.region, height, scale)
    ]
    cuts = [mark for n, cut in enumerate(layout.cuts, 1) for mark in _cut(cut, n, height, scale)]
    sheet = [box(Region(0, 0, layout.stock.width, height))]
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


def _mm(nm: int) -> float:
    return nm / MILLIMETRE


def _hatched(of: Region, height: int, scale: float) -> Iterable[str]:
    """Lines at 45 degrees across a rectangle."""
    x, y, w, h = _mm(of.x), _mm(height - of.y - of.height), _mm(of.width), _mm(of.height)
    step = 3 * scale
    count = int((w + h) / step)
    for n in range(1, count + 1):
        along = n * step
        start = (x + along, y) if along <= w else (x + w, y + along - w)
        end = (x, y + along) if along <= h else (x + along - h, y + h)
        yield f'<path d="M{_n(start[0])} {_n(start[1])} L{_n(end[0])} {_n(end[1])}"/>'


def _cut(cut: Cut, number: int, height: int, scale: float) -> Iterable[str]:
    of, at = cut.of, _mm(cut.setting)
    left, bottom, top = _mm(of.x), _mm(height - of.y), _mm(height - of.y - of.height)
    radius = 2.0 * scale
    if cut.along is Side.WIDTH:
        yield f'<path d="M{_n(left + at)} {_n(top)} V{_n(bottom)}"/>'
        x, y = left + at, top + 1.2 * radius
    else:
        yield f'<path d="M{_n(left)} {_n(bottom - at)} H{_n(_mm(of.x + of.width))}"/>'
        x, y = left + 1.2 * radius, bottom - at
    yield f'<circle cx="{_n(x)}" cy="{_n(y)}" r="{radius:g}" fill="#fff" stroke-width="{0.25 * scale:g}"/>'
    yield (
        f'<text x="{_n(x)}" y="{_n(y + 1.0 * scale)}" font-size="{2.9 * scale:g}" text-anchor="middle" '
        f'font-family="{_FACE}" font-weight="700" fill="#000" stroke="none">{number}</text>'
    )
