"""What is sent to the API: a key that nothing reads is refused, so that no slip of a name is silent."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar, get_args
from zlib import crc32

from pydantic import ConfigDict, model_validator

from studio.common.schema import Schema

__all__ = ["Save", "Sent", "know_what_is_answered", "state_of"]


class Sent(Schema):
    """A part of a request. Keys that only its answer has (``answers``) may be sent back, and do nothing."""

    model_config = ConfigDict(extra="forbid")
    answers: ClassVar[set[str]] = set()

    @model_validator(mode="before")
    @classmethod
    def _without_answers(cls, values: Any) -> Any:
        if not cls.answers or not isinstance(values, dict):
            return values
        return {key: value for key, value in values.items() if key not in cls.answers}

    def __init_subclass__(cls, **more: Any) -> None:
        super().__init_subclass__(**more)
        cls.answers = set()


class Save(Sent):
    """A save of something that is there; ``version`` is the one it was based on.

    Where that is not the newest any more it is refused, and what is there now is answered (409).
    """

    version: int = 0


def state_of(*said: object) -> int:
    """What is the version of a record that counts none: another number where it says something else."""
    return crc32(repr(said).encode())


def know_what_is_answered(operation: Any) -> None:
    """Let every body of an operation of the API have the keys of its answers."""
    answers = [
        answer
        for status, model in operation.response_models.items()
        # What a refusal says of itself is no key that anybody sends back.
        if str(status).startswith("2") and hasattr(model, "model_fields")
        for field in model.model_fields.values()
        for answer in _schemas(field.annotation)
    ]
    for model in operation.models:
        if model.__ninja_param_source__ == "body":
            for field in model.model_fields.values():
                for sent in _schemas(field.annotation):
                    for answer in answers:
                        _answered_with(sent, answer)


def _answered_with(sent: type[Schema], answer: type[Schema]) -> None:
    """Let what is answered be sent back: its keys, and those of the parts that both have, are known."""
    if not issubclass(sent, Sent):
        return
    names = {field.alias or name for name, field in sent.model_fields.items()} | set(sent.model_fields)
    sent.answers |= set(answer.model_fields) - names
    for name, field in sent.model_fields.items():
        if name in answer.model_fields:
            inner = list(_schemas(field.annotation))
            outer = list(_schemas(answer.model_fields[name].annotation))
            if len(inner) == len(outer) == 1 and inner[0] is not outer[0]:
                _answered_with(inner[0], outer[0])


def _schemas(annotation: Any) -> Iterator[type[Schema]]:
    if isinstance(annotation, type) and issubclass(annotation, Schema):
        yield annotation
    for part in get_args(annotation):
        yield from _schemas(part)
