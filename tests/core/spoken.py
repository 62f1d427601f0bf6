"""Lines as instructors say them, made at random, and the slips that happen to a line."""

from __future__ import annotations

import random

__all__ = ["STRANGERS", "changed", "line"]

NAMES = ("Lid", "card base", "Front mat", "end walls", "Sleeve wrap", "tags", "Blade", "gusset sides")
STRANGERS = (
    "banana", "glue", "really", "nicely", "ribbon", "the", "and", "of", "about", "two", "7", "1/8", "side",
    "both", "fold", "x", "at", "long", "in", "with", "panel", "score", "kit", "up", "then", "from", "a",
)  # fmt: skip


def _length(rng: random.Random, least: int, most: int) -> str:
    sixteenths = rng.randrange(least * 8, most * 8) * 2
    whole, part = divmod(sixteenths, 16)
    for up in (8, 4, 2):
        if part and part % up == 0 and 16 % up == 0:
            return _mixed(whole, part // up, 16 // up)
    return _mixed(whole, part, 16)


def _mixed(whole: int, top: int, bottom: int) -> str:
    fraction = f"{top}/{bottom}" if top else ""
    return f"{whole} {fraction}".strip() if whole or not fraction else fraction


def _list(rng: random.Random, most: int) -> str:
    at = sorted({rng.randrange(2, most * 8) for _ in range(rng.randrange(1, 4))})
    texts = [_mixed(n // 8, *_eighths(n % 8)) for n in at]
    if len(texts) > 1 and rng.random() < 0.5:
        return ", ".join(texts[:-1]) + " and " + texts[-1]
    return ", ".join(texts)


def _eighths(n: int) -> tuple[int, int]:
    while n and n % 2 == 0 and n < 8:
        for bottom in (4, 2):
            if n * bottom % 8 == 0 and (n * bottom // 8) % 2 == 1:
                return n * bottom // 8, bottom
    return n, 8


def _scores(rng: random.Random, most: int) -> str:
    verb = rng.choice(["score", "scored", "fold", "score at", "scored at", "mountain score at"])
    at = _list(rng, most)
    one = rng.choice(["1/2", "3/4", "1", "half an inch", "an inch", "a quarter of an inch", "3/4 of an inch"])
    forms = [
        f"{verb} {at}",
        f"{verb} {at} on the long side",
        f"{verb} {at} on the short side",
        f"score along the long side at {at}",
        f"score the short side at {at}",
        f"score width at {at}",
        f"on the long side score at {at}",
        f"score {one} from each end",
        f"score {one} in from both long edges",
        f"score {one} from both ends of the short side",
        f"score {one} from the {rng.choice(['left', 'right', 'top', 'bottom'])}",
        f"score {one} all round",
        f"score {one} on all four sides",
        f"score every {rng.choice(['2', '1 1/2', '1'])}",
        "folded in half",
        f"score {at}, turn it and score {one}",
        f"on the long side score at {at}, on the short side at {one}",
    ]
    return rng.choice(forms)


def _clause(rng: random.Random, most: int) -> str:
    return rng.choice(
        [
            _scores(rng, most), _scores(rng, most), _scores(rng, most), f"({rng.randrange(2, 9)})",
            f"{rng.randrange(2, 9)} a kit", f"({rng.randrange(2, 9)} of them)", "in body", "in print A", "from scrap",
            "print A", "die-cut with margin 1/8", "punched", "punched, pitch 14", f"{rng.randrange(2, 9)} spare", "with one spare",
            "punched from a 14 in strip", "may turn", "follows the print",
            "mat of Sleeve column 2", "mat of Drawer column 1 row 2", "hole 1/8 at 5/8, 3/8",
            "round top corners 1/4", "round all corners 1/8", "notch top left corner 1 x 1/2",
            "window 1 x 1/2 centred", "circle window 1 centred", "remove panels 1.1 and 2.1",
            "forked bottom end 1/2", "tab column 1 row 1", "from a pass of Sleeve", "word SEED SWAP",
            f"{rng.randrange(2, 9)} from a pass of Drawer", "two a pass of Sleeve",
        ]
    )  # fmt: skip


def line(rng: random.Random) -> str:
    """One line as it might be said."""
    width, height = rng.sample(range(3, 12), 2)
    size = f"{_length(rng, width, width + 1)} {rng.choice(['x', 'by'])} {_length(rng, height, height + 1)}"
    name = rng.choice(NAMES)
    head = rng.choice(
        [
            f"{name} {size}", f"{name}: {size}", f"{rng.randrange(2, 9)} {name} {size}", f"two {name} at {size}",
            f"{name} ({rng.randrange(2, 9)}) {size}", f"{name}: {rng.randrange(2, 9)} at {size}",
            f"a pair of {name} {size}", f"cut {rng.randrange(2, 9)} {name} {size}", f"2 die-cut {name} {size}",
        ]
    )  # fmt: skip
    clauses = [_clause(rng, min(width, height)) for _ in range(rng.randrange(0, 4))]
    return rng.choice([", ", "; ", ", "]).join([head, *clauses])


def changed(rng: random.Random, text: str) -> str:
    """The line with a word dropped, repeated or swapped with the next, or a stranger put in."""
    words = text.split(" ")
    at = rng.randrange(len(words))
    how = rng.choice(["drop", "repeat", "swap", "stranger"])
    if how == "drop":
        del words[at]
    elif how == "repeat":
        words.insert(at, words[at])
    elif how == "swap" and len(words) > 1:
        at = min(at, len(words) - 2)
        words[at], words[at + 1] = words[at + 1], words[at]
    else:
        words.insert(at, rng.choice(STRANGERS))
    return " ".join(words)
