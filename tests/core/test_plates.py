"""Dies that share the plates: the fewest passes, against every way of running a few of them."""

from __future__ import annotations

from collections import Counter
from functools import cache
from itertools import combinations

from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.preparing.plates import shared_runs

from .building import inch

ROOM = (inch("6"), inch("8 1/2"))


def fits(sizes):
    """Whether dies lie in a row on the plates, tried out in every way round of each."""
    rows = [(0, 0)]
    for one in sizes:
        rows = [
            (taken + along, max(deep, across)) for taken, deep in rows for across, along in (one, one[::-1])
        ]
    return any(taken <= ROOM[1] and deep <= ROOM[0] for taken, deep in rows)


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


@settings(max_examples=60)
@given(st.lists(st.tuples(SIDE, SIDE, st.integers(1, 5)), min_size=1, max_size=4))
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
