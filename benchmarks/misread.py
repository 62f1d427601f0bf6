"""How often a changed line becomes another piece in silence: 10 000 lines, each with one slip.

A line that is read without a question has a word dropped, repeated, swapped with the next, or a
stranger put in. Prints how many came out the same, asked about, as another piece that the line says in
plain words, and misread. A line says another piece in plain words where the phrasebook of the tests,
which shares no code with the reader, takes every letter of it and finds that piece and no other.
"""

from __future__ import annotations

import random
import sys
from collections import Counter
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from neat_sheaf.reading.notation import read_line
from tests.core.spoken import changed, line
from tests.core.test_said_lines import KNOWN, outcome

LINES = 10_000


def main() -> int:
    """Print the figures; exit status 1 where a line was misread."""
    rng = random.Random(2026)
    found: Counter[str] = Counter()
    while found.total() < LINES:
        text = line(rng)
        read = read_line(text, "in", KNOWN)
        if read.questions:
            continue
        slip = changed(rng, text)
        came = outcome(slip, read.piece)
        found[came] += 1
        if came == "misread":
            print(f"misread: {text!r} -> {slip!r}")
    print(", ".join(f"{how} {found[how]}" for how in ("same", "asked", "plain", "misread")))
    return 1 if found["misread"] else 0


if __name__ == "__main__":
    sys.exit(main())
