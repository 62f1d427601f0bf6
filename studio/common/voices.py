"""How the studio's own messages and the core's are put in words: the language asked for, both catalogues."""

from __future__ import annotations

from pathlib import Path

from django.http import HttpRequest

from neat_sheaf.measure.length import Unit
from neat_sheaf.wording import PSEUDO, Voice

__all__ = ["LANGUAGE_COOKIE", "WORDS", "language_of", "plain_voice"]

WORDS = Path(__file__).parent / "words"
"""The folder of the studio's sentences, one file a language."""

LANGUAGE_COOKIE = "language"
_LANGUAGES = ("en", PSEUDO)


def language_of(request: HttpRequest) -> str:
    """The language that the page is shown in; English where it says none, or one that nobody wrote."""
    asked = request.COOKIES.get(LANGUAGE_COOKIE, "")
    return asked if asked in _LANGUAGES else "en"


def plain_voice(request: HttpRequest, units: Unit = "in", place: str = "en-GB") -> Voice:
    """A voice in the language asked for, for a unit and a place."""
    return Voice(units, place, language_of(request), (WORDS,))
