"""A piece at true size to trace, as a PDF: on one page where it fits, else on tiles with marks."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from django.utils.safestring import SafeString, mark_safe

from neat_sheaf.folding import Folded, Form, fold
from neat_sheaf.formats.svg_file import piece_drawing
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.messages import Boxed, Sized
from neat_sheaf.project import Piece
from neat_sheaf.wording import Voice
from studio.common.pages import PageSize, fractions, printed

__all__ = ["printed_template", "tiles_of"]

# What a page has room for apart from its margins and its heading, mm.
_ROOM: dict[PageSize, tuple[int, int]] = {"letter": (194, 234), "a4": (188, 252)}
_MARK = 4  # mm


@dataclass(frozen=True, slots=True)
class Tile:
    """A part of the drawing: where it begins, and its size, mm; ``row`` and ``column`` from 1."""

    column: int
    row: int
    x: Fraction
    y: Fraction
    width: Fraction
    height: Fraction


def tiles_of(width: Fraction, height: Fraction, paper: PageSize) -> list[Tile]:
    """The fewest equal tiles of a drawing on a page, row by row from the top left."""
    room = _ROOM[paper]
    counts = [-(-side // most) for side, most in zip((width, height), room, strict=True)]
    across, down = (max(1, int(count)) for count in counts)
    w, h = width / across, height / down
    return [Tile(c + 1, r + 1, c * w, r * h, w, h) for r in range(down) for c in range(across)]


def printed_template(piece: Piece, paper: PageSize, voice: Voice) -> bytes:
    """The template as PDF bytes; a millimetre on it is a millimetre."""
    width, height = Fraction(piece.width, MILLIMETRE), Fraction(piece.height, MILLIMETRE)
    straight, turned = tiles_of(width, height, paper), tiles_of(height, width, paper)
    turn = len(turned) < len(straight)
    tiles = turned if turn else straight
    drawing = piece_drawing(piece)
    if turn:
        drawing = f'<g transform="translate({float(height):.6f} 0) rotate(90)">{drawing}</g>'
    pages = [_page(tile, drawing, len(tiles)) for tile in tiles]
    return printed(
        "template.html",
        paper,
        voice,
        {
            "title": voice.say("template.title", piece=piece.name),
            "blank": fractions(voice.say("template.blank", size=Sized(piece.width, piece.height))),
            "makes": fractions(_makes(fold(piece), voice)),
            "pages": pages,
            "tiled": len(tiles) > 1,
        },
    )


def _makes(folded: Folded, voice: Voice) -> str:
    if folded.form is None or folded.finished is None:
        return ""
    if folded.form is Form.BY_HAND:
        return voice.say("template.size", size=Boxed(*folded.finished))
    return voice.say("template.makes", form=voice.say(f"form.{folded.form}"), size=Boxed(*folded.finished))


def _page(tile: Tile, drawing: str, count: int) -> dict[str, object]:
    x, y, w, h = (float(value) for value in (tile.x, tile.y, tile.width, tile.height))
    marks = ""
    if count > 1:
        # Crosses on the corners of the tile: they meet where the tiles do.
        for cx in (x, x + w):
            for cy in (y, y + h):
                marks += f"M{cx - _MARK} {cy}H{cx + _MARK}M{cx} {cy - _MARK}V{cy + _MARK}"
    body = f'<g clip-path="url(#t{tile.column}{tile.row})">{drawing}</g>'
    clip = (
        f'<clipPath id="t{tile.column}{tile.row}"><rect x="{x - 0.2}" y="{y - 0.2}" width="{w + 0.4}" '
        f'height="{h + 0.4}"/></clipPath>'
    )
    around = f'<path d="{marks}" stroke="#555" stroke-width="0.2" fill="none"/>' if marks else ""
    text = f"<defs>{clip}</defs>{body}{around}"
    svg: SafeString = mark_safe(text)  # noqa: S308 - our own SVG, its text escaped
    return {
        "name": f"{chr(64 + tile.row)}{tile.column}",
        "width": f"{w + 2 * _MARK:.4f}mm",
        "height": f"{h + 2 * _MARK:.4f}mm",
        "box": f"{x - _MARK:.4f} {y - _MARK:.4f} {w + 2 * _MARK:.4f} {h + 2 * _MARK:.4f}",
        "svg": svg,
    }
