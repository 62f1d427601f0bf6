"""The options of 300 made-up jobs: none is beaten by another, and each is a plan that can be cut.

The jobs are those of ``hard_jobs``. The option that the job's own style takes is always shown, so it alone
may be beaten; how often it is stands in the last line. Ends with 1 where a promise is broken.
"""

from __future__ import annotations

import json
import sys
import time
from dataclasses import replace
from fractions import Fraction
from multiprocessing import Pool
from operator import le
from pathlib import Path
from typing import NamedTuple

sys.path.insert(0, str(Path(__file__).parents[1]))

from benchmarks.hard_jobs import JOBS, KINDS, made_up
from neat_sheaf.advice.options import PlanOption, compare_options
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Job
from tests.validator import faults_of


class Front(NamedTuple):
    """One job's options."""

    kind: str
    number: int
    options: int
    beaten: list[str]
    chosen_is_beaten: bool
    faults: list[str]
    seconds: float


def aims(job: Job, option: PlanOption) -> tuple[Fraction, int, int]:
    """What an option is judged by: the price of its sheets, its seconds, its layouts."""
    prices = [(paper.sheets, job.sheet_price(job.paper(paper.paper))) for paper in option.plan.papers]
    price = Fraction(option.plan.sheets)
    if all(each is not None for sheets, each in prices if sheets):
        price = sum((sheets * (each or 0) for sheets, each in prices), Fraction(0))
    return price, option.plan.cutting.seconds, option.plan.cutting.layouts


def run(number: int) -> Front:
    """Compare a job's options and judge each."""
    job = read_job(json.dumps(made_up(number)))
    start = time.process_time()
    options = compare_options(job)
    seconds = time.process_time() - start
    found = [aims(job, option) for option in options]
    faults: list[str] = []
    beaten: list[str] = []
    chosen = False
    for own, option in zip(found, options, strict=True):
        cut = replace(job, cutting=replace(job.cutting, style=option.name))
        faults += faults_of(job_document(cut), plan_document(option.plan))
        if any(other != own and all(map(le, other, own)) for other in found):
            beaten += [] if option.chosen else [option.name.value]
            chosen = chosen or option.chosen
    return Front(KINDS[number % len(KINDS)], number, len(options), beaten, chosen, faults, seconds)


def main(jobs: int = JOBS) -> int:
    """Every job; 1 where a promise is broken."""
    with Pool() as pool:
        rows = pool.map(run, range(jobs), chunksize=5)
    broken = [row for row in rows if row.beaten or row.faults or not 1 <= row.options <= 5]
    for row in broken:
        print(f"{row.kind} {row.number}: beaten {row.beaten}, {row.faults}")
    for number in range(1, 6):
        print(f"{number} options: {sum(row.options == number for row in rows)} jobs")
    chosen = sum(row.chosen_is_beaten for row in rows)
    slowest = max(rows, key=lambda row: row.seconds)
    print(
        f"{len(rows)} jobs, {len(broken)} with a beaten or an invalid option; the fewest sheets alone were "
        f"beaten in {chosen}; slowest {slowest.seconds:.1f} s ({slowest.kind} {slowest.number})"
    )
    return int(bool(broken))


if __name__ == "__main__":
    raise SystemExit(main(int(sys.argv[1]) if len(sys.argv) > 1 else JOBS))
