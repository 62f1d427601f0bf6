"""One piece as SVG at true size, its cut, score and hole lines in layers of those names."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from xml.sax.saxutils import escape, quoteattr

from neat_sheaf.plain_text import printable
from neat_sheaf.project import Piece
from neat_sheaf.project.drawing import Drawn, DrawnWindow, Point, drawn

__all__ = ["piece_drawing", "write_svg"]

# The published origami convention (Yoshizawa-Randlett): valley dashed, mountain dash-dot.
_VALLEY, _MOUNTAIN = (2.4, 1.6), (4, 1.2, 0.5, 1.2)
_STROKE = 0.25


def write_svg(piece: Piece) -> str:
    """The piece as the text of an SVG file; a millimetre on it is a millimetre."""
    shape = drawn(piece)
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        f'<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="{_n(shape.width)}mm" '
        f'height="{_n(shape.height)}mm" viewBox="0 0 {_n(shape.width)} {_n(shape.height)}">\n'
        f"<title>{escape(printable(piece.name))}</title>\n{piece_drawing(piece)}</svg>\n"
    )


def piece_drawing(piece: Piece, scale: int = 1) -> str:
    """The layers of a piece as SVG groups, in mm with y downwards.

    Strokes and dashes are ``scale`` times as large, for a drawing that is shown 1 : ``scale``.
    """
    shape = drawn(piece)
    openings = (*shape.windows, *shape.removed)
    name = quoteattr(printable(piece.name))
    style = f'stroke="#000" stroke-width="{_STROKE * scale:g}"'
    layers = [
        _layer("cut", [_path(shape), *_slits(shape), *(_cut_out(shape, box) for box in openings)], style),
        _layer(
            "score",
            [*_segments(shape, "valley", _VALLEY, scale), *_segments(shape, "mountain", _MOUNTAIN, scale)],
            style,
        ),
        _layer("hole", _holes(shape), style),
    ]
    return f'<g aria-label={name} fill="none">\n{"".join(layers)}</g>\n'


def _layer(name: str, elements: Iterable[str], style: str) -> str:
    body = "".join(f"{element}\n" for element in elements)
    return f'<g id="{name}" class="{name}" {style}>\n<title>{name}</title>\n{body}</g>\n'


def _n(value: Fraction) -> str:
    """A number of mm to the nanometre, which is exact for every length there is."""
    text = f"{float(value):.6f}".rstrip("0").rstrip(".")
    return text if text not in ("", "-0") else "0"


def _at(shape: Drawn, point: Point) -> str:
    return f"{_n(point[0])} {_n(shape.height - point[1])}"


def _path(shape: Drawn) -> str:
    steps = []
    for number, step in enumerate(shape.outline):
        if isinstance(step, tuple):
            steps.append(f"{'L' if number else 'M'}{_at(shape, step)}")
        else:
            # Clockwise with y upwards is clockwise on the screen too, where y runs down.
            way = "1" if step.clockwise else "0"
            steps.append(f"A{_n(step.across)} {_n(step.up)} 0 0 {way} {_at(shape, step.end)}")
    return f'<path d="{" ".join(steps)} Z"/>'


def _cut_out(shape: Drawn, box: DrawnWindow) -> str:
    """A window or a removed panel."""
    x, y = box.corner
    if not box.oval:
        top = _n(shape.height - y - box.height)
        return f'<rect x="{_n(x)}" y="{top}" width="{_n(box.width)}" height="{_n(box.height)}"/>'
    across, up = box.width / 2, box.height / 2
    centre = f'cx="{_n(x + across)}" cy="{_n(shape.height - y - up)}"'
    return f'<ellipse {centre} rx="{_n(across)}" ry="{_n(up)}"/>'


def _slits(shape: Drawn) -> list[str]:
    lines = [f'<path d="M{_at(shape, s.start)} L{_at(shape, s.end)}"/>' for s in shape.slits]
    for a, b, c in shape.reliefs:
        lines.append(f'<path d="M{_at(shape, a)} L{_at(shape, c)} L{_at(shape, b)}"/>')
    return lines


def _segments(shape: Drawn, fold: str, pattern: tuple[float, ...], scale: int) -> list[str]:
    dashes = " ".join(f"{length * scale:g}" for length in pattern)
    segments = shape.valleys if fold == "valley" else shape.mountains
    return [
        f'<path class="{fold}" stroke-dasharray="{dashes}" d="M{_at(shape, s.start)} L{_at(shape, s.end)}"/>'
        for s in segments
    ]


def _holes(shape: Drawn) -> list[str]:
    return [
        f'<circle cx="{_n(h.centre[0])}" cy="{_n(shape.height - h.centre[1])}" r="{_n(h.radius)}"/>'
        for h in shape.holes
    ]
