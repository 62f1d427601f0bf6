"""Which demand item each place of a layout is, and layouts that are cut alike as one."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from neat_sheaf.cutting.option import CutSheets
from neat_sheaf.nesting.tree import Node, Split, Spot
from neat_sheaf.project import Piece

__all__ = ["merged", "named", "spots_of"]


def spots_of(node: Node) -> list[Spot]:
    """The places of a tree in the order in which ``in_strips`` comes to them."""
    if isinstance(node, Split):
        return [*spots_of(node.first), *spots_of(node.second)]
    return [node] if node is not None else []


def named(
    times: int, kinds: Sequence[int], left: list[Counter[tuple[Piece, ...]]]
) -> Iterator[tuple[int, list[tuple[Piece, ...]]]]:
    """Which of the needs of one size each place is, none more often than needed."""
    while times:
        taken: Counter[tuple[int, tuple[Piece, ...]]] = Counter()
        chosen = []
        for kind in kinds:
            # The need with most still to cut, so that a layout rarely has to be split in two.
            of = left[kind]
            need = max(of, key=lambda u: (of[u] - taken[kind, u], u[0].name))
            taken[kind, need] += 1
            chosen.append(need)
        alike = min(times, *(left[kind][need] // n for (kind, need), n in taken.items()))
        for (kind, need), n in taken.items():
            left[kind][need] -= n * alike
        yield alike, chosen
        times -= alike


def merged(sheets: Iterable[CutSheets]) -> list[CutSheets]:
    """Sheets that are cut up alike are one layout; the one cut most often comes first."""
    times: Counter[CutSheets] = Counter()
    for s in sheets:
        times[replace(s, times=0)] += s.times
    return sorted((replace(s, times=n) for s, n in times.items()), key=lambda s: -s.times)
