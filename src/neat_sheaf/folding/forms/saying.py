"""What a form says of a piece: the panels that speak for it, and the sizes that do not agree."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.folding.form import Remark
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Level, Measured, Message, message, several

__all__ = ["missing_tab", "panels_said", "remark_unequal", "warning"]


def panels_said(sizes: Sequence[int]) -> Message:
    """``panels 2, 3 and 2``."""
    return message("fold-why.panels", panels=several(map(Measured, sizes), "and"))


def warning(said: Message) -> Remark:
    """Something to look at again."""
    return Remark(Level.WARNING, said)


def remark_unequal(side: Side, first: int, one: int, second: int, other: int) -> tuple[Remark, ...]:
    """Two panels (numbers from 1) that face one another and are not the same; empty where they are."""
    if one == other:
        return ()
    return (
        warning(message("fold-unequal", side=side, first=first, second=second,
            one=Measured(one), other=Measured(other), apart=Measured(abs(one - other)))),
    )  # fmt: skip


def missing_tab(panel: int) -> Remark:
    """A wrap with nothing to glue."""
    return warning(message("fold-no-tab", panel=panel))
