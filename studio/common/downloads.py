"""Files handed to the browser, named after what they are of, and what the API says they are."""

from __future__ import annotations

import re
from typing import Annotated

from django.http import HttpResponse
from pydantic import WithJsonSchema

__all__ = [
    "SPREADSHEET",
    "Calendar",
    "Csv",
    "Jpeg",
    "Pdf",
    "Spreadsheet",
    "Svg",
    "TaskFile",
    "download",
]

SPREADSHEET = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def _of(*media: str) -> WithJsonSchema:
    return WithJsonSchema({"type": "string", "format": "binary", "contentMediaType": ", ".join(media)})


# What an endpoint gives in place of JSON: ``response={200: Pdf}``.
Pdf = Annotated[bytes, _of("application/pdf")]
Svg = Annotated[bytes, _of("image/svg+xml")]
Jpeg = Annotated[bytes, _of("image/jpeg")]
Csv = Annotated[bytes, _of("text/csv")]
Spreadsheet = Annotated[bytes, _of(SPREADSHEET)]
Calendar = Annotated[bytes, _of("text/calendar")]
TaskFile = Annotated[bytes, _of("application/pdf", "application/zip")]


def download(name: str, kind: str, content: str | bytes, content_type: str) -> HttpResponse:
    """A file ``name.kind``, the name in plain letters."""
    stem = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "file"
    disposition = f'attachment; filename="{stem}.{kind}"'
    return HttpResponse(content, content_type=content_type, headers={"Content-Disposition": disposition})
