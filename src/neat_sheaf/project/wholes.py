"""Halves and quarters of punched wholes: the fewest wholes that give a list of them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from neat_sheaf.project import Piece, Portion

__all__ = ["cut_from_one_whole", "fewest_wholes", "left_over", "portions_of"]


def fewest_wholes(wanted: Mapping[Portion, int]) -> int:
    """The fewest whole circles or squares that give these portions; counts are not negative.

    A three-quarter leaves a quarter, two halves make a whole, and a half leaves two quarters.
    Filling wholes with the largest portion first is best for quarters, as each size divides
    or completes the next (proved against exhaustive search in the tests).
    """
    threes = wanted.get(Portion.THREE_QUARTERS, 0)
    halves = wanted.get(Portion.HALF, 0)
    quarters = max(0, wanted.get(Portion.QUARTER, 0) - threes)
    pairs, odd = divmod(halves, 2)
    quarters = max(0, quarters - 2 * odd)
    return wanted.get(Portion.WHOLE, 0) + threes + pairs + odd - (-quarters // 4)


def left_over(wanted: Mapping[Portion, int]) -> int:
    """Quarters left of the fewest wholes."""
    used = sum(portion.quarters * count for portion, count in wanted.items())
    return 4 * fewest_wholes(wanted) - used


def cut_from_one_whole(pieces: Iterable[Piece]) -> list[list[Piece]]:
    """The pieces that are halves or quarters, those of one and the same whole together."""
    groups: dict[tuple[object, ...], list[Piece]] = {}
    for piece in pieces:
        if piece.portion is not Portion.WHOLE:
            whole = (
                piece.paper,
                piece.width,
                piece.height,
                piece.cut,
                piece.margin,
                piece.pitch,
                piece.follows_print,
            )
            groups.setdefault(whole, []).append(piece)
    return list(groups.values())


def portions_of(pieces: Iterable[Piece], kits: int = 1) -> dict[Portion, int]:
    """How many of each portion so many kits take."""
    counts: dict[Portion, int] = {}
    for piece in pieces:
        counts[piece.portion] = counts.get(piece.portion, 0) + piece.per_kit * kits
    return counts
