"""A picture made small and again, in a process of its own: ``python -m studio.cupboard.shrinking SIDE``.

The picture comes on standard input; its mean colour (``#rrggbb``) and then the JPEG go to standard output.
It knows nothing of the studio, so that it starts at once; what a picture takes is given back when it ends.
"""

from __future__ import annotations

import io
import resource
import sys
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

__all__ = ["NOT_A_PICTURE", "TOO_MANY_PIXELS", "shrunk"]

TOO_MANY_PIXELS, NOT_A_PICTURE = 3, 4
"""What it ends with where there is no picture to give."""

_QUALITY = 82
# What a decoder keeps at once for each pixel differs: a JPEG is read smaller where it is stored line by line.
_MOST_PIXELS = {"JPEG": 60_000_000, "PNG": 14_000_000, "WEBP": 9_500_000}
_MOST_PROGRESSIVE = 16_000_000
_AS_THEY_ARE = ("RGB", "RGBA", "L")
_MOST_BYTES = 512 << 20
_SECONDS = 20


class TooManyPixelsError(ValueError):
    """More pixels than are opened."""


def shrunk(content: bytes, side: int) -> bytes:
    """The colour and the JPEG of a picture, upright, its longer side so many pixels at most.

    TooManyPixelsError, or whatever the decoder raises for what is no picture of these kinds.
    """
    if _webp_pixels(content) > _MOST_PIXELS["WEBP"]:
        raise TooManyPixelsError
    with warnings.catch_warnings():
        warnings.simplefilter("ignore", Image.DecompressionBombWarning)
        with Image.open(io.BytesIO(content), formats=tuple(_MOST_PIXELS)) as sent:
            sent.verify()
        with Image.open(io.BytesIO(content), formats=tuple(_MOST_PIXELS)) as sent:
            most = _MOST_PROGRESSIVE if sent.info.get("progressive") else _MOST_PIXELS[str(sent.format)]
            if sent.mode not in _AS_THEY_ARE:
                most = most * 3 // 5  # it is held twice while its colours are changed
            if sent.width * sent.height > most:
                raise TooManyPixelsError
            turned = sent.getexif()
            sent.draft("RGB", (2 * side, 2 * side))
            # Small first, and upright after: nothing is copied in full.
            picture: Image.Image = sent if sent.mode in _AS_THEY_ARE else sent.convert("RGBA")
            picture.thumbnail((side, side))
            picture.getexif().update(turned)
            picture = ImageOps.exif_transpose(picture).convert("RGBA")
    ground = Image.new("RGB", picture.size, "white")
    ground.paste(picture, mask=picture.getchannel("A"))
    mean = ground.resize((1, 1), Image.Resampling.BOX).tobytes()
    out = io.BytesIO()
    ground.save(out, "JPEG", quality=_QUALITY, optimize=True)
    return f"#{mean.hex()}".encode() + out.getvalue()


def _webp_pixels(content: bytes) -> int:
    """The pixels that a WEBP says it has, before anything is made of it; 0 for what is none.

    The decoder keeps all of them once it is opened. Source: RFC 9649, WebP Image Format, section 2.
    """
    if content[:4] != b"RIFF" or content[8:12] != b"WEBP":
        return 0
    kind, at = content[12:16], content[20:30]
    if kind == b"VP8X":
        return (1 + int.from_bytes(at[4:7], "little")) * (1 + int.from_bytes(at[7:10], "little"))
    if kind == b"VP8L":
        bits = int.from_bytes(at[1:5], "little")
        return (1 + (bits & 0x3FFF)) * (1 + (bits >> 14 & 0x3FFF))
    return (int.from_bytes(at[6:8], "little") & 0x3FFF) * (int.from_bytes(at[8:10], "little") & 0x3FFF)


def _main() -> int:
    resource.setrlimit(resource.RLIMIT_AS, (_MOST_BYTES, _MOST_BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (_SECONDS, _SECONDS))
    try:
        found = shrunk(sys.stdin.buffer.read(), int(sys.argv[1]))
    except (TooManyPixelsError, Image.DecompressionBombError, MemoryError):
        return TOO_MANY_PIXELS
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, ArithmeticError,
            LookupError, TypeError):  # fmt: skip
        return NOT_A_PICTURE
    sys.stdout.buffer.write(found)
    return 0


if __name__ == "__main__":
    sys.exit(_main())
