"""What a side or an edge is said to be."""

from __future__ import annotations

import re

from neat_sheaf.reading.lexicon import rules_of
from neat_sheaf.reading.words import with_numbers

__all__ = ["edges_of", "side_of"]

_NUMBER = re.compile(with_numbers("N"))
_LETTERS = {
    "left": "L",
    "right": "R",
    "top": "T",
    "upper": "T",
    "head": "T",
    "bottom": "B",
    "foot": "B",
    "lower": "B",
}

# "from both ends of the short side" is no edge that is short, nor "on the long side" an edge that is long.
_ENDS_OF = re.compile(r" of (?:the|its) (?:\S+ )?(?:long|short|longer|shorter|width|height|length)\b")
_ALONG = re.compile(r"^ (?:(?:on|along|across) )?(?:the )?(?:long|short|longer|shorter) side (?:only )?$")


def side_of(said: str) -> str:
    """long, short, width, height, number, lengthwise or crosswise; "" where it is none of them."""
    plain = said.strip()
    for pattern, side in rules_of()["sides"]["rules"]:
        if pattern == "N":
            if _NUMBER.search(plain):
                return "number"
        elif re.match(pattern, plain):
            return str(side)
    return ""


def edges_of(said: str) -> tuple[str, ...]:
    """The edges that were said, as letters of L, R, T, B or as words that the placing knows.

    ``ends``, ``shortedges``, ``longedges``, ``oneend``, ``onelong``, ``endsof``, ``three``, ``all``,
    ``oneside`` (a side that distances are measured along); () where it cannot be told.
    """
    plain = f" {said.strip()} "
    many = bool(re.search(r" (?:both|each|every|either|all|two) ", plain)) or bool(
        _NUMBER.search(plain.split(" of ")[0])
    )
    plural = bool(re.search(r" (?:ends|edges|sides) ", plain))
    if " of " in plain and (_NUMBER.search(plain.split(" of ", 1)[1]) or _ENDS_OF.search(plain)):
        return ("endsof",)
    if _ALONG.search(plain):
        return ("side",)
    letters = re.findall(r"(?:left|right|top|upper|head|bottom|foot|lower)", plain)
    if letters:
        return tuple(dict.fromkeys(_LETTERS[word] for word in letters))
    count = _NUMBER.search(plain)
    if " short" in plain:
        return ("shortedges",) if many or plural else ("oneend",)
    if " long" in plain:
        return ("longedges",) if many or plural else ("onelong",)
    if re.search(r" each (?:edge|of the edges) ", plain):
        return ("all",)
    if " all " in plain or " every " in plain or (count and " all" in plain):
        return ("all",)
    if count and plural:
        return ("count",)
    if re.search(r" ends? ", plain):
        return ("ends",) if many or plural else ("oneend",)
    if many or plural:
        return ("both",)
    return ()
