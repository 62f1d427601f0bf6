"""What a line can be told by: kinds of facts, headings of a section, counts that are of several things."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.lexicon import lexicon

__all__ = ["GEOMETRY", "SIZES", "for_each", "one_of_each", "section_of"]

SIZES = ("size", "square", "circle", "circles", "named", "strip")
GEOMETRY = (
    "score", "scorefrom", "scoreall", "every", "half", "around", "along", "turn", "turnfrom", "bothways",
    "sameother", "samescores", "mountain", "valley", "corners", "hole", "holesat", "window", "ends", "count",
    "counttwice", "counttimes", "diagonal", "leaves", "gate", "punched", "scoredown", "halfto", "across",
)  # fmt: skip


def section_of(bare: str) -> str:
    """The section that a heading begins: "supplies", "steps" or "pieces"; "" for another line."""
    plain = bare.rstrip(":").lower().strip(" #")
    lex = lexicon()
    for section in ("supplies", "steps", "pieces"):
        names = lex.among(f"lines.{section}")
        if any(plain == name or plain.startswith(f"{name} ") or plain.endswith(f" {name}") for name in names):
            return section
    return ""


def for_each(draft: Draft, many: int) -> None:
    """A count below "for 12 kits" may be of them all; ``many``: how many, 0 where that is not said."""
    count = draft.counts[0] if len(draft.counts) == 1 else 1
    if many and count > 1 and count % many == 0:
        draft.counts = [count // many, count]


def one_of_each(drafts: Sequence[Draft]) -> None:
    """ "A pair of mats, 3 x 3 and 2 x 2" is one of each, or two of the first."""
    if len(drafts) < 2:
        return
    first, *others = drafts
    if first.counts == [len(drafts)] and not any(other.name or other.counts for other in others):
        first.counts = [1, len(drafts)]
