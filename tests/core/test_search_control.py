"""A hard job: bounded in time, reported on the way, stopped when asked, and honest about its bound."""

import json

import pytest

from benchmarks.class_jobs import class_jobs
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.nesting.control import CancelledError, SearchControl
from neat_sheaf.plan import plan_job
from tests.validator import faults_of
from tests.words import refused


@pytest.fixture(scope="module")
def hard():
    """Fifteen kinds of piece and 54 kits on 12 x 12: the slowest of the first made-up jobs."""
    return read_job(json.dumps(class_jobs(40)[38]))


def test_with_no_time_at_all_there_is_a_valid_plan_and_an_honest_bound(hard):
    made = plan_job(hard, SearchControl(steps=0))
    assert faults_of(job_document(hard), plan_document(made)) == []
    assert not made.proved
    at_leisure = plan_sheets(hard)
    assert made.papers[0].lower_bound <= at_leisure.papers[0].lower_bound <= at_leisure.sheets <= made.sheets


def test_progress_is_told_and_the_bound_only_rises(hard):
    told = []
    made = plan_sheets(hard, SearchControl(on_progress=told.append))
    bounds = [progress.lower_bound for progress in told]
    assert len(told) > 3
    assert bounds == sorted(bounds)
    assert all(p.sheets is None or p.sheets >= made.sheets for p in told)
    assert bounds[-1] <= made.sheets


def test_planning_stops_when_it_is_cancelled(hard):
    asked = iter([False, False, True])
    with refused(CancelledError, "was stopped"):
        plan_sheets(hard, SearchControl(cancelled=lambda: next(asked)))


def test_enough_ends_the_search_with_what_it_holds(hard):
    control = SearchControl(
        on_progress=lambda progress: control.stop_early() if progress.lower_bound else None
    )
    made = plan_job(hard, control)
    assert control.is_over()
    assert faults_of(job_document(hard), plan_document(made)) == []


def test_made_up_jobs_are_the_same_for_the_same_seed_and_cover_every_kind_of_sheet_and_print():
    jobs = class_jobs(24)
    assert jobs == class_jobs(24)
    assert jobs != class_jobs(24, seed=1)
    assert len({(str(j["papers"][0]["width"]), j["papers"][0]["print"]) for j in jobs}) == 12
    assert all(1 <= j["class"]["seats"] <= 60 and 1 <= len(j["project"]["pieces"]) <= 15 for j in jobs)


@pytest.mark.parametrize("number", range(8))
def test_made_up_jobs_are_planned_within_one_of_their_bound(number):
    job = read_job(json.dumps(class_jobs(8)[number]))
    made = plan_job(job)
    assert faults_of(job_document(job), plan_document(made)) == []
    assert made.papers[0].lower_bound <= made.sheets <= made.papers[0].lower_bound + 1
