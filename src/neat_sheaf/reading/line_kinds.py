"""What a line can be told by: kinds of facts, headings of a section, counts that are of several things."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from neat_sheaf.reading.drafts import Draft, Span
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.line_in_words import Told, What
from neat_sheaf.reading.words import Words

__all__ = [
    "GEOMETRY",
    "LONGEST_TITLE",
    "SIZES",
    "Title",
    "for_each",
    "goes_on",
    "is_its_paper",
    "name_from_above",
    "one_of_each",
    "section_of",
    "title_of",
]

LONGEST_TITLE = 8  # words; a line of more names no size below it
_NAME = re.compile(r"[^\W\d_]+(?:[ '-][^\W\d_]+){0,3}")
SIZES = ("size", "square", "circle", "circles", "named", "strip")
GEOMETRY = (
    "score", "scorefrom", "scoreall", "every", "half", "around", "along", "turn", "turnfrom", "bothways",
    "sameother", "samescores", "mountain", "valley", "corners", "hole", "holesat", "window", "ends", "count",
    "counttwice", "counttimes", "diagonal", "leaves", "gate", "punched", "scoredown", "halfto", "across",
)  # fmt: skip


def section_of(bare: str) -> str:
    """The section that a heading begins: "supplies", "steps" or "pieces"; "" for another line."""
    plain = bare.rstrip(":").lower().strip(" #")
    lex = lexicon()
    for section in ("supplies", "steps", "pieces"):
        names = lex.among(f"lines.{section}")
        if any(plain == name or plain.startswith(f"{name} ") or plain.endswith(f" {name}") for name in names):
            return section
    return ""


def for_each(draft: Draft, many: int) -> None:
    """A count below "for 12 kits" may be of them all; ``many``: how many, 0 where that is not said."""
    count = draft.counts[0] if len(draft.counts) == 1 else 1
    if many and count > 1 and count % many == 0:
        draft.counts = [count // many, count]


def one_of_each(drafts: Sequence[Draft]) -> None:
    """ "A pair of mats, 3 x 3 and 2 x 2" is one of each, or two of the first."""
    if len(drafts) < 2:
        return
    first, *others = drafts
    if first.counts == [len(drafts)] and not any(other.name or other.counts for other in others):
        first.counts = [1, len(drafts)]


@dataclass(frozen=True, slots=True)
class Title:
    """A line that may name a size that stands below it, and the paper that it says, or ""."""

    told: Told
    name: str
    paper: str = ""
    marked: bool = False
    """Whether it ends with a colon."""


def title_of(told: Told, begin: int, words: Words, facts: Sequence[Fact]) -> Title | None:
    """What a line of a few plain words may say of a size below it: "Lid strip", "Seal:", "Box base, berry".

    ``begin``: where the line begins behind its bullet. None where it says nothing of the kind.
    """
    bare, lex = told.text[begin:].strip(), lexicon()
    if any(bare.lower().startswith(said) for said in lex.among("lines.talk")) or (
        words.words and words.words[0] in lex.among("lines.doing")
    ):
        return None  # "Thanks everyone" above a size
    papers = [fact for fact in facts if fact.kind == "paper"]
    if len(papers) == len(facts) == 1 and papers[0].first > 1 and papers[0].behind == len(words.words):
        apart = words.words[papers[0].first - 1] in (",", "-", "(") or words.words[papers[0].first] == "in"
        name = words.written(0, papers[0].first).strip(" ,-(") if apart else ""
        if _NAME.fullmatch(name):
            first = int(papers[0].get("@paper"))
            return Title(told, name, words.written(first, papers[0].behind).strip(" )"))
    name = bare.rstrip(" :")
    return Title(told, name, marked=name != bare) if _NAME.fullmatch(name) else None


def name_from_above(
    told: Told, words: Words, facts: Sequence[Fact], title: Title | None, bare_size: bool
) -> None:
    """ "Lid strip" above "1 x 7" is its name, "Lid, plum" above "cut 4 x 4" its name and paper.

    The first line, and one with a colon, may be about all that follows; so they name only what is
    ``bare_size``, a size alone in its line, unless they say its paper.
    """
    begin = next((n for n, fact in enumerate(facts) if fact.kind in SIZES), None)
    if title is None or title.told.number != told.number - 1 or len(told.drafts) != 1 or begin is None:
        return
    before = set(words.words[: facts[begin].first]) - lexicon().among("lines.making")
    if before or facts[begin].kind not in ("size", "square", "circle"):
        return
    draft, above = told.drafts[0], title.told
    shape = draft.name in (facts[begin].get("shape"), facts[begin].get("name"))
    own = title.paper or (above.number > 1 and not title.marked)
    if not (draft.name and not shape) and (bare_size or own):
        draft.name = title.name
        # It is not the heading of all, but speaks of this piece.
        above.what, above.of = What.MORE, draft
        if title.paper and not draft.paper:
            draft.paper = title.paper
            start = above.text.rfind(title.paper)
            above.spans.append(Span(above.number, start, start + len(title.paper), "paper"))


def is_its_paper(words: Words, piece: Draft | None, facts: Sequence[Fact]) -> bool:
    """ "Paper? plum", "in kraft" behind a piece that has no paper yet."""
    if piece is None or piece.paper or [fact.kind for fact in facts] != ["paper"]:
        return False
    said, fact = words.words, facts[0]
    left = {w for n, w in enumerate(said) if not fact.first <= n < fact.behind and w[:1].isalpha()}
    return left <= lexicon().among("little.paper_heading") | lexicon().among("tables.paper")


def goes_on(words: Words, facts: Sequence[Fact]) -> bool:
    """Whether a line is about the piece before and little else; talk with a number in it is not."""
    inside = {n for fact in facts for n in range(fact.first, fact.behind)}
    fillers = lexicon().among("little.fillers_on")
    left = [
        n
        for n, word in enumerate(words.words)
        if n not in inside and word[:1].isalpha() and word not in fillers
    ]
    return len(left) <= 3 or len(left) * 2 <= len(inside)
