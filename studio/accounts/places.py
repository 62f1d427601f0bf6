"""Where a studio is, as far as it decides how numbers, dates and money are written.

The habits of each are CLDR's, as Babel and the browser's Intl have them.
"""

from __future__ import annotations

__all__ = ["DEFAULT_PLACE", "PLACES"]

DEFAULT_PLACE = "en-GB"
PLACES = (
    "en-AU", "en-CA", "en-GB", "en-IE", "en-NZ", "en-US", "en-ZA", "cs-CZ", "da-DK", "de-AT", "de-CH",
    "de-DE", "es-ES", "fi-FI", "fr-BE", "fr-CA", "fr-CH", "fr-FR", "it-IT", "ja-JP", "nb-NO", "nl-BE",
    "nl-NL", "pl-PL", "pt-BR", "pt-PT", "sv-SE",
)  # fmt: skip
