"""Photographs: what is sent is opened as a picture and made again, so that nothing else of it is kept.

No place, no maker's notes and no markup that came with the file is in ours.
"""

from __future__ import annotations

import io
import subprocess
import sys
import warnings

from django.conf import settings
from PIL import Image

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.common.places import one_at_a_time
from studio.cupboard.shrinking import NOT_A_PICTURE

__all__ = ["as_we_make_them", "remade"]

_SIDE = 480  # pixels of the longer side
_END = b"\xff\xd9"  # of a JPEG
_LARGEST_SIDE = 1_600  # of any that we make
_COLOUR = len("#rrggbb")
_SECONDS = 30
_PLACE = 7_201_955  # of the advisory locks of the database, a number of our own


def remade(content: bytes, side: int = _SIDE) -> tuple[bytes, str]:
    """A picture as a JPEG, upright, its longer side so many pixels at most; and its mean colour, ``#rrggbb``.

    FileError for what is no picture of these kinds, or one of too many pixels to be opened. It is done in a
    process of its own, with an end of time and memory, and one at a time on the whole server.
    """
    with one_at_a_time(_PLACE):
        try:
            done = subprocess.run(  # noqa: S603 - our own program, and a number
                [sys.executable, "-m", "studio.cupboard.shrinking", str(side)],
                input=content, capture_output=True, check=False, timeout=_SECONDS, cwd=settings.ROOT,
            )  # fmt: skip
        except subprocess.TimeoutExpired as error:
            raise FileError([fault("content", "too-many-pixels")]) from error
    if done.returncode:
        # A process that was ended for its memory is of a picture with too many of them.
        code = "not-a-picture" if done.returncode == NOT_A_PICTURE else "too-many-pixels"
        raise FileError([fault("content", code)])
    return done.stdout[_COLOUR:], done.stdout[:_COLOUR].decode()


def as_we_make_them(content: bytes) -> bool:
    """Whether a file is a JPEG as ``remade`` gives it: nothing of a camera is in it, and it is no larger."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(content), formats=("JPEG",)) as kept:
                beside = {name for name, _ in getattr(kept, "applist", [])}
                return max(kept.size) <= _LARGEST_SIDE and beside <= {"APP0"} and content.endswith(_END)
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombWarning, Image.DecompressionBombError):
        return False
