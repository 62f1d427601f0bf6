"""A text as it was written, mailed, pasted or dictated: pieces, supplies, steps, notes and questions."""

from __future__ import annotations

import functools
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from neat_sheaf.measure.length import Unit
from neat_sheaf.messages import Message, message
from neat_sheaf.reading.answers import answers_to, settled
from neat_sheaf.reading.building import build
from neat_sheaf.reading.drafts import Asked, Draft, Span
from neat_sheaf.reading.judged import differs
from neat_sheaf.reading.learned import Learned, Means, as_written, put
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.notation.draft import Known, nearest
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.reading import LATER, MOST_LINES, ReadLine, read_line, with_piece
from neat_sheaf.reading.supplies import SupplyLine
from neat_sheaf.reading.tables import rows_as_lines
from neat_sheaf.reading.telling import Told, What, tell
from neat_sheaf.stock.supply import SupplyUnit

__all__ = ["SheetLine", "read_sheet"]


# So many pieces of a text are folded to see whether they come out as is said; a list of more is no list.
_MOST_JUDGED = 60


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One line of a text. ``number`` is its place, from 1; ``step`` is its sentence.

    ``pieces`` are those that begin in it; ``of`` is the line of the piece that it goes on about, 0 for none.
    ``spans`` say what each part of it became, and ``notes`` what is kept in words.
    """

    number: int
    text: str
    what: What
    pieces: tuple[ReadLine, ...] = ()
    supply: SupplyLine | None = None
    step: str = ""
    questions: tuple[Question, ...] = ()
    of: int = 0
    spans: tuple[Span, ...] = ()
    notes: tuple[str, ...] = ()

    @property
    def piece(self) -> ReadLine | None:
        """The first piece of the line."""
        return self.pieces[0] if self.pieces else None


def read_sheet(
    text: str,
    units: Unit,
    known: Known | None = None,
    supplies: Mapping[str, SupplyUnit] | None = None,
    kinds: Mapping[int, What] | None = None,
) -> list[SheetLine]:
    """Every line that is not blank, and what it is; ``kinds`` says what a line is, by its number.

    ``supplies`` are those there are, and how each is measured: one that is measured in another way than
    the line says is asked about.
    """
    known = known or Known()
    if any(word.means is Means.INSTEAD for word in known.words):
        # The blanks before and behind a line are no part of it, as everywhere here.
        made = [put(line.rstrip(), known.words) for line in text.splitlines()]
        plain = replace(known, words=tuple(w for w in known.words if w.means is not Means.INSTEAD))
        read = read_sheet("\n".join(one.text for one in made), units, plain, supplies, kinds)
        return [as_written(line, put(made[line.number - 1].written.strip(), known.words)) for line in read]
    lines = [(n, line.strip()) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    over = lines[MOST_LINES:]
    # A cell of a table is known by where it stands, with the blanks before it.
    raw = [(n, line.rstrip()) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    rows = rows_as_lines(raw[:MOST_LINES])
    told, teller = tell(lines[:MOST_LINES], units, known, kinds, rows)
    _settle_papers(teller.drafts, known)
    found = _Builder(told, teller.drafts, units, known, supplies).all()
    if over:
        more = Question(0, 0, message("too-many-lines", most=MOST_LINES))
        found.append(SheetLine(over[0][0], over[0][1], What.PIECE, questions=(more,)))
    return found


def _settle_papers(drafts: Sequence[Draft], known: Known) -> None:
    """An unknown word is a paper where a second sign says so, else it is asked about."""
    said = [draft.paper.lower() for draft in drafts if draft.paper and draft.paper_sure]
    maybe = [draft.maybe_paper[0].lower() for draft in drafts if draft.maybe_paper]
    roles = {role.lower() for role in known.roles}
    nothing = {word.said for word in known.words if word.means is Means.NOTE}
    for draft in drafts:
        if draft.maybe_paper is None:
            continue
        word, line, start, end = draft.maybe_paper
        if word.lower() in nothing:
            draft.notes.append(word)
            continue
        sure = word.lower() in said or maybe.count(word.lower()) > 1 or word.lower() in roles
        if sure and not draft.paper:
            draft.paper = word
        elif not draft.paper:
            draft.asked.append(Asked(line, start, end, "paper-or-note", {"text": word}))
        else:
            draft.notes.append(word)


def _learned(said: Message, answers: Sequence[str]) -> tuple[Learned | None, ...]:
    """What each answer to "is it its paper?" says of the word."""
    word = str(said.params.get("text", "")).lower()
    if said.key != "paper-or-note" or not word:
        return ()
    paper = re.compile(rf"; in {re.escape(word)}(?:;|$)")
    return tuple(
        Learned(word, Means.PAPER if paper.search(answer.lower()) else Means.NOTE) for answer in answers
    )


def _same_answers(question: Question, other: Question) -> bool:
    """Whether one answer settles both, so that one of them is enough."""
    return question.code == other.code and question.suggestions == other.suggestions


@functools.lru_cache(maxsize=4_096)
def _read_built(line: str, units: Unit, role: str) -> ReadLine:
    """A line that was built from a draft: all that it says is in it, but for the paper to go on in."""
    return read_line(line, units, Known(role=role))


class _Builder:
    def __init__(self, told: list[Told], drafts: list[Draft], units: Unit, known: Known,
                 supplies: Mapping[str, SupplyUnit] | None) -> None:  # fmt: skip
        self.told, self.drafts, self.units, self.known, self.supplies = told, drafts, units, known, supplies
        self.asked: dict[int, list[Question]] = {line.number: [] for line in told}
        self.texts = {line.number: line.text for line in told}
        self.built: dict[int, ReadLine] = {}
        self.called: dict[int, str] = {}
        self.judged: set[int] = set()

    def all(self) -> list[SheetLine]:
        self._pieces()
        return [self._line(told) for told in self.told]

    def _pieces(self) -> None:
        names = self._names()
        lines: list[str] = []
        owners: list[Draft] = []
        for draft, name in zip(self.drafts, names, strict=True):
            self.called[id(draft)] = name
            if draft.read is not None:
                self.built[id(draft)] = replace(draft.read, text=self.texts[draft.line], questions=())
                continue
            built = build(draft, name, self.units)
            codes = [said.key.partition(".")[0] for _, said in built.asked]
            if draft.width is not None and (codes or built.guessed) and self._is_judged(draft):
                one = settled(codes, draft, name, self.units, self._going_on(draft))
                built = built if one is None else build(one, name, self.units)
            if draft.second and not draft.name and not draft.paper:
                size = self.texts[draft.line]
                built.asked.append((None, message("second-size", text=size)))
            if name.lower().split()[-1:] and name.lower().split()[-1] in lexicon().among(
                "supplies.never_cut"
            ):
                built.asked.append((None, message("odd-name", name=name)))
            for asked, said in built.asked:
                self._ask(draft, asked, said)
            if built.line:
                lines.append(built.line)
                owners.append(draft)
        for draft, read in zip(owners, self._read(lines, owners), strict=True):
            for question in read.questions:
                if draft.line_of_notation:
                    begin = max(self.texts[draft.line].find(draft.line_of_notation), 0)
                    moved = replace(question, start=question.start + begin, end=question.end + begin)
                    self.asked[draft.line].append(moved)
                else:
                    words = read.text[question.start : question.end]
                    line = draft.lines[-1]
                    start = self.texts[line].find(words) if draft.clauses and words else -1
                    if start < 0:
                        self._ask(draft, None, question.message)
                    else:
                        moved = replace(question, start=start, end=start + len(words))
                        self.asked[line].append(moved)
            self.built[id(draft)] = replace(read, text=self.texts[draft.line], questions=())
            if draft.results and read.piece is not None and not self.asked[draft.line]:
                odd = differs(read.piece, draft.results, folded=self._is_judged(draft))
                if odd is not None:
                    self._ask(draft, None, odd)

    def _is_judged(self, draft: Draft) -> bool:
        """Whether it is folded to see what comes of it: it says so, and is among the first that do."""
        if draft.results and id(draft) not in self.judged and len(self.judged) < _MOST_JUDGED:
            self.judged.add(id(draft))
        return id(draft) in self.judged

    def _read(self, lines: list[str], owners: list[Draft]) -> list[ReadLine]:
        """The lines as pieces; one that names another piece is read again when all are known."""
        known = replace(self.known, listed=dict(self.known.listed), names=dict(self.known.names))
        found: list[ReadLine] = []
        roles: list[str] = []
        for line, draft in zip(lines, owners, strict=True):
            roles.append(known.role)
            own = bool(draft.line_of_notation or draft.clauses)
            read = read_line(line, self.units, known) if own else _read_built(line, self.units, known.role)
            found.append(read)
            if read.piece is not None:
                known = with_piece(known, read.piece)
        for n, read in enumerate(found):
            if any(question.code in LATER for question in read.questions):
                name = "" if read.piece is None else read.piece.name
                others = tuple(other for other in known.pieces if other != name)
                listed = {other: known.listed[other] for other in others if other in known.listed}
                found[n] = read_line(read.text, self.units, Known(known.roles, others, roles[n], listed))
        return found

    def _names(self) -> list[str]:
        """What each is called: as it was said, or by its number in the list."""
        names = []
        count = len(self.known.pieces)
        for draft in self.drafts:
            count += 1
            name = re.sub(r"\s+", " ", draft.name).strip()
            mat = re.match(r"(?:as a )?mat (?:of|for) (?:the )?(\w+)", " ".join(draft.clauses), re.IGNORECASE)
            name = name or (f"{mat[1]} mat" if mat else "")
            names.append(name[:60] if name else f"Piece {count}")
        return names

    def _ask(self, draft: Draft, asked: Asked | None, said: Message) -> None:
        number = asked.line if asked is not None else (draft.lines[-1] if draft.lines else draft.line)
        text = self.texts[number]
        alone = draft.lines == [draft.line] and sum(other.line == draft.line for other in self.drafts) == 1
        if alone and draft.width is not None and (said.code != "result-differs" or self._is_judged(draft)):
            whole = answers_to(said.code, draft, self.called[id(draft)], self.units, self._going_on(draft))
            if whole:
                # Each answer is the whole line, so that taking one leaves nothing open.
                question = Question(0, len(text), said, whole, _learned(said, whole))
                if not any(_same_answers(question, other) for other in self.asked[number]):
                    self.asked[number].append(question)
                return
        start, end = (asked.start, asked.end) if asked is not None else (0, len(text))
        if alone and said.key == "not-understood.words":
            near = self._near(text, start, end)
            if near is not None:
                self.asked[number].append(near)
                return
        question = Question(start, end, said)
        if question not in self.asked[number]:
            self.asked[number].append(question)

    def _going_on(self, draft: Draft) -> Known:
        """What is known where a draft begins: the paper that goes on is that of the piece before."""
        before = self.drafts[: next(n for n, other in enumerate(self.drafts) if other is draft)]
        role = next((other.paper for other in reversed(before) if other.paper), self.known.role)
        return replace(self.known, role=role)

    def _near(self, text: str, start: int, end: int) -> Question | None:
        """A question about a misspelt word, where the line is read whole with the word that it is like."""
        words = lexicon().among("ask.spelling")
        for match in re.finditer(r"[^\W\d_]{4,}", text[start:end]):
            if match[0].lower() in words:
                continue
            like = nearest(match[0].lower(), tuple(sorted(words)), 75)
            if like is None:
                continue
            first, behind = start + match.start(), start + match.end()
            fixed = text[:first] + like + text[behind:]
            read = read_sheet(fixed, self.units, self.known)
            if len(read) == 1 and read[0].pieces and not read[0].questions:
                asked = message("not-understood.near", text=match[0], near=like)
                return Question(first, behind, asked, (like,))
        return None

    def _line(self, told: Told) -> SheetLine:
        for asked in told.asked:
            self.asked[told.number].append(
                Question(asked.start, asked.end, message(asked.code, **asked.values))  # type: ignore[arg-type]
            )
        self.asked[told.number] += told.questions
        pieces = tuple(self.built[id(draft)] for draft in told.drafts if id(draft) in self.built)
        ordered = sorted(self.asked[told.number], key=lambda q: (q.start, q.end))
        # What holds a number or a side is never answered by removing it.
        questions = tuple(replace(q, suggestions=tuple(filter(None, q.suggestions))) for q in ordered)
        pieces = tuple(replace(piece, questions=questions) for piece in pieces)
        notes = tuple(note for draft in told.drafts for note in draft.notes)
        line = SheetLine(
            told.number, told.text, told.what, pieces, told.supply, told.step, questions,
            told.of.line if told.of is not None else 0, tuple(told.spans), notes,
        )  # fmt: skip
        return self._with_supply(line) if told.what is What.SUPPLY and told.supply is not None else line

    def _with_supply(self, line: SheetLine) -> SheetLine:
        said = line.supply
        if self.supplies is None or said is None:
            return line
        called = {word.said: word.instead for word in self.known.words if word.means is Means.SUPPLY}
        wanted = called.get(said.name.lower(), said.name).lower()
        same = next((name for name in self.supplies if name.lower() == wanted), None)
        if same is not None:
            unit = self.supplies[same]
            odd = Question(0, len(line.text), message("supply-measure", supply=same, unit=unit.value))
            questions = line.questions if said.unit is unit else (*line.questions, odd)
            return replace(line, supply=replace(said, name=same), questions=questions)
        words = set(said.name.lower().split())
        like = nearest(said.name, tuple(self.supplies), 80)
        like = like or next((name for name in self.supplies if words & set(name.lower().split())), None)
        near = None if said.new else like
        if near is None:
            return replace(line, supply=replace(said, new=True))
        at = max(line.text.find(said.name), 0)
        suggestions = (near, f"{said.name} (new)")
        learns = (Learned(said.name.lower(), Means.SUPPLY, near), None)
        missing = message("no-such-supply", supply=said.name)
        asked = Question(at, at + len(said.name), missing, suggestions, learns)
        return replace(line, questions=(*line.questions, asked))
