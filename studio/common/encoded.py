"""Files that are sent within JSON, in base64."""

from __future__ import annotations

import base64
import binascii

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError

__all__ = ["sent_bytes"]


def sent_bytes(content: str) -> bytes:
    """What was sent in base64 under ``content``. FileError where it is none."""
    try:
        return base64.b64decode(content, validate=True)
    except (binascii.Error, ValueError) as error:  # ValueError: letters that are no ASCII
        raise FileError([fault("content", "not-base64")]) from error
