"""Facts that the words of a line may be, by rules that are data, and the best cover of a line by them."""

from __future__ import annotations

import functools
import re
from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Any

from neat_sheaf.reading.lexicon import lexicon, rules_of
from neat_sheaf.reading.words import Words, with_numbers

__all__ = ["Fact", "cover"]

_SLOT = re.compile(r"(?<!\?P)<([a-z]+)>")
_BARE = re.compile(r"(?<![A-Za-z\\<])N(?![A-Za-z])")
_SCORING = re.compile(r" (?:scor|creas|fold|hinge|valley|mountain|ridge|turn)")
_FACT_COST = 0.5
_DEEPEST = 8  # slots within slots
_MOST_MATCHES = 4_000


@dataclass(frozen=True, slots=True)
class Fact:
    """A span of words, from ``first`` to before ``behind``, that says something of a kind.

    ``said`` are its parts as signs, by the names that the rule gives them.
    """

    kind: str
    first: int
    behind: int
    said: dict[str, str]
    needs: str = ""
    cost: float = 0.0

    def get(self, name: str) -> str:
        """A part of it, or ""."""
        return self.said.get(name, "")


@dataclass(frozen=True, slots=True)
class _Rule:
    kind: str
    pattern: re.Pattern[str]
    needs: str
    cost: float
    needs_number: bool


def paper_pattern(more: frozenset[str]) -> str:
    """One to four words that are a paper, at least one of them known as one."""
    words = lexicon()
    sure = words.among("papers.kinds") | words.among("papers.colours") | words.among("papers.looks")
    beside = words.among("papers.shades") | words.among("papers.heads")
    long = sorted({word.lower() for word in more if " " in word}, key=len, reverse=True)
    single = sorted(sure | {word.lower() for word in more if " " not in word and word}, key=len, reverse=True)
    one = "|".join(re.escape(word) for word in (*long, *single))
    side = "|".join(re.escape(word) for word in sorted(beside, key=len, reverse=True))
    return (
        rf"(?:(?:{side}|{one}) )*(?:{one})(?: (?:{side}|{one}|[a-z0-9](?= (?:[,;.:()-]|$)|\s*$)))*"
        rf"|(?:lighter|darker|paler|main|contrasting|coordinating) (?:shade|one|card|paper|colour|color|tone)"
    )


@functools.cache
def _own_rules(language: str) -> tuple[_Rule | str, ...]:
    """The rules of a language in order; one that names papers is left as its place in the file."""
    rules = rules_of(language)["rule"]
    return tuple(
        str(n) if "PAPERS" in rule["say"] else _rule(rule, language, "") for n, rule in enumerate(rules)
    )


@functools.lru_cache(maxsize=256)
def _rules(more: frozenset[str], language: str) -> tuple[_Rule, ...]:
    """The rules of a language where these are papers, too."""
    rules = rules_of(language)["rule"]
    papers = paper_pattern(more)
    return tuple(
        _rule(rules[int(rule)], language, papers) if isinstance(rule, str) else rule
        for rule in _own_rules(language)
    )


def _rule(rule: dict[str, Any], language: str, papers: str) -> _Rule:
    slots: dict[str, str] = rules_of(language)["slots"]
    pattern = str(rule["say"])
    for _ in range(_DEEPEST):
        pattern = _SLOT.sub(lambda match: f"(?:{slots[match[1]]})", pattern)
    counted = "N" in _BARE.findall(_SLOT.sub("", rule["say"])) or "<list>" in rule["say"]
    return _Rule(
        rule["kind"],
        re.compile(rf"(?<= )(?:{with_numbers(pattern.replace('PAPERS', papers))})(?= )"),
        rule.get("needs", ""),
        float(rule.get("cost", 0.0)),
        counted,
    )


def _matches(words: Words, rules: Iterable[_Rule]) -> Iterator[Fact]:
    signs, index = words.signs, words.index
    has_number = any(number is not None for number in words.numbers)
    count = 0
    for rule in rules:
        if rule.needs_number and not has_number:
            continue
        at = 0
        # A match may begin within another one of its rule: "so 4 x 11" has "4 x 11" in it.
        while (match := rule.pattern.search(signs, at)) is not None:
            at = match.start() + 1
            if match.end() == match.start():
                continue
            count += 1
            if count > _MOST_MATCHES:
                return
            first, last = index[match.start()], index[match.end() - 1]
            said = {name: text for name, text in match.groupdict().items() if text is not None}
            places = {f"@{name}": str(index[match.start(name)]) for name in said}
            yield Fact(rule.kind, first, last + 1, said | places, rule.needs, rule.cost)


def _loss(words: Words, n: int, danger: frozenset[str]) -> float:
    """What it costs to leave a word unexplained: a number is the dearest, a sign the cheapest."""
    if words.numbers[n] is not None:
        return 6.0
    if words.words[n] in danger:
        return 1.6
    return 0.55 if any(sign.isalnum() for sign in words.words[n]) else 0.1


