"""The commands: plan a job file, compare its choices, or check it."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from neat_sheaf.advice.options import compare_options
from neat_sheaf.cli.check_command import check_command
from neat_sheaf.cli.choices_report import choices_report
from neat_sheaf.cli.fold_command import fold_command
from neat_sheaf.cli.prepare_command import EVENING_MINUTES, prepare_command
from neat_sheaf.cli.read_command import read_command
from neat_sheaf.cli.report import plan_report
from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.options_file import write_options
from neat_sheaf.formats.plan_file import write_plan
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import MOST_KITS
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.wording import Voice, english

__all__ = ["main"]

CANNOT_PLAN, WRONG_FILE = 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; exit status 0, 1 where the job cannot be planned, 2 for a wrong file."""
    say = english().say
    parser = argparse.ArgumentParser(prog="neat-sheaf", description=say("command.all"))
    commands = parser.add_subparsers(dest="command", required=True)
    plan = commands.add_parser("plan", help=say("command.plan"))
    plan.add_argument("job", type=Path)
    plan.add_argument("--json", action="store_true", help=say("command.json"))
    plan.add_argument("--kits", type=_kits, help=say("command.kits"))
    compare = commands.add_parser("compare", help=say("command.compare"))
    compare.add_argument("job", type=Path)
    compare.add_argument("--json", action="store_true", help=say("command.compare-json"))
    read = commands.add_parser("read", help=say("command.read"))
    read.add_argument("lines", help=say("command.lines"))
    read.add_argument("--units", choices=("in", "cm", "mm"), default="in", help=say("command.units"))
    read.add_argument("--json", action="store_true", help=say("command.read-json"))
    check = commands.add_parser("check", help=say("command.check"))
    check.add_argument("job", type=Path)
    check.add_argument("--json", action="store_true", help=say("command.check-json"))
    folding = commands.add_parser("fold", help=say("command.fold"))
    folding.add_argument("job", type=Path)
    folding.add_argument("--json", action="store_true", help=say("command.fold-json"))
    preparing = commands.add_parser("prepare", help=say("command.prepare"))
    preparing.add_argument("job", type=Path)
    preparing.add_argument("--json", action="store_true", help=say("command.prepare-json"))
    preparing.add_argument("--kits", type=_kits, help=say("command.kits"))
    preparing.add_argument(
        "--minutes", type=_whole(1440), default=EVENING_MINUTES, help=say("command.minutes")
    )
    preparing.add_argument("--hands", type=_whole(20), default=1, help=say("command.hands"))
    chosen = parser.parse_args(arguments)
    try:
        if chosen.command == "read":
            return read_command(_lines(chosen.lines), chosen.units, as_json=chosen.json)
        job = read_job(_text(chosen.job))
        if chosen.command == "check":
            return check_command(job, as_json=chosen.json)
        if chosen.command == "fold":
            return fold_command(job, as_json=chosen.json)
        if chosen.command == "compare":
            with _solver_silenced():
                said = write_options(job, compare_options(job)) if chosen.json else choices_report(job)
            print(said, end="")
            return 0
        if chosen.kits is not None:
            job = with_kits(job, chosen.kits)
        with _solver_silenced():
            made = plan_job(job)
        if chosen.command == "prepare":
            how = {"minutes": chosen.minutes, "hands": chosen.hands, "as_json": chosen.json}
            with _solver_silenced():
                said = prepare_command(job, made, **how)
            print(said, end="")
            return 0
        print(write_plan(made) if chosen.json else plan_report(made, job), end="")
    except FileError as error:
        _print_faults(error.faults, english())
        return WRONG_FILE
    except CannotPlanError as error:
        _print_faults(error.faults, english(job.units))
        return CANNOT_PLAN
    return 0


def _print_faults(faults: Sequence[Fault], voice: Voice) -> None:
    for found in faults:
        print(voice.fault(found), file=sys.stderr)


def _kits(text: str) -> int:
    if not text.isascii() or not text.isdigit() or int(text) > MOST_KITS:
        raise argparse.ArgumentTypeError(english().say("command-kits", most=MOST_KITS))
    return int(text)


def _whole(most: int) -> Callable[[str], int]:
    """A reader of whole numbers from 1 to so many."""

    def read(text: str) -> int:
        if not text.isascii() or not text.isdigit() or not 1 <= int(text) <= most:
            raise argparse.ArgumentTypeError(english().say("command-whole", most=most))
        return int(text)

    return read


def _lines(name: str) -> str:
    """The text of a file, or of standard input for ``-``."""
    if name != "-":
        return _text(Path(name))
    try:
        return sys.stdin.buffer.read().decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise FileError([fault("-", "not-utf8", byte=str(error.start))]) from error


def _text(path: Path) -> str:
    try:
        return path.read_text(encoding="utf-8-sig")
    except OSError as error:
        why = error.strerror or ""
        raise FileError([fault(str(path), "unreadable", why=why)]) from error
    except UnicodeDecodeError as error:
        raise FileError([fault(str(path), "not-utf8", byte=str(error.start))]) from error


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
