"""Plans and answers made in a process of their own, which may take so much time and memory and no more.

The process is forked from one that holds the core and nothing else: no Django, no connection, no thread.
What it took goes when it ends, so that a worker is as small after two thousand plans as after one.
"""

from __future__ import annotations

import contextlib
import multiprocessing
import os
import resource
import time
from collections.abc import Callable
from multiprocessing.connection import Connection
from typing import Any, NamedTuple

from neat_sheaf.advice.from_stock import from_stock
from neat_sheaf.advice.options import compare_options
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import Progress, SearchControl
from neat_sheaf.plan import plan_job

__all__ = ["WORK", "Limits", "Outcome", "made_apart"]

_TOLD_EVERY = 0.25  # seconds
_GRACE = 10.0  # seconds from being told to stop until the process is ended

# What the parent says.
_STOP = "stop"


class Limits(NamedTuple):
    """How long a plan may take, in seconds, and how much memory, in megabytes."""

    seconds: float
    megabytes: int


class Outcome(NamedTuple):
    """What came of it, or why nothing did."""

    found: Any
    faults: list[Fault]


WORK: dict[str, Callable[[Job, SearchControl], Any]] = {
    "plan": lambda job, control: plan_document(plan_job(job, control)),
    "seats": lambda job, control: seat_breakpoints(job, control=control),
    "options": compare_options,
    "sizes": lambda job, control: size_advice(job, control=control),
    "stock": from_stock,
}
"""What can be made of a job; a plan is given as its file."""


def made_apart(
    what: str, job: str, limits: Limits, told: Callable[[int | None, int], str]
) -> Outcome | None:  # fmt: skip
    """What comes of a job file (``what`` of ``WORK``); None where nobody wants it any more.

    ``told`` hears how far it is, now and then, and answers "" (go on), "stop" (the best so far) or "drop".
    """
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload([__name__])
    here, there = context.Pipe()
    process = context.Process(target=_child, args=(there, what, job, limits.megabytes), daemon=True)
    process.start()
    there.close()
    try:
        return _heard(here, limits, told)
    finally:
        here.close()
        process.join(timeout=0.2)
        if process.is_alive():
            process.kill()
            process.join()
        process.close()


def _heard(
    here: Connection, limits: Limits, told: Callable[[int | None, int], str]
) -> Outcome | None:  # fmt: skip
    """Listen to the process until it has an outcome, is ended, or is not wanted."""
    end = time.monotonic() + limits.seconds
    last: tuple[int | None, int] = (None, 0)
    stopping = False
    while True:
        if here.poll(_TOLD_EVERY):
            try:
                kind, found = here.recv()
            except EOFError:
                # It was ended from outside: by the kernel, where the machine ran out of memory.
                return Outcome(None, [fault("", "planner-ended")])
            if kind == "done":
                return Outcome(*found)
            last = found
        wish = told(*last)
        if wish == "drop":
            return None
        if not stopping and (wish == "stop" or time.monotonic() > end):
            stopping = True
            end = min(end, time.monotonic()) + _GRACE
            # It may have come to its end this moment: what it said is still heard.
            with contextlib.suppress(BrokenPipeError):
                here.send(_STOP)
        elif stopping and time.monotonic() > end:
            return Outcome(None, [fault("", "planner-late", seconds=round(limits.seconds))])


def _child(there: Connection, what: str, job: str, megabytes: int) -> None:
    """In the process: work, and say how far it is."""
    resource.setrlimit(resource.RLIMIT_AS, (megabytes << 20, megabytes << 20))
    os.nice(10)  # Whoever waits for an answer comes before whoever waits for a plan.
    said = time.monotonic()

    def on_progress(progress: Progress) -> None:
        nonlocal said
        if there.poll():
            there.recv()  # Nothing is said but to stop; an end of the pipe ends this process.
            control.stop_early()
        if time.monotonic() > said + _TOLD_EVERY:
            said = time.monotonic()
            there.send(("far", (progress.sheets, progress.lower_bound)))

    control = SearchControl(on_progress=on_progress)
    with contextlib.suppress(EOFError, BrokenPipeError):
        there.send(("done", tuple(_done(what, job, control, megabytes))))


def _done(what: str, job: str, control: SearchControl, megabytes: int) -> Outcome:
    try:
        return Outcome(WORK[what](read_job(job), control), [])
    except CannotPlanError as error:
        return Outcome(None, error.faults)
    except MemoryError:
        return Outcome(None, [fault("", "planner-memory", megabytes=megabytes)])
    except (EOFError, BrokenPipeError):
        raise
    except Exception as error:  # a boundary: whatever went wrong is one class's
        return Outcome(None, [fault("", "planner-failed", error=type(error).__name__)])