def cover(
    words: Words, papers: frozenset[str] = frozenset(), scored: bool = False, language: str = "en"
) -> list[Fact]:
    """The facts that together explain the most of a line, none over another, in order.

    ``scored``: scores were said before, so that a distance without the word may be one.
    """
    shape = _shape(words.words, papers, language)
    found = _cover(_Signs(words, shape), papers, scored, language)
    if shape == words.words:
        return list(found)
    return [
        Fact(
            fact.kind, fact.first, fact.behind, _as_said(fact.said, shape, words.words), fact.needs, fact.cost
        )
        for fact in found
    ]


@functools.lru_cache(maxsize=64)
def _told_apart(
    papers: frozenset[str], language: str
) -> tuple[frozenset[str], frozenset[str], frozenset[str]]:
    """Parts of words that a rule spells, words that it may tell from any other, and words that are colours.

    Rules spell words in parts ("fold(?:ed|s)?"), so that a word counts that begins or ends as a part does.
    """
    rules, known = rules_of(language), lexicon(language)
    patterns = " ".join([*rules["slots"].values(), *(rule["say"] for rule in rules["rule"])])
    parts = set(re.findall(r"[a-z]{3,}", patterns))
    # "discs?" is "disc", too.
    parts |= {part[:-1] for part in re.findall(r"[a-z]{4,}(?=\?)", patterns)}
    kinds = known.among("papers.kinds") | known.among("papers.looks")
    beside = known.among("papers.shades") | known.among("papers.heads") | known.among("danger.words")
    of_studio = frozenset(word for paper in papers for word in paper.split())
    whole = kinds | beside | of_studio
    colours = known.among("papers.colours")
    alike = frozenset(word for word in colours - whole if not _spelled(word, parts))
    return frozenset(parts), whole | (colours - alike), alike


def _spelled(word: str, parts: Collection[str]) -> bool:
    return any(word[:n] in parts or word[-n:] in parts for n in range(3, len(word) + 1))


@functools.lru_cache(maxsize=16_384)
def _word_of_shape(word: str, papers: frozenset[str], language: str) -> str:
    parts, whole, alike = _told_apart(papers, language)
    if word in alike:
        return min(alike)
    if len(word) < 3 or not word.isascii() or not word.isalpha() or word in whole or _spelled(word, parts):
        return word
    return "qqs" if word[-1] == "s" else "qq"


def _shape(words: tuple[str, ...], papers: frozenset[str], language: str) -> tuple[str, ...]:
    """The words with those that no rule tells apart made one, so that lines alike are covered once."""
    return tuple(_word_of_shape(word, papers, language) for word in words)


def _as_said(said: dict[str, str], shape: tuple[str, ...], words: tuple[str, ...]) -> dict[str, str]:
    """The parts of a fact of the shape of a line, in the words of the line."""
    found = dict(said)
    for name, text in said.items():
        if name[0] != "@":
            first = int(said[f"@{name}"])
            pieces = enumerate(text.split(" "), first)
            found[name] = " ".join(
                words[n] if n < len(words) and piece == shape[n] else piece for n, piece in pieces
            )
    return found


class _Signs:
    """Words of which only the signs count: what they are covered by follows from these alone."""

    def __init__(self, words: Words, shape: tuple[str, ...]) -> None:
        self.words = words if shape == words.words else _in_shape(words, shape)

    def __hash__(self) -> int:
        return hash(self.words.signs)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Signs) and self.words.signs == other.words.signs


def _in_shape(words: Words, shape: tuple[str, ...]) -> Words:
    index = [0]
    for n, word in enumerate(shape):
        index.extend([n] * (len(word) + 1))
    return replace(words, signs=f" {' '.join(shape)} ", words=shape, index=tuple(index))


@functools.lru_cache(maxsize=4_096)
def _cover(signs: _Signs, papers: frozenset[str], scored: bool, language: str) -> tuple[Fact, ...]:
    words = signs.words
    count = len(words.words)
    scored = scored or _SCORING.search(words.signs) is not None
    facts = [
        fact
        for fact in _matches(words, _rules(papers, language))
        if scored or not fact.needs.startswith("score")
    ]
    # A clause of the notation stands behind the size, and a count that is a number alone.
    sized = min((fact.behind for fact in facts if fact.kind in ("size", "square", "circle")), default=count)
    facts = [
        fact for fact in facts if (fact.kind != "notation" and fact.needs != "counted") or fact.first >= sized
    ]
    by_start: dict[int, list[Fact]] = {}
    for fact in facts:
        by_start.setdefault(fact.first, []).append(fact)
    danger = lexicon(language).among("danger.words")
    lost = [_loss(words, n, danger) for n in range(count)]
    best: list[tuple[float, Fact | None]] = [(0.0, None)] * (count + 1)
    for at in range(count - 1, -1, -1):
        choice: tuple[float, Fact | None] = (lost[at] + best[at + 1][0], None)
        for fact in by_start.get(at, ()):
            cost = _FACT_COST + fact.cost + best[fact.behind][0]
            if cost < choice[0] - 1e-9:
                choice = (cost, fact)
        best[at] = choice
    found: list[Fact] = []
    at = 0
    while at < count:
        taken = best[at][1]
        if taken is None:
            at += 1
            continue
        found.append(taken)
        at = taken.behind
    return tuple(found)
