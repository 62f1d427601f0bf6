"""The base of everything that is sent and answered."""

from __future__ import annotations

from typing import Any, Self

import ninja
from pydantic import ModelWrapValidatorHandler, ValidationInfo, model_validator

__all__ = ["Schema"]


class Schema(ninja.Schema):
    """A schema that takes what is JSON already as it is.

    The base reads every value by the attributes of an object, as rows of a table need it; for dictionaries
    that was half the work of a long answer.
    """

    @model_validator(mode="wrap")
    @classmethod
    def _run_root_validator(
        cls, values: Any, handler: ModelWrapValidatorHandler[Self], info: ValidationInfo
    ) -> Any:
        if isinstance(values, cls):
            return values
        if type(values) is dict:
            return handler(values)
        return handler(ninja.schema.DjangoGetter(values, cls, info.context))
