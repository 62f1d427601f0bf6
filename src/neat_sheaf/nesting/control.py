"""Watching a search: what it has so far, how long it may go on, and how it is stopped."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

__all__ = ["CancelledError", "Progress", "SearchControl"]

# From memory: as long as a person waits for a hard job before a good plan is better than the best.
USUAL_SECONDS = 20.0


class CancelledError(NeatSheafError):
    """The person stopped the planning before there was a plan."""

    def __init__(self) -> None:
        super().__init__(message("cancelled"))


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a search is: the fewest sheets it holds a plan for (None: no plan yet) and the bound."""

    sheets: int | None
    lower_bound: int


class SearchControl:
    """A time budget in seconds from now, a listener for progress, and a means to cancel.

    ``cancelled`` is asked between steps of some hundredths of a second; where it says True the
    search ends with CancelledError. When the time is over, or ``stop_early`` is called (from another
    thread), it ends with the best plan it holds.
    """

    def __init__(
        self,
        seconds: float = USUAL_SECONDS,
        on_progress: Callable[[Progress], None] | None = None,
        cancelled: Callable[[], bool] | None = None,
    ) -> None:
        self._end = time.monotonic() + seconds
        self._on_progress = on_progress
        self._cancelled = cancelled

    def stop_early(self) -> None:
        """End the search soon, with the best plan it holds."""
        self._end = time.monotonic()

    @property
    def seconds_left(self) -> float:
        """Seconds left, never negative."""
        return max(0.0, self._end - time.monotonic())

    def time_is_up(self) -> bool:
        """Whether the time is over. Raises CancelledError."""
        if self._cancelled is not None and self._cancelled():
            raise CancelledError
        return self.seconds_left <= 0

    def report_progress(self, sheets: int | None, lower_bound: int) -> bool:
        """Tell the progress; False when the time is over. Raises CancelledError."""
        time_is_up = self.time_is_up()
        if self._on_progress is not None:
            self._on_progress(Progress(sheets, lower_bound))
        return not time_is_up
