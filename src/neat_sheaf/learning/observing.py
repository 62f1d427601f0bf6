"""What one class shows of the time that its work takes, thing by thing. Exact seconds."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.learning.medians import middle
from neat_sheaf.pace import USUAL_PACE, Pace

__all__ = ["TimedStep", "Worked", "at_the_trimmer", "in_proportion", "of_steps", "shown_by"]


@dataclass(frozen=True, slots=True)
class Worked:
    """Work that was timed: what was done how often, by the names of a ``Pace``, and the seconds it took."""

    times: Mapping[str, int]
    seconds: int


@dataclass(frozen=True, slots=True)
class TimedStep:
    """One step of a guide: whether something was set for it, how often it is done, the seconds."""

    set_now: bool
    times: int
    seconds: int


def in_proportion(worked: Worked, usual: Pace = USUAL_PACE) -> dict[str, Fraction]:
    """What each thing took where only the whole is known: all in the proportion of the usual pace.

    Where one kind of thing was done it is simply the seconds of each. Nothing for work that takes no time
    by the usual pace: there is nothing to compare with.
    """
    planned = sum(count * getattr(usual, name) for name, count in worked.times.items())
    if not planned:
        return {}
    ratio = Fraction(worked.seconds, planned)
    return {name: ratio * getattr(usual, name) for name, count in worked.times.items() if count}


def of_steps(steps: Iterable[TimedStep], setting: str, each: str) -> dict[str, Fraction]:
    """Seconds of a ``setting`` and of doing it once (``each``): medians, so that a pause moves neither.

    Doing it once is the median of the steps for which nothing was set; a setting is the median of what the
    others took beyond that, never less than nothing. Each is left out where no step shows it.
    """
    steps = [step for step in steps if step.times]
    plain = [Fraction(step.seconds, step.times) for step in steps if not step.set_now]
    if not plain:
        return {}
    once = middle(plain)
    beyond = [max(Fraction(0), step.seconds - step.times * once) for step in steps if step.set_now]
    return {each: once} | ({setting: middle(beyond)} if beyond else {})


def at_the_trimmer(
    steps: Iterable[TimedStep], handled: Mapping[str, int], usual: Pace = USUAL_PACE
) -> dict[str, Fraction]:
    """What cutting took. ``handled`` is how often each thing is done in all of it.

    What a step takes beyond its setting is the stroke with the carrying and turning that belong to it: those
    are in proportion of the usual pace.
    """
    found = of_steps(steps, "setting", "stroke")
    strokes = handled.get("stroke", 0)
    if "stroke" not in found or not strokes:
        return {}
    together = {name: handled.get(name, 0) for name in ("stroke", "carry", "turn")}
    planned = Fraction(sum(n * getattr(usual, name) for name, n in together.items()), strokes)
    ratio = found["stroke"] / planned
    return found | {name: ratio * getattr(usual, name) for name, n in together.items() if n}


def shown_by(works: Iterable[Worked], usual: Pace = USUAL_PACE) -> dict[str, Fraction]:
    """What a class shows of each thing; one that is in several works is weighed by how often it was done."""
    seconds: dict[str, Fraction] = {}
    counts: dict[str, int] = {}
    for worked in works:
        for name, each in in_proportion(worked, usual).items():
            count = worked.times[name]
            seconds[name] = seconds.get(name, Fraction(0)) + each * count
            counts[name] = counts.get(name, 0) + count
    return {name: total / counts[name] for name, total in seconds.items()}
