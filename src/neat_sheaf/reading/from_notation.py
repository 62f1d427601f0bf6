"""Lines with clauses that only the notation has, read by its reader."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace

from neat_sheaf.measure.side import Side
from neat_sheaf.project import Piece
from neat_sheaf.reading.drafts import Draft, ScoreSaid
from neat_sheaf.reading.lexicon import rules_of
from neat_sheaf.reading.line_in_words import LineInWords, Told
from neat_sheaf.reading.notation import Known, ReadLine, read_line
from neat_sheaf.reading.notation.reading import LATER

__all__ = ["NotationLines"]
# "Name: 4 x 5 in; in kraft": the form in which a piece is written.
_STRICT = re.compile(r":\s*[\d./ -]+ x [\d./ -]+ ?(?:in|cm|mm)?\s*;")


@dataclass(slots=True)
class NotationLines(LineInWords):
    """Lines of the notation among the others. ``roles`` and ``names`` are those of the list."""

    roles: tuple[str, ...] = ()
    names: tuple[str, ...] = ()
    drafts: list[Draft] = field(default_factory=list)
    current: Draft | None = None

    def _as_notation(self, told: Told, text: str, sizes: int) -> bool:
        """Take a line as one of the notation: in clauses, or of parts of a whole: "halves, punched"."""
        strict = _STRICT.search(text) is not None
        if not strict and not re.search(rules_of()["notation"]["tries"], text.lower()):
            return False
        read = read_line(text, self.units, Known(self.roles, (*self.names, *(d.name for d in self.drafts))))
        if read.piece is None:
            return False
        asked = any(question.code not in LATER for question in read.questions)
        if asked and sizes > 1:
            return False  # several pieces in a line
        self._of_notation(told, text, read, read.piece)
        if asked:
            begin = told.text.find(text)
            told.drafts[-1].read, told.drafts[-1].line_of_notation = read, ""
            told.questions = [replace(q, start=q.start + begin, end=q.end + begin) for q in read.questions]
        return True

    def _of_notation(self, told: Told, text: str, read: ReadLine, piece: Piece) -> None:
        draft = Draft(told.number, piece.name, piece.width, piece.height, self.units, [piece.per_kit])
        draft.paper = "" if read.carried else piece.paper
        draft.line_of_notation = text
        draft.lines.append(told.number)
        for side in Side:
            at = tuple(line.at for line in piece.scores if line.along is side)
            if at:
                draft.scores.append(ScoreSaid("side", at, side.value))
        self.drafts.append(draft)
        told.drafts.append(draft)
        self.current = draft
        self._mark_all("mark")
