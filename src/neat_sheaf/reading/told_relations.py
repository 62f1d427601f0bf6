"""A piece said by another one: bigger, the same, scored alike."""

from __future__ import annotations

import re

from neat_sheaf.measure.length import Length
from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.facts_of_line import FactsOfLine
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon

__all__ = ["ToldRelations"]


class ToldRelations(FactsOfLine):
    """A piece said by another one: bigger, the same, scored alike."""

    def _restates(self, draft: Draft, before: Draft | None) -> Draft | None:
        """ "Ten by four. Ten inches by four.": the same piece once more."""
        if before is None or draft.name or draft.counts or draft.width is None:
            return None
        same = (before.width, before.height) == (draft.width, draft.height)
        return before if same and self.told.drafts and before is self.told.drafts[-1] else None

    def _named(self, name: str, waiting: list[Fact], base: Draft | None) -> Draft | None:
        """The piece that something is said to be bigger or smaller than."""
        if not name:
            of = next((fact.get("name") for fact in waiting if fact.kind == "matof"), "")
            name = of
        if not name:
            return base
        return self._find(name) or None

    def _changed(self, fact: Fact, draft: Draft, base: Draft | None) -> tuple[Length, Length] | None:
        if base is None or base.width is None or base.height is None:
            return None
        width, height = base.sides
        if base.results and len(base.results[-1]) == 2:
            width, height = base.results[-1][0], base.results[-1][1]
        elif base.scores and fact.get("dir") in lexicon().among("relations.less"):
            return None  # smaller than the sheet, or than what it folds to?
        number = self.words.number(fact.get("n"))
        step = self.t.length(number, number.unit or base.unit)
        how = fact.get("how")
        total = how in lexicon().among("relations.total") or bool(fact.get("again"))
        if step is None or (not how and not fact.get("again")):
            return None
        change = step if total else 2 * step
        sign = 1 if fact.get("dir") in lexicon().among("relations.bigger") else -1
        draft.unit = base.unit
        if not draft.paper:
            draft.same_paper = base.paper != "" and sign > 0 and not self._has_paper()
            if draft.same_paper:
                draft.paper = base.paper
        width, height = Length(width + sign * change), Length(height + sign * change)
        draft.stepped = True
        if sign < 0:
            draft.mat_of = base.name
        return (width, height) if min(width, height) > 0 else None

    def _has_paper(self) -> bool:
        return any(word in lexicon().among("papers.colours") for word in self.words.words)

    def _same_as(
        self, draft: Draft, fact: Fact, base: Draft | None, *, sized: bool
    ) -> tuple[Length, Length] | None:
        """ "same as the front", "same again for the lid but 5 x 5"."""
        other = self._find(fact.get("name")) if fact.get("name") else base
        if (
            other is not None
            and other.stepped
            and not sized
            and not (fact.get("name") or fact.get("newname"))
        ):
            # "a second mat, same again": as large, or as much larger once more?
            self._ask(draft, fact, "not-understood.words")
        if fact.get("newname"):
            draft.name = re.sub(r" but$", "", fact.get("newname"))
        if other is None or other.width is None or other.height is None:
            return None
        whole = (
            "size" not in self.words.signs[: self.words.signs.find(" as ")].split()[-3:]
            if " as " in self.words.signs
            else True
        )
        if whole:
            draft.scores = list(other.scores)
            if not draft.paper:
                draft.paper, draft.same_paper = other.paper, True
        draft.unit = other.unit if not sized else draft.unit
        return other.width, other.height

    def _same_again(self, draft: Draft, fact: Fact, base: Draft | None) -> None:
        """What is the same for a piece that has a size of its own."""
        if fact.get("newname") or fact.get("name"):
            self._same_as(draft, fact, base, sized=True)
        elif base is not None and not draft.paper:
            # "same again, gold": what is said of it later is what holds.
            draft.paper, draft.same_paper = base.paper, True

    def _on_sameas(self, draft: Draft, fact: Fact) -> None:
        others = [other for other in self.t.drafts if other is not draft]
        self._same_again(draft, fact, others[-1] if others else None)

    def _on_samescores(self, draft: Draft, fact: Fact) -> None:
        drafts = [other for other in self.t.drafts if other is not draft]
        other = self._find(fact.get("name")) if fact.get("name") else (drafts[-1] if drafts else None)
        if other is None or not other.scores:
            self.t.ask(fact.first, fact.behind, "unknown-piece.name", draft, piece=fact.get("name"))
            return
        draft.scores.extend(other.scores)
        if not draft.paper:
            draft.paper = other.paper
