"""Changes to the code that decides and proves, one at a time, and whether the core's tests notice them.

Takes a sample of the changes that the tool can make to the modules named under ``tool.mutmut`` in
pyproject.toml, each module with the tests that are about it, and prints the share that was noticed
and the changes that were not. Takes how many, and the seed of the sample, or
the names of changes to try again.
"""

from __future__ import annotations

import json
import os
import random
import re
import shutil
import subprocess
import sys
import tempfile
from collections import Counter
from pathlib import Path

CHECKOUT = Path(__file__).resolve().parents[1]
SAMPLE, SEED = 150, 2026
# How the tool ends a test run that failed, and one that went on for too long (by its clock, or the system's).
CAUGHT, TIMED_OUT = 1, (36, -24)


def _mutmut(where: Path, *names: str) -> str:
    environment = {
        **os.environ, "NEAT_SHEAF_DEBUG": "1", "HYPOTHESIS_PROFILE": "mutants",
        "PYTHONPATH": "", "PYTHONDONTWRITEBYTECODE": "1",
    }  # fmt: skip
    command = [sys.executable, "-m", "mutmut", "run", "--max-children", "2", *names]
    done = subprocess.run(command, cwd=where, env=environment, capture_output=True, text=True, check=False)
    return done.stdout + done.stderr


def _outcomes(where: Path) -> dict[str, int | None]:
    found: dict[str, int | None] = {}
    for file in (where / "mutants").rglob("*.meta"):
        found |= json.loads(file.read_text())["exit_code_by_key"]
    return found


def _shown(where: Path, name: str) -> str:
    """The lines that a change takes away and puts there."""
    command = [sys.executable, "-m", "mutmut", "show", name]
    done = subprocess.run(command, cwd=where, capture_output=True, text=True, check=False)
    lines = [line for line in done.stdout.splitlines() if re.match(r"[-+](?![-+]{2})", line)]
    return "\n".join(f"    {line}" for line in lines)


def main() -> int:
    """Print the score; 1 where the tool itself failed."""
    with tempfile.TemporaryDirectory(prefix="neat-sheaf-mutants-") as folder:
        where = Path(folder)
        for name in ("src", "tests", "benchmarks", "examples", "docs", "studio", "tools"):
            shutil.copytree(
                CHECKOUT / name, where / name, ignore=shutil.ignore_patterns("static_root", "__pycache__")
            )
        (where / "web" / "dist").mkdir(parents=True)
        shutil.copy2(CHECKOUT / "pyproject.toml", where)
        said = _mutmut(where, "none.of.these")
        names = sorted(_outcomes(where))
        if not names:
            print(said[-2_000:])
            return 1
        asked = sys.argv[1:]
        if asked and not asked[0].isdigit():
            chosen = asked
        else:
            dice = random.Random(int(asked[1]) if len(asked) > 1 else SEED)
            chosen = dice.sample(names, min(int(asked[0]) if asked else SAMPLE, len(names)))
        said = _mutmut(where, *chosen)
        outcomes = {name: code for name, code in _outcomes(where).items() if name in chosen}
        tried = {name: code for name, code in outcomes.items() if code is not None}
        shown = {
            name: _shown(where, name) for name, code in tried.items() if code not in (CAUGHT, *TIMED_OUT)
        }
        if not tried:
            print(said[-2_000:])
            return 1
    noticed = {name for name, code in tried.items() if code in (CAUGHT, *TIMED_OUT)}
    print(f"{len(names)} changes can be made, {len(tried)} were tried:")
    print(f"  {len(noticed)} were noticed, {len(noticed) / len(tried):.1%}")
    by_module = Counter(name.rsplit(".", 1)[0] for name in tried)
    for module, count in sorted(by_module.items()):
        caught = sum(name.rsplit(".", 1)[0] == module for name in noticed)
        print(f"  {module}: {caught} of {count}")
    for name in sorted(set(tried) - noticed):
        print(f"  not noticed: {name} (ended with {tried[name]})\n{shown[name]}")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
