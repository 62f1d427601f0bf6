"""How planning grows with the class, beside one run of a general packing library, and seat by seat.

Ratios within one run: the machine's speed cancels out. Everything is what a person waits for: the
sheets, the layouts, and the order of cutting.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

sys.path.insert(0, str(Path(__file__).parents[1]))

import rectpack

from neat_sheaf.advice.options import compare_options
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.job import Class, Colourway, Job
from neat_sheaf.measure.length import inches
from neat_sheaf.project import Piece, Project
from neat_sheaf.stock import Paper

KIT = [
    ("11/2", "7", 1), ("9/2", "6", 1), ("3", "5/2", 2), ("4", "4", 1), ("13/4", "2", 2),
    ("2", "2", 3), ("3/4", "11", 1), ("7/8", "39/8", 1), ("5", "3", 2),
]  # fmt: skip
LETTER = Paper("body", "Letter", inches("17/2"), inches(11))
EXAMPLES = Path(__file__).parents[1] / "examples"

T = TypeVar("T")


def nine_kinds(kits: int) -> Job:
    """A class of so many kits of nine kinds of piece that may turn, on Letter."""
    pieces = tuple(Piece(f"P{n}", "body", c, inches(w), inches(h)) for n, (w, h, c) in enumerate(KIT))
    klass = Class(kits, 0, 0, None, (Colourway("all", kits, {"body": "body"}),))
    return Job(Project("Nine kinds", pieces), (LETTER,), (), klass)


def library(kits: int) -> int:
    """Sheets by one run of the packing library, guillotine, best short side."""
    packer = rectpack.newPacker(pack_algo=rectpack.GuillotineBssfSas, rotation=True)
    for w, h, n in KIT:
        for _ in range(n * kits):
            packer.add_rect(inches(w), inches(h))
    packer.add_bin(LETTER.width, LETTER.height, float("inf"))
    packer.pack()
    return len(packer)


def best_of(times: int, run: Callable[[], T]) -> tuple[float, T]:
    """The shortest of several runs in seconds, and what it gave."""
    found: list[tuple[float, T]] = []
    for _ in range(times):
        start = time.perf_counter()
        made = run()
        found.append((time.perf_counter() - start, made))
    return min(found, key=lambda pair: pair[0])


def main() -> None:
    """Print the tables."""
    plan_sheets(nine_kinds(3))
    print(
        f"{'kits':>7} {'sheets':>7} {'bound':>7} {'layouts':>8} {'settings':>9} {'ms':>6} {'/ 10 kits':>10}"
    )
    base = 0.0
    for kits in (10, 40, 1000, 10_000):
        seconds, plan = best_of(5, lambda kits=kits: plan_sheets(nine_kinds(kits)))
        base = base or seconds
        print(
            f"{kits:>7} {plan.sheets:>7} {plan.papers[0].lower_bound:>7} {plan.cutting.layouts:>8} "
            f"{plan.cutting.settings:>9} {seconds * 1000:>6.0f} {seconds / base:>6.2f}"
        )
    seconds, made = best_of(3, lambda: plan_sheets(nine_kinds(40)))
    other, others = best_of(3, lambda: library(40))
    _say_beside(seconds, made, other, others)
    for name in ("seed-drawer", "row-marker-fan-a4", "potting-shed-tin"):
        job = read_job((EXAMPLES / f"{name}.json").read_text())
        one, _ = best_of(3, lambda job=job: plan_sheets(job))
        sixty, steps = best_of(2, lambda job=job: seat_breakpoints(job))
        all_options, _ = best_of(2, lambda job=job: compare_options(job))
        proved = sum(row.proved for row in steps.rows)
        print(
            f"{name}: 1 to 60 seats in {sixty * 1000:.0f} ms, {sixty / one:.1f} of one plan, "
            f"{proved} proved; its options {all_options / one:.1f} of one plan"
        )


def _say_beside(seconds: float, made: SheetPlan, other: float, others: int) -> None:
    print(
        f"40 kits: {made.sheets} sheets in {seconds * 1000:.0f} ms (aim 300); one run of the library "
        f"{others} in {other * 1000:.0f} ms: {seconds / other:.2f} of it"
    )


if __name__ == "__main__":
    main()
