"""What the facts of a line say of its pieces, and what is left of the line when they are taken."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import TYPE_CHECKING

from neat_sheaf.measure.length import Length
from neat_sheaf.reading.drafts import Draft, ScoreSaid
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.names import head_of
from neat_sheaf.reading.sides import edges_of, side_of
from neat_sheaf.reading.words import is_number

if TYPE_CHECKING:
    from neat_sheaf.reading.telling import Teller, Told

__all__ = ["Describer"]

_SIZES = ("size", "square", "circle", "circles", "named", "strip", "bigger", "sameas")
_SILENT = ("halved", "down", "ate", "soso", "nothing", "countsheet", "keepone", "overlap", "holds", "ready", "give", "gate")
_FILLERS = {
    "and", "then", "also", "the", "a", "an", "piece", "pieces", "each", "please", "it", "is", "are", "which", "that", "so", "in",
    "size", "of", "for", "to", "just", "them", "these", "now", "we", "you", "i", "well", "too", "square", "squares", "behind", "they",
}  # fmt: skip
_STRONG = (".", "!", "?", ";")
_ABOUT = {"about", "approximately", "approx", "roughly", "ca", "around", "almost", "nearly"}
# Words before a fact that point to the piece before, or to none.
_POINTING = {
    "you're", "you'll", "we'll", "we've", "it's", "they're", "that's", "i'll", "i'd", "going", "want", "please", "first",
    "one", "both", "all", "those", "this", "cut", "make", "score", "scored", "along", "across", "on", "gets", "get", "needs", "need", "has", "have",
    "going", "gonna", "there's", "there", "but", "only", "i've", "we're", "i", "only", "finally", "next", "lastly", "optional", "again", "down",
}  # fmt: skip
# How far a hole "in the middle at the top" lies from the edge: 3/8 in, nm; from memory.
_FROM_EDGE = 9_525_000


class Describer:
    """Gives the facts of one line to the pieces that they are about."""

    def __init__(self, teller: Teller, told: Told) -> None:
        self.t, self.told = teller, told
        self.words = teller.words
        self.last_size_end = -1
        self.score_verb = False

    # The line as a whole.

    def pieces(self, facts: list[Fact]) -> None:
        """A line that tells of one piece or several."""
        self.facts = facts
        first = next((n for n, fact in enumerate(facts) if self._begins(fact, facts, n)), None)
        if first is None:
            self.t.ask(0, len(self.words.words), "no-size")
            return
        at, head_from = 0, 0
        waiting: list[Fact] = []
        draft: Draft | None = None
        for n, fact in enumerate(facts):
            if self._begins(fact, facts, n):
                head_from = self._split(draft, at, fact.first)
                draft = self._begin(fact, waiting, head_from, draft)
                waiting, at = [], fact.behind
                continue
            before_size = draft is None or self._is_ahead(facts, n)
            if before_size and fact.kind in ("paper", "count", "punched", "diecut", "scrap", "samepaper", "matof", "matsfor",
                                             "withmat", "halved", "down", "useof", "counteach", "strip", "sameas", "bigger", "ate",
                                             "keepone", "soso", "holes", "give", "nothing", "countsheet", "result", "holds", "where", "named"):  # fmt: skip
                if draft is not None and fact.kind in ("withmat",):
                    draft = self._with_mat(draft, at, fact)
                    at = fact.behind
                    continue
                waiting.append(fact)
                if draft is None or fact.kind != "paper" or fact.get("paper") != self.words.signs[0:0]:
                    continue
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
        """The piece that a line goes on about: the one it names, else the last; None where it names another."""
        words = self.words.words
        before = [
            word for word in words[: facts[0].first]
            if word[:1].isalpha() and word not in _FILLERS | _POINTING and not is_number(word)
        ]
        if not before:
            loose = [n for n in range(len(words)) if not any(f.first <= n < f.behind for f in facts)]
            nouns = [words[n] for n in loose if words[n].isalpha() and words[n] not in _FILLERS | _POINTING]
            light = all(fact.kind in ("count", "punched", "diecut", "paper", "scrap", "counteach") for fact in facts)
            return None if light and nouns else self.t.current
        return self._find(" ".join(before)) if len(before) <= 4 else None

    def _names_before(self, fact: Fact) -> bool:
        return any(word.isalpha() and word not in _FILLERS for word in self.words.words[: fact.first])

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
        opens = any(word in (*_STRONG, "and", "then", "with") or (word == "," and False) for word in before)
        closes = any(word in (*_STRONG, "and", "then") for word in behind) or any(
            other.kind in ("withmat", "useof") for other in facts[n + 1 : after]
        )
        if fact.kind == "paper" and fact.behind == facts[after].first:
            return opens or not (n and facts[n - 1].behind == fact.first)
        if fact.kind == "soso":
            return True
        return opens and not closes

    def _begins(self, fact: Fact, facts: list[Fact], n: int) -> bool:
        """Whether a fact is the size of a piece that begins with it."""
        if fact.kind not in _SIZES:
            return False
        following = next((f for f in facts[n + 1 :] if f.kind in ("size", "square", "circle", "named", "strip")), None)
        if fact.kind == "named":
            return not any(f.kind in ("size", "square", "circle", "strip") for f in facts)
        if fact.kind in ("bigger", "sameas"):
            between = facts[n + 1 : facts.index(following)] if following is not None else []
            near = following is not None and all(f.kind in ("soso", "paper", "samepaper") for f in between)
            return not near
        return True

    def _split(self, draft: Draft | None, at: int, behind: int) -> int:
        """Where the words before a size begin to be about it; what stands before is left of the piece before."""
        words = self.words.words
        start = at
        for n in range(at, behind):
            if words[n] in _STRONG and not (n == at + 1 and len(words[n - 1]) == 1):
                own = any(words[k].isalpha() and words[k] not in _FILLERS | {"it's", "they're", "that's"} for k in range(n + 1, behind))
                start = n + 1 if own or words[n] != "?" else start
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

    def _talk(self, first: int, behind: int) -> None:
        """Words before the sentence that names a piece: a greeting, or a question where they hold a number."""
        numbers = [n for n in range(first, behind) if self.words.numbers[n] is not None]
        if numbers:
            self.t.ask(first, behind, "not-understood.words", text=self.words.written(first, behind))

    # A new piece.

    def _begin(self, fact: Fact, waiting: list[Fact], head_from: int, before: Draft | None) -> Draft:
        t = self.t
        if fact.kind == "circles":
            return self._several_circles(fact, waiting, head_from)
        draft = Draft(self.told.number, unit=t._unit_of(fact) if fact.kind not in ("bigger", "sameas") else t.units)
        base = before or t.current
        size = self._size(fact, draft, waiting, base, head_from)
        self._head(draft, fact, waiting, head_from)
        if size is None:
            t.ask(fact.first, fact.behind, "no-size", draft)
        else:
            draft.width, draft.height = size
        if self.mat_base is not None:
            draft.name = f"{self.mat_base.name} mat" if self.mat_base.name else "mat"
            draft.mat_of, self.mat_base = self.mat_base.name, None
        if fact.get("paper") and fact.kind in ("square", "circle"):
            draft.paper = fact.get("paper")
        if fact.get("n") and fact.kind in ("square", "circle"):
            self._on_count(draft, fact)
        same = self._restates(draft, before or (t.current if not draft.name else None))
        if same is not None:
            return same
        if self._in_brackets(fact) and self.told.drafts:
            t.ask(fact.first, fact.behind, "second-size", draft, text=self.words.written(fact.first, fact.behind))
        self._paper_of_line(draft, fact, waiting, facts_of_line=self.facts)
        t.drafts.append(draft)
        self.told.drafts.append(draft)
        draft.lines.append(self.told.number)
        t._mark(fact)
        self.score_verb = False
        for early in waiting:
            if early.kind == "sameas" and early is not fact:
                self._same_again(draft, early, base)
            elif early.kind != "bigger" and early not in self.in_name:
                self._apply(draft, early)
        t.current = draft
        return draft

    def _in_brackets(self, fact: Fact) -> bool:
        before = self.words.words[: fact.first]
        return before.count("(") > before.count(")")

    def _paper_of_line(self, draft: Draft, size: Fact, waiting: list[Fact], facts_of_line: list[Fact]) -> None:
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
        if alone is not None and alone.behind == size.first and draft.name.lower() == self.words.written(alone.first, alone.behind).lower():
            lex = lexicon()
            if alone.get("paper") in lex.among("papers.kinds") | lex.among("papers.looks") | lex.among("papers.adjectives"):
                draft.paper = draft.paper or self._written_paper(alone, alone.get("paper"))
            return
        alone = next((f for f in self.in_name if self.words.written(f.first, f.behind).lower() == draft.name.lower()), None)
        words = self.words.words
        if alone is None or alone.behind >= len(words) or words[alone.behind] not in (":", "-"):
            return
        several = sum(self._begins(f, facts_of_line, n) for n, f in enumerate(facts_of_line)) > 1
        head = alone.get("paper").split()[0]
        adjectives = lexicon().among("papers.adjectives")
        if head in adjectives and (several or head not in ("print", "patterned")) or (several and head not in ("card", "board")):
            self.line_paper = draft.paper = self._written_paper(alone, alone.get("paper"))
            draft.name = ""

    def _restates(self, draft: Draft, before: Draft | None) -> Draft | None:
        """ "Ten by four. Ten inches by four.": the same piece once more."""
        if before is None or draft.name or draft.counts or draft.width is None:
            return None
        same = (before.width, before.height) == (draft.width, draft.height)
        return before if same and self.told.drafts and before is self.told.drafts[-1] else None

    def _size(self, fact: Fact, draft: Draft, waiting: list[Fact], base: Draft | None, head_from: int) -> tuple[Length, Length] | None:  # fmt: skip
        t = self.t
        if fact.kind in ("square", "circle"):
            number = self.words.number(fact.get("a"))
            length = t._length(number, number.unit or t.units)
            draft.oval = fact.kind == "circle"
            return None if length is None or length <= 0 else (length, length)
        if fact.kind == "strip":
            draft.name = "strip"
        if fact.kind == "bigger":
            named = self._named(fact.get("name"), waiting, base)
            return self._changed(fact, draft, named)
        if fact.kind == "sameas":
            return self._same_as(draft, fact, base, sized=False)
        return t._lengths(fact)

    def _named(self, name: str, waiting: list[Fact], base: Draft | None) -> Draft | None:
        """The piece that something is said to be bigger or smaller than."""
        if not name:
            of = next((fact.get("name") for fact in waiting if fact.kind == "matof"), "")
            name = of
        if not name:
            return base
        return self._find(name) or None

    def _find(self, name: str) -> Draft | None:
        """The piece of that name: the one called just so, else the only one that has the words in its name."""
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
            found = [d for d in self.t.drafts if wanted[0] in {word.rstrip("s") for word in d.name.lower().split()}]
        return found[0] if len(found) == 1 else None

    def _changed(self, fact: Fact, draft: Draft, base: Draft | None) -> tuple[Length, Length] | None:
        if base is None or base.width is None or base.height is None:
            return None
        width, height = base.sides
        if base.results and len(base.results[-1]) == 2:
            width, height = base.results[-1][0], base.results[-1][1]
        elif base.scores and fact.get("dir") in ("smaller", "less", "narrower"):
            return None  # smaller than the sheet, or than what it folds to?
        number = self.words.number(fact.get("n"))
        step = self.t._length(number, number.unit or base.unit)
        how = fact.get("how")
        total = how in ("each way", "both ways", "in each direction", "every way") or bool(fact.get("again"))
        if step is None or (not how and not fact.get("again")):
            return None
        change = step if total else 2 * step
        sign = 1 if fact.get("dir") in ("bigger", "larger", "wider", "more") else -1
        draft.unit = base.unit
        if not draft.paper:
            draft.same_paper = base.paper != "" and sign > 0 and not self._has_paper()
            if draft.same_paper:
                draft.paper = base.paper
        width, height = Length(width + sign * change), Length(height + sign * change)
        if sign < 0:
            draft.mat_of = base.name
        return (width, height) if min(width, height) > 0 else None

    def _has_paper(self) -> bool:
        return any(word in lexicon().among("papers.colours") for word in self.words.words)

    def _same_as(self, draft: Draft, fact: Fact, base: Draft | None, *, sized: bool) -> tuple[Length, Length] | None:
        """ "same as the front", "same again for the lid but 5 x 5"."""
        other = self._find(fact.get("name")) if fact.get("name") else base
        if fact.get("newname"):
            draft.name = re.sub(r" but$", "", fact.get("newname"))
        if other is None or other.width is None or other.height is None:
            return None
        whole = "size" not in self.words.signs[: self.words.signs.find(" as ")].split()[-3:] if " as " in self.words.signs else True
        if whole:
            draft.scores = list(other.scores)
            draft.paper = draft.paper or other.paper
        draft.unit = other.unit if not sized else draft.unit
        return other.width, other.height

    def _same_again(self, draft: Draft, fact: Fact, base: Draft | None) -> None:
        """What is the same for a piece that has a size of its own."""
        if fact.get("newname") or fact.get("name"):
            self._same_as(draft, fact, base, sized=True)
        elif base is not None:
            draft.paper = draft.paper or base.paper

    def _on_sameas(self, draft: Draft, fact: Fact) -> None:
        others = [other for other in self.t.drafts if other is not draft]
        self._same_again(draft, fact, others[-1] if others else None)

    def _several_circles(self, fact: Fact, waiting: list[Fact], head_from: int) -> Draft:
        """ "Three circles, 1, 3/4 and 1/2"."""
        t = self.t
        made: list[Draft] = []
        for number in t._numbers(fact.get("list")):
            draft = Draft(self.told.number, name="circle", unit=number.unit if number.unit in ("in", "cm", "mm") else t.units)  # type: ignore[arg-type]
            length = t._length(number, number.unit or t.units)
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
        t._mark(fact)
        self.group = made
        return made[-1]

    score_end = -1
    line_paper = ""
    scraps = False
    facts: list[Fact] = []
    group: list[Draft] = []
    in_name: list[Fact] = []
    mat_base: Draft | None = None

    def _head(self, draft: Draft, fact: Fact, waiting: list[Fact], head_from: int) -> None:
        """The name and the count in the words before the size."""
        bare = [f for f in waiting if f.kind == "paper" and f.first >= head_from and self._is_bare_paper(f, fact)]
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
        named = [entry for entry in heads if entry[0].name]
        counted = [entry for entry in named if entry[0].count is not None]
        chosen = counted[-1] if counted else named[-1] if named else None
        shape = fact.get("shape") or fact.get("name") if fact.kind in ("circle", "square") else ""
        if chosen is not None and not draft.name:
            draft.name = chosen[0].name
        if not draft.name and shape:
            draft.name = shape if fact.kind == "circle" else "square"
        if fact.kind == "square" and not draft.name:
            draft.name = "square"
        if fact.kind in ("circle",) and draft.name and shape and "circle" not in draft.name.lower():
            pass
        for head, first, behind in heads:
            if head.count is not None:
                draft.counts.append(head.count)
            for rest in head.rest:
                self.t.ask(first, behind, "not-understood.words", draft, text=rest)
        self._doubtful_head(draft, fact, runs)
        draft.name = re.sub(r"(?:,? again|,? optional:?)$", "", draft.name, flags=re.IGNORECASE).strip(" ,:-")
        self._bare_paper(draft, bare)

    def _doubtful_head(self, draft: Draft, size: Fact, runs: list[tuple[int, int]]) -> None:
        """Words before the size that may change it, or that are no name."""
        words = self.words.words
        for first, behind in runs:
            for n in range(first, behind):
                if words[n] in _ABOUT:
                    self.t.ask(n, n + 1, "about", draft, text=self.words.written(n, n + 1))
        if draft.name.lower() in ("score", "scored", "fold", "folded", "crease", "slit", "cut", "turn"):
            self.t.ask(size.first, size.behind, "second-size", draft, text=self.words.written(size.first, size.behind))
        if self.told.drafts and not draft.name and not draft.counts and not self.line_paper and self.told.drafts[-1].name:
            if self.mat_base is None and size.kind == "size" and not (set(words) & {"another", "with"}):
                self.t.ask(size.first, size.behind, "second-size", draft, text=self.words.written(size.first, size.behind))
        number = self.words.number(size.get("a")) if size.kind in ("circle", "square") else None
        if number is not None and not number.spoken and size.first == 0 and number.value > 1:
            plural = size.get("shape").endswith("s") or words[size.behind - 1] == "squares"
            if plural and number.value.denominator > 1 and " " in self.words.written(size.first, size.first + 1):
                text = self.words.written(size.first, size.behind)
                self.t.ask(size.first, size.behind, "one-or-two-numbers", draft, text=text)

    def _is_bare_paper(self, fact: Fact, size: Fact) -> bool:
        """Whether it stands among the words of the name, and in no part of its own."""
        words = self.words.words
        before = words[fact.first - 1] if fact.first else ""
        behind = words[fact.behind] if fact.behind < len(words) else ""
        own = before in (",", "-", ":", "(") and (behind in (",", "-", ":", ")") or fact.behind == size.first)
        return not own and words[fact.first] not in ("in", "from", "of", "out", "using", "on", "with", "cut", "made", "all")

    def _bare_paper(self, draft: Draft, bare: list[Fact]) -> None:
        """A material in the name is its paper too, where it can be nothing else."""
        adjectives = lexicon().among("papers.adjectives")
        waiting = [fact for fact in bare if fact.get("paper") in adjectives]
        if set(self.words.words) & {":", "-"}:
            return
        if waiting and not draft.paper and draft.name.lower() != waiting[0].get("paper"):
            draft.paper, draft.paper_sure = waiting[0].get("paper"), False

    def _with_mat(self, draft: Draft, at: int, fact: Fact) -> Draft:
        """ "with a mat 1/8 larger all the way round", "with a mat of 3/4 x 7 behind it"."""
        self._rest(draft, at, fact.first)
        self.mat_base = draft
        return draft

    # What is said of a piece.

    def _apply(self, draft: Draft, fact: Fact) -> None:
        t = self.t
        t._mark(fact)
        handler = getattr(self, f"_on_{fact.kind}", None)
        if handler is not None:
            for each in (self.group if draft in self.group and fact.kind in ("paper", "punched", "diecut", "scrap") else [draft]):
                handler(each, fact)
        elif fact.kind not in _SILENT:
            draft.notes.append(self.words.written(fact.first, fact.behind))

    def _score(self, draft: Draft, fact: Fact, how: str, **more: object) -> None:
        values = self.t._values(fact.get("list") or fact.get("n"), draft)
        side = side_of(fact.get("side")) if fact.get("side") else ""
        number = None
        if side == "number":
            found = self.t._numbers(fact.get("side"))
            number = self.t._length(found[0], draft.unit) if found else None
        if fact.get("side") and not side:
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=self.words.written(fact.first, fact.behind))
            return
        if side in ("lengthwise", "crosswise"):
            # The line runs lengthwise, so that the distance is measured across it.
            side = "short" if side == "lengthwise" else "long"
        self._doubtful_list(draft, fact)
        text = " ".join(self.words.words[fact.first : fact.behind])
        mountain = bool(more.pop("mountain", False)) or "mountain" in text
        if is_number(self.words.words[fact.behind - 1]):
            self.score_end = fact.behind
        draft.scores.append(ScoreSaid(how, values, side, number=number, mountain=mountain, **more))  # type: ignore[arg-type]
        if re.search(r"\bboth scored|\bthem both|\bboth get\b", text) and not draft.counts:
            draft.counts.append(2)
        self.score_verb = True

    def _doubtful_list(self, draft: Draft, fact: Fact) -> None:
        """A list that may be other numbers: "5 and 3/8", "1, 4 4 1/2"."""
        said = fact.get("list")
        numbers = self.t._numbers(said)
        written = self.words.written(int(fact.get("@list") or fact.first), fact.behind)
        if any(number.spoken for number in numbers):
            return
        if re.search(r" and ", said) and len(numbers) == 2 and numbers[0].value.denominator == 1 and numbers[1].value < 1:
            if not numbers[0].unit and numbers[0].value > numbers[1].value:
                self.t.ask(fact.first, fact.behind, "one-or-two-numbers", draft, text=written)
        bare = re.search(r"[\ue000-\uf770] [\ue000-\uf770]", said)
        if bare and "," in said:
            self.t.ask(fact.first, fact.behind, "missing-comma", draft)

    def _on_score(self, draft: Draft, fact: Fact) -> None:
        if fact.needs and not draft.scores:
            self.t.ask(fact.first, fact.behind, "score-or-slit", draft, text=self.words.written(fact.first, fact.behind))
            return
        behind = self.words.words[fact.behind : fact.behind + 1]
        if not fact.get("side") and behind == ("down",):
            draft.scores.append(ScoreSaid("edges", self.t._values(fact.get("list"), draft), edges=("T",)))
            return
        self._score(draft, fact, "side")

    def _on_scoredown(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("edges", self.t._values(fact.get("list"), draft), edges=("T",)))

    def _on_scorefrom(self, draft: Draft, fact: Fact) -> None:
        edges = edges_of(fact.get("edges"))
        text = self.words.written(fact.first, fact.behind)
        if fact.needs and not draft.scores and not self._scoring_line():
            self.t.ask(fact.first, fact.behind, "score-or-slit", draft, text=text)
            return
        if edges == ("all",) or (edges == ("count",) and self._count_in(fact.get("edges")) == 4):
            self._on_scoreall(draft, fact)
            return
        if edges == ("count",) and self._count_in(fact.get("edges")) == 3 or (edges[:1] == ("T",) and "3" in self._plain(fact.get("edges"))):
            edges = self._three()
        if edges in (("both",), ("each",)) and draft.width == draft.height and "each" in fact.get("edges"):
            self._on_scoreall(draft, fact)
            return
        if not edges or edges[0] in ("both", "each", "count"):
            # "on both sides" of a piece: which two?
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=text)
            draft.doubtful.append(ScoreSaid("edges", self.t._values(fact.get("list"), draft), edges=("both",)))
            return
        if edges[0] in ("ends", "shortedges", "longedges", "endsof") and self._last_alone(draft, fact, edges):
            return
        self._from_edges(draft, fact, edges, self.t._values(fact.get("list"), draft))

    def _last_alone(self, draft: Draft, fact: Fact, edges: tuple[str, ...]) -> bool:
        """ "score 3 3/4 and 5 1/4, and 1 1/2 from both ends of the 6": the last alone is from the ends."""
        found = re.fullmatch(r"(.+) , and (?:then )?(?:at )?(\S)", fact.get("list"))
        if found is None:
            return False
        draft.scores.append(ScoreSaid("side", self.t._values(found[1], draft)))
        self._from_edges(draft, fact, edges, self.t._values(found[2], draft))
        return True

    def _from_edges(self, draft: Draft, fact: Fact, edges: tuple[str, ...], values: tuple[Length, ...]) -> None:
        number = None
        side = ""
        if edges == ("endsof",):
            of = fact.get("edges").split(" of ", 1)[1]
            found = self.t._numbers(of)
            side = "number"
            number = self.t._length(found[0], draft.unit) if found else None
        draft.scores.append(ScoreSaid("edges", values, side, edges, number))

    def _plain(self, signs: str) -> str:
        return " ".join(str(self.words.number(w).value) if is_number(w) else w for w in signs.split())

    def _count_in(self, signs: str) -> int | None:
        found = self.t._numbers(signs)
        return found[0].count if found else None

    def _three(self) -> tuple[str, ...]:
        signs = self.words.signs
        open_edge = re.search(r" (?:not (?:the |at the |on the )?|leave the |except (?:the )?|but not (?:the )?)(top|bottom|left|right)|(top|bottom|left|right) (?:edge |side )?(?:left |stays |is )?open", signs)
        if open_edge is None:
            return ("which",)
        left_out = {"top": "T", "bottom": "B", "left": "L", "right": "R"}[open_edge[1] or open_edge[2]]
        return tuple(edge for edge in "LRTB" if edge != left_out)

    def _scoring_line(self) -> bool:
        return bool(re.search(r" (?:scores?|scored|crease[sd]?|fold(?:ed|s)?|hinge) ", self.words.signs))

    def _on_scoreall(self, draft: Draft, fact: Fact) -> None:
        if fact.needs and not draft.scores and not self._scoring_line():
            self.t.ask(fact.first, fact.behind, "score-or-slit", draft, text=self.words.written(fact.first, fact.behind))
            return
        draft.scores.append(ScoreSaid("all", self.t._values(fact.get("list"), draft)))

    def _on_every(self, draft: Draft, fact: Fact) -> None:
        across = fact.get("across")
        if across:
            values = self.t._values(fact.get("n"), draft)
            side = "width" if "width" in across else "height" if "height" in across else "long"
            draft.scores.append(ScoreSaid("every", values, side))
            return
        self._score(draft, fact, "every")

    def _on_bothways(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "bothways")

    def _on_around(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "around")

    def _on_turn(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "turn")

    def _on_turnfrom(self, draft: Draft, fact: Fact) -> None:
        if "all" in fact.get("edges"):
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=self.words.written(fact.first, fact.behind))
            return
        self._score(draft, fact, "turnends")

    def _on_mountain(self, draft: Draft, fact: Fact) -> None:
        self._fold(draft, fact, mountain=True)

    def _on_valley(self, draft: Draft, fact: Fact) -> None:
        self._fold(draft, fact, mountain=False)

    def _fold(self, draft: Draft, fact: Fact, *, mountain: bool) -> None:
        """ "valley at 1/2 and 1 1/2, mountain at 1 on the short side": the side is said once, at the end."""
        before = len(draft.scores)
        self._score(draft, fact, "side", mountain=mountain)
        if len(draft.scores) > before and draft.scores[-1].side:
            last = draft.scores[-1]
            for n in range(before - 1, -1, -1):
                if draft.scores[n].how != "side" or draft.scores[n].side:
                    break
                draft.scores[n] = replace(draft.scores[n], side=last.side, number=last.number)

    def _on_half(self, draft: Draft, fact: Fact) -> None:
        ways = fact.get("ways")
        meaning = "both" if ways == "both ways" else "lengthwise" if ways in ("lengthwise", "lengthways") else (
            "crosswise" if ways in ("crosswise", "widthwise", "widthways", "across the middle", "across the width") else ""
        )  # fmt: skip
        side = side_of(fact.get("side")) if fact.get("side") else ""
        if ways.startswith(("along the ", "on the ")):
            side = "long" if "long" in ways else "short"
        if ways in ("the long way", "the short way", "top to bottom", "side to side"):
            meaning = {"the long way": "lengthwise", "the short way": "crosswise"}.get(ways, "")
            side = {"top to bottom": "height", "side to side": "width"}.get(ways, side)
        text = " ".join(self.words.words[fact.first : fact.behind])
        if "lengthwise" in text or "lengthways" in text:
            meaning = "lengthwise"
        number = None
        if side == "number":
            number = self.t._length(self.t._numbers(fact.get("side"))[0], draft.unit)
        draft.scores.append(ScoreSaid("half", (), side, number=number, ways=meaning))

    def _on_across(self, draft: Draft, fact: Fact) -> None:
        values = self.t._values(fact.get("list"), draft)
        sides = {"width": draft.width, "height": draft.height}
        side = [name for name, length in sides.items() if length is not None and values and length == 2 * values[0]]
        if len(side) != 1:
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=self.words.written(fact.first, fact.behind))
            return
        draft.scores.append(ScoreSaid("side", values, side[0]))

    def _on_where(self, draft: Draft, fact: Fact) -> None:
        self._note(draft, fact)

    def _on_halfto(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("half"))
        self._on_result(draft, fact)

    def _on_sameother(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("sameother"))

    def _on_samescores(self, draft: Draft, fact: Fact) -> None:
        drafts = [other for other in self.t.drafts if other is not draft]
        other = self._find(fact.get("name")) if fact.get("name") else (drafts[-1] if drafts else None)
        if other is None or not other.scores:
            self.t.ask(fact.first, fact.behind, "unknown-piece.name", draft, piece=fact.get("name"))
            return
        draft.scores.extend(other.scores)
        if not draft.paper:
            draft.paper = other.paper

    def _on_leaves(self, draft: Draft, fact: Fact) -> None:
        first = self.t._values(fact.get("n"), draft)
        second = self.t._values(fact.get("m"), draft)
        total = first[0] + second[0]
        sides = {"width": draft.width, "height": draft.height}
        side = next((name for name, length in sides.items() if length == total), "")
        if not side:
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=self.words.written(fact.first, fact.behind))
            return
        draft.scores.append(ScoreSaid("side", first, side))

    def _on_diagonal(self, draft: Draft, fact: Fact) -> None:
        words = self.words.words[fact.first : fact.behind]
        if not self._scoring_line() or draft.width is None or draft.scores:
            self.t.ask(fact.first, fact.behind, "not-understood.words", draft, text=" ".join(words))
            return
        draft.marks.append("diagonal")

    def _on_corners(self, draft: Draft, fact: Fact) -> None:
        text = " ".join(self.words.words[fact.first : fact.behind])
        shape = "round" if "round" in text else "mitre"
        number = fact.get("n")
        if fact.get("end") and fact.get("end") != "":
            self._note(draft, fact)
            return
        which = next((edge for edge in ("top", "bottom", "left", "right") if edge in fact.get("which").split()), "")
        if not number and shape == "mitre":
            self._note(draft, fact)
            return
        size = self.t._values(number, draft) if number else ()
        draft.marks.append(f"corners {shape} {which or 'all'} {size[0] if size else ''}".strip())

    def _note(self, draft: Draft, fact: Fact) -> None:
        draft.notes.append(self.words.written(fact.first, fact.behind))

    def _on_hole(self, draft: Draft, fact: Fact) -> None:
        place = fact.get("place")
        numbers = self.t._values(fact.get("n") or fact.get("n2"), draft)
        away = self.t._values(place, draft)
        if "middle" in place or "centre" in place or "center" in place or "top" in place:
            if away:
                draft.marks.append(f"hole {numbers[0] if numbers else ''} topmiddle {away[0]}".replace("  ", " "))
                return
            if numbers and re.search(r"(?:middle|centre|center)$", place) and "top" not in place:
                draft.marks.append(f"hole {numbers[0]} middle")
                return
            if numbers and re.search(r"(?:middle|centre|center) (?:at|of) the top$", place):
                draft.marks.append(f"hole {numbers[0]} topmiddle {_FROM_EDGE}")
                return
        self._note(draft, fact)

    def _on_holesat(self, draft: Draft, fact: Fact) -> None:
        across = self.t._values(fact.get("n"), draft)
        values = self.t._values(fact.get("list"), draft)
        for n in range(0, len(values) - 1, 2):
            draft.marks.append(f"hole {across[0]} at {values[n]} {values[n + 1]}")

    def _on_holes(self, draft: Draft, fact: Fact) -> None:
        return

    def _on_window(self, draft: Draft, fact: Fact) -> None:
        a, b = self.t._values(fact.get("a"), draft), self.t._values(fact.get("b"), draft)
        draft.marks.append(f"window {a[0]} {b[0]}")

    def _on_ends(self, draft: Draft, fact: Fact) -> None:
        self._note(draft, fact)

    def _on_punched(self, draft: Draft, fact: Fact) -> None:
        self._cut(draft, fact, "punched")

    def _on_diecut(self, draft: Draft, fact: Fact) -> None:
        self._cut(draft, fact, "die-cut")

    def _cut(self, draft: Draft, fact: Fact, how: str) -> None:
        if draft.cut not in ("", how):
            text = self.words.written(fact.first, fact.behind)
            self.t.ask(fact.first, fact.behind, "said-twice.differently", draft, text=text)
        draft.cut = how

    def _on_notation(self, draft: Draft, fact: Fact) -> None:
        """A clause that only the notation has, in a line that it does not read."""
        text = self.words.written(fact.first, fact.behind)
        self.t.ask(fact.first, fact.behind, "not-understood.words", draft, text=text)

    def _on_endsside(self, draft: Draft, fact: Fact) -> None:
        before = len(draft.scores)
        self._score(draft, fact, "edges", edges=("endsof",))
        if len(draft.scores) > before and not draft.scores[-1].side:
            draft.scores.pop()

    def _on_scrap(self, draft: Draft, fact: Fact) -> None:
        draft.scrap = True

    # Counts.

    def _on_count(self, draft: Draft, fact: Fact) -> None:
        count = self.words.number(fact.get("n")).count
        if count is None:
            self.t.ask(fact.first, fact.behind, "not-understood.words", draft, text=self.words.written(fact.first, fact.behind))
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
        elif where in ("end", "long side", "short side"):
            draft.counts.append(2)
        elif re.search(r"\b(?:long|short) sides\b|\bends\b", self.words.signs):
            draft.counts.append(2)
        else:
            behind = self.words.words[fact.behind] if fact.behind < len(self.words.words) else ""
            other = self._find(behind) if behind.isalpha() else None
            if other is not None and other.counts:
                draft.counts.append(other.counts[-1])
            elif behind.isalpha() and behind not in ("kit", "person", "bag", "head"):
                self.t.ask(fact.first, fact.behind, "not-understood.words", draft, text=self.words.written(fact.first, fact.behind))

    def _on_counttimes(self, draft: Draft, fact: Fact) -> None:
        n, m = self.words.number(fact.get("n")).count, self.words.number(fact.get("m")).count
        total = (n or 0) * (m or 0)
        said = self.words.number(fact.get("all")).count if fact.get("all") else total
        if not total or said != total:
            self.t.ask(fact.first, fact.behind, "two-counts", draft, first=str(total), second=str(said))
            return
        draft.counts.append(total)

    # Papers and the rest.

    def _on_paper(self, draft: Draft, fact: Fact) -> None:
        paper = fact.get("paper")
        if paper in ("card", "cardstock", "paper", "sheet", "scraps", "offcuts"):
            return
        paper = re.sub(r"^(?:the|a) ", "", paper)
        written = self._written_paper(fact, paper)
        if draft.paper and draft.paper_sure and draft.paper.lower() != written.lower() and fact not in ():
            if not draft.same_paper:
                self.t.ask(fact.first, fact.behind, "said-twice.differently", draft, text=written)
                return
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
        sure = lex.among("papers.kinds") | lex.among("papers.colours") | lex.among("papers.looks") | self.t.papers
        if said and not draft.paper and (said in sure or f" of {said} " in self.words.signs) and said not in ("sheet", "card"):
            draft.paper = said

    _on_down = _on_halved
    _on_strip = _on_halved

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

    def _on_result(self, draft: Draft, fact: Fact) -> None:
        sizes = tuple(
            length for key in ("a", "b", "c") if fact.get(key) for length in self.t._values(fact.get(key), draft)
        )
        draft.results.append(sizes)
        self._note(draft, fact)

    # What is left.

    def _rest(self, draft: Draft, first: int, behind: int, waiting: list[Fact] | None = None) -> None:
        """Words that no fact explains: the name, a paper perhaps, a note, or a question."""
        words = self.words.words
        inside = [n for n in range(first, behind) if not any(f.first <= n < f.behind for f in waiting or ())]
        part: list[int] = []
        for n in [*inside, -1]:
            stop = n == -1 or words[n] in (",", ";", ".", "(", ")", "!", "?", ":") or (words[n] == "-")
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
        while part and words[part[0]] in _FILLERS:
            part = part[1:]
        while part and words[part[-1]] in _FILLERS | {"with", "but", "cut", "score"} - {"cut", "score"}:
            part = part[:-1]
        if not part:
            return
        said = [words[n] for n in part]
        text = self.words.written(part[0], part[-1] + 1)
        numbers = [n for n in part if self.words.numbers[n] is not None]
        if numbers:
            counts = [self.words.numbers[n] for n in numbers]
            own = part[0] > 0 and words[part[0] - 1] in (",", "-", "(", ";") and self.score_end != part[0] - 1
            lone = len(part) == 1 and counts[0] is not None and counts[0].count is not None and own and not draft.counts
            if lone and counts[0] is not None and counts[0].count is not None:
                draft.counts.append(counts[0].count)
                return
            self.t.ask(part[0], part[-1] + 1, "not-understood.words", draft, text=text)
            return
        if words[began] == "for" and draft.name.lower() in ("", "square", "circle", "strip", "piece") and len(said) <= 3:
            draft.name = text
            return
        danger = [word for word in said if word in lex.among("danger.words")]
        direct = began == first
        plain = all(re.fullmatch(r"[^\W\d_][\w'-]*", word) for word in said)
        if not draft.name and direct and plain and len(said) <= 4 and not (set(said) & {"and", "to", "not"}):
            draft.name = text.strip(" -,")
            return
        if all(word in lex.among("papers.heads") for word in said):
            if part[0] > 0 and words[part[0] - 1] in ("in", "from") and len(said) == 1 and not draft.paper:
                draft.paper = text  # "in card": a paper of that name
            return
        if said in (["strips"], ["circles"], ["sheet"], ["pieces"], ["boards"], ["card"]) or said == ["square"]:
            return
        prefix = said[0] in ("in", "from", "of") or (part[0] > 0 and words[part[0] - 1] in ("in", "from", "of"))
        name_part = [word for word in said if word not in ("the", "a", "in", "from", "of", "our", "your")]
        if prefix and plain and 0 < len(name_part) <= 3 and not draft.paper and name_part[0] not in lex.among("papers.never"):
            draft.paper = text if words[part[0]] not in ("in", "from", "of") else " ".join(name_part)
            return
        if danger:
            self.t.ask(part[0], part[-1] + 1, "not-understood.words", draft, text=text)
            return
        verbs = lex.among("lines.doing")
        if plain and len(said) <= 2 and not draft.paper and said[0] not in verbs and draft.maybe_paper is None:
            own = part[0] > 0 and (words[part[0] - 1] in (",", "-", ":", "(") or direct)
            if own:
                spans = self.words.spans
                draft.maybe_paper = (text, self.told.number, spans[part[0]][0], spans[part[-1]][1])
                return
        draft.notes.append(text)
