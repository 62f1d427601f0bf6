"""Jobs of sizes that nobody cuts: they must end within the time of a plan and little memory, with words.

Each in a process of its own, so that its memory is its own. Ends with 1 where one took over 500 MB or
more than twice its time.
"""

from __future__ import annotations

import json
import random
import resource
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).parents[1]))

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Style
from neat_sheaf.plan import plan_job

MEGABYTES = 500
SECONDS = 60  # on a machine as quick as the one that the planner's steps were measured on


def _pieces(dice: random.Random, count: int, least: int, most: int, kit: int = 1) -> list[dict[str, Any]]:
    """So many kinds, each side from ``least`` to ``most`` tenths of a millimetre."""
    return [
        {
            "name": f"P{n}", "paper": "body", "per_kit": dice.randint(1, kit),
            "width": str(dice.randint(least, most) / 10), "height": str(dice.randint(least, most) / 10),
        }
        for n in range(count)
    ]  # fmt: skip


def cases() -> dict[str, tuple[list[dict[str, Any]], int, tuple[str, str]]]:
    """Pieces, kits and sheet (mm) of each job."""
    dice = random.Random(1)
    letter = ("215.9", "279.4")
    confetti = [{"name": "P", "paper": "body", "width": "1", "height": "1"}]
    hair = [{"name": "P", "paper": "body", "width": "0.000001", "height": "5"}]
    roll = [{"name": "P", "paper": "body", "width": "12.6", "height": "12.6"},
            {"name": "Q", "paper": "body", "width": "1", "height": "3000"}]  # fmt: skip
    return {
        "15 kinds of 5 to 20 mm": (_pieces(dice, 15, 50, 200), 10, letter),
        "500 kinds of 10 to 200 mm": (_pieces(dice, 500, 100, 2_000), 10, letter),
        "60 kinds of 1 to 200 mm, 100 000 kits": (_pieces(dice, 60, 10, 2_000, 1_000), 100_000, letter),
        "10 000 squares of 1 mm": (confetti, 10_000, letter),
        "a piece 0.000001 mm wide": (hair, 10, letter),
        "a sheet of 5 x 5 m": (roll, 1_000, ("5000", "5000")),
    }


def one(name: str, style: str) -> None:
    """Plan one job in this process and print what came of it."""
    pieces, kits, (width, height) = cases()[name]
    document = {
        "format": "neat-sheaf.job/1", "units": "mm", "project": {"name": name, "pieces": pieces},
        "papers": [{"id": "body", "width": width, "height": height}], "class": {"seats": kits},
        "cutting": {"style": style, "trimmer": "6000"},
    }  # fmt: skip
    began = time.perf_counter()
    try:
        plan = plan_job(read_job(json.dumps(document)))
        said = f"{plan.sheets} sheets, at least {plan.papers[0].lower_bound}"
    except (FileError, CannotPlanError) as error:
        said = said(error.faults[0])
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"RESULT {time.perf_counter() - began:.1f} {peak:.0f} {said}")


def main() -> int:
    """Every job in every style; 1 where one went on for too long or took too much."""
    worst = 0
    for name in cases():
        for style in Style:
            command = [sys.executable, __file__, name, style.value]
            done = subprocess.run(command, capture_output=True, text=True, check=False)
            result = next((line for line in done.stdout.splitlines() if line.startswith("RESULT ")), "")
            if not result:
                print(f"{name}, {style}: failed\n{done.stderr[-800:]}")
                worst = 1
                continue
            _, seconds, megabytes, said = result.split(" ", 3)
            over = float(seconds) > SECONDS or float(megabytes) > MEGABYTES
            worst = worst or int(over)
            print(f"{'OVER ' if over else ''}{name}, {style}: {seconds} s, {megabytes} MB: {said}")
    return worst


if __name__ == "__main__":
    if len(sys.argv) == 3:
        one(*sys.argv[1:])
    else:
        raise SystemExit(main())
