"""Made-up class jobs, the same for the same seed: 1 to 15 kinds of piece, 1 to 60 kits, one paper.

Sizes are of the kind practitioners write: inches in eighths (now and then sixteenths) on Letter,
12 x 12 and 6 x 6, millimetres in halves of a centimetre (now and then single ones) on A4.
"""

from __future__ import annotations

import random
from fractions import Fraction
from typing import Any

__all__ = ["class_jobs"]

# name, units, width, height, steps of a size, the step of most sizes, the step of the odd ones
SHEETS = [
    ("Letter", "in", Fraction(17, 2), Fraction(11), Fraction(1, 8), Fraction(1, 16)),
    ("A4", "mm", Fraction(210), Fraction(297), Fraction(5), Fraction(1)),
    ("12 x 12", "in", Fraction(12), Fraction(12), Fraction(1, 8), Fraction(1, 16)),
    ("6 x 6", "in", Fraction(6), Fraction(6), Fraction(1, 8), Fraction(1, 16)),
]
PRINTS = ["none", "two-way", "one-way"]


def class_jobs(count: int, seed: int = 2026) -> list[dict[str, Any]]:
    """``count`` job files as JSON values; sheets and print directions take turns."""
    dice = random.Random(seed)
    return [_job(dice, number) for number in range(count)]


def _job(dice: random.Random, number: int) -> dict[str, Any]:
    sheet, units, width, height, step, fine = SHEETS[number % len(SHEETS)]
    print_ = PRINTS[number // len(SHEETS) % len(PRINTS)]
    kits = dice.randint(1, 60)
    pieces = []
    for kind in range(dice.randint(1, 15)):
        # A share of the sheet a side: most pieces are small, some fill it.
        share = dice.choice([(5, 30), (15, 60), (30, 100)])
        w, h = (
            _rounded(side * dice.randint(*share) / 100, fine if dice.random() < 0.15 else step)
            for side in (width, height)
        )
        pieces.append(
            {
                "name": f"P{kind + 1}",
                "paper": "body",
                "width": str(w) if w.denominator == 1 else _mixed(w),
                "height": str(h) if h.denominator == 1 else _mixed(h),
                "per_kit": dice.choice([1, 1, 1, 2, 2, 3, 4]),
                "follows_print": dice.random() < 0.7,
            }
        )
    return {
        "format": "neat-sheaf.job/1",
        "units": units,
        "project": {"name": f"Job {number + 1} on {sheet}", "pieces": pieces},
        "papers": [{"id": "body", "width": _mixed(width), "height": _mixed(height), "print": print_}],
        "class": {"seats": kits},
    }


def _rounded(size: Fraction, step: Fraction) -> Fraction:
    return max(step * 4, size // step * step)


def _mixed(size: Fraction) -> str:
    whole, rest = divmod(size, 1)
    return str(whole) if not rest else f"{whole} {rest}" if whole else str(rest)
