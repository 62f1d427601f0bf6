"""Lines that nobody says: how long the longest takes to be read, and how that grows with its length.

Each is one of 20 000 characters, the longest that is read, of one phrase again and again. Prints seconds
and the ratio to a line half as long: about 2 is work in step with the length, 4 its square.
"""

from __future__ import annotations

import time

from neat_sheaf.reading import Known, read_line, read_sheet

PHRASES = (
    "1 ", "1, ", "1 1/", "x ", "2 x ", "a ", "in a ", "and ", "(", '"', ": ", "score 1, ", "half an inch ",
    "on the long side ", "hole 1/8 at 1, 1 ", "tab column 1 ", "mat of a ", "die-cut ",
)  # fmt: skip
KNOWN = Known(pieces=("Sleeve",))


def seconds(text: str) -> float:
    began = time.perf_counter()
    read_line(text, "in", KNOWN)
    return time.perf_counter() - began


def main() -> None:
    """Print a line a phrase."""
    seconds("Card 2 x 3")
    for phrase in PHRASES:
        half, whole = (seconds("Card 2 x 3, " + phrase * (size // len(phrase))) for size in (9_900, 19_900))
        print(f"{phrase!r:22} {whole:5.2f} s, {whole / half:4.1f} of one half as long")
    paste = "\n".join(f"C{n} 2 x 3, mat of C{n + 1}" for n in range(2_000))
    began = time.perf_counter()
    read_sheet(paste, "in")
    print(f"2000 mats, each of the next: {time.perf_counter() - began:.1f} s")


if __name__ == "__main__":
    main()
