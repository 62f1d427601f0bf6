"""What the facts of a line say of its pieces, and what is left of the line when they are taken."""

from __future__ import annotations

from itertools import pairwise

from neat_sheaf.reading.beginning import Beginning
from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.facts_of_line import FILLERS, POINTING, STRONG
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.told_cuts import ToldCuts
from neat_sheaf.reading.told_scores import ToldScores
from neat_sheaf.reading.words import is_number

__all__ = ["Describer"]

# What may be said of a piece before its size.
_AHEAD = (
    "paper", "count", "punched", "diecut", "scrap", "samepaper", "matof", "matsfor", "withmat", "halved",
    "down", "useof", "counteach", "strip", "sameas", "bigger", "ate", "keepone", "soso", "holes", "give",
    "nothing", "countsheet", "result", "holds", "where", "named",
)  # fmt: skip


class Describer(Beginning, ToldScores, ToldCuts):
    """Gives the facts of one line to the pieces that they are about."""

    def pieces(self, facts: list[Fact]) -> None:
        """A line that tells of one piece or several."""
        self.facts = facts
        begun = self._paper_ahead(facts)
        facts = facts[1:] if begun else facts
        first = next((n for n, fact in enumerate(facts) if self._begins(fact, facts, n)), None)
        if first is None:
            self.t.ask(0, len(self.words.words), "no-size")
            return
        at, head_from = begun, begun
        waiting: list[Fact] = []
        draft: Draft | None = None
        for n, fact in enumerate(facts):
            if self._begins(fact, facts, n):
                head_from = self._split(draft, at, fact.first)
                draft = self._begin(fact, waiting, head_from, draft)
                waiting, at = [], fact.behind
                continue
            if draft is None and self._same_sentence(fact, facts[first]):
                waiting.append(fact)
                continue
            if fact.kind in _AHEAD and (draft is None or self._is_ahead(facts, n)):
                if draft is not None and fact.kind == "withmat":
                    draft = self._with_mat(draft, at, fact)
                    at = fact.behind
                else:
                    waiting.append(fact)
                continue
            if draft is None:
                if self.t.current is not None and not self._names_before(fact):
                    self._apply(self.t.current, fact)
                    self.told.of = self.t.current
                    at = fact.behind
                else:
                    self.t.ask(fact.first, fact.behind, "size-first")
                continue
            self._rest(draft, at, fact.first)
            self._apply(draft, fact)
            at = fact.behind
        if draft is not None:
            for fact in waiting:
                self._apply(draft, fact)
            self._rest(draft, at, len(self.words.words), waiting)
            self.t.current = draft
        for before, again in pairwise(self.told.drafts):
            if not again.name and again.counts and before.name.endswith("s"):
                again.name = before.name  # "two strips 1/4 x 3 and two 1/4 x 2"

    def _paper_ahead(self, facts: list[Fact]) -> int:
        """ "Green card: stem 3 x 1/2; leaf": the paper of the whole line, and where the rest begins."""
        words, lex = self.words.words, lexicon()
        if not facts or facts[0].kind != "paper":
            return 0
        fact, behind = facts[0], facts[0].behind
        sizes = [f.first for n, f in enumerate(facts) if self._begins(f, facts, n)]
        verb = words[behind - 1] in lex.among("lines.taking")
        marked = words[behind : behind + 1] == (":",)
        if not (marked or verb) or not sizes or set(words[: fact.first]) - FILLERS:
            return 0
        said, heads = fact.get("paper").split(), lex.among("papers.heads")
        # "From the print:", "12 x 12 print:" say what is cut up; else the word may be a name.
        of_sheet = int(fact.get("@paper") or fact.first) > fact.first
        named = any(w.isalpha() and w not in FILLERS for w in words[behind + 1 : sizes[0]])
        sure = said[-1] in heads or len(sizes) > 1 or said[0] in lex.among("papers.adjectives")
        if not of_sheet and (set(said) <= heads or not named or not sure):
            return 0
        self.line_paper = self._written_paper(fact, fact.get("paper"))
        self.t.mark(fact)
        return behind + 1 if marked else behind

    def more(self, facts: list[Fact]) -> None:
        """A line that goes on about the piece before."""
        draft = self.target(facts)
        if draft is None:
            self.told.what, self.told.of = type(self.told.what).PIECE, None
            self.t.ask(0, len(self.words.words), "no-size")
            return
        self.told.of = draft
        draft.lines.append(self.told.number)
        at = 0
        for fact in facts:
            self._rest(draft, at, fact.first)
            self._apply(draft, fact)
            at = fact.behind
        self._rest(draft, at, len(self.words.words))

    def target(self, facts: list[Fact]) -> Draft | None:
        """The piece that a line goes on about: the one it names, else the last; None: another."""
        words = self.words.words
        before = [
            word
            for word in words[: facts[0].first]
            if word[:1].isalpha() and word not in FILLERS | POINTING and not is_number(word)
        ]
        lex = lexicon()
        if before and before[0] in lex.among("lines.doing"):
            # "Then take it to your scoreboard and score at 2": nothing is named by it.
            before = [word for word in before[1:] if word not in lex.among("little.tools")]
        if not before:
            loose = [n for n in range(len(words)) if not any(f.first <= n < f.behind for f in facts)]
            nouns = [words[n] for n in loose if words[n].isalpha() and words[n] not in FILLERS | POINTING]
            light = all(
                fact.kind in ("count", "punched", "diecut", "paper", "scrap", "counteach") for fact in facts
            )
            return None if light and nouns else self.t.current
        return self._find(" ".join(before)) if len(before) <= 4 else None

    def _same_sentence(self, fact: Fact, size: Fact) -> bool:
        """Whether a fact before the size is of its sentence: "Base, folded in half: 5 x 8"."""
        between = self.words.words[fact.behind : size.first]
        named = any(
            word.isalpha() and word not in FILLERS | POINTING for word in self.words.words[: fact.first]
        )
        return named and not set(between) & set(STRONG)

    def _is_ahead(self, facts: list[Fact], n: int) -> bool:
        """Whether a fact stands among the words before the next size, and not behind the last one."""
        after = next((k for k in range(n + 1, len(facts)) if self._begins(facts[k], facts, k)), None)
        if after is None:
            return False
        fact = facts[n]
        if fact.kind in ("withmat", "halved", "down", "useof", "keepone", "soso"):
            return True
        before = self.words.words[facts[n - 1].behind if n else 0 : fact.first]
        behind = self.words.words[fact.behind : facts[after].first]
        # Between two sizes it belongs to the one whose clause it stands in.
        opens = any(word in (*STRONG, "and", "then", "with") for word in before)
        closes = any(word in (*STRONG, "and", "then") for word in behind) or any(
            other.kind in ("withmat", "useof") for other in facts[n + 1 : after]
        )
        if fact.kind == "paper" and fact.behind == facts[after].first:
            return opens or not (n and facts[n - 1].behind == fact.first)
        if fact.kind == "soso":
            return True
        return opens and not closes

    def _is_label(self, first: int, behind: int) -> bool:
        """ "Card base. 5 1/2 by 8 1/2": a name that stands by itself before its size."""
        said = self.words.words[first:behind]
        lex = lexicon()
        doing = lex.among("lines.doing") | lex.among("lines.talk") | lex.among("names.generic")
        plain = all(word.isalpha() for word in said)
        return 0 < len(said) <= 3 and plain and said[0] not in doing and " ".join(said) not in doing

    def _split(self, draft: Draft | None, at: int, behind: int) -> int:
        """Where the words before a size begin to be about it; what stands before is of the piece before."""
        words = self.words.words
        start = at
        for n in range(at, behind):
            if words[n] in STRONG and not (n == at + 1 and len(words[n - 1]) == 1):
                own = any(
                    words[k].isalpha() and words[k] not in FILLERS | {"it's", "they're", "that's"}
                    for k in range(n + 1, behind)
                )
                named = words[n] == "?" or (words[n] == "." and self._is_label(at, n))
                start = n + 1 if own or not named else start
        if draft is not None:
            joins = [n for n in range(start, behind) if words[n] in ("and", "then", "with", "plus")]
            commas = [n for n in range(start, behind) if words[n] == ","]
            if start == at and joins:
                start = joins[0]
            elif start == at and commas:
                start = commas[0]
            self._rest(draft, at, start)
        elif start > at:
            self._talk(at, start)
        return start
