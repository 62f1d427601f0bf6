"""How far two colours are apart for the eye: CIELAB and the CIEDE2000 difference.

Sources: IEC 61966-2-1 (sRGB to CIE XYZ, D65); CIE 15 (CIELAB); Sharma, Wu & Dalal (2005), Color Research and
Application 30(1), for CIEDE2000. Floats: a colour is judged, and nothing is cut or paid by it.
"""

from __future__ import annotations

import re
from math import atan2, cos, degrees, exp, hypot, radians, sin, sqrt
from typing import NamedTuple

__all__ = ["Lab", "colour_difference", "lab_of"]

_WHITE = (0.95047, 1.0, 1.08883)  # D65


class Lab(NamedTuple):
    """A colour in CIELAB: lightness 0 to 100, and two axes from green to red and from blue to yellow."""

    lightness: float
    a: float
    b: float


_COLOUR = re.compile("#[0-9a-fA-F]{6}")


def lab_of(colour: str) -> Lab:
    """An sRGB colour as ``#rrggbb`` in CIELAB. ValueError for any other text."""
    if _COLOUR.fullmatch(colour) is None:
        raise ValueError(colour)
    red, green, blue = (_linear(int(colour[n : n + 2], 16) / 255) for n in (1, 3, 5))
    x = 0.4124564 * red + 0.3575761 * green + 0.1804375 * blue
    y = 0.2126729 * red + 0.7151522 * green + 0.0721750 * blue
    z = 0.0193339 * red + 0.1191920 * green + 0.9503041 * blue
    fx, fy, fz = (_root(value / white) for value, white in zip((x, y, z), _WHITE, strict=True))
    return Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz))


def _linear(part: float) -> float:
    return part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4


def _root(value: float) -> float:
    return value ** (1 / 3) if value > 216 / 24389 else (24389 / 27 * value + 16) / 116


def colour_difference(one: Lab, other: Lab) -> float:
    """CIEDE2000 with all weights 1; about 1 is just seen side by side, and 10 is another colour."""
    mean = ((hypot(one.a, one.b) + hypot(other.a, other.b)) / 2) ** 7
    stretch = 1 + 0.5 * (1 - sqrt(mean / (mean + 25**7)))
    a1, a2 = one.a * stretch, other.a * stretch
    c1, c2 = hypot(a1, one.b), hypot(a2, other.b)
    h1, h2 = _hue(a1, one.b), _hue(a2, other.b)
    turn = h2 - h1
    if c1 * c2 == 0:
        turn = 0.0
    elif turn > 180:
        turn -= 360
    elif turn < -180:
        turn += 360
    by_lightness, by_chroma = other.lightness - one.lightness, c2 - c1
    by_hue = 2 * sqrt(c1 * c2) * sin(radians(turn / 2))
    lightness, chroma = (one.lightness + other.lightness) / 2, (c1 + c2) / 2
    hue = h1 + h2
    if c1 * c2 != 0:
        hue = hue / 2 if abs(h1 - h2) <= 180 else (hue + 360) / 2 if hue < 360 else (hue - 360) / 2
    t = (
        1 - 0.17 * cos(radians(hue - 30)) + 0.24 * cos(radians(2 * hue))
        + 0.32 * cos(radians(3 * hue + 6)) - 0.20 * cos(radians(4 * hue - 63))
    )  # fmt: skip
    of_lightness = 1 + 0.015 * (lightness - 50) ** 2 / sqrt(20 + (lightness - 50) ** 2)
    of_chroma, of_hue = 1 + 0.045 * chroma, 1 + 0.015 * chroma * t
    around = 30 * exp(-(((hue - 275) / 25) ** 2))
    rotation = -2 * sqrt(chroma**7 / (chroma**7 + 25**7)) * sin(radians(2 * around))
    parts = by_lightness / of_lightness, by_chroma / of_chroma, by_hue / of_hue
    return sqrt(max(0.0, sum(part * part for part in parts) + rotation * parts[1] * parts[2]))


def _hue(a: float, b: float) -> float:
    return degrees(atan2(b, a)) % 360 if a or b else 0.0
