"""300 made-up jobs of every kind of real stock: how many are decided.

Edges, offcuts, matched sets, scrap, colourways, short trimmers, sizes off the grid and mixed sizes take
turns. A job is decided where its sheets are at the bound, or its mix at its least price. Ends with 1
where a plan is not valid, or where fewer than 99 % are decided.
"""

from __future__ import annotations

import json
import random
import sys
import time
from multiprocessing import Pool
from pathlib import Path
from typing import Any, NamedTuple

sys.path.insert(0, str(Path(__file__).parents[1]))

from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.plan import plan_job
from tests.validator import faults_of

JOBS, SEED = 300, 1129
KINDS = ("plain", "edges", "offcuts", "matched", "scrap", "colourways", "short-trimmer", "off-grid", "mixed")


class Row(NamedTuple):
    """One job's outcome."""

    kind: str
    number: int
    sheets: int
    decided: bool
    faults: list[str]
    seconds: float


def made_up(number: int) -> dict[str, Any]:
    """A job file as JSON values; the kinds take turns."""
    dice = random.Random(SEED + number)
    kind = KINDS[number % len(KINDS)]

    def side(least: int, most: int) -> str:
        if kind == "off-grid" and dice.random() < 0.5:
            return f"{dice.randint(least * 25, most * 25) / 10 * 4:.1f} mm"
        return f"{dice.randint(least * 16, most * 16) // 2 * 2}/16"

    pieces: list[dict[str, Any]] = [
        {
            "name": f"P{n}", "paper": "print" if kind == "colourways" and n % 2 else "body",
            "width": side(1, dice.choice([3, 5, 8])), "height": side(1, dice.choice([3, 5, 8])),
            "per_kit": dice.randint(1, 3), "follows_print": dice.random() < 0.3,
            **({"scrap": True} if kind == "scrap" and n % 2 else {}),
        }
        for n in range(dice.randint(2, 7))
    ]  # fmt: skip
    if kind == "matched":
        for piece in pieces[:2]:
            piece.update(matched="set", per_kit=1, follows_print=True, width="2 1/2", height="3")
    papers: list[dict[str, Any]] = [
        {"id": "body", "width": "8 1/2", "height": "11", "pack_sheets": 20, "pack_price": "8.40"},
        {
            "id": "dots",
            "width": "12",
            "height": "12",
            "print": "one-way",
            "pack_sheets": 12,
            "pack_price": "9",
        },
        {
            "id": "waves",
            "width": "12",
            "height": "12",
            "print": "two-way",
            "pack_sheets": 12,
            "pack_price": "9",
        },
    ]
    if kind == "edges":
        papers[0]["edges"] = {"left": "1/4", "bottom": "1/2"}
    if kind == "offcuts":
        papers[0]["offcuts"] = [{"width": "4 1/4", "height": "11", "count": dice.randint(1, 4)}]
    if kind == "mixed":
        papers.append(
            {"id": "large", "width": "12", "height": "12", "same_as": "body", "pack_sheets": 15,
             "pack_price": "11.20"}
        )  # fmt: skip
    kits = dice.randint(2, 40)
    klass: dict[str, Any] = {"seats": kits}
    if kind == "colourways" and any(piece["paper"] == "print" for piece in pieces):
        first = kits // 2
        klass["colourways"] = [
            {"name": "A", "kits": first, "papers": {"body": "body", "print": "dots"}},
            {"name": "B", "kits": kits - first, "papers": {"body": "body", "print": "waves"}},
        ]
    cutting = {"trimmer": "9"} if kind == "short-trimmer" else {"mix_sizes": kind == "mixed"}
    return {
        "format": "neat-sheaf.job/1", "units": "in",
        "project": {"name": f"{kind} {number}", "pieces": pieces}, "papers": papers,
        "class": klass, "cutting": cutting,
    }  # fmt: skip


def run(number: int) -> Row:
    """Plan a job and judge the plan."""
    job = read_job(json.dumps(made_up(number)))
    start = time.process_time()
    plan = plan_job(job)
    seconds = time.process_time() - start
    faults = faults_of(job_document(job), plan_document(plan))
    return Row(KINDS[number % len(KINDS)], number, plan.sheets, plan.proved, faults, seconds)


def main(jobs: int = JOBS) -> int:
    """Every job; 1 where a promise is broken."""
    with Pool() as pool:
        rows = pool.map(run, range(jobs), chunksize=5)
    for kind in KINDS:
        own = [row for row in rows if row.kind == kind]
        open_ = [row.number for row in own if not row.decided]
        slowest = max(row.seconds for row in own)
        print(
            f"{kind}: {len(own) - len(open_)} of {len(own)} decided, slowest {slowest:.1f} s; open: {open_}"
        )
    faulty = [row for row in rows if row.faults]
    for row in faulty:
        print(f"NOT VALID {row.kind} {row.number}: {row.faults}")
    decided = sum(row.decided for row in rows)
    print(f"{decided} of {len(rows)} decided ({100 * decided / len(rows):.1f} %), {len(faulty)} not valid")
    return int(bool(faulty) or decided < 0.99 * len(rows))


if __name__ == "__main__":
    raise SystemExit(main(int(sys.argv[1]) if len(sys.argv) > 1 else JOBS))
