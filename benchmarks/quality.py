"""How good the sheets are: 240 made-up class jobs against their proof and against a general library.

For each job: sheets, the proved bound, the best of 36 variants of the packing library in the
same run, and whether the independent judge of the tests accepts the plan. Prints what is not as it
should be, and the totals; ends with 1 where a promise is broken.
"""

from __future__ import annotations

import json
import sys
import time
from collections.abc import Iterator
from multiprocessing import Pool
from pathlib import Path
from typing import Any, NamedTuple

sys.path.insert(0, str(Path(__file__).parents[1]))

import rectpack

from benchmarks.class_jobs import class_jobs
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Job
from neat_sheaf.plan import plan_job
from tests.validator import faults_of

JOBS, SEED = 240, 2026
# Beyond this many pieces the library's variants alone would take minutes a job: one is run, or none.
LIBRARY_PIECES, LIBRARY_ONE = 700, 3000

# Which free rectangle is taken, how what is left of it is split, and which piece comes first.
VARIANTS = [
    (getattr(rectpack, f"Guillotine{choice}{split}"), order)
    for choice in ("Bssf", "Baf", "Blsf")
    for split in ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas")
    for order in (rectpack.SORT_AREA, rectpack.SORT_LSIDE)
]


class Row(NamedTuple):
    """One job's outcome."""

    name: str
    sheets: int
    lower_bound: int
    library: int | None
    faults: list[str]
    seconds: float
    library_seconds: float


def library(job: Job) -> int | None:
    """The fewest sheets of 36 guillotine variants; None where the job is too large for it.

    The library turns all pieces or none: where some may turn and some not, it is given those that
    may lying on their long side, and then on their short side, and may turn none.
    """
    ((paper_id, needs),) = demand_of(job).items()
    paper = job.paper(paper_id)
    pieces = sum(need.count for need in needs)
    if pieces > LIBRARY_ONE:
        return None
    all_turn = all(need.turns for need in needs)
    found = []
    for algorithm, order in VARIANTS if pieces <= LIBRARY_PIECES else VARIANTS[:1]:
        for lying in (True,) if all_turn else (True, False):
            packer = rectpack.newPacker(
                bin_algo=rectpack.PackingBin.BFF, pack_algo=algorithm, sort_algo=order, rotation=all_turn
            )
            count = 0
            for need in needs:
                width, height = need.size
                if need.turns and not all_turn:
                    long, short = max(width, height), min(width, height)
                    orientations = [(long, short), (short, long)] if lying else [(short, long), (long, short)]
                    width, height = next(
                        w for w in orientations if w[0] <= paper.width and w[1] <= paper.height
                    )
                for _ in range(need.count):
                    packer.add_rect(width, height)
                    count += 1
            packer.add_bin(paper.width, paper.height, float("inf"))
            packer.pack()
            if sum(len(sheet) for sheet in packer) == count:
                found.append(len(packer))
    return min(found, default=None)


def outcome(document: dict[str, Any]) -> Row:
    """One job planned, judged, and packed by the library."""
    job = read_job(json.dumps(document))
    began = time.perf_counter()
    plan = plan_job(job)
    seconds = time.perf_counter() - began
    faults = faults_of(job_document(job), plan_document(plan))
    began = time.perf_counter()
    other = library(job)
    return Row(
        job.project.name, plan.sheets, plan.papers[0].lower_bound, other, faults, seconds,
        time.perf_counter() - began,
    )  # fmt: skip


def broken(rows: list[Row]) -> Iterator[str]:
    """Every promise that is not kept."""
    for row in rows:
        if row.faults:
            yield f"{row.name}: not a valid plan: {row.faults[0]}"
        if row.sheets < row.lower_bound:
            yield f"{row.name}: fewer sheets than its own bound"
        if row.sheets > row.lower_bound + 1:
            yield f"{row.name}: {row.sheets} sheets, {row.sheets - row.lower_bound} above the bound"
        if row.library is not None and row.library < row.lower_bound:
            yield f"{row.name}: the library reaches {row.library}, below the bound of {row.lower_bound}"
        if row.library is not None and row.sheets > row.library:
            yield f"{row.name}: {row.sheets} sheets, the library {row.library}"
    equal = sum(row.sheets == row.lower_bound for row in rows)
    if equal < 0.95 * len(rows):
        yield f"only {equal} of {len(rows)} reach their bound"


def main(jobs: int = JOBS, seed: int = SEED) -> int:
    """Print the table; 1 where a promise is broken."""
    with Pool(2) as pool:
        rows = pool.map(outcome, class_jobs(jobs, seed), chunksize=4)
    equal = sum(row.sheets == row.lower_bound for row in rows)
    compared = [row for row in rows if row.library is not None]
    fewer = sum(row.sheets < (row.library or 0) for row in compared)
    saved = sum((row.library or 0) - row.sheets for row in compared)
    ratios = sorted(row.seconds / row.library_seconds for row in compared)
    print(f"{len(rows)} jobs: {equal} ({equal / len(rows):.1%}) reach the proved bound,")
    print(f"  the others are at most {max(row.sheets - row.lower_bound for row in rows)} above it;")
    print(f"  {len(rows) - sum(bool(row.faults) for row in rows)} accepted by the independent judge.")
    print(f"{len(compared)} compared with the best of {len(VARIANTS)} variants of the library:")
    print(f"  fewer sheets in {fewer}, as many in the rest, {saved} sheets saved in all;")
    print(f"  time over that of the variants together: median {ratios[len(ratios) // 2]:.2f}")
    for row in rows:
        if row.sheets != row.lower_bound:
            print(f"  not proved: {row.name}: {row.sheets} sheets, at least {row.lower_bound}")
    faults = list(broken(rows))
    print("\n".join(faults) if faults else "Every promise kept.")
    return 1 if faults else 0


if __name__ == "__main__":
    raise SystemExit(main(*map(int, sys.argv[1:])))
