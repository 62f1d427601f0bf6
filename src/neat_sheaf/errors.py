"""What every error of the core has in common."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.plain_text import printable

__all__ = ["Fault", "NeatSheafError"]


class NeatSheafError(Exception):
    """Base of every error the core raises; ``code`` is stable, the prose is not."""

    code: str = "error"


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong with what was given: where, a stable code, and the mend in words."""

    path: str
    code: str
    says: str

    def __str__(self) -> str:
        # What is said may quote a file, and a terminal obeys control characters.
        return printable(f"{self.path}: {self.says}" if self.path else self.says)
