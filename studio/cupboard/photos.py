"""Photographs: what is sent is opened as a picture and made again, so that nothing else of it is kept.

No place, no maker's notes and no markup that came with the file is in ours.
"""

from __future__ import annotations

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError

__all__ = ["as_we_make_them", "remade"]

_SIDE = 480  # pixels of the longer side
_END = b"\xff\xd9"  # of a JPEG
_LARGEST_SIDE = 1_600  # of any that we make
_QUALITY = 82
_KINDS = ("JPEG", "PNG", "WEBP")
_MOST_PIXELS = 50_000_000


def remade(content: bytes, side: int = _SIDE) -> tuple[bytes, str]:
    """A picture as a JPEG, upright, its longer side so many pixels at most; and its mean colour, ``#rrggbb``.

    FileError for what is no picture of these kinds, or one of too many pixels to be opened.
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(content), formats=_KINDS) as sent:
                sent.verify()
            with Image.open(io.BytesIO(content), formats=_KINDS) as sent:
                if sent.width * sent.height > _MOST_PIXELS:
                    raise FileError([fault("content", "too-many-pixels")])
                # A JPEG is opened smaller where it can be.
                sent.draft("RGB", (2 * side, 2 * side))
                picture = ImageOps.exif_transpose(sent).convert("RGBA")
    except (UnidentifiedImageError, Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise FileError([fault("content", "not-a-picture")]) from error
    except (OSError, ValueError, SyntaxError, EOFError, ArithmeticError, LookupError, TypeError) as error:
        raise FileError([fault("content", "not-a-picture")]) from error
    picture.thumbnail((side, side))
    ground = Image.new("RGB", picture.size, "white")
    ground.paste(picture, mask=picture.getchannel("A"))
    mean = ground.resize((1, 1), Image.Resampling.BOX).tobytes()
    out = io.BytesIO()
    ground.save(out, "JPEG", quality=_QUALITY, optimize=True)
    return out.getvalue(), f"#{mean.hex()}"


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
