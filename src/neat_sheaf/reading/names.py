"""The name of a piece, found among the words before and behind its size."""

from __future__ import annotations

import functools
import re

from neat_sheaf.reading.lexicon import lexicon, rules_of
from neat_sheaf.reading.words import FIRST, Words, with_numbers

__all__ = ["Head", "head_of"]


@functools.cache
def _pattern(name: str, language: str = "en") -> re.Pattern[str]:
    return re.compile(with_numbers(rules_of(language)["heads"][name]))


class Head:
    """The words before a size: the name, how many, and what else they hold."""

    def __init__(self) -> None:
        self.name = ""
        self.count: int | None = None
        self.rest: list[str] = []
        self.plain = False
        """Whether the words are no sentence."""


def head_of(words: Words, first: int, behind: int) -> Head:
    """Read the words from ``first`` to before ``behind``, which are no fact."""
    head = Head()
    tokens = list(words.words[first:behind])
    while tokens and tokens[0] in (",", ".", ";", ":", "-", ")", "!", "?", "and"):
        tokens.pop(0)
        first += 1
    signs = " ".join(tokens)
    numbers = [sign for sign in tokens if _is(sign)]
    if not tokens:
        return head
    plain = not _pattern("sentence").search(signs)
    head.plain = plain
    if plain and len(tokens) <= 7:
        _short(words, head, tokens, first)
        return head
    _long(words, head, tokens, first, numbers)
    return head


def _is(sign: str) -> bool:
    return len(sign) == 1 and FIRST <= ord(sign) < FIRST + 6_000


def _short(words: Words, head: Head, tokens: list[str], first: int) -> None:
    """ "Glow panels -", "two mats", "3. Label:": all of it is the name, but for a count."""
    signs = " ".join(tokens) + " "
    lead = _pattern("lead").match(signs)
    start = len(lead[0].split()) if lead else 0
    tokens, first = tokens[start:], first + start
    while tokens and tokens[0] in lexicon().among("names.before"):
        tokens, first = tokens[1:], first + 1
    if tokens and _is(tokens[0]):
        number = words.number(tokens[0])
        # "two nine-inch pieces" has a count; "12-inch strip" has none.
        if number.count is not None:
            head.count = number.count
            tokens, first = tokens[1:], first + 1
            while tokens and tokens[0] in lexicon().among("names.behind_count"):
                tokens, first = tokens[1:], first + 1
    if _is_numbered(words, tokens):
        head.name = words.written(first, first + 2)
        return  # "Layer 1:"
    trail = _pattern("trail").search(" " + " ".join(tokens))
    cut = len(trail[0].split()) if trail else 0
    at = first + len(tokens) - cut
    if cut and tokens[-cut] == "a" and words.written(at, at + 1) == "A" and cut < len(tokens):
        cut -= 1  # "Insert A"
    if cut:
        tokens = tokens[:-cut]
    if len(tokens) > 1 and _is(tokens[-1]):
        number = words.number(tokens[-1])
        before = tokens[-2]
        if number.count is not None and before in (",", ":", "-", "(", "x", "cut", "make"):
            head.count = number.count
            tokens = tokens[:-1]
            while tokens and tokens[-1] in (",", ":", "-", "(", "x", "cut", "make"):
                tokens = tokens[:-1]
    if len(tokens) == 2 and tokens[0] in ("piece", "part", "item", "number", "no", "cut") and _is(tokens[1]):
        return  # "piece two": its place in the list
    placed = len(tokens) > 2 and tokens[0] in lexicon().among("names.places") and _is(tokens[1])
    if placed and words.number(tokens[1]).spoken and not _is(tokens[2]):
        _short(words, head, tokens[2:], first + 2)  # "row one cover"
        return
    if (
        len(tokens) == 2
        and _is(tokens[1])
        and words.number(tokens[1]).spoken
        and tokens[0] in lexicon().among("names.numbered")
    ):
        head.name = words.written(first, first + 2)
        return  # "layer one"
    if any(_is(token) for token in tokens):
        head.rest.append(words.written(first, first + len(tokens)))
    if not tokens:
        return
    dash = next((n for n, token in enumerate(tokens) if token in ("-", ":") and n + 1 < len(tokens)), None)
    if dash is not None:
        if set(tokens[:dash]) <= lexicon().among("names.generic"):
            head.rest.clear()
            _short(words, head, tokens[dash + 1 :], first + dash + 1)  # "person: one base"
            return
        # "Rosette - two strips": the whole thing, then what is cut for it.
        behind = tokens[dash + 1 :]
        if behind and _is(behind[0]):
            number = words.number(behind[0])
            bought = set(behind[1:]) & (lexicon().among("supplies.nouns") | lexicon().among("danger.words"))
            if number.count is not None and not bought and not any(_is(token) for token in behind[1:]):
                head.count = number.count
                head.rest.clear()
                if any(token[0].isdigit() for token in tokens[:dash]):
                    tokens, first = behind[1:], first + dash + 2  # "for the 14th: twelve bases"
                else:
                    tokens = tokens[:dash]
    head.name = words.written(first, first + len(tokens)).strip(" -,:;()\"'“”‘’")


