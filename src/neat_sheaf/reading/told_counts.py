"""How many of a piece, of which paper, and what comes of it, as it is said."""

from __future__ import annotations

import re

from neat_sheaf.reading.drafts import Draft, ScoreSaid
from neat_sheaf.reading.facts_of_line import FactsOfLine
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon

__all__ = ["ToldCounts"]


class ToldCounts(FactsOfLine):
    """How many of a piece, of which paper, and what comes of it, as it is said."""

    def _on_count(self, draft: Draft, fact: Fact) -> None:
        count = self.words.number(fact.get("n")).count
        if count is None:
            self._ask(draft, fact, "not-understood.words")
        else:
            draft.counts.append(count)

    def _on_useof(self, draft: Draft, fact: Fact) -> None:
        self._on_count(draft, fact)

    def _on_give(self, draft: Draft, fact: Fact) -> None:
        self._on_count(draft, fact)

    def _on_counttwice(self, draft: Draft, fact: Fact) -> None:
        draft.counts.append({"twice": 2, "again": 2}.get(fact.get("times"), 3))

    def _on_counteach(self, draft: Draft, fact: Fact) -> None:
        where = fact.get("where").rstrip("s")
        if draft.counts:
            return
        if where == "corner":
            draft.counts.append(4)
        elif where in ("end", "long side", "short side") or re.search(
            r"\b(?:long|short) sides\b|\bends\b", self.words.signs
        ):
            draft.counts.append(2)
        else:
            behind = self.words.words[fact.behind] if fact.behind < len(self.words.words) else ""
            other = self._find(behind) if behind.isalpha() else None
            if other is not None and other.counts:
                draft.counts.append(other.counts[-1])
            elif behind.isalpha() and behind not in ("kit", "person", "bag", "head"):
                self._ask(draft, fact, "not-understood.words")

    def _on_counttimes(self, draft: Draft, fact: Fact) -> None:
        n, m = self.words.number(fact.get("n")).count, self.words.number(fact.get("m")).count
        total = (n or 0) * (m or 0)
        said = self.words.number(fact.get("all")).count if fact.get("all") else total
        if not total or said != total:
            self.t.ask(fact.first, fact.behind, "two-counts", draft, first=str(total), second=str(said))
            return
        draft.counts.append(total)

    def _on_paper(self, draft: Draft, fact: Fact) -> None:
        paper = fact.get("paper")
        if paper in ("card", "cardstock", "paper", "sheet", "scraps", "offcuts"):
            return
        paper = re.sub(r"^(?:the|a) ", "", paper)
        written = self._written_paper(fact, paper)
        roles = [role.lower() for role in self.t.roles]
        if paper not in roles and any(role.startswith(f"{paper} ") for role in roles):
            self.t.ask(fact.first, fact.behind, "which-paper", draft, text=written)
            return
        other = draft.paper_sure and not draft.same_paper and draft.paper.lower() not in ("", written.lower())
        if other:
            self.t.ask(fact.first, fact.behind, "said-twice.differently", draft, text=written)
            return
        if self.words.words[fact.first] in lexicon().among("little.all_of_them"):
            for each in self.told.drafts:
                each.paper = each.paper or written  # "..., all in slate"
        draft.scrap, self.scraps = draft.scrap or self.scraps, False
        draft.paper, draft.paper_sure, draft.same_paper = written, True, False

    def _written_paper(self, fact: Fact, paper: str) -> str:
        first = int(fact.get("@paper") or fact.first)
        written = self.words.written(first, min(first + len(paper.split()), fact.behind))
        if re.search(r"(?:scraps|offcuts)$", written, flags=re.IGNORECASE):
            self.scraps = True
        kept = re.sub(r"\s+(?:scraps|offcuts)$", "", written, flags=re.IGNORECASE)
        return kept.strip(" ,.;:-\"'“”")

    def _on_samepaper(self, draft: Draft, fact: Fact) -> None:
        other = self._find(fact.get("name")) if fact.get("name") else next(
            (d for d in reversed(self.t.drafts) if d is not draft), None
        )  # fmt: skip
        if other is not None:
            draft.paper = other.paper

    def _on_halved(self, draft: Draft, fact: Fact) -> None:
        said = fact.get("paper2") or fact.get("paper")
        lex = lexicon()
        sure = (
            lex.among("papers.kinds")
            | lex.among("papers.colours")
            | lex.among("papers.looks")
            | self.t.papers
        )
        if (
            said
            and not draft.paper
            and (said in sure or f" of {said} " in self.words.signs)
            and said not in ("sheet", "card")
        ):
            draft.paper = said

    def _on_matof(self, draft: Draft, fact: Fact) -> None:
        draft.mat_of = fact.get("name")
        if not draft.name:
            draft.name = f"{fact.get('name')} mat"

    def _on_matsfor(self, draft: Draft, fact: Fact) -> None:
        if fact.get("m"):
            count = self.words.number(fact.get("m")).count
            if count:
                draft.counts.append(count)
        elif "sides" in fact.get("where") and not draft.counts:
            draft.counts.append(2)
        if not draft.name:
            draft.name = "mat"

    def _on_withmat(self, draft: Draft, fact: Fact) -> None:
        if not draft.name:
            draft.name = "mat"

    def _on_where(self, draft: Draft, fact: Fact) -> None:
        self._note(draft, fact)

    def _on_result(self, draft: Draft, fact: Fact) -> None:
        sizes = tuple(
            length
            for key in ("a", "b", "c", "d")
            if fact.get(key)
            for length in self.t.values(fact.get(key), draft)
        )
        draft.results.append(sizes)
        self._note(draft, fact)

    def _on_halfto(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("half"))
        self._on_result(draft, fact)

    _on_down = _on_halved
    _on_strip = _on_halved
