"""Jobs on which the planner once fell short (``tests/cases``): as many sheets and layouts as a witness."""

from pathlib import Path

import pytest

from neat_sheaf.advice.options import compare_options
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.plan import plan_job
from tests.validator import faults_of

CASES = Path(__file__).parents[1] / "cases"
# Paper, sheets and layouts of witnesses: layouts by hand or by an independent solver, checked by a judge.
WITNESSES = {
    "layouts-A18": ("body", 10, 2), "layouts-A19": ("body", 12, 1), "miss-A42": ("print", 6, 2),
    "miss-E00": ("print2", 1, 1), "miss-focus-36": ("x", 15, 3),
}  # fmt: skip
# Known only by what the planner proves: no plan opens fewer.
PROVED = [
    "four-strips", "kinds-40", "miss-focus-13", "mix-cost-E13", "offgrid-9", "seats-table-A46",
    "squaring-cut",
    "waste-A03", "waste-C21", "layouts-A18", "layouts-A19", "miss-A42", "miss-E00", "miss-focus-36",
]  # fmt: skip


def case(name):
    return read_job((CASES / f"{name}.json").read_text())


@pytest.mark.parametrize("number", range(10))
def test_one_kit_comes_off_one_sheet(number):
    (paper,) = plan_sheets(case(f"one-kit-{number}")).papers
    assert (paper.sheets, paper.lower_bound) == (1, 1)


@pytest.mark.parametrize("name", PROVED)
def test_every_case_is_proved_and_no_worse_than_its_witness(name):
    made_job = case(name)
    made = plan_job(made_job)
    assert made.proved
    assert faults_of(job_document(made_job), plan_document(made)) == []
    if name in WITNESSES:
        paper_id, sheets, layouts = WITNESSES[name]
        (paper,) = [paper for paper in made.papers if paper.paper == paper_id]
        assert paper.sheets <= sheets
        assert len({layout.letter for layout in paper.layouts}) <= layouts


def test_the_seat_table_says_what_the_plan_says():
    made_job = case("seats-table-A46")
    made = plan_sheets(made_job)
    rows = {row.seats: row for row in seat_breakpoints(made_job, made_job.klass.seats + 4).rows}
    here = rows[made_job.klass.seats]
    assert here.sheets == {paper.paper: paper.sheets for paper in made.papers}


def test_no_option_opens_many_times_the_sheets_to_save_two_settings():
    for option in compare_options(case("few-settings-A24")):
        assert option.plan.sheets <= 9
