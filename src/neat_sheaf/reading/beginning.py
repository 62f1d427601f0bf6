"""A piece that begins: its size, its name, its paper where that is in the name."""

from __future__ import annotations

import re

from neat_sheaf.measure.length import Length
from neat_sheaf.reading.drafts import Draft
from neat_sheaf.reading.facts_of_line import FILLERS
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.leftover import Leftover
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.names import head_of
from neat_sheaf.reading.told_counts import ToldCounts
from neat_sheaf.reading.told_relations import ToldRelations
from neat_sheaf.reading.words import is_number

__all__ = ["SIZES", "Beginning"]

SIZES = ("size", "square", "circle", "circles", "named", "strip", "bigger", "sameas")


class Beginning(ToldRelations, ToldCounts, Leftover):
    """A piece that begins: its size, its name, its paper where that is in the name."""

    def _begin(self, fact: Fact, waiting: list[Fact], head_from: int, before: Draft | None) -> Draft:
        t = self.t
        if fact.kind == "circles":
            return self._several_circles(fact, waiting, head_from)
        draft = Draft(
            self.told.number, unit=t.unit_of(fact) if fact.kind not in ("bigger", "sameas") else t.units
        )
        base = before or t.current
        size = self._size(fact, draft, waiting, base)
        self._head(draft, fact, waiting, head_from)
        if size is None:
            t.ask(fact.first, fact.behind, "no-size", draft)
        else:
            draft.width, draft.height = size
        if self.mat_base is not None:
            draft.name = f"{self.mat_base.name} mat" if self.mat_base.name else "mat"
            draft.mat_of, self.mat_base = self.mat_base.name, None
            draft.paper, self.mat_paper = self.mat_paper, ""
        if fact.get("paper") and fact.kind in ("square", "circle"):
            draft.paper = fact.get("paper")
        if fact.get("n") and fact.kind in ("square", "circle"):
            self._on_count(draft, fact)
        same = self._restates(draft, before or (t.current if not draft.name else None))
        if same is not None:
            return same
        if self._in_brackets(fact) and self.told.drafts and not draft.name and not draft.counts:
            t.ask(
                fact.first,
                fact.behind,
                "second-size",
                draft,
                text=self.words.written(fact.first, fact.behind),
            )
        self._paper_of_line(draft, fact, waiting, facts_of_line=self.facts)
        t.drafts.append(draft)
        self.told.drafts.append(draft)
        draft.lines.append(self.told.number)
        t.mark(fact)
        self.score_verb = False
        for early in waiting:
            if early.kind == "sameas" and early is not fact:
                self._same_again(draft, early, base)
            elif early.kind != "bigger" and early not in self.in_name:
                self._apply(draft, early)
        t.current = draft
        return draft

    def _paper_of_line(
        self, draft: Draft, size: Fact, waiting: list[Fact], facts_of_line: list[Fact]
    ) -> None:
        """ "White: 4 x 5 1/4, 3 x 2": the paper of all that the line tells of, and no name."""
        if self.line_paper:
            draft.paper = draft.paper or self.line_paper
            return
        joins = {"to", "at", "down", "is", "are", "cut"}
        alone = next((f for f in self.in_name if set(self.words.words[f.behind : size.first]) <= joins), None)
        making = self.words.words[:1] and self.words.words[0] in lexicon().among("lines.making")
        if making and alone is not None and draft.name.lower().startswith(alone.get("paper")):
            named = self.words.written(alone.first, alone.behind).lower()
            if draft.name.lower() in (named, f"{named} card", f"{named} paper", f"{named} cardstock"):
                draft.paper, draft.name = draft.paper or self._written_paper(alone, alone.get("paper")), ""
                return
        if (
            alone is not None
            and alone.behind == size.first
            and draft.name.lower() == self.words.written(alone.first, alone.behind).lower()
        ):
            lex = lexicon()
            known = lex.among("papers.kinds") | lex.among("papers.looks") | lex.among("papers.adjectives")
            # "Stripe 1 x 4, gold": what its paper is, is said behind it.
            other = any(f.kind == "paper" and f.first >= size.behind for f in facts_of_line)
            if alone.get("paper") in known and not other:
                draft.paper = draft.paper or self._written_paper(alone, alone.get("paper"))
            behind = self.words.words[size.behind : size.behind + 1]
            said = any(fact.first <= size.behind < fact.behind for fact in self.facts)
            if behind and behind[0].isalpha() and behind[0] not in FILLERS and not said:
                draft.name = ""  # "yellow 1 x 11 handle": the name stands behind the size
            return
        alone = next(
            (f for f in self.in_name if self.words.written(f.first, f.behind).lower() == draft.name.lower()),
            None,
        )
        words = self.words.words
        if alone is None or alone.behind >= len(words) or words[alone.behind] not in (":", "-"):
            return
        several = sum(self._begins(f, facts_of_line, n) for n, f in enumerate(facts_of_line)) > 1
        head = alone.get("paper").split()[0]
        adjectives = lexicon().among("papers.adjectives")
        if (head in adjectives and (several or head not in ("print", "patterned"))) or (
            several and head not in ("card", "board")
        ):
            self.line_paper = draft.paper = self._written_paper(alone, alone.get("paper"))
            draft.name = ""

    def _size(
        self, fact: Fact, draft: Draft, waiting: list[Fact], base: Draft | None
    ) -> tuple[Length, Length] | None:
        t = self.t
        if fact.kind in ("square", "circle"):
            number = self.words.number(fact.get("a"))
            length = t.length(number, number.unit or t.units)
            draft.oval = fact.kind == "circle"
            return None if length is None or length <= 0 else (length, length)
        if fact.kind == "strip":
            draft.name = "strip"
        if fact.kind == "bigger":
            named = self._named(fact.get("name"), waiting, base)
            return self._changed(fact, draft, named)
        if fact.kind == "sameas":
            return self._same_as(draft, fact, base, sized=False)
        return t.lengths(fact)

    def _several_circles(self, fact: Fact, waiting: list[Fact], head_from: int) -> Draft:
        """ "Three circles, 1, 3/4 and 1/2"."""
        t = self.t
        made: list[Draft] = []
        for number in t.numbers(fact.get("list")):
            draft = Draft(self.told.number, name="circle", unit=t.unit_of_number(number))
            length = t.length(number, number.unit or t.units)
            if length is None or length <= 0:
                t.ask(fact.first, fact.behind, "no-size", draft)
            else:
                draft.width = draft.height = length
            draft.oval = True
            draft.lines.append(self.told.number)
            made.append(draft)
        said = [self.words.number(w).count for w in self.words.words[head_from : fact.first] if is_number(w)]
        if said and said[0] not in (None, len(made)):
            t.ask(head_from, fact.behind, "two-counts", made[0], first=str(said[0]), second=str(len(made)))
        t.drafts.extend(made)
        self.told.drafts.extend(made)
        t.mark(fact)
        self.group = made
        return made[-1]

    def _head(self, draft: Draft, fact: Fact, waiting: list[Fact], head_from: int) -> None:
        """The name and the count in the words before the size."""
        bare = [
            f for f in waiting if f.kind == "paper" and f.first >= head_from and self._is_bare_paper(f, fact)
        ]
        self.in_name = bare
        taken = [f for f in waiting if f not in bare]
        runs: list[tuple[int, int]] = []
        at = head_from
        for early in sorted(taken, key=lambda f: f.first):
            if early.first >= head_from:
                if early.first > at:
                    runs.append((at, early.first))
                at = max(at, early.behind)
        if fact.first > at:
            runs.append((at, fact.first))
        heads = [(head_of(self.words, first, behind), first, behind) for first, behind in runs]
        each = lexicon().among("little.each")
        named = [
            (head, first, behind)
            for head, first, behind in heads
            if head.name and (head.count is not None or not set(self.words.words[first : first + 2]) & each)
        ]
        plain = all(len(entry[0].name.split()) < 4 and entry[0].plain for entry in named)
        if (
            len(named) > 1
            and plain
            and all(early.kind == "count" for early in taken if early.first >= head_from)
        ):
            both = self.words.written(named[0][1], named[-1][2])
            self.t.ask(named[0][1], named[-1][2], "odd-name", draft, name=both)
        chosen = named[-1] if named else None
        shape = fact.get("shape") or fact.get("name") if fact.kind in ("circle", "square") else ""
        if chosen is not None and not draft.name:
            draft.name = chosen[0].name
        for head, first, behind in heads:
            if head.count is not None:
                draft.counts.append(head.count)
            for rest in head.rest:
                self.t.ask(first, behind, "not-understood.words", draft, text=rest)
        if not draft.name and shape:
            draft.name = shape if fact.kind == "circle" else "square"
        if fact.kind == "square" and not draft.name:
            draft.name = "square"
        self._doubtful_head(draft, fact, runs)
        draft.name = re.sub(r"(?:,? again|,? optional:?)$", "", draft.name, flags=re.IGNORECASE).strip(" ,:-")
        self._bare_paper(draft, bare)

    def _doubtful_head(self, draft: Draft, size: Fact, runs: list[tuple[int, int]]) -> None:
        """Words before the size that may change it, or that are no name."""
        words = self.words.words
        odd, no_name = lexicon().among("danger.in_heads"), lexicon().among("danger.no_name")
        for first, behind in runs:
            for n in range(first, behind):
                name = draft.name.lower().split()
                outside = words[n] in odd and (
                    words[n] not in name or words[n] in no_name & set(name[:1]) or name == [words[n]]
                )
                if outside:
                    text = self.words.written(n, n + 1)
                    self.t.ask(n, n + 1, "not-understood.words", draft, text=text)
                if words[n] in lexicon().among("names.about"):
                    self.t.ask(n, n + 1, "about", draft, text=self.words.written(n, n + 1))
        if draft.name.lower() in lexicon().among("names.not_alone"):
            self.t.ask(
                size.first,
                size.behind,
                "second-size",
                draft,
                text=self.words.written(size.first, size.behind),
            )
        if self._is_second(draft, size):
            draft.second = True
        before = self.words.words[max(0, size.first - 2) : size.first]
        if len(before) == 2 and before[0] == ":" and is_number(before[1]) and size.kind == "size":
            said = self.words.number(before[1])
            if not said.spoken:  # "Lid: 4 4 1/2 x 10": four of them, or a number too many?
                self.t.ask(size.first - 1, size.behind, "lone-number", draft, number=str(said.value))
        number = self.words.number(size.get("a")) if size.kind in ("circle", "square") else None
        if number is not None and not number.spoken and size.first == 0 and number.value > 1:
            plural = size.get("shape").endswith("s") or words[size.behind - 1] == "squares"
            if (
                plural
                and number.value.denominator > 1
                and " " in self.words.written(size.first, size.first + 1)
            ):
                text = self.words.written(size.first, size.behind)
                self.t.ask(size.first, size.behind, "one-or-two-numbers", draft, text=text)

    def _is_second(self, draft: Draft, size: Fact) -> bool:
        """Whether it is a size without a name behind a piece that has one: "Card: 4 x 5, 6 x 7"."""
        before = self.told.drafts[-1] if self.told.drafts else None
        if before is None or not before.name or draft.name or draft.counts or self.line_paper:
            return False
        said = set(self.words.words) & lexicon().among("little.another")
        return self.mat_base is None and size.kind == "size" and not said

    def _is_bare_paper(self, fact: Fact, size: Fact) -> bool:
        """Whether it stands among the words of the name, and in no part of its own."""
        words = self.words.words
        before = words[fact.first - 1] if fact.first else ""
        behind = words[fact.behind] if fact.behind < len(words) else ""
        own = before in (",", "-", ":", "(") and (behind in (",", "-", ":", ")") or fact.behind == size.first)
        return not own and words[fact.first] not in (
            "in",
            "from",
            "of",
            "out",
            "using",
            "on",
            "with",
            "cut",
            "made",
            "all",
        )

    def _bare_paper(self, draft: Draft, bare: list[Fact]) -> None:
        """A material in the name is its paper too, where it can be nothing else."""
        adjectives = lexicon().among("papers.adjectives")
        waiting = [fact for fact in bare if fact.get("paper") in adjectives]
        if set(self.words.words) & {":", "-"}:
            # "Print layer:" is what it does, "White panels:" what it is cut from.
            loose = lexicon().among("papers.also_a_role")
            waiting = [fact for fact in waiting if fact.get("paper").split()[0] not in loose]
        if waiting and not draft.paper and draft.name.lower() != waiting[0].get("paper"):
            draft.paper, draft.paper_sure = waiting[0].get("paper"), False

    def _with_mat(self, draft: Draft, at: int, fact: Fact) -> Draft:
        """ "with a mat 1/8 larger all the way round", "with a mat of 3/4 x 7 behind it"."""
        self._rest(draft, at, fact.first)
        self.mat_base, self.mat_paper = draft, self._written_paper(fact, fact.get("paper"))
        return draft

    def _begins(self, fact: Fact, facts: list[Fact], n: int) -> bool:
        """Whether a fact is the size of a piece that begins with it."""
        if fact.kind not in SIZES:
            return False
        following = next(
            (f for f in facts[n + 1 :] if f.kind in ("size", "square", "circle", "named", "strip")), None
        )
        if fact.kind == "named":
            return not any(f.kind in ("size", "square", "circle", "strip") for f in facts)
        if fact.kind in ("bigger", "sameas"):
            between = facts[n + 1 : facts.index(following)] if following is not None else []
            near = following is not None and all(f.kind in ("soso", "paper", "samepaper") for f in between)
            return not near
        return True
