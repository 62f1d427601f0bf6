"""Files handed to the browser, named after what they are of."""

from __future__ import annotations

import re

from django.http import HttpResponse

__all__ = ["SPREADSHEET", "download"]

SPREADSHEET = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def download(name: str, kind: str, content: str | bytes, content_type: str) -> HttpResponse:
    """A file ``name.kind``, the name in plain letters."""
    stem = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "file"
    disposition = f'attachment; filename="{stem}.{kind}"'
    return HttpResponse(content, content_type=content_type, headers={"Content-Disposition": disposition})
