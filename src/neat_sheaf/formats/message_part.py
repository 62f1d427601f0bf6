"""Messages as a plan file keeps them: the key, and its parameters by kind."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from decimal import Decimal
from enum import StrEnum
from typing import Any, cast

from neat_sheaf.checks import Level
from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.habits import LidFeel
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Amount, Boxed, Measured, Message, Param, Several, Sized
from neat_sheaf.project import FitKind, Portion
from neat_sheaf.project.assembly import Caution

__all__ = ["fault_documents", "message_document", "read_faults", "read_message"]

# The words that a message may hold as a parameter, by the name of what they are.
_ENUMS: dict[str, type[StrEnum]] = {
    kind.__name__: kind for kind in (Caution, FitKind, Level, LidFeel, Portion, Side)
}
_DEEPEST = 4


def message_document(message: Message) -> dict[str, Any]:
    """A message as JSON values that ``read_message`` reads back; lengths in whole nm."""
    return {"key": message.key, "params": {name: _param(param) for name, param in message.params.items()}}


def _param(param: Param) -> Any:
    if isinstance(param, Measured):
        return {"nm": param.nm}
    if isinstance(param, Sized):
        return {"size_nm": [param.width, param.height]}
    if isinstance(param, Boxed):
        return {"box_nm": list(param)}
    if isinstance(param, Amount):
        return {"amount": str(param.value), "currency": param.currency}
    if isinstance(param, Several):
        return {"several": [_param(item) for item in param.items], "joined": param.joined}
    if isinstance(param, Message):
        return message_document(param)
    if isinstance(param, StrEnum):
        return {"word": param.value, "of": type(param).__name__}
    return {"number": str(param)} if isinstance(param, Decimal) else param


def read_message(node: JsonValue, depth: int = 0) -> Message:
    """A message as it was kept."""
    node.object(["key"], ["params"])
    none: Mapping[str, Param] = {}
    params = node.take("params", lambda n: _read_params(n, depth), none)
    return Message(node.key("key").text(), params)


def _read_params(node: JsonValue, depth: int) -> Mapping[str, Param]:
    if not isinstance(node.value, dict):
        raise node.fault("not-an-object", found=node.kind)
    return {str(name): _read_param(node.key(name), depth) for name in node.value}


def _read_param(node: JsonValue, depth: int) -> Param:
    value = node.value
    if isinstance(value, str) or (isinstance(value, int) and not isinstance(value, bool)):
        return value
    if not isinstance(value, dict) or depth > _DEEPEST:
        raise node.fault("not-a-parameter")
    if "nm" in value:
        return Measured(node.key("nm").nanometres())
    if "size_nm" in value:
        sides = node.list_at("size_nm", JsonValue.nanometres, 2)
        if len(sides) == 2:
            return Sized(*sides)
    elif "box_nm" in value:
        box = node.list_at("box_nm", JsonValue.nanometres, 3)
        if len(box) == 3:
            return Boxed(*box)
    elif "amount" in value:
        return Amount(node.key("amount").amount(), node.key("currency").text())
    elif "several" in value:
        joined = node.take("joined", JsonValue.text, "list")
        items = node.list_at("several", lambda n: _read_param(n, depth + 1))
        return Several(items, cast(Any, joined))
    elif "key" in value:
        return read_message(node, depth + 1)
    elif "word" in value and (kind := _ENUMS.get(str(value.get("of")))) is not None:
        return node.key("word").choice(kind)
    elif "number" in value:
        return node.key("number").amount()
    raise node.fault("not-a-parameter")


def fault_documents(faults: Iterable[Fault]) -> list[dict[str, Any]]:
    """Faults as JSON values that ``read_faults`` reads back: the path and the message of each."""
    return [{"path": one.path, "message": message_document(one.message)} for one in faults]


def read_faults(documents: list[dict[str, Any]]) -> list[Fault]:
    """Faults as they were kept."""
    rows = JsonValue(documents, "", "mm", [])
    return list(rows.items(lambda one: Fault(str(one.value["path"]), read_message(one.key("message")))))
