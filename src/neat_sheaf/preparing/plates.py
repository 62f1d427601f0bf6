"""Passes through the die-cutting machine: which dies lie on the plates together. nm."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

from neat_sheaf.job import Job
from neat_sheaf.preparing.cover import least_cover
from neat_sheaf.preparing.plate_room import Budget, fit_together
from neat_sheaf.project import CutMethod

__all__ = ["DieRun", "die_runs", "shared_runs"]

_MOST_SHARED = 10  # dies of one paper of which every set is tried; more are run by themselves
_PLACEMENTS = 40_000  # tried for all sets together, about half a second at the most


@dataclass(frozen=True, slots=True)
class DieRun:
    """So many passes with these dies (lines of the list) beside one another on the plates.

    ``proved``: no fewer passes do for the dies of that paper, as long as each lies straight.
    """

    dies: tuple[str, ...]
    times: int
    proved: bool = True


def die_runs(job: Job, counts: Mapping[str, int]) -> list[DieRun]:
    """The runs for so many passes of each die (``times_cut``). Dies on one paper may share the plates."""
    found: list[DieRun] = []
    room = (int(job.habits.plate), int(job.habits.plate_long))
    for role in job.project.roles:
        own = [p for p in job.project.pieces if p.paper == role and counts.get(p.name)]
        dies = [piece for piece in own if piece.cut is CutMethod.DIE]
        sizes = {piece.name: (int(piece.rough_width), int(piece.rough_height)) for piece in dies}
        found += shared_runs(sizes, counts, room)
    return found


def shared_runs(
    sizes: Mapping[str, tuple[int, int]], wanted: Mapping[str, int], room: tuple[int, int]
) -> list[DieRun]:
    """The fewest passes for dies of these sizes, each run so often as is wanted, one of each at hand.

    Each lies straight on the plates, either way round; every set that fits so is a pattern, and an
    integer program covers the passes with the fewest of them. A die too large for the plates runs alone:
    that it is is the checks' to say.
    """
    names = list(sizes)
    if not names:
        return []
    if len(names) > _MOST_SHARED:
        return [DieRun((name,), wanted[name], proved=False) for name in names]
    patterns, all_known = _patterns([sizes[name] for name in names], room)
    left = [wanted[name] for name in names]
    rows = [([n for n, held in enumerate(patterns) if die in held], often) for die, often in enumerate(left)]
    cover = least_cover([1] * len(patterns), rows, max(left))
    if cover is None:
        return [DieRun((name,), wanted[name], proved=False) for name in names]
    runs = []
    for pattern, often in sorted(zip(patterns, cover.times, strict=True), key=lambda one: -len(one[0])):
        # Where a pass would give more of a die than is wanted, that die is left off it.
        while often > 0:
            there = [n for n in pattern if left[n] > 0]
            if not there:
                break
            now = min(often, *(left[n] for n in there))
            runs.append(DieRun(tuple(names[n] for n in there), now, cover.proved and all_known))
            for n in there:
                left[n] -= now
            often -= now
    return runs


def _patterns(sizes: Sequence[tuple[int, int]], room: tuple[int, int]) -> tuple[list[tuple[int, ...]], bool]:
    """The largest sets that fit on the plates together, and whether every set could be decided in time."""
    budget = Budget(_PLACEMENTS)
    found: list[tuple[int, ...]] = []
    for count in range(len(sizes), 0, -1):
        for chosen in combinations(range(len(sizes)), count):
            if any(set(chosen) <= set(larger) for larger in found):
                continue
            if count == 1 or fit_together([sizes[n] for n in chosen], room, budget):
                found.append(chosen)
    return found, not budget.spent
