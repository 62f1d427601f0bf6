"""What all that reads the facts of one line has in common."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING

from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.words import is_number

if TYPE_CHECKING:
    from neat_sheaf.reading.telling import Teller, Told

__all__ = ["FILLERS", "POINTING", "SAYS_NOTHING", "STRONG", "FactsOfLine"]

FILLERS = lexicon().among("little.fillers")
STRONG = (".", "!", "?", ";")
# Words before a fact that point to the piece before, or to none.
POINTING = lexicon().among("little.pointing")
# What says nothing of a piece that would have to be kept.
SAYS_NOTHING = (
    "halved",
    "down",
    "ate",
    "soso",
    "countsheet",
    "keepone",
    "overlap",
    "holds",
    "ready",
    "give",
)
# What is said once of several pieces of one size fact, and of two that are named before it.
_OF_ALL = ("paper", "punched", "diecut", "scrap")
_SCORED = ("score", "scorefrom", "scoreall", "half", "every")


class FactsOfLine:
    """One line that is being read, and the pieces that were told before it."""

    def __init__(self, teller: Teller, told: Told) -> None:
        self.t, self.told = teller, told
        self.words = teller.words
        self.facts: list[Fact] = []
        self.group: list[Draft] = []
        """Several pieces of one size fact: "three circles, 1, 3/4 and 1/2"."""
        self.in_name: list[Fact] = []
        self.mat_base: Draft | None = None
        self.score_end = -1
        """Behind a list of distances that ends the last fact; a number there may be one more."""
        self.line_paper = ""
        self.mat_paper = ""
        self.scraps = False

    def _ask(self, draft: Draft, fact: Fact, code: str) -> None:
        """Ask about the words of a fact."""
        text = self.words.written(fact.first, fact.behind)
        self.t.ask(fact.first, fact.behind, code, draft, text=text)

    def _note(self, draft: Draft, fact: Fact) -> None:
        draft.notes.append(self.words.written(fact.first, fact.behind))

    def _find(self, name: str) -> Draft | None:
        """The piece of that name: the one called just so, else the only one with those words in its name."""
        wanted = [word.rstrip("s") for word in name.split() if word not in ("the", "a", "an", "one")]
        if not wanted:
            return None
        found = []
        for draft in reversed(self.t.drafts):
            own = [word.rstrip("s") for word in draft.name.lower().split()]
            if own == wanted:
                return draft
            if set(wanted) <= set(own):
                found.append(draft)
        if not found:
            found = [
                d for d in self.t.drafts if wanted[0] in {word.rstrip("s") for word in d.name.lower().split()}
            ]
        return found[0] if len(found) == 1 else None

    def _plain(self, signs: str) -> str:
        return " ".join(str(self.words.number(w).value) if is_number(w) else w for w in signs.split())

    def _count_in(self, signs: str) -> int | None:
        found = self.t.numbers(signs)
        return found[0].count if found else None

    def _scoring_line(self) -> bool:
        return bool(re.search(r" (?:scores?|scored|crease[sd]?|fold(?:ed|s)?|hinge) ", self.words.signs))

    def _in_brackets(self, fact: Fact) -> bool:
        before = self.words.words[: fact.first]
        return before.count("(") > before.count(")")

    def _names_before(self, fact: Fact) -> bool:
        return any(word.isalpha() and word not in FILLERS for word in self.words.words[: fact.first])

    def _of_both(self, fact: Fact) -> bool:
        """Whether it begins with a word that says it of both pieces of the line."""
        words = self.words.words
        begin = next((n for n in range(fact.first, fact.behind) if words[n] not in FILLERS), fact.first)
        both = words[begin] in lexicon().among("little.all_of_them") and begin + 1 < fact.behind
        return both and words[begin + 1] in lexicon().among("little.scored")

    def _apply(self, draft: Draft, fact: Fact) -> None:
        t = self.t
        t.mark(fact)
        handler = getattr(self, f"_on_{fact.kind}", None)
        if handler is not None:
            group = self.group if draft in self.group and fact.kind in _OF_ALL else [draft]
            if fact.kind in _SCORED and len(self.told.drafts) == 2 and self._of_both(fact):
                group = self.told.drafts  # "a base and a lid, both scored 1 all round"
            for each in group:
                handler(each, fact)
        elif fact.kind not in SAYS_NOTHING:
            # A size that no piece begins with; every other kind of fact has a reader of its own.
            self._ask(draft, fact, "second-size")
