"""What is left of the sheets: as little used of the last as can be, and what a leftover would still make."""

from dataclasses import replace

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from neat_sheaf.advice.leftovers import Makes, leftovers
from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Cutting
from neat_sheaf.plan import plan_job
from tests.validator import faults_of

from .building import inch, job, letter, piece

EMPTY_LAST = Cutting(empty_last=True)
SIDES = st.sampled_from(["1 1/2", "2", "2 3/4", "3 1/2", "4", "5 1/4"])


def test_the_last_sheet_is_used_as_little_as_can_be():
    # Worked: six cards of 4 1/4 x 5 1/2 fill a sheet and a half; half a sheet is left whole, either way.
    made_job = job([piece("Card", "4 1/4", "5 1/2")], [letter()], 6, EMPTY_LAST)
    made = plan_job(made_job)
    assert (made.sheets, made.proved) == (2, True)
    halves = [(inch("8 1/2"), inch("5 1/2")), (inch("4 1/4"), inch("11"))]
    assert made.cutting.largest in halves


@given(st.lists(st.tuples(SIDES, SIDES, st.integers(1, 3)), min_size=1, max_size=3), st.integers(1, 12))
@settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_an_emptier_last_sheet_costs_no_sheet_and_its_offcut_is_never_smaller(rows, kits):
    pieces = [piece(f"P{n}", w, h, per_kit=count) for n, (w, h, count) in enumerate(rows)]
    plain, empty = (job(pieces, [letter()], kits, cutting) for cutting in (Cutting(), EMPTY_LAST))
    before, after = plan_job(plain), plan_job(empty)
    assert faults_of(job_document(empty), plan_document(after)) == []
    assert after.sheets == before.sheets

    def largest(made):
        width, height = made.cutting.largest or (0, 0)
        return width * height

    assert largest(after) >= largest(before)


def test_a_leftover_says_what_it_would_still_make():
    # A card of 8 1/2 x 7 leaves 8 1/2 x 4: two tags of 4 x 4, or eight labels of 2 x 2 of another project.
    made_job = job([piece("Card", "8 1/2", "7"), piece("Tag", "4", "4", per_kit=0)], [letter()], 3)
    found = leftovers(made_job, plan_job(made_job).sheet_plan, [("Fan", [piece("Label", "2", "2")])])
    (left,) = found
    assert (left.width, left.height, left.count) == (inch("4"), inch("8 1/2"), 3)
    assert left.makes == (Makes("Tag", 2), Makes("Label", 8, "Fan"))


def test_a_leftover_of_a_print_keeps_its_way_up():
    from neat_sheaf.stock import Print

    striped = replace(letter(), print=Print.ONE_WAY)
    made_job = job([piece("Card", "8 1/2", "7"), piece("Strip", "3", "8", per_kit=0)], [striped], 1)
    pieces = made_job.project.pieces
    follows = tuple(replace(p, follows_print=True) for p in pieces)
    made_job = replace(made_job, project=replace(made_job.project, pieces=follows))
    (left,) = leftovers(made_job, plan_job(made_job).sheet_plan)
    # Eight inches lie across the leftover, and up it there are four.
    assert (left.width, left.height) == (inch("8 1/2"), inch("4"))
    assert left.makes == ()


@pytest.mark.parametrize("size", ["9", "12"])
def test_what_is_too_small_for_anything_is_still_listed(size):
    made_job = job([piece("Card", "8 1/2", "9")], [letter()], 2)
    (left,) = leftovers(made_job, plan_job(made_job).sheet_plan, [("Large", [piece("Big", size, size)])])
    assert (left.width, left.height, left.count, left.makes) == (inch("2"), inch("8 1/2"), 2, ())
