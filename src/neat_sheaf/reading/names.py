"""The name of a piece, found among the words before and behind its size."""

from __future__ import annotations

import re

from neat_sheaf.reading.words import FIRST, Words

__all__ = ["Head", "head_of"]

_N = f"[{chr(FIRST)}-{chr(FIRST + 6_000)}]"
_LEAD = re.compile(
    r"^(?:(?:qty|quantity|and|then|also|plus|next|now|so|okay|ok|right|well|oh|um|uh|er|please|finally|optional|lastly|you|we|i|i'd|you'll|we'll|"
    r"need|needs|want|will|would|could|can|cut|trim|make|take|get|have|got|there's|there|is|are|it's|just|like|for|"
    r"per kit|per person|for each kit|each kit|one of|some|slice|punch|tear|[,:;.!?()-]|the offcut into|a piece of|each person to have|each|of|from|each person|everybody|gets|another|with|"
    r"yes|no|really|it|that's|that|which|in|to|into|at|on|by) )+"
)
_TRAIL = re.compile(
    r"(?: (?:is|are|was|were|be|being|to|at|of|that|which|that's|it's|they're|they|it|measures?|measuring|size|sized|cut|trimmed|trim|will|should|gets?|"
    r"going|comes?|made|from|a|an|the|single|and|by|call|called|about|each|piece|pieces|also|needs?|[,:;.(=~-]|in|for|on|goes|uses?|with|x))+$"
)
_GENERIC = {
    "piece", "pieces", "one", "cut", "sheet", "it", "this", "that", "them", "first", "second", "third", "fourth", "last", "next", "main",
    "square", "bit", "bits", "thing", "size", "rest", "other", "others", "these", "those", "strip piece", "first piece", "main piece", "last one",
    "first one", "next one", "second one", "person", "paper", "card stock", "cardstock", "offcut", "letter sheet",
}  # fmt: skip
_NUMBERED = {"layer", "panel", "tier", "step", "section", "mat", "page", "box", "tag", "card", "strip", "side", "wall"}
_PHRASE = re.compile(
    r"(?:^| )(?:the|a|an|its|his|her|your|our|this|these|those|my|" + _N + r"|one|of these|of the|another|some|each)((?: (?!(?:the|a|an|is|are|was|that|which|for|on|at|in|i|i've|it|it's|"
    r"from|of|and|,|round|goes|we|you|by|so|they|they're|to|with|did|please|would|could|thursday|[.!?:;()-]|that's|what|hang|let)(?: |$))[^ ]+){1,4}(?: (?:of|at|on|in) (?:the|a|an|your|its) [a-z]+)?)"
)
_ON = re.compile(r"^ (?:is|are|goes|go|sits|sit|lies)(?: printed| written| stamped)? (?:on|in|inside|over) (?:a|an|the) ")


# What follows the noun that a size is said of; with a verb it is surest.
_VERB = re.compile(r"^ (?:is|are|was|measures?|measuring|it's|they're|that is|which is|that's|i|i've|i did|will be)(?: |$)")
_BESIDE = re.compile(r"^ (?:that|which|,|for that|:|-|at|goes|sits|round)(?: |$)|^ $")


