"""How planning grows with the class, and beside one run of a general packing library.

Ratios within one run: the machine's speed cancels out.
"""

from __future__ import annotations

import time
from collections.abc import Callable

import rectpack

from neat_sheaf.length import Length, inches
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.planner import nest

KIT = [
    ("11/2", "7", 1), ("9/2", "6", 1), ("3", "5/2", 2), ("4", "4", 1), ("13/4", "2", 2),
    ("2", "2", 3), ("3/4", "11", 1), ("7/8", "39/8", 1), ("5", "3", 2),
]  # fmt: skip
LETTER = Stock(inches("17/2"), inches(11))


def ours(kits: int) -> int:
    """Sheets for so many kits of nine kinds of piece that may turn."""
    items = [Item(inches(w), inches(h), True) for w, h, _ in KIT]
    return nest(items, [n * kits for _, _, n in KIT], [LETTER]).sheets


def library(kits: int) -> int:
    """Sheets by one run of the packing library, guillotine, best short side."""
    packer = rectpack.newPacker(pack_algo=rectpack.GuillotineBssfSas, rotation=True)
    for w, h, n in KIT:
        for _ in range(n * kits):
            packer.add_rect(inches(w), inches(h))
    packer.add_bin(LETTER.width, LETTER.height, float("inf"))
    packer.pack()
    return len(packer)


def best_of(times: int, run: Callable[[], int]) -> tuple[float, int]:
    """The shortest of several runs in seconds, and what it gave."""
    found = []
    for _ in range(times):
        start = time.perf_counter()
        sheets = run()
        found.append((time.perf_counter() - start, sheets))
    return min(found)


def main() -> None:
    """Print the table."""
    ours(Length(3))
    base, _ = best_of(5, lambda: ours(10))
    print(f"{'kits':>7} {'sheets':>7} {'time / 10 kits':>15}")
    for kits in (10, 40, 1000, 10_000):
        seconds, sheets = best_of(3, lambda kits=kits: ours(kits))
        print(f"{kits:>7} {sheets:>7} {seconds / base:>15.2f}")
    seconds, sheets = best_of(3, lambda: ours(40))
    other, others = best_of(1, lambda: library(40))
    print(f"40 kits: {sheets} sheets; the library {others}; time {seconds / other:.2f} of one run of it")


if __name__ == "__main__":
    main()
