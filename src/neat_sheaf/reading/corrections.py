"""What a speaker takes back, and what is said beside: removed from the words before they are read."""

from __future__ import annotations

import functools
import re
from dataclasses import replace

from neat_sheaf.reading.lexicon import rules_of
from neat_sheaf.reading.words import FIRST, Words, with_numbers

__all__ = ["corrected", "without"]


@functools.cache
def _patterns(language: str) -> tuple[re.Pattern[str], ...]:
    said = rules_of(language)["corrections"]["rules"]
    return tuple(re.compile(with_numbers(pattern)) for pattern in said)


def corrected(words: Words, language: str = "en") -> Words:
    """The words without what is taken back or said beside."""
    if not set(rules_of(language)["corrections"]["only_with"]) & set(words.words):
        return words
    for pattern in _patterns(language):
        for _ in range(6):
            found = next((m for m in pattern.finditer(words.signs) if _holds(words, m)), None)
            if found is None:
                break
            start = found.start("drop")
            start += words.signs[start] == " "
            first = words.index[start]
            behind = words.index[found.end("drop") - 1] + 1
            if found.groupdict().get("new"):
                words = _put(words, found["old"], found["new"])
            words = without(words, first, behind)
    return words


def _put(words: Words, old: str, new: str) -> Words:
    """The words with a later number in the place of an earlier one."""
    at = words.words.index(old)
    numbers = list(words.numbers)
    numbers[at] = words.number(new)
    return replace(words, numbers=tuple(numbers))


def _holds(words: Words, found: re.Match[str]) -> bool:
    """Whether what is said twice is the same twice, where the rule asks for it."""
    if found.groupdict().get("new"):
        # One number alone can be meant.
        return sum(ord(sign) >= FIRST for sign in words.signs[: found.start("drop")]) == 1
    same, again = found.groupdict().get("same"), found.groupdict().get("again")
    if same is None or again is None:
        return True
    return [words.number(s).value for s in same.split() if ord(s[0]) >= FIRST] == [
        words.number(s).value for s in again.split() if ord(s[0]) >= FIRST
    ]


def without(words: Words, first: int, behind: int) -> Words:
    """The words without those from ``first`` to before ``behind``."""
    keep = [n for n in range(len(words.words)) if not first <= n < behind]
    numbers = tuple(words.numbers[n] for n in keep)
    renamed = tuple(
        words.words[n] if words.numbers[n] is None else chr(FIRST + k) for k, n in enumerate(keep)
    )
    signs, index = [" "], [0]
    for n, word in enumerate(renamed):
        signs.append(word + " ")
        index.extend([n] * (len(word) + 1))
    return Words(
        words.text, "".join(signs), renamed, tuple(words.spans[n] for n in keep), numbers, tuple(index)
    )
