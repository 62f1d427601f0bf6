"""Everything of a kit as it stands: what is glued, covered or slid in together, each a thing. nm."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

import shapely

from neat_sheaf.folding.bonds import laid_flat
from neat_sheaf.folding.compass import STANDS, Compass
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.laid import Assembled, Laid
from neat_sheaf.folding.motion import FLAT, Spot, Vector

__all__ = ["Thing", "things_of"]

_Copy = tuple[str, int]
_FLAT = Compass((0.0, 0.0, 1.0), (0.0, -1.0, 0.0))


@dataclass(frozen=True)
class Thing:
    """Pieces that stand as one, in the frame of the first; ``away`` is where each goes to be seen alone."""

    laid: tuple[Laid, ...]
    stands: Compass
    away: tuple[Vector, ...]


def things_of(folded: Sequence[Folded], together: Iterable[Assembled]) -> list[Thing]:
    """The things that a kit is made into, in the order of the list.

    A mat is on its panel and no thing by itself. A piece whose folds are not known lies flat.
    """
    wholes = [whole for whole in together if whole.laid]
    there: dict[_Copy, list[Assembled]] = {}
    for whole in wholes:
        for one in whole.laid:
            there.setdefault(_copy(one), []).append(whole)
    done: set[_Copy] = set()
    things = []
    for part in folded:
        first = (part.piece.name, 1)
        if first in done or (part.piece.mat_of is not None and first not in there):
            continue
        found = there.get(first, [])
        if found:
            laid = tuple(_reached(next(one for one in found[0].laid if _copy(one) == first), there))
        else:
            laid = (Laid(_lying(part)),)
        if len(laid) == 1 and not any(laid[0].folded.angles):
            # What is flat lies on the table, its print up.
            things.append(Thing(laid, _FLAT, ((0.0, 0.0, 0.0),)))
            done.add(first)
            continue
        done |= {_copy(one) for one in laid}
        things.append(Thing(laid, laid[0].folded.compass or STANDS, tuple(_away(laid))))
    return things


def _copy(one: Laid) -> _Copy:
    return one.folded.piece.name, one.copy


def _lying(folded: Folded) -> Folded:
    """A piece that no form explains, flat as it was cut."""
    if folded.poses:
        return folded
    if folded.sheet is None and not (folded.piece.scores or folded.piece.diagonals):
        return laid_flat(folded)
    sheet = folded.sheet or facets_of(folded.piece)
    return replace(folded, sheet=sheet, poses=(FLAT,) * len(sheet.facets), angles=(0.0,) * len(sheet.hinges))


def _reached(root: Laid, there: dict[_Copy, list[Assembled]]) -> Iterator[Laid]:
    """Everything that is joined to the root by whole after whole, in the root's own frame."""
    placed = {_copy(root): root.moved(root.at.inverse)}
    waiting = deque([_copy(root)])
    while waiting:
        here = waiting.popleft()
        for whole in there.get(here, ()):
            own = next(one for one in whole.laid if _copy(one) == here)
            to_root = placed[here].at.after(own.at.inverse)
            for one in whole.laid:
                if _copy(one) not in placed:
                    placed[_copy(one)] = one.moved(to_root)
                    waiting.append(_copy(one))
    yield from placed.values()


def _away(laid: Sequence[Laid]) -> Iterator[Vector]:
    """From the middle of all the paper to the middle of each one's; what slides, out by its length."""
    middles = [_middle(one) for one in laid]
    whole = [sum(middle[k] for middle in middles) / len(middles) for k in range(3)]
    for one, middle in zip(laid, middles, strict=True):
        low, high = one.extent
        size = [high[k] - low[k] for k in range(3)]
        x, y, z = (middle[k] - whole[k] for k in range(3))
        if one.slides is not None:
            x, y, z = (way * side for way, side in zip(one.slides, size, strict=True))
        yield (x, y, z)


def _middle(one: Laid) -> Spot:
    """The middle of its paper."""
    shapes = [shapely.Polygon(facet.ring, facet.openings) for facet in one.facets]
    areas = [shape.area for shape in shapes]
    spots = [
        pose.put((shape.centroid.x, shape.centroid.y)) for shape, pose in zip(shapes, one.poses, strict=True)
    ]
    x, y, z = (sum(a * s[k] for a, s in zip(areas, spots, strict=True)) / sum(areas) for k in range(3))
    return (x, y, z)
