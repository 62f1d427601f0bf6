"""Printed pages: set as PDF with the shipped faces, fractions as fractions, a bar to check the print by."""

from __future__ import annotations

import functools
import html
import re
from base64 import b64encode
from pathlib import Path
from typing import Any, Literal

from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import SafeString, mark_safe
from weasyprint import HTML
from weasyprint.urls import URLFetcher, URLFetcherResponse

from neat_sheaf.wording import Voice

__all__ = ["PageSize", "fractions", "printed", "ruler"]

PageSize = Literal["letter", "a4"]

_PAGES: dict[PageSize, str] = {"letter": "letter", "a4": "A4"}


def printed(template: str, paper: PageSize, voice: Voice, context: dict[str, Any]) -> bytes:
    """A template as PDF bytes on ``letter`` or ``a4``, in the words and units of a voice."""
    own = {
        "page": _PAGES[paper],
        "faces": _faces(),
        "voice": voice,
        "ruler": ruler(voice),
        "page_count": _page_count(voice),
    }
    page = render_to_string(template, {**context, **own})
    pdf: bytes = HTML(string=page, url_fetcher=_nothing_fetched).write_pdf()
    return pdf


def fractions(text: str) -> SafeString:
    """Text with its fractions set as fractions: escaped, and each ``13/16`` in its own span."""
    escaped = html.escape(text)
    set_ = re.sub(r"(\d+/\d+)", r'<span class="frac">\1</span>', escaped)
    return mark_safe(set_)  # noqa: S308 - escaped above; only the span is ours


def ruler(voice: Voice) -> dict[str, object]:
    """A bar at true size to check the print by: 2 in, or 5 cm."""
    if voice.units == "in":
        bar: dict[str, object] = {"width": "50.8mm", "size": "2 in", "parts": 8, "part": "6.35mm"}
    else:
        bar = {"width": "50mm", "size": "5 cm", "parts": 5, "part": "10mm"}
    return {**bar, "note": voice.say("ruler-note", size=str(bar["size"]))}


def _page_count(voice: Voice) -> SafeString:
    """``page 2 of 5`` as the content of a page's margin box, where the numbers are counters."""
    words = voice.say("page-count", page="\0", pages="\1")
    parts = re.split("(\0|\1)", words)
    counters = {"\0": "counter(page)", "\1": "counter(pages)"}
    content = " ".join(counters.get(part) or _quoted(part) for part in parts if part)
    return mark_safe(content)  # noqa: S308 - our own words, quoted for CSS


def _quoted(text: str) -> str:
    """A text as a CSS string."""
    return '"' + text.replace("\\", "\\\\").replace('"', '\\"') + '"'


def _nothing_fetched(url: str) -> URLFetcherResponse:
    """The faces come as data; nothing is fetched from anywhere else."""
    if not url.startswith("data:"):
        raise ValueError(f"nothing is fetched: {url[:60]}")
    return URLFetcher().fetch(url)


_FACES = {
    "Source Sans 3 Variable": "source-sans-3-latin-wght-normal-*.woff2",
    "Bricolage Grotesque Variable": "bricolage-grotesque-latin-wght-normal-*.woff2",
}


@functools.cache
def _faces() -> SafeString:
    """The shipped faces as style rules, from the built front end's own files."""
    rules = []
    for family, pattern in _FACES.items():
        font = next(Path(settings.STATIC_ROOT).glob(f"assets/{pattern}"))
        data = b64encode(font.read_bytes()).decode()
        rules.append(
            f"@font-face {{ font-family: '{family}'; font-weight: 200 900; "
            f"src: url(data:font/woff2;base64,{data}) format('woff2'); }}"
        )
    return mark_safe("\n".join(rules))  # noqa: S308 - our own files
