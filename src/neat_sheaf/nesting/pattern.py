"""A pattern: one way to cut up one kind of stock, and how many pieces of each kind it gives."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.nesting.tree import Node, counts

__all__ = ["Pattern"]


@dataclass(frozen=True, slots=True)
class Pattern:
    """A tree of cuts on stock number ``stock``; ``holds`` counts the pieces of each kind on it."""

    stock: int
    tree: Node
    holds: tuple[int, ...]

    @classmethod
    def of(cls, stock: int, tree: Node, kinds: int) -> Pattern:
        """The pattern of a tree."""
        found = counts(tree)
        return cls(stock, tree, tuple(found[k] for k in range(kinds)))
