"""Watching a search: what it has so far, how long it may go on, and how it is stopped."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass

from neat_sheaf.errors import NeatSheafError

__all__ = ["CancelledError", "Progress", "Watch"]

# From memory: as long as a person waits for a hard job before a good plan is better than the best.
USUAL_SECONDS = 20.0


class CancelledError(NeatSheafError):
    """The person stopped the planning before there was a plan."""

    code = "cancelled"


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a search is: the fewest sheets it holds a plan for (None: no plan yet) and the bound."""

    sheets: int | None
    at_least: int


class Watch:
    """A time budget in seconds from now, someone who is told of progress, and a way to cancel.

    ``cancelled`` is asked between steps of some hundredths of a second; where it says True the
    search ends with CancelledError. When the time is over, or ``enough`` is called (from another
    thread), it ends with the best plan it holds.
    """

    def __init__(
        self,
        seconds: float = USUAL_SECONDS,
        tell: Callable[[Progress], None] | None = None,
        cancelled: Callable[[], bool] | None = None,
    ) -> None:
        self._end = time.monotonic() + seconds
        self._tell = tell
        self._cancelled = cancelled

    def enough(self) -> None:
        """End the search soon, with the best plan it holds."""
        self._end = time.monotonic()

    @property
    def left(self) -> float:
        """Seconds left, never negative."""
        return max(0.0, self._end - time.monotonic())

    def over(self) -> bool:
        """Whether the time is over. Raises CancelledError."""
        if self._cancelled is not None and self._cancelled():
            raise CancelledError("planning was stopped")
        return self.left <= 0

    def goes_on(self, sheets: int | None, at_least: int) -> bool:
        """Tell the progress; False when the time is over. Raises CancelledError."""
        over = self.over()
        if self._tell is not None:
            self._tell(Progress(sheets, at_least))
        return not over
