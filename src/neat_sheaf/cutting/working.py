"""What an option takes at the trimmer: its order of cutting, its sorting, and its blocks of whole kits."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from neat_sheaf.cutting.demand import DemandItem
from neat_sheaf.cutting.handling import handling_of, kits_per_block, sorted_pieces
from neat_sheaf.cutting.option import CuttingOption
from neat_sheaf.cutting.order import Pile, cut_order
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.project import CutMethod

__all__ = ["handled", "on_strips"]


def on_strips(job: Job, kinds: dict[str, int]) -> dict[int, int | None]:
    """The kinds that are punched or die-cut from a strip, and how wide that may be, nm (None: any).

    A strip goes through the die-cutting machine lengthwise, so it is no wider than the plates.
    """
    return {
        kinds[piece.name]: job.habits.plate if piece.cut is CutMethod.DIE else None
        for piece in job.project.pieces
        if piece.cut is not CutMethod.TRIM
    }


def handled(
    job: Job,
    kinds: dict[str, int],
    option: CuttingOption,
    needs: Sequence[DemandItem],
    control: SearchControl,
) -> CuttingOption:
    """The option with what it takes, cut by itself."""
    sizes = list(dict.fromkeys(s.paper for s in option.sheets))
    piles = [
        Pile(sizes.index(s.paper), s.times, s.stock.width, s.stock.height, s.part) for s in option.sheets
    ]
    at_once = [size.at_once or job.cutting.sheets_at_once for size in sizes]
    batches, _ = cut_order(
        piles, at_once, control, most_piles=job.cutting.most_piles, loose=frozenset(on_strips(job, kinds))
    )
    kits = _kits(job, kinds, needs)
    sort = sum(sorted_pieces(s.part, s.times, kits) for s in option.sheets)
    block = kits_per_block([(s.part, s.times) for s in option.sheets], kits)
    handling = replace(handling_of(batches, piles, at_once), sort=sort)
    return replace(option, handling=handling, kits_per_block=block)


def _kits(job: Job, kinds: dict[str, int], needs: Sequence[DemandItem]) -> list[Counter[int]]:
    """The pieces of a kit by kind, one for each colourway whose kits are alike."""
    found = []
    for c in job.klass.colourways:
        mine = [need for need in needs if need.colourway == c.name and not need.spare]
        if mine and c.kits and not any(need.count % c.kits for need in mine):
            kit: Counter[int] = Counter()
            for need in mine:
                for piece in need.pieces:
                    kit[kinds[piece.name]] += need.count // c.kits
            found.append(kit)
    return found
