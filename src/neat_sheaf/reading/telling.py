"""A text told line after line: the pieces that it tells of, and what else each line is."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace

from neat_sheaf.measure.length import Unit
from neat_sheaf.reading.corrections import corrected
from neat_sheaf.reading.drafts import Asked
from neat_sheaf.reading.from_notation import NotationLines
from neat_sheaf.reading.grammar import Fact, cover
from neat_sheaf.reading.learned import Means
from neat_sheaf.reading.lexicon import lexicon, rules_of
from neat_sheaf.reading.line_in_words import Told, What
from neat_sheaf.reading.line_kinds import (
    GEOMETRY,
    LONGEST_TITLE,
    SIZES,
    Title,
    for_each,
    goes_on,
    is_its_paper,
    name_from_above,
    one_of_each,
    section_of,
    title_of,
)
from neat_sheaf.reading.notation import Known
from neat_sheaf.reading.notation.reading import LONGEST_LINE
from neat_sheaf.reading.supplies import supply_of
from neat_sheaf.reading.tables import rows_as_lines
from neat_sheaf.reading.words import is_number, with_numbers, words_of

__all__ = ["Told", "What", "tell"]

_BULLET = re.compile(
    r"\A\s*(?:(?:[-*•–#>+☐☑☒✓✔✗✘■□▪▫●○◦·‣⁃]+|\[[ xX]?\]|\(?[A-Za-z][.)]|\(?\d{1,2}[.)])\s+)+(?=\S)"
)
_LONGEST_STEP = 400  # characters
# So much of a line is read at once; more is read sentence by sentence.
_LONGEST_AT_ONCE = 600


@dataclass(slots=True)
class Teller(NotationLines):
    """Reads lines one after the other, and knows what was told before."""

    papers: frozenset[str] = frozenset()
    section: str = ""
    alone: bool = False
    """Whether the text has no other line."""
    counted: bool = False
    """Whether the lines are numbered (1), (2), (3)."""
    paper: str = ""
    """What all is cut from until another heading says otherwise."""
    last_what: What = What.HEADING
    bare_size: bool = False
    """Whether the last piece is a size alone in its line."""
    title: Title | None = None
    """The last line that may name a size that stands below it."""
    for_many: int = 0
    """For how many kits the amounts of the text are said to be, 0 where that is not said."""

    def tell(self, number: int, text: str, title: bool, kind: What | None, row: str | None = None) -> Told:
        """Read a line; ``title``: it is the first of several, ``kind``: what a person says it is.

        ``row``: what it says as a row of a table, "" where it is the table's header.
        """
        told = self.line = Told(number, text)
        if row is not None:
            self._row(told, row, kind)
            return told
        if len(text) > _LONGEST_AT_ONCE:
            return self._long(number, text, kind)
        bullet = _BULLET.match(text)
        begin = bullet.end() if bullet else 0
        numbering = re.compile(rules_of()["lines"]["numbering"]).match(text, begin)
        begin = numbering.end() if numbering else begin
        if bullet and re.fullmatch(r"\s*\(\d+\)\s+", bullet[0]) and not self.counted:
            begin = 0  # "(2) side panels": how many, where the lines are not numbered so
        units = "cm" if re.search(r"\d\s?(?:cm|mm)\b", text) and self.units == "in" else self.units
        blank = " " * begin + text[begin:]
        self.words = corrected(words_of(blank, units))
        if kind is None:
            self._classify(told, text, begin, title)
        else:
            self._as_said(told, text, begin, kind)
        if told.what in (What.PIECE, What.STEP, What.SUPPLY):
            self.last_what = told.what
        if told.what in (What.HEADING, What.NOTE) and len(self.words.words) <= LONGEST_TITLE:
            self.title = title_of(told, begin, self.words, cover(self.words, self.papers)) or self.title
        return told

    def _long(self, number: int, text: str, kind: What | None) -> Told:
        """A long line, sentence by sentence; a sentence that never ends is asked about."""
        whole = Told(number, text, What.NOTE)
        for match in re.finditer(r"\S.*?(?:[.!?;](?=\s)|$)", text[:LONGEST_LINE]):
            if match.end() - match.start() > _LONGEST_AT_ONCE:
                self.line = whole
                if not any(sign.isdigit() for sign in match[0]):
                    self.words = words_of(match[0][:_LONGEST_AT_ONCE])
                    self._step(whole, match[0])
                    continue
                whole.what = What.PIECE
                most = _LONGEST_AT_ONCE
                whole.asked.append(Asked(number, *match.span(), "too-long.line", {"most": most}))
                continue
            told = self.tell(number, " " * match.start() + match[0], False, kind)
            whole.drafts += told.drafts
            whole.asked += told.asked
            whole.questions += told.questions
            whole.spans += told.spans
            whole.supply = whole.supply or told.supply
            whole.step = f"{whole.step} {told.step}".strip()
            whole.of = whole.of or told.of
            first = whole.what is What.NOTE or (told.what is What.PIECE and whole.what is not What.PIECE)
            whole.what = told.what if first else whole.what
        if len(text) > LONGEST_LINE:
            whole.asked.append(
                Asked(number, LONGEST_LINE, len(text), "too-long.line", {"most": LONGEST_LINE})
            )
            whole.what = What.PIECE
        return whole

    def _row(self, told: Told, row: str, kind: What | None) -> None:
        if not row:
            told.what = What.HEADING
            return
        words = corrected(words_of(row, self.units))
        # A question about a row is about the whole of it.
        self.words = replace(
            words,
            text=told.text,
            spans=tuple((0, len(told.text)) for _ in words.spans),
            said=row,
            own=words.spans,
        )
        if kind is None:
            self._classify(told, row, 0, False)
        else:
            self._as_said(told, row, 0, kind)

    def _as_said(self, told: Told, text: str, begin: int, kind: What) -> None:
        told.what = kind
        if kind is What.STEP:
            self._step(told, text[begin:].strip())
        elif kind is What.SUPPLY:
            told.supply = supply_of(self.words, "supplies", self.units)
            if told.supply is None:
                self.ask(0, len(self.words.words), "supply-amount")
        elif kind is What.PIECE:
            facts = cover(self.words, self.papers, self._scored())
            if self._as_notation(told, text[begin:].strip(), sum(fact.kind in SIZES for fact in facts)):
                return
            if any(fact.kind in SIZES for fact in facts):
                self._pieces(told, facts)
            else:
                self.ask(0, len(self.words.words), "no-size")

    def _classify(self, told: Told, text: str, begin: int, title: bool) -> None:
        words = self.words
        lex = lexicon()
        bare = text[begin:].strip()
        letters = [word for word in words.words if word[:1].isalpha() and not is_number(word)]
        has_number = any(number is not None for number in words.numbers)
        first = letters[0] if letters and words.words[0] == letters[0] else ""
        section = section_of(bare)
        marked = bare.endswith(":") or text.lstrip().startswith("#")
        doing = lex.among("lines.doing")
        heading = not has_number and len(letters) <= 6 and bool(letters)
        if heading and (marked or section or (title and first not in doing)):
            told.what, self.section = What.HEADING, section or self.section
            if self._paper_heading(told, cover(words, self.papers), letters):
                return
            self.paper = ""
            return
        if not letters and not has_number:
            return
        many = re.match(with_numbers(rules_of()["lines"]["for_many"]), words.signs)
        number = words.number(many["n"]).count if many is not None else None
        if number is not None and number > 1:
            told.what, self.for_many = What.HEADING, number
            return
        facts = cover(words, self.papers, self._scored())
        sized = any(fact.kind in SIZES for fact in facts)
        geometry = any(fact.kind in GEOMETRY for fact in facts)
        supply = None
        if not any(
            fact.kind in ("score", "scorefrom", "scoreall", "window", "bigger", "sameas") for fact in facts
        ):
            supply = supply_of(words, self.section, self.units)
        if supply is not None:
            told.what, told.supply = What.SUPPLY, supply
            self._mark_all("supply")
            return
        if title and not facts and len(letters) <= 7 and first not in doing:
            told.what = What.HEADING
            return
        short = (section and not geometry) or (len(letters) <= 5 and first not in doing)
        if title and not sized and not has_number and short:
            told.what = What.HEADING
            return
        if title and not sized and re.fullmatch(r".*\((?:makes|for) .*\)", bare) and len(letters) <= 7:
            told.what = What.HEADING
            return
        below = self.current is not None and self.current.lines[-1:] == [told.number - 1] and self.bare_size
        if not sized and below and not marked and is_its_paper(self.words, self.current, facts):
            told.what, told.of = What.MORE, self.current
            self._more(told, facts)
            return
        if not sized and not has_number and self._paper_heading(told, facts, letters):
            return
        if self._is_step(bare, first, facts, sized, has_number):
            size = next((fact for fact in facts if fact.kind in SIZES), None)
            self._step(told, bare, asked=size is not None and not self._known_size(size))
            return
        if sized or any(fact.kind in ("bigger", "sameas") for fact in facts):
            told.what = What.PIECE
            if not self._as_notation(told, text[begin:].strip(), sum(fact.kind in SIZES for fact in facts)):
                self._pieces(told, facts)
            return
        if (
            not sized
            and facts
            and all(fact.kind in ("holds", "result", "countsheet", "where") for fact in facts)
        ):
            outside = [n for n in range(len(words.words)) if not any(f.first <= n < f.behind for f in facts)]
            if not any(words.numbers[n] is not None for n in outside):
                told.what, told.of = What.NOTE, self.current
                if self.current is not None:
                    self._more(told, facts)
                return
        if not sized and self.current is not None and is_its_paper(self.words, self.current, facts):
            told.what, told.of = What.MORE, self.current
            self._more(told, facts)
            return
        if geometry and self.current is not None and not goes_on(self.words, facts):
            counts = [words.number(fact.get("n")).count for fact in facts if fact.kind == "count"]
            if len(counts) == len(facts) and set(counts) <= set(self.current.counts):
                self._mark_all("note")  # "I always cut an extra one but you only need the two"
                return
        elif geometry and self.current is not None:
            told.what, told.of = What.MORE, self.current
            self._more(told, facts)
            return
        if self.section == "supplies":
            told.what = What.SUPPLY
            self.ask(0, len(words.words), "supply-amount")
            told.supply = supply
            return
        if (
            has_number
            or geometry
            or any(
                word in lex.among("danger.words")
                and word not in ("about", "no", "not", "only", "same", "round")
                for word in letters
            )
        ):
            plain = bare.lower()
            if not geometry and any(plain.startswith(start) for start in lex.among("lines.of_the_day")):
                self._mark_all("note")  # "We start at 6.30": its numbers are times and prices
                return
            talk = any(plain.startswith(start) for start in lex.among("lines.talk"))
            strong = any(word in lex.among("ask.words") for word in letters)
            if not has_number and (talk or (self._is_talk(bare, letters) and not strong)):
                self._mark_all("note")
                return
            told.what = What.PIECE
            self.ask(0, len(words.words), "no-size")
            return
        if self.section == "steps":
            self._step(told, bare)
            return
        if self.alone and len(letters) <= 3 and not facts:
            told.what = What.PIECE
            self.ask(0, len(words.words), "no-size")
            return
        self._mark_all("note")

    def _step(self, told: Told, bare: str, *, asked: bool = False) -> None:
        """A line that is a step; ``asked``: it holds a size that may be of a piece to cut."""
        told.what, told.step = What.STEP, bare
        self._mark_all("step")
        if len(bare) > _LONGEST_STEP:
            self.ask(0, len(self.words.words), "too-long.step", most=_LONGEST_STEP)
        elif asked:
            self.ask(0, len(self.words.words), "step-or-piece")

    def _paper_heading(self, told: Told, facts: list[Fact], letters: list[str]) -> bool:
        """ "From the white:", "KRAFT": what all the lines below are cut from."""
        papers = [fact for fact in facts if fact.kind == "paper"]
        if len(papers) != 1 or len(facts) != 1:
            return False
        fact = papers[0]
        words = self.words.words
        left = [w for n, w in enumerate(words) if not fact.first <= n < fact.behind and w[:1].isalpha()]
        marked = words[-1:] == (":",)
        if left and not (marked and set(left) <= lexicon().among("little.paper_heading")):
            return False
        paper = fact.get("paper")
        if paper in ("card", "cardstock", "paper", "print", "papers") and not marked:
            return False
        told.what = What.HEADING
        self.paper = "" if paper in ("card", "cardstock", "paper", "papers") else paper
        return True

    def _scored(self) -> bool:
        return self.current is not None and bool(self.current.scores) and self.last_what is What.PIECE

    def _is_talk(self, bare: str, letters: list[str]) -> bool:
        return len(letters) >= 4 and not re.search(r"\d", bare)

    def _is_step(self, bare: str, first: str, facts: list[Fact], sized: bool, has_number: bool) -> bool:
        """A verb with what is done to, and no size that could be a piece's."""
        lex = lexicon()
        words = self.words.words
        verbs = lex.among("lines.doing")
        if first not in verbs:
            long_enough = len(words) >= 4 and bare.endswith((".", "!"))
            return (
                self.section == "steps" and not sized and not has_number and (long_enough or len(words) > 2)
            )
        follows = words[1] if len(words) > 1 else ""
        objects = follows in lex.among("lines.objects")
        geometry = [fact for fact in facts if fact.kind in GEOMETRY]
        spread = any(fact.first == 0 for fact in geometry)
        if sized:
            # "Wrap the 4 x 6 card" is a step, "cut a 4 x 6 card" a piece.
            size = next(fact for fact in facts if fact.kind in SIZES)
            before = words[max(0, size.first - 1)] if size.first else ""
            its = before in ("the", "your", "this", "that") and first not in lex.among("lines.making")
            return objects and first not in lex.among("lines.making") and (its or self._known_size(size))
        if spread and self.section != "steps" and self.last_what is not What.STEP:
            return False
        if has_number and not objects and self.section != "steps":
            return False
        if any(number is not None for number in self.words.numbers) and self.section != "steps":
            return False
        return (
            objects
            or (len(words) >= 3 and not has_number)
            or self.section == "steps"
            or (not has_number and bare.endswith((".", "!")))
        )

    def _known_size(self, fact: Fact) -> bool:
        if fact.kind != "size":
            return False
        size = self.lengths(fact)
        if size is None:
            return False
        return (
            any(draft.width is not None and {draft.width, draft.height} == set(size) for draft in self.drafts)
            or self.section == "steps"
        )

    # Pieces.

    def _pieces(self, told: Told, facts: list[Fact]) -> None:
        from neat_sheaf.reading.describing import Describer

        Describer(self, told).pieces(facts)
        self.bare_size = len(facts) == 1 and facts[0].first == 0 and facts[0].behind == len(self.words.words)
        name_from_above(told, self.words, facts, self.title, self.bare_size)
        for draft in told.drafts:
            if self.paper and not draft.paper and draft.maybe_paper is None:
                draft.paper = self.paper
            for_each(draft, self.for_many)
        one_of_each(told.drafts)

    def _more(self, told: Told, facts: list[Fact]) -> None:
        from neat_sheaf.reading.describing import Describer

        Describer(self, told).more(facts)


def tell(lines: list[tuple[int, str]], units: Unit, known: Known,
         kinds: Mapping[int, What] | None = None,
         rows: Mapping[int, str] | None = None) -> tuple[list[Told], Teller]:  # fmt: skip
    """Every line of a text, with the pieces they tell of; ``rows`` are those that are rows of a table."""
    papers = frozenset(role.lower() for role in known.roles if role.lower() != "body")
    papers |= frozenset(word.said for word in known.words if word.means is Means.PAPER)
    teller = Teller(units, papers=papers, roles=known.roles, names=known.pieces)
    teller.alone = len(lines) == 1
    marks = [int(found[1]) for _, text in lines if (found := re.match(r"\s*\((\d{1,2})\)\s", text))]
    teller.counted = len(marks) > 1 and marks == list(range(marks[0], marks[0] + len(marks)))
    told = []
    rows = rows_as_lines(lines) if rows is None else rows
    for place, (number, text) in enumerate(lines):
        told.append(
            teller.tell(
                number, text, place == 0 and len(lines) > 2, (kinds or {}).get(number), rows.get(number)
            )
        )
    return told, teller
