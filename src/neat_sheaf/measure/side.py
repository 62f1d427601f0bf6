"""The two directions of a piece or a sheet."""

from __future__ import annotations

from enum import StrEnum

__all__ = ["Side"]


class Side(StrEnum):
    """The side a distance is measured along: across the print, or up it."""

    WIDTH = "width"
    HEIGHT = "height"
