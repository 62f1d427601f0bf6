"""Long answers: written once, without being read again by the checks of what they were just made as."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from typing import Any

from django.http import HttpResponse
from pydantic import TypeAdapter

from studio.common.schema import Schema

__all__ = ["listed_as"]


@cache
def _adapter(schema: type[Schema]) -> TypeAdapter[Any]:
    return TypeAdapter(list[schema])  # type: ignore[valid-type]


def listed_as(schema: type[Schema], rows: Sequence[Schema]) -> HttpResponse:
    """Rows of a schema as JSON. They are taken as they are: whoever made them answers for their types."""
    return HttpResponse(
        _adapter(schema).dump_json(list(rows)), content_type="application/json; charset=utf-8"
    )
