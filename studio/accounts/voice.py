"""The voice of a studio: its unit of length, the numbers of its place, the language of the page."""

from __future__ import annotations

from django.http import HttpRequest

from neat_sheaf.measure.length import Unit
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import member_of
from studio.common.voices import WORDS, language_of, plain_voice

__all__ = ["voice_for", "voice_of"]


def voice_of(studio: Studio, language: str = "en", units: Unit | None = None) -> Voice:
    """How a studio is spoken to; ``units`` where a document is written in another than the studio's."""
    return Voice(units or studio.measure, studio.place, language, (WORDS,))


def voice_for(request: HttpRequest, units: Unit | None = None) -> Voice:
    """How whoever asks is spoken to: as their studio is, a stranger plainly."""
    member = member_of(request)
    if member is None:
        return plain_voice(request)
    return voice_of(member.studio, language_of(request), units)
