"""Passes through the die-cutting machine: which dies lie on the plates together. nm."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

import highspy
import numpy as np

from neat_sheaf.job import Job
from neat_sheaf.project import CutMethod, Piece
from neat_sheaf.project.passes import from_dies, passes_for

__all__ = ["DieRun", "die_runs", "passes_of", "shared_runs"]

_MOST_SHARED = 10  # dies of one paper of which every set is tried; more are run by themselves
_NODES = 20_000


@dataclass(frozen=True, slots=True)
class DieRun:
    """So many passes with these dies (lines of the list) side by side on the plates.

    ``proved``: no fewer passes do for the dies that are run with one another.
    """

    dies: tuple[str, ...]
    times: int
    proved: bool = True


def die_runs(job: Job, kits: Sequence[int] | None = None) -> list[DieRun]:
    """The runs of a class, or for so many kits. One of each die is there; those of one paper share plates."""
    found: list[DieRun] = []
    wanted = passes_of(job, kits)
    room = (int(job.habits.plate), int(job.habits.plate_long))
    for role in job.project.roles:
        own = [p for p in job.project.pieces if p.paper == role and wanted.get(p.name)]
        sizes = {piece.name: (int(piece.rough_width), int(piece.rough_height)) for piece in own}
        found += shared_runs(sizes, wanted, room)
    return found


def passes_of(job: Job, kits: Sequence[int] | None = None) -> dict[str, int]:
    """How often each die is run, by the name of its line: for the kits and the spares of each colourway.

    ``kits`` are numbers of kits instead of the class's, without spares.
    """
    dies = from_dies(job.project.pieces)
    given = {piece.name for pieces in dies.values() for piece in pieces}
    spare = kits is None
    kits = [c.kits for c in job.klass.colourways if c.kits] if kits is None else kits
    found: dict[str, int] = {}
    for piece in job.project.pieces:
        if piece.cut is not CutMethod.DIE or piece.name in given:
            continue
        times = sum(_passes(piece, dies.get(piece.name, []), count, spare) for count in kits)
        if times:
            found[piece.name] = times
    return found


def _passes(die: Piece, given: Sequence[Piece], kits: int, spare: bool) -> int:
    more = die.spares if spare else 0
    if given:
        return passes_for(given, kits) + (passes_for(given, kits, spare=True) + more if spare else 0)
    return die.per_kit * kits + more if die.per_kit else 0


def shared_runs(
    sizes: Mapping[str, tuple[int, int]], wanted: Mapping[str, int], room: tuple[int, int]
) -> list[DieRun]:
    """The fewest passes for dies of these sizes, each run so often as is wanted, one of each at hand.

    Dies lie side by side in one row, each either way round; every set that fits so is a pattern, and an
    integer program covers the passes with the fewest of them. A die too large for the plates runs alone:
    that it is is the checks' to say.
    """
    names = list(sizes)
    if not names:
        return []
    if len(names) > _MOST_SHARED:
        return [DieRun((name,), wanted[name], proved=False) for name in names]
    patterns = [
        chosen
        for count in range(1, len(names) + 1)
        for chosen in combinations(range(len(names)), count)
        if count == 1 or _side_by_side([sizes[names[n]] for n in chosen], room)
    ]
    times, proved = _fewest(patterns, [wanted[name] for name in names])
    runs = []
    left = [wanted[name] for name in names]
    for pattern, often in sorted(zip(patterns, times, strict=True), key=lambda one: -len(one[0])):
        # Where a pass would give more of a die than is wanted, that die is left off it.
        while often > 0:
            there = [n for n in pattern if left[n] > 0]
            if not there:
                break
            now = min(often, *(left[n] for n in there))
            runs.append(DieRun(tuple(names[n] for n in there), now, proved))
            for n in there:
                left[n] -= now
            often -= now
    return runs


def _side_by_side(sizes: Sequence[tuple[int, int]], room: tuple[int, int]) -> bool:
    """Whether they fit beside one another in a row along the plates, each as narrow as it fits."""
    across, along = room
    taken = 0
    for short, long in (sorted(size) for size in sizes):
        if long <= across:
            taken += short
        elif short <= across:
            taken += long
        else:
            return False
    return taken <= along


def _fewest(patterns: Sequence[tuple[int, ...]], wanted: Sequence[int]) -> tuple[list[int], bool]:
    """How often each pattern is run, and whether no fewer runs do."""
    size = len(patterns)
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("mip_max_nodes", _NODES)
    solver.setOptionValue("mip_rel_gap", 0.0)
    none = np.zeros(0, dtype=np.int32)
    limits = np.full(size, float(max(wanted)))
    solver.addCols(size, np.ones(size), np.zeros(size), limits, 0, none, none, np.zeros(0))
    every = np.arange(size, dtype=np.int32)
    solver.changeColsIntegrality(size, every, np.full(size, highspy.HighsVarType.kInteger))
    for number, often in enumerate(wanted):
        columns = np.array([n for n, pattern in enumerate(patterns) if number in pattern], dtype=np.int32)
        solver.addRow(float(often), highspy.kHighsInf, len(columns), columns, np.ones(len(columns)))
    solver.run()
    values = [round(value) for value in solver.getSolution().col_value]
    proved = solver.getModelStatus() == highspy.HighsModelStatus.kOptimal
    met = len(values) == size and all(
        sum(times for pattern, times in zip(patterns, values, strict=True) if number in pattern) >= often
        for number, often in enumerate(wanted)
    )
    if not met:
        alone = [wanted[pattern[0]] if len(pattern) == 1 else 0 for pattern in patterns]
        return alone, False
    return values, proved
