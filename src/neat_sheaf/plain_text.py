"""Text that can be kept and shown: without the characters that no file, screen or database takes."""

from __future__ import annotations

import unicodedata

__all__ = ["printable", "unwritable"]


def _is_odd(sign: str) -> bool:
    """Control characters other than tabs and line breaks, and halves of a surrogate pair."""
    return sign not in "\t\n\r" and unicodedata.category(sign) in ("Cc", "Cs")


def unwritable(text: str) -> str | None:
    """The first character that cannot be kept, as ``U+0000``; None where there is none."""
    found = next((sign for sign in text if _is_odd(sign)), None)
    return None if found is None else f"U+{ord(found):04X}"


def printable(text: str) -> str:
    """The text with each such character as ``U+0000``, for a terminal or a drawing that would obey it."""
    if text.isprintable():
        return text
    return "".join(f"U+{ord(sign):04X}" if _is_odd(sign) else sign for sign in text)