def _is_numbered(words: Words, tokens: list[str]) -> bool:
    if len(tokens) < 3 or tokens[0] not in lexicon().among("names.numbered") or not _is(tokens[1]):
        return False
    return tokens[2] in (":", "-") and words.number(tokens[1]).count is not None


def _long(words: Words, head: Head, tokens: list[str], first: int, numbers: list[str]) -> None:
    """A sentence before the size: the name is the noun that is said to be of that size."""
    signs = " " + " ".join(tokens) + " "
    found: list[tuple[int, str, str]] = []
    for match in _pattern("phrase").finditer(signs):
        phrase = match[1].strip()
        if _pattern("each").search(signs[: match.start(1) + 1]):
            continue
        if phrase in lexicon().among("names.generic") or all(_is(word) for word in phrase.split()):
            continue
        found.append((match.start(1), phrase, signs[match.end(1) :]))
    colon = signs.rfind(" : ")
    behind_colon = [entry for entry in found if entry[0] > colon >= 0]
    if behind_colon and signs[colon + 3 :].strip():
        found = behind_colon  # "for the easel: we need a base": it is the base
    chosen = None
    for wanted in (_pattern("beside"), _pattern("verb")):
        for at, phrase, after in found:
            if not _pattern("on").match(after) and wanted.match(after):
                chosen = (at, phrase)
    if chosen is None and found:
        at, phrase, _ = found[-1]
        chosen = (at, phrase)
    if chosen is None:
        # "base is", "the tag measures": what stands before the verb.
        verb = next((n for n, word in enumerate(tokens) if word in lexicon().among("names.said_of")), None)
        before = [n for n in range(verb or 0) if not _is(tokens[n])]
        while before and tokens[before[0]] in (
            "and",
            "then",
            "so",
            "okay",
            "ok",
            "the",
            "a",
            "now",
            "well",
            ",",
            "my",
            "our",
        ):
            before.pop(0)
        if (
            before
            and len(before) <= 4
            and " ".join(tokens[n] for n in before) not in lexicon().among("names.generic")
            and all(tokens[n][0].isalpha() for n in before)
            and not ({tokens[n] for n in before} & {"i", "we", "you"})
        ):
            head.name = words.written(first + before[0], first + before[-1] + 1)
        if verb == 2 and tokens[0] in ("piece", "part", "item", "number", "cut") and _is(tokens[1]):
            head.name = ""
            return
        counted = [words.number(sign).count for sign in numbers]
        if len(counted) == 1 and counted[0] is not None:
            head.count = counted[0]
        elif numbers:
            head.rest.append(words.written(first, first + len(tokens)))
        return
    at, phrase = chosen
    start = len(signs[1 : at + 1].split())
    said = phrase.split()
    while said and said[0] in (
        "little",
        "nice",
        "lovely",
        "same",
        "following",
        "single",
        "small",
        "big",
        "first",
        "next",
    ):
        said, start = said[1:], start + 1
    left = list(numbers)
    words_behind = {tokens[n]: tokens[n + 1] for n in range(len(tokens) - 1) if _is(tokens[n])}
    for sign, following in words_behind.items():
        if (
            following in ("piece", "pieces", "sheet", "strip", "strips")
            and words.number(sign).count is not None
            and sign in left
        ):
            head.count = words.number(sign).count
            left.remove(sign)
    if start and _is(tokens[start - 1]):
        number = words.number(tokens[start - 1])
        head.count = number.count
        left = [sign for sign in left if sign != tokens[start - 1]]
    elif start > 1 and tokens[start - 1] in ("these", "the", "little", "of"):
        for back in range(start - 1, max(-1, start - 6), -1):
            if _is(tokens[back]):
                head.count = words.number(tokens[back]).count
                left = [sign for sign in left if sign != tokens[back]]
                break
    if left:
        head.rest.append(words.written(first, first + len(tokens)))
    head.name = (
        words.written(first + start, first + start + len(said)).strip(" -,:;()\"'“”‘’") if said else ""
    )
