"""What the API says of itself: the framework's description, with files as what they are and every refusal."""

from __future__ import annotations

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

__all__ = ["DescribedAPI"]

_JSON = "application/json"
_REFUSAL = {
    "description": "Any other refusal: a code for programs, words for people.",
    "content": {_JSON: {"schema": {"$ref": "#/components/schemas/Problem"}}},
}


class DescribedAPI(NinjaAPI):
    """An API whose OpenAPI document tells files from JSON.

    The framework describes every answer as JSON, and only the statuses that an endpoint names. A schema with
    a ``contentMediaType`` (JSON Schema, validation vocabulary) is moved to that type here, and what the door
    refuses before any endpoint is asked is the ``default`` of all.
    """

    def get_openapi_schema(self, *args: Any, **given: Any) -> OpenAPISchema:
        """The OpenAPI document."""
        found = super().get_openapi_schema(*args, **given)
        for operations in found["paths"].values():
            for operation in operations.values():
                for answer in operation["responses"].values():
                    _as_file(answer)
                operation["responses"]["default"] = _REFUSAL
        return found


def _as_file(answer: dict[str, Any]) -> None:
    schema = answer.get("content", {}).get(_JSON, {}).get("schema", {})
    media = schema.get("contentMediaType")
    if media:
        said = {"schema": {"type": "string", "format": "binary"}}
        answer["content"] = dict.fromkeys(media.split(", "), said)
