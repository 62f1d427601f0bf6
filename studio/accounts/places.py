"""Where a studio is, as far as it decides how numbers, dates and money are written.

The habits of each are CLDR's, as Babel and the browser's Intl have them.
"""

from __future__ import annotations

from zoneinfo import available_timezones

__all__ = ["DEFAULT_PLACE", "DEFAULT_ZONE", "PLACES", "ZONES", "zone_of"]

DEFAULT_PLACE = "en-GB"
DEFAULT_ZONE = "Europe/London"
PLACES = (
    "en-AU", "en-CA", "en-GB", "en-IE", "en-NZ", "en-US", "en-ZA", "cs-CZ", "da-DK", "de-AT", "de-CH",
    "de-DE", "es-ES", "fi-FI", "fr-BE", "fr-CA", "fr-CH", "fr-FR", "it-IT", "ja-JP", "nb-NO", "nl-BE",
    "nl-NL", "pl-PL", "pt-BR", "pt-PT", "sv-SE",
)  # fmt: skip

# The zone of most of the people of each country, by the time zone database's own names. Common practice.
_ZONES = {
    "AU": "Australia/Sydney", "CA": "America/Toronto", "GB": "Europe/London", "IE": "Europe/Dublin",
    "NZ": "Pacific/Auckland", "US": "America/New_York", "ZA": "Africa/Johannesburg", "CZ": "Europe/Prague",
    "DK": "Europe/Copenhagen", "AT": "Europe/Vienna", "CH": "Europe/Zurich", "DE": "Europe/Berlin",
    "ES": "Europe/Madrid", "FI": "Europe/Helsinki", "BE": "Europe/Brussels", "FR": "Europe/Paris",
    "IT": "Europe/Rome", "JP": "Asia/Tokyo", "NO": "Europe/Oslo", "NL": "Europe/Amsterdam",
    "PL": "Europe/Warsaw", "BR": "America/Sao_Paulo", "PT": "Europe/Lisbon", "SE": "Europe/Stockholm",
}  # fmt: skip

ZONES = ("UTC", *sorted(zone for zone in available_timezones() if "/" in zone and zone[:4] != "Etc/"))
"""Every zone that is named after a place, and the one that is of none."""


def zone_of(place: str) -> str:
    """The time zone to begin with in a place; a country with several has that of most of its people."""
    return _ZONES[place.partition("-")[2]]
