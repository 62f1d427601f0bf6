"""What can go wrong between a person and the studio, and the one shape in which every answer says so."""

from __future__ import annotations

from typing import Any

from neat_sheaf.errors import Fault
from neat_sheaf.messages import Message
from neat_sheaf.wording import Voice
from studio.common.schema import Schema

__all__ = [
    "Busy",
    "FaultOut",
    "MessageOut",
    "Problem",
    "RoleNeeded",
    "Stale",
    "Underway",
    "fault_out",
    "message_out",
    "problem",
]


class FaultOut(Schema):
    """One fault: the path inside what was sent, a stable code, and what would be right, in words."""

    path: str
    code: str
    message: str


class Problem(Schema):
    """Every answer that is not what was asked for: a stable code for programs, words for people."""

    code: str
    message: str
    faults: list[FaultOut] = []
    current: dict[str, Any] | None = None


class MessageOut(Schema):
    """Something that is said: a stable code for programs, words for people."""

    code: str
    message: str


def message_out(said: Message, voice: Voice) -> MessageOut:
    """A message as the API gives it."""
    return MessageOut(code=said.code, message=voice.words(said))


def fault_out(fault: Fault, voice: Voice) -> dict[str, str]:
    """A fault as the API gives it."""
    return {"path": voice.where(fault), "code": fault.code, "message": voice.words(fault.message)}


def problem(code: str, words: str, **more: Any) -> dict[str, Any]:
    """The body of an answer that is a problem."""
    return {"code": code, "message": words, "faults": [], "current": None, **more}


class RoleNeeded(Exception):  # noqa: N818 - named for what the person sees
    """Something that somebody of this role may not do; ``role`` is the one that may."""

    def __init__(self, role: str, mine: str) -> None:
        super().__init__(role)
        self.role, self.mine = role, mine


class Busy(Exception):  # noqa: N818 - named for what the person sees
    """A studio has ``most`` tasks waiting or running already."""

    def __init__(self, most: int) -> None:
        super().__init__(most)
        self.most = most


class Stale(Exception):  # noqa: N818 - named for what the person sees
    """A save based on a version that is no longer the newest; ``current`` is what is there."""

    def __init__(self, what: str | Message, current: dict[str, Any]) -> None:
        super().__init__(str(what))
        self.what, self.current = what, current


class Underway(Exception):  # noqa: N818 - named for what the person sees
    """An answer that the workers compute: it is asked for again."""
