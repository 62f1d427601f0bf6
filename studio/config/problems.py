"""What can go wrong between a person and the studio; ``api`` maps each to its answer."""

from __future__ import annotations

from typing import Any

from ninja import Schema

__all__ = ["FaultOut", "InUse", "Locked", "NotSignedIn", "Problem", "Stale"]


class FaultOut(Schema):
    """One fault: the path inside what was sent, a stable code, and the mend in words."""

    path: str
    code: str
    says: str


class Problem(Schema):
    """Every answer that is not what was asked for."""

    code: str
    says: str
    faults: list[FaultOut] = []
    current: dict[str, Any] | None = None


class NotSignedIn(Exception):  # noqa: N818 - named for what the person sees
    """Name and password do not go together."""


class Locked(Exception):  # noqa: N818
    """Too many sign-in attempts."""


class InUse(Exception):  # noqa: N818
    """Something cannot go because something else needs it; the text says what."""


class Stale(Exception):  # noqa: N818
    """A save based on a version that is no longer the newest; ``current`` is what is there."""

    def __init__(self, what: str, current: dict[str, Any]) -> None:
        super().__init__(what)
        self.what, self.current = what, current
