"""When it is done: the critical path against a textbook and networkx, evenings against what hands can do."""

from __future__ import annotations

from itertools import pairwise, permutations

import networkx
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.schedule.critical import Activity, critical_path
from neat_sheaf.schedule.evenings import lay_out

# The activity network of Wikipedia's article on the program evaluation and review technique (expected
# times in days: a 4, b 5.33, c 5.17, d 6.33, e 5.17, f 4.5, g 5.17), from memory; here in hundredths.
# Its critical path is a, c, e, g, and the whole takes 19.51 days.
PERT = [
    Activity("a", 400),
    Activity("b", 533),
    Activity("c", 517, after=("a",)),
    Activity("d", 633, after=("a",)),
    Activity("e", 517, after=("b", "c")),
    Activity("f", 450, after=("d",)),
    Activity("g", 517, after=("e",)),
]


def test_the_critical_path_of_a_textbook_network():
    timed = {one.key: one for one in critical_path(PERT)}
    assert [key for key, one in timed.items() if one.critical] == ["a", "c", "e", "g"]
    assert timed["g"].earliest + 517 == 1951
    assert [timed[key].slack for key in "bdf"] == [384, 468, 468]


@st.composite
def networks(draw, most=12):
    found = []
    for number in range(draw(st.integers(1, most))):
        after = draw(st.lists(st.integers(0, number - 1), max_size=3, unique=True)) if number else []
        work, waits = draw(st.integers(0, 90)), draw(st.sampled_from([0, 0, 5, 60, 200]))
        found.append(Activity(str(number), work, waits, tuple(str(n) for n in after)))
    return found


@given(networks())
def test_the_critical_path_is_the_longest_way_through_the_graph(activities):
    graph = networkx.DiGraph()
    graph.add_node("end")
    for one in activities:
        graph.add_node(one.key)
        for key in one.after:
            before = activities[int(key)]
            graph.add_edge(key, one.key, weight=before.work + before.waits)
        graph.add_edge(one.key, "end", weight=one.work + one.waits)
    longest = networkx.dag_longest_path_length(graph)
    timed = critical_path(activities)
    assert max(t.earliest + a.work + a.waits for t, a in zip(timed, activities, strict=True)) == longest
    for one in timed:
        whole = networkx.dag_longest_path_length(
            graph.subgraph([one.key, *networkx.ancestors(graph, one.key)])
        )
        assert one.earliest == whole
        assert one.slack >= 0


@pytest.mark.parametrize("after", [("z",), ("a",)])
def test_what_comes_after_nothing_that_is_there_is_refused(after):
    with pytest.raises(ValueError, match="a comes after"):
        critical_path([Activity("a", 1, after=after)])


DAY = 24 * 3600


@given(networks(), st.integers(10, 300), st.integers(1, 4))
def test_every_evening_can_be_done_by_the_hands_there_are(activities, evening, hands):
    found = lay_out(activities, evening, hands)
    done = {one.key: sum(p.end - p.start for p in found.parts if p.key == one.key) for one in activities}
    assert done == {one.key: one.work for one in activities}
    for part in found.parts:
        assert 0 <= part.start < part.end <= evening
        assert part.hands < hands
    for person in range(hands):
        own = sorted((p.evening, p.start, p.end) for p in found.parts if p.hands == person)
        for (night, _, end), (next_night, start, _) in pairwise(own):
            assert (night, end) <= (next_night, start)
    when = {}
    for one in activities:
        own = [p for p in found.parts if p.key == one.key]
        if own:
            starts = min(p.evening * DAY + p.start for p in own)
            when[one.key] = (starts, max(p.evening * DAY + p.end for p in own))
            assert len({p.hands for p in own}) == 1
    for one in activities:
        for key in one.after:
            if one.key in when and key in when:
                assert when[one.key][0] >= when[key][1] + activities[int(key)].waits


@given(networks(), st.integers(10, 300), st.integers(1, 4))
def test_no_fewer_evenings_are_promised_than_the_work_takes(activities, evening, hands):
    found = lay_out(activities, evening, hands)
    assert found.least <= found.count
    total = sum(one.work for one in activities)
    assert found.count * evening * hands >= total
    # Graham's bound for lists without waiting and without evenings: under twice what is needed at least.
    plain = [Activity(one.key, one.work, 0, one.after) for one in activities]
    if total:
        whole = lay_out(plain, DAY, hands)
        longest = max(part.end for part in whole.parts)
        chain = max(t.earliest + a.work for t, a in zip(critical_path(plain), plain, strict=True))
        assert longest <= total / hands + chain
        assert longest >= max(chain, total / hands)


@given(st.lists(st.integers(1, 90), min_size=1, max_size=9), st.integers(10, 300))
def test_one_person_with_nothing_to_wait_for_takes_the_fewest_evenings(works, evening):
    found = lay_out([Activity(str(n), work) for n, work in enumerate(works)], evening, 1)
    assert found.fewest
    assert found.count == -(-sum(works) // evening)


@settings(max_examples=60)
@given(networks(most=4), st.integers(20, 120), st.integers(1, 3))
def test_what_is_proved_fewest_no_order_of_the_tasks_beats(activities, evening, hands):
    found = lay_out(activities, evening, hands)
    counts = []
    for order in permutations(activities):
        # Each in this order, as early as what it waits for and one of the hands allow: another way of doing
        # it, with each task whole by one person.
        if any(key in {one.key for one in order[n:]} for n, one in enumerate(order) for key in one.after):
            continue
        free, ends, last = [0] * hands, {}, 0
        for one in order:
            person = min(range(hands), key=lambda n: free[n])
            at = max([free[person], *(ends[key] for key in one.after)])
            left = one.work
            while left or at % DAY > evening:
                night, clock = divmod(at, DAY)
                if clock >= evening:
                    at = (night + 1) * DAY
                    continue
                now = min(left, evening - clock)
                left, at = left - now, at + now
            free[person], ends[one.key] = at, at + one.waits
            last = max(last, (at - 1) // DAY + 1 if one.work else 0)
        counts.append(last)
    assert found.least <= min(counts)
    assert found.count <= min(counts)


def test_while_glue_dries_something_else_is_done_and_nobody_is_busy_with_waiting():
    glue = Activity("glue", 20, waits=30)
    tie = Activity("tie", 10, after=("glue",))
    sort = Activity("sort", 30)
    found = lay_out([glue, tie, sort], 120, 1)
    assert [(p.key, p.start, p.end) for p in found.parts] == [
        ("glue", 0, 20), ("sort", 20, 50), ("tie", 50, 60),
    ]  # fmt: skip


def test_what_does_not_dry_in_time_goes_on_the_next_evening():
    found = lay_out([Activity("glue", 50, waits=300), Activity("tie", 10, after=("glue",))], 60, 1)
    assert [(p.key, p.evening) for p in found.parts] == [("glue", 0), ("tie", 1)]
    assert (found.count, found.least) == (2, 2)


def test_a_task_that_is_too_long_for_an_evening_is_taken_up_again_by_the_same_person():
    found = lay_out([Activity("score", 100), Activity("stamp", 30)], 60, 2)
    score = [p for p in found.parts if p.key == "score"]
    assert [(p.evening, p.start, p.end) for p in score] == [(0, 0, 60), (1, 0, 40)]
