"""What no fact explains: a name, a paper perhaps, a note, or a question."""

from __future__ import annotations

import re

from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.facts_of_line import FILLERS, POINTING, FactsOfLine
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon

__all__ = ["Leftover"]

_CLAUSE_ENDS = (",", ";", ".", "(", ")", "!", "?", ":", "-")


class Leftover(FactsOfLine):
    """What no fact explains: a name, a paper perhaps, a note, or a question."""

    def _talk(self, first: int, behind: int) -> None:
        """Words before the sentence that names a piece: a greeting; asked about where it has a number."""
        said = {n for fact in self.facts for n in range(fact.first, fact.behind)}
        numbers = [n for n in range(first, behind) if self.words.numbers[n] is not None and n not in said]
        if numbers:
            self.t.ask(first, behind, "not-understood.words", text=self.words.written(first, behind))

    def _rest(self, draft: Draft, first: int, behind: int, waiting: list[Fact] | None = None) -> None:
        """Words that no fact explains: the name, a paper perhaps, a note, or a question."""
        words = self.words.words
        inside = [n for n in range(first, behind) if not any(f.first <= n < f.behind for f in waiting or ())]
        part: list[int] = []
        for n in [*inside, -1]:
            stop = n == -1 or words[n] in _CLAUSE_ENDS
            if not stop and (not part or n == part[-1] + 1):
                part.append(n)
                continue
            if part:
                self._part(draft, part, first, behind)
            part = [] if stop else [n]

    def _part(self, draft: Draft, part: list[int], first: int, behind: int) -> None:
        words = self.words.words
        lex = lexicon()
        began = part[0]
        if len(part) == 1 and self.words.written(part[0], part[0] + 1) == "A":
            self.t.ask(part[0], part[0] + 1, "not-understood.words", draft, text="A")
            return
        while part and words[part[0]] in FILLERS:
            part = part[1:]
        while part and words[part[-1]] in FILLERS | {"with", "but"}:
            part = part[:-1]
        if not part:
            return
        said = [words[n] for n in part]
        text = self.words.written(part[0], part[-1] + 1)
        numbers = [n for n in part if self.words.numbers[n] is not None]
        if numbers:
            counts = [self.words.numbers[n] for n in numbers]
            own = part[0] > 0 and words[part[0] - 1] in (",", "-", "(", ";") and self.score_end != part[0] - 1
            lone = (
                len(part) == 1
                and counts[0] is not None
                and counts[0].count is not None
                and own
                and not draft.counts
            )
            if lone and counts[0] is not None and counts[0].count is not None:
                draft.counts.append(counts[0].count)
                return
            self.t.ask(part[0], part[-1] + 1, "not-understood.words", draft, text=text)
            return
        if (
            words[began] == "for"
            and not set(said) & lex.among("papers.never")
            and draft.name.lower() in ("", "square", "circle", "strip", "piece")
            and len(said) <= 3
        ):
            draft.name = text
            return
        danger = [word for word in said if word in lex.among("danger.words")]
        direct = began == first
        plain = all(re.fullmatch(r"[^\W\d_][\w'-]*", word) for word in said)
        if any(ord(sign) > 0x7F for word in said for sign in word) and draft.name:
            # A word of another language may say anything.
            self.t.ask(part[0], part[-1] + 1, "not-understood.words", draft, text=text)
            return
        own_line = draft.line == self.told.number and not set(said) & POINTING
        if (
            not draft.name
            and direct
            and own_line
            and plain
            and len(said) <= 4
            and not (set(said) & {"and", "to", "not"})
            and said[0] not in lex.among("names.never_first")
            and set(danger) <= lex.among("danger.behind_size")
        ):
            draft.name = text.strip(" -,")
            return
        behind_paper = part[0] > 0 and words[part[0] - 1] in ("-", ",") and bool(draft.paper)
        named = not draft.name and behind_paper and own_line and plain and len(said) <= 3 and not danger
        if (
            named
            and not set(said) & (lex.among("papers.never") | lex.among("lines.talk"))
            and (len(said) == 1 or said[0] not in lex.among("lines.doing"))
        ):
            draft.name = text  # "4 x 5 (ink) - layer"
            return
        if all(word in lex.among("papers.heads") for word in said):
            if part[0] > 0 and words[part[0] - 1] in ("in", "from") and len(said) == 1 and not draft.paper:
                draft.paper = text  # "in card": a paper of that name
            return
        if len(said) == 1 and said[0] in lex.among("names.says_nothing"):
            return
        prefix = said[0] in ("in", "from", "of") or (
            part[0] > 0 and words[part[0] - 1] in ("in", "from", "of")
        )
        name_part = [word for word in said if word not in ("the", "a", "in", "from", "of", "our", "your")]
        never = lex.among("papers.never")
        if part[0] > 0 and words[part[0] - 1] not in ("in", "from", "of"):
            never = never | lex.among("papers.never_the")
        if prefix and plain and 0 < len(name_part) <= 3 and not draft.paper and name_part[0] not in never:
            draft.paper = text if words[part[0]] not in ("in", "from", "of") else " ".join(name_part)
            return
        if danger:
            self.t.ask(part[0], part[-1] + 1, "not-understood.words", draft, text=text)
            return
        if words[began] == "for":
            draft.notes.append(self.words.written(began, part[-1] + 1))
            return
        verbs = lex.among("lines.doing")
        if (
            plain
            and len(said) <= 2
            and not draft.paper
            and said[0] not in verbs
            and draft.maybe_paper is None
        ):
            own = part[0] > 0 and (words[part[0] - 1] in (",", "-", ":", "(") or direct)
            if own:
                spans = self.words.spans
                draft.maybe_paper = (text, self.told.number, spans[part[0]][0], spans[part[-1]][1])
                return
        self._keep(draft, part[0], part[-1] + 1)

    def _keep(self, draft: Draft, first: int, behind: int) -> None:
        """Note the whole clause where that has no size: "one for each wrap"; a little word says nothing."""
        words = self.words.words
        if set(words[first:behind]) <= lexicon().among("little.alone"):
            return
        begin = max((n + 1 for n in range(first) if words[n] in _CLAUSE_ENDS), default=0)
        end = next((n for n in range(behind, len(words)) if words[n] in _CLAUSE_ENDS), len(words))
        sizes = [
            fact for fact in self.facts if fact.kind == "size" and fact.first < end and fact.behind > begin
        ]
        draft.notes.append(self.words.written(first, behind) if sizes else self.words.written(begin, end))
