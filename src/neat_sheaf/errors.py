"""What every error of the core has in common."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.messages import Message, Param, message

__all__ = ["CannotPlanError", "Fault", "NeatSheafError", "fault"]


class NeatSheafError(Exception):
    """Base of every error the core raises; ``message`` says what is wrong, ``code`` is stable."""

    def __init__(self, what: Message) -> None:
        super().__init__(str(what))
        self.message = what

    @property
    def code(self) -> str:
        """The message's stable code."""
        return self.message.code


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong with what was given: the path to it, and what is wrong and would be right.

    ``place`` is the path as a person says it, where that is not the path itself.
    """

    path: str
    message: Message
    place: Message | None = None

    @property
    def code(self) -> str:
        """The message's stable code."""
        return self.message.code

    def __str__(self) -> str:
        return f"{self.path}: {self.message}" if self.path else str(self.message)


def fault(path: str, key: str, /, **params: Param) -> Fault:
    """A fault at a path, with the message of a key."""
    return Fault(path, Message(key, params))


class CannotPlanError(NeatSheafError):
    """The job cannot be planned; ``faults`` says what, where, and by how much."""

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__(message("cannot-plan"))
        self.faults = faults

    def __str__(self) -> str:
        return "; ".join(map(str, self.faults))
