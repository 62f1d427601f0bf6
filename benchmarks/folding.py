"""How long folding takes: a project of twenty folded pieces, none of them remembered; and each form alone.

python benchmarks/folding.py
"""

from __future__ import annotations

import statistics
import time

from neat_sheaf.folding.fold import fold
from neat_sheaf.project import Piece
from tests.slips import library

__all__: list[str] = []

ROUNDS = 15


def main() -> None:
    bodies: dict[str, Piece] = {}
    for code, units, _, project in library():
        if units == "in" and code not in bodies:
            bodies[code] = next(piece for piece in project.pieces if piece.mat_of is None)
    twenty = (list(bodies.values()) * 2)[:20]
    times = []
    for _ in range(ROUNDS):
        fold.cache_clear()
        since = time.perf_counter()
        for piece in twenty:
            # Each is folded, not looked up.
            fold.__wrapped__(piece)
        times.append(1000 * (time.perf_counter() - since))
    print(f"twenty pieces: median {statistics.median(times):.0f} ms, least {min(times):.0f} ms")
    for code, piece in bodies.items():
        since = time.perf_counter()
        for _ in range(ROUNDS):
            fold.__wrapped__(piece)
        print(f"{code}: {1000 * (time.perf_counter() - since) / ROUNDS:.1f} ms")


if __name__ == "__main__":
    main()
