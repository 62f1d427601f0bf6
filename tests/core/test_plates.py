"""Dies that share the plates: the fewest passes, against every way of running a few of them."""

from __future__ import annotations

from collections import Counter
from functools import cache
from itertools import combinations

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from neat_sheaf.preparing.plate_room import Budget, fit_together
from neat_sheaf.preparing.plates import shared_runs

from .building import inch

ROOM = (inch("6"), inch("8 1/2"))


HALF = inch("1/2")


def fits(sizes):
    """Whether dies lie on the plates together: scipy's integer program of who is beside or above whom.

    Source of the formulation: Onodera, Taniguchi & Tamaru (1991), Branch-and-Bound Placement for Building
    Block Layout, 28th Design Automation Conference.
    """
    dies = [(across // HALF, up // HALF) for across, up in sizes]
    wide, tall = ROOM[0] // HALF, ROOM[1] // HALF
    pairs = list(combinations(range(len(dies)), 2))
    # For each die x, y and whether it is turned; for each pair four ways to be apart.
    size = 3 * len(dies) + 4 * len(pairs)
    rows, most = [], []

    def row(right, **at):
        line = np.zeros(size)
        for name, value in at.items():
            line[int(name[1:])] += value
        rows.append(line)
        most.append(right)

    for i, (w, h) in enumerate(dies):
        row(wide - w, **{f"v{3 * i}": 1, f"v{3 * i + 2}": h - w})
        row(tall - h, **{f"v{3 * i + 1}": 1, f"v{3 * i + 2}": w - h})
    for n, (i, j) in enumerate(pairs):
        first = 3 * len(dies) + 4 * n
        for k, (a, b) in enumerate(((i, j), (j, i))):
            w, h = dies[a]
            row(
                wide - w,
                **{f"v{3 * a}": 1, f"v{3 * a + 2}": h - w, f"v{3 * b}": -1, f"v{first + k}": wide},
            )
            row(
                tall - h,
                **{
                    f"v{3 * a + 1}": 1,
                    f"v{3 * a + 2}": w - h,
                    f"v{3 * b + 1}": -1,
                    f"v{first + 2 + k}": tall,
                },
            )
        row(-1, **{f"v{first + k}": -1 for k in range(4)})
    limits = [limit for _ in dies for limit in (wide, tall, 1)] + [1] * (4 * len(pairs))
    found = milp(
        np.zeros(size), constraints=LinearConstraint(np.array(rows), -np.inf, np.array(most)),
        bounds=Bounds(0, limits), integrality=np.ones(size),
    )  # fmt: skip
    return found.status == 0


def fewest(sizes, wanted):
    counts = range(1, len(sizes) + 1)
    every = [chosen for count in counts for chosen in combinations(sizes, count)]
    sets = [one for one in every if len(one) == 1 or fits([sizes[name] for name in one])]

    @cache
    def best(left):
        if not any(left):
            return 0
        there = dict(zip(sizes, left, strict=True))
        found = []
        first = next(name for name, often in there.items() if often)
        for one in sets:
            if first in one:
                now = tuple(max(0, often - (name in one)) for name, often in there.items())
                found.append(1 + best(now))
        return min(found)

    return best(tuple(wanted[name] for name in sizes))


SIDE = st.sampled_from(["1", "1 1/2", "2", "2 1/2", "3", "4", "5", "6"]).map(inch)


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(SIDE, SIDE, st.integers(1, 5)), min_size=1, max_size=5))
def test_the_passes_are_the_fewest_and_give_each_die_as_often_as_it_is_wanted(dies):
    sizes = {f"D{n}": (across, up) for n, (across, up, _) in enumerate(dies)}
    wanted = {f"D{n}": often for n, (_, _, often) in enumerate(dies)}
    runs = shared_runs(sizes, wanted, ROOM)
    given_ = Counter()
    for run in runs:
        assert len(run.dies) == 1 or fits([sizes[name] for name in run.dies])
        for name in run.dies:
            given_[name] += run.times
    assert given_ == wanted
    assert all(run.proved for run in runs)
    assert sum(run.times for run in runs) == fewest(sizes, wanted)


def test_two_small_dies_lie_on_the_plates_together_and_one_that_is_wanted_more_goes_on_alone():
    sizes = {"Leaf": (inch("2"), inch("3")), "Tag": (inch("2"), inch("4"))}
    runs = shared_runs(sizes, {"Leaf": 10, "Tag": 14}, ROOM)
    assert sorted((run.dies, run.times) for run in runs) == [(("Leaf", "Tag"), 10), (("Tag",), 4)]


def test_a_die_larger_than_the_plates_is_run_by_itself_and_left_to_the_checks():
    runs = shared_runs({"Big": (inch("9"), inch("9"))}, {"Big": 2}, ROOM)
    assert [(run.dies, run.times) for run in runs] == [(("Big",), 2)]


def test_six_dies_that_lie_in_two_rows_are_run_at_once():
    # They were packed in one row, three at a time, and 24 passes were called proved.
    sizes = {f"Tag {n}": (inch("2 1/2"), inch("2 1/2")) for n in range(6)}
    (run,) = shared_runs(sizes, dict.fromkeys(sizes, 12), ROOM)
    assert (len(run.dies), run.times, run.proved) == (6, 12, True)


def test_dies_that_no_straight_cut_parts_lie_together_all_the_same():
    # A pinwheel: four of 2 x 4 around one of 2 x 2 fill six by six, and cannot be laid in rows.
    sizes = {f"Leaf {n}": (inch("2"), inch("4")) for n in range(4)} | {"Bud": (inch("2"), inch("2"))}
    room = (inch("6"), inch("6"))
    (run,) = shared_runs(sizes, dict.fromkeys(sizes, 3), room)
    assert (len(run.dies), run.times, run.proved) == (5, 3, True)


def test_where_it_cannot_be_told_in_time_nothing_is_called_proved():
    # Ten of almost the plates' area, each of another size.
    sizes = {f"D{n}": (inch("1") + n * inch("1/8"), inch("3") + n * inch("1/4")) for n in range(10)}
    runs = shared_runs(sizes, dict.fromkeys(sizes, 2), (inch("8"), inch("9")))
    assert sum(run.times * len(run.dies) for run in runs) == 20
    budget = Budget(10)
    assert not fit_together([(3, 5)] * 7, (10, 11), budget)
    assert budget.spent
