"""Watching a search: what it has so far, how much work it may do, and how it is stopped."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

__all__ = ["USUAL_STEPS", "CancelledError", "Progress", "SearchControl"]

# A step is about a millionth of a second on the machine it was measured on. From memory: a person waits
# so long for a hard job before a good plan is better than the best.
USUAL_STEPS = 12_000_000


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
    """How much work a search may do, a listener for its progress, and a means to cancel it.

    Work is counted in steps, never by the clock: a job has the same plan on every machine, however busy
    it is. ``cancelled`` is asked between steps of some hundredths of a second; where it says True the
    search ends with CancelledError. When the work is used up, or ``stop_early`` is called (from another
    thread), it ends with the best plan it holds.
    """

    def __init__(
        self,
        steps: int = USUAL_STEPS,
        on_progress: Callable[[Progress], None] | None = None,
        cancelled: Callable[[], bool] | None = None,
    ) -> None:
        self._left = steps
        self._enough = False
        self._of: SearchControl | None = None
        self._on_progress = on_progress
        self._cancelled = cancelled

    def afresh(self) -> SearchControl:
        """As much work as is usual, for a plan of its own; stopped by the same means."""
        other = SearchControl(on_progress=self._on_progress, cancelled=self._cancelled)
        other._of = self
        return other

    def spend(self, steps: int) -> None:
        """Count work that was done."""
        self._left -= steps

    def stop_early(self) -> None:
        """End the search soon, with the best plan it holds."""
        self._enough = True

    def is_over(self) -> bool:
        """Whether the work is used up, or enough. Raises CancelledError."""
        if self._cancelled is not None and self._cancelled():
            raise CancelledError
        return self._enough or self._left <= 0 or (self._of is not None and self._of._enough)

    def report_progress(self, sheets: int | None, lower_bound: int) -> bool:
        """Tell the progress; False when the work is used up. Raises CancelledError."""
        over = self.is_over()
        if self._on_progress is not None:
            self._on_progress(Progress(sheets, lower_bound))
        return not over