class Head:
    """The words before a size: the name, how many, and what else they hold."""

    def __init__(self) -> None:
        self.name = ""
        self.count: int | None = None
        self.rest: list[str] = []


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
    plain = not re.search(r"(?:^| )(?:is|are|i|i've|we|you|it's|that|which|would|going|need|needs|there's|there|everybody)(?: |$)", signs)
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
    lead = _LEAD.match(signs)
    start = len(lead[0].split()) if lead else 0
    tokens, first = tokens[start:], first + start
    while tokens and tokens[0] in ("the", "a", "an", "your", "little", "one", "of", "these", "our"):
        tokens, first = tokens[1:], first + 1
    if tokens and _is(tokens[0]):
        number = words.number(tokens[0])
        # "two nine-inch pieces" has a count; "12-inch strip" has none.
        if number.count is not None:
            head.count = number.count
            tokens, first = tokens[1:], first + 1
            while tokens and tokens[0] in ("x", "of", "off", "the", "these", "little", "more", "matching", "of the"):
                tokens, first = tokens[1:], first + 1
    trail = _TRAIL.search(" " + " ".join(tokens))
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
    if len(tokens) == 2 and _is(tokens[1]) and words.number(tokens[1]).spoken and tokens[0] in _NUMBERED:
        head.name = words.written(first, first + 2)
        return  # "layer one"
    if any(_is(token) for token in tokens):
        head.rest.append(words.written(first, first + len(tokens)))
    if not tokens:
        return
    dash = next((n for n, token in enumerate(tokens) if token in ("-", ":") and n + 1 < len(tokens)), None)
    if dash is not None:
        # "Rosette - two strips": the whole thing, then what is cut for it.
        behind = tokens[dash + 1 :]
        if behind and _is(behind[0]):
            number = words.number(behind[0])
            if number.count is not None:
                head.count = number.count
                head.rest.clear()
                tokens = tokens[:dash]
    head.name = words.written(first, first + len(tokens)).strip(" -,:;()\"'“”‘’")


def _long(words: Words, head: Head, tokens: list[str], first: int, numbers: list[str]) -> None:
    """A sentence before the size: the name is the noun that is said to be of that size."""
    signs = " " + " ".join(tokens) + " "
    found: list[tuple[int, str, str]] = []
    for match in _PHRASE.finditer(signs):
        phrase = match[1].strip()
        if re.search(r"(?:in|per|for) each $", signs[: match.start(1) + 1]):
            continue
        if phrase in _GENERIC or all(_is(word) for word in phrase.split()):
            continue
        found.append((match.start(1), phrase, signs[match.end(1) :]))
    chosen = None
    for wanted in (_BESIDE, _VERB):
        for at, phrase, after in found:
            if not _ON.match(after) and wanted.match(after):
                chosen = (at, phrase)
    if chosen is None and found:
        at, phrase, _ = found[-1]
        chosen = (at, phrase)
    if chosen is None:
        # "base is", "the tag measures": what stands before the verb.
        verb = next((n for n, word in enumerate(tokens) if word in ("is", "are", "measures", "measure")), None)
        before = [n for n in range(verb or 0) if not _is(tokens[n])]
        while before and tokens[before[0]] in ("and", "then", "so", "okay", "ok", "the", "a", "now", "well", ",", "my", "our"):
            before.pop(0)
        if before and len(before) <= 4 and " ".join(tokens[n] for n in before) not in _GENERIC and not (set(tokens[n] for n in before) & {"i", "we", "you", ","}):
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
    while said and said[0] in ("little", "nice", "lovely", "same", "following", "single", "small", "big", "first", "next"):
        said, start = said[1:], start + 1
    left = list(numbers)
    words_behind = {tokens[n]: tokens[n + 1] for n in range(len(tokens) - 1) if _is(tokens[n])}
    for sign, following in words_behind.items():
        if following in ("piece", "pieces", "sheet", "strip", "strips") and words.number(sign).count is not None and sign in left:
            head.count = words.number(sign).count
            left.remove(sign)
    if start and _is(tokens[start - 1]):
        number = words.number(tokens[start - 1])
        head.count = number.count
        left = [sign for sign in left if sign != tokens[start - 1]]
    elif start > 1 and tokens[start - 1] in ("these", "the", "little", "of") :
        for back in range(start - 1, max(-1, start - 6), -1):
            if _is(tokens[back]):
                head.count = words.number(tokens[back]).count
                left = [sign for sign in left if sign != tokens[back]]
                break
    if left:
        head.rest.append(words.written(first, first + len(tokens)))
    head.name = words.written(first + start, first + start + len(said)).strip(" -,:;()\"'“”‘’") if said else ""
