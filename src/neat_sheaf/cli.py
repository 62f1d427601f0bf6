"""The command line: plan a job file, compare its choices, or check it. No database, no server."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from neat_sheaf.checks import Level, check_project
from neat_sheaf.choices_report import choices_report
from neat_sheaf.errors import Fault
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.plan_file import write_plan
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.report import plan_report
from neat_sheaf.sheets import CannotPlanError

__all__ = ["main"]

CANNOT_PLAN, WRONG_FILE = 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; exit status 0, 1 where the job cannot be planned, 2 for a wrong file."""
    parser = argparse.ArgumentParser(prog="neat-sheaf", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    plan = commands.add_parser("plan", help="lay the pieces on sheets, total and cost them")
    plan.add_argument("job", type=Path)
    plan.add_argument("--json", action="store_true", help="the plan file, on standard output")
    plan.add_argument("--kits", type=_kits, help="another number of kits")
    compare = commands.add_parser("compare", help="styles, sheet sizes and numbers of seats side by side")
    compare.add_argument("job", type=Path)
    check = commands.add_parser("check", help="only the checks: will it go together?")
    check.add_argument("job", type=Path)
    chosen = parser.parse_args(arguments)
    try:
        job = read_job(_text(chosen.job))
        if chosen.command == "check":
            return _check(job)
        if chosen.command == "compare":
            with _solver_silenced():
                said = choices_report(job)
            print(said, end="")
            return 0
        if chosen.kits is not None:
            job = with_kits(job, chosen.kits)
        with _solver_silenced():
            made = plan_job(job)
        print(write_plan(made) if chosen.json else plan_report(made), end="")
    except FileError as error:
        print(error, file=sys.stderr)
        return WRONG_FILE
    except CannotPlanError as error:
        for fault in error.faults:
            print(fault, file=sys.stderr)
        return CANNOT_PLAN
    return 0


def _kits(text: str) -> int:
    kits = int(text)
    if not 0 <= kits <= 100_000:
        raise argparse.ArgumentTypeError("write a number of kits from 0 to 100000")
    return kits


def _text(path: Path) -> str:
    try:
        return path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise FileError([Fault(str(path), "unreadable", error.strerror or "cannot be read")]) from error
    except UnicodeDecodeError as error:
        says = f"byte {error.start} is not UTF-8; save the file as UTF-8"
        raise FileError([Fault(str(path), "not-utf8", says)]) from error


def _check(job: Job) -> int:
    found = check_project(job.project, job.units, job.habits, job.papers_by_role, job.supplies)
    for finding in found:
        print(f"{finding.level}: {finding.where}: {finding.says} [{finding.code}]")
        if finding.mend is not None:
            print(f"  mend: {finding.mend.says}")
    if not found:
        print("Nothing to say: it should go together.")
    return CANNOT_PLAN if any(f.level is Level.ERROR for f in found) else 0


@contextmanager
def _solver_silenced() -> Iterator[None]:
    """The solver's library prints a banner on file descriptor 1, which would spoil the plan file."""
    sys.stdout.flush()
    try:
        kept = os.dup(1)
    except OSError:
        yield
        return
    try:
        with open(os.devnull, "wb") as nowhere:
            os.dup2(nowhere.fileno(), 1)
        yield
    finally:
        os.dup2(kept, 1)
        os.close(kept)
