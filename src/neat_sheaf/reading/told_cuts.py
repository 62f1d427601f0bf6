"""What is cut from a piece, and how it is cut, as it is said."""

from __future__ import annotations

import re

from neat_sheaf.reading.drafts import Draft, corners_mark
from neat_sheaf.reading.facts_of_line import FactsOfLine
from neat_sheaf.reading.grammar import Fact

__all__ = ["ToldCuts"]

# How far a hole "in the middle at the top" lies from the edge: 3/8 in, nm; from memory.
_FROM_EDGE = 9_525_000


class ToldCuts(FactsOfLine):
    """What is cut from a piece, and how it is cut, as it is said."""

    def _on_diagonal(self, draft: Draft, fact: Fact) -> None:
        words = self.words.words[fact.first : fact.behind]
        if not self._scoring_line() or draft.width is None or draft.scores:
            self.t.ask(fact.first, fact.behind, "not-understood.words", draft, text=" ".join(words))
            return
        draft.marks.append("diagonal")

    def _on_orient(self, draft: Draft, fact: Fact) -> None:
        """ "landscape": as the two sides say it; where they do not, it is asked about."""
        if draft.width is None or draft.height is None:
            self._ask(draft, fact, "not-understood.words")
            return
        upright = fact.get("way") in ("portrait", "upright")
        wrong = draft.width > draft.height if upright else draft.height > draft.width
        if wrong and fact.get("way") in ("portrait", "landscape"):
            self._ask(draft, fact, "not-understood.words")
            return
        self._note(draft, fact)

    def _on_corners(self, draft: Draft, fact: Fact) -> None:
        text = " ".join(self.words.words[fact.first : fact.behind])
        shape = "round" if "round" in text else "mitre"
        number = fact.get("n")
        where = f"{fact.get('which')} {fact.get('end')}".split()
        named = [edge for edge in ("top", "bottom", "left", "right") if edge in where]
        which = named[0] if named else ""
        if len(named) > 1 or (fact.get("end") and not which):
            self._note(draft, fact)  # "at one end": at which is for the table, and changes no size
            return
        if not number and shape == "mitre":
            self._note(draft, fact)
            return
        size = self.t.values(number, draft) if number else ()
        others = [said for said in self.t.numbers(text) if not number or said != self.words.number(number)]
        odd = [said for said in others if said.count not in (2, 4)]
        if odd and (size or len(odd) > 1):
            self._ask(draft, fact, "not-understood.words")
            return
        size = tuple(filter(None, (self.t.length(said, draft.unit) for said in odd))) or size
        two = any(said.count == 2 for said in others)
        one = "corners" not in text and not set(text.split()) & {"all", "each", "every"}
        if one or (two and not which):
            draft.corners_asked = (shape, size[0] if size else None, 1 if one else 2)
            self._ask(draft, fact, "which-corners.one" if one else "which-corners.two")
            return
        draft.marks.append(corners_mark(shape, which or "all", size[0] if size else None))

    def _on_hole(self, draft: Draft, fact: Fact) -> None:
        place = fact.get("place")
        numbers = self.t.values(fact.get("n") or fact.get("n2"), draft)
        away = self.t.values(place, draft)
        if "middle" in place or "centre" in place or "center" in place or "top" in place:
            if away:
                draft.marks.append(
                    f"hole {numbers[0] if numbers else ''} topmiddle {away[0]}".replace("  ", " ")
                )
                return
            if numbers and re.search(r"(?:middle|centre|center)$", place) and "top" not in place:
                draft.marks.append(f"hole {numbers[0]} middle")
                return
            if numbers and re.search(r"(?:middle|centre|center) (?:at|of) the top$", place):
                draft.marks.append(f"hole {numbers[0]} topmiddle {_FROM_EDGE}")
                return
        self._note(draft, fact)

    def _on_holesat(self, draft: Draft, fact: Fact) -> None:
        across = self.t.values(fact.get("n"), draft)
        values = self.t.values(fact.get("list"), draft)
        for n in range(0, len(values) - 1, 2):
            draft.marks.append(f"hole {across[0]} at {values[n]} {values[n + 1]}")

    def _on_holes(self, draft: Draft, fact: Fact) -> None:
        return

    def _on_window(self, draft: Draft, fact: Fact) -> None:
        a, b = self.t.values(fact.get("a"), draft), self.t.values(fact.get("b"), draft)
        draft.marks.append(f"window {a[0]} {b[0]}")

    def _on_ends(self, draft: Draft, fact: Fact) -> None:
        self._note(draft, fact)

    def _on_punched(self, draft: Draft, fact: Fact) -> None:
        self._cut(draft, fact, "punched")

    def _on_diecut(self, draft: Draft, fact: Fact) -> None:
        self._cut(draft, fact, "die-cut")

    def _cut(self, draft: Draft, fact: Fact, how: str) -> None:
        if draft.cut not in ("", how):
            self._ask(draft, fact, "said-twice.differently")
        draft.cut = how

    def _on_notation(self, draft: Draft, fact: Fact) -> None:
        """A clause that only the notation has: its own reader takes it as it is written."""
        draft.clauses.append(self.words.written(fact.first, fact.behind).strip(" ,.;"))

    def _on_scrap(self, draft: Draft, fact: Fact) -> None:
        draft.scrap = True
