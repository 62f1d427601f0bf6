"""Two jobs that are alike in what matters to their sheets have the same sheets, whatever else differs."""

from dataclasses import fields, replace
from decimal import Decimal

import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from neat_sheaf.cutting.matters import what_matters
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.job import Extra, Job, Style
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import plan_job
from neat_sheaf.project import Hole, Line, Panel, Piece, Tab
from neat_sheaf.stock import Offcut, Paper, Print

from .building import inch, job, letter, piece
from .made_up_jobs import jobs

STEPS = 3_000  # what is compared is the same search, so it need not be long


def sheets_of(made: Job):
    try:
        return plan_sheets(made, SearchControl(STEPS))
    except CannotPlanError as error:
        return [(one.path, one.message.key) for one in error.faults]


def drawn_on(one: Piece, number: int) -> Piece:
    """A piece with marks that no sheet is laid out by."""
    half = Length(min(one.width, one.height) // 2)
    return replace(
        one,
        scores=(Line(Side.WIDTH, Length(one.width // 2), angle=90),) * (number % 3),
        slits=(Line(Side.HEIGHT, Length(one.height // 3)),) * (number % 2),
        holes=(Hole(half, half, Length(half // 2 + 1)),),
        tabs=(Tab(Panel(1, 1), 2),) * (number % 2),
        note=f"said of it {number}",
    )


@st.composite
def otherwise(draw: st.DrawFn, made: Job) -> Job:
    """The job with everything changed that is no matter of sheets."""
    number = draw(st.integers(0, 5))
    pieces = tuple(drawn_on(one, number + n) for n, one in enumerate(made.project.pieces))
    klass = made.klass
    ready = tuple(replace(one, ready=one.ready + number) for one in klass.colourways)
    seats = klass.seats + number * len(ready)
    # Where no option is chosen by its cost and no sizes share the work, money is no matter either.
    decides = made.cutting.mix_sizes or not made.cutting.style.of_itself
    dearer = {} if decides else {"pack": "", "pack_sheets": 7, "pack_price": Decimal(90 + number)}
    return replace(
        made,
        project=replace(made.project, name="Another", pieces=pieces, tools=("bone folder",)),
        papers=tuple(
            replace(one, name=f"Other {one.name}", on_hand=one.on_hand + number, caliper=Length(number),
                    kind="vellum", weight=200 + number, **dearer)
            for one in made.papers
        ),
        klass=replace(klass, seats=seats, colourways=ready, fee=Decimal(20 + number),
                      extras=(Extra("Hall", Decimal(30)),)),
        units="mm" if made.units == "in" else "in",
        currency="JPY",
        habits=replace(made.habits, groove=Length(2_000_000 + number)),
    )  # fmt: skip


@given(jobs(), st.sampled_from(Style), st.data())
@settings(max_examples=50, deadline=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
def test_what_is_alike_in_what_matters_is_cut_alike(made, style, data):
    made = replace(made, cutting=replace(made.cutting, style=style))
    other = data.draw(otherwise(made))
    assert what_matters(other) == what_matters(made)
    assert sheets_of(what_matters(made)) == sheets_of(other) == sheets_of(made)


def changes() -> list[tuple[str, object]]:
    """Each a change that another plan may follow from."""
    pieces = {"name": "Lid", "per_kit": 3, "width": inch("3"), "height": inch("2"), "spares": 2,
              "scrap": True, "follows_print": True, "matched": "front"}  # fmt: skip
    papers = {"width": inch("8"), "print": Print.ONE_WAY, "at_once": 2,
              "offcuts": (Offcut(inch("4"), inch("5")),),
              "measured": (inch("8 1/4"), inch("11"))}  # fmt: skip
    cutting = {"style": Style.KIT_PER_SHEET, "sheets_at_once": 2, "trimmer": inch("9"),
               "squaring": inch("1/8"), "safety": inch("1/16"), "most_piles": 2,
               "empty_last": True, "papers_together": True,
               "keep_offcut": (inch("2"), inch("2"))}  # fmt: skip
    return [
        *(("piece", {key: value}) for key, value in pieces.items()),
        *(("paper", {key: value}) for key, value in papers.items()),
        *(("cutting", {key: value}) for key, value in cutting.items()),
    ]


@pytest.mark.parametrize(("of", "change"), changes(), ids=str)
def test_what_another_plan_may_follow_from_matters(of, change):
    made = job([piece("Card", "4", "5")], [letter()], 6)
    other = {
        "piece": lambda: replace(
            made, project=replace(made.project, pieces=(replace(made.project.pieces[0], **change),))
        ),
        "paper": lambda: replace(made, papers=(replace(made.papers[0], **change),)),
        "cutting": lambda: replace(made, cutting=replace(made.cutting, **change)),
    }[of]()
    assert what_matters(other) != what_matters(made)


def test_a_price_matters_where_it_decides_and_nowhere_else():
    made = job([piece("Card", "4", "5")], [letter(pack_price=Decimal(5))], 6)
    dearer = replace(made, papers=(replace(made.papers[0], pack_price=Decimal(9)),))
    assert what_matters(dearer) == what_matters(made)
    for cutting in ({"style": Style.USUAL}, {"mix_sizes": True}):
        here, there = (replace(one, cutting=replace(one.cutting, **cutting)) for one in (made, dearer))
        assert what_matters(here) != what_matters(there)


def test_nothing_that_a_paper_or_a_piece_can_have_was_forgotten():
    """Whoever adds something decides whether sheets depend on it, here and in ``what_matters``."""
    no_matter = {"scores", "diagonals", "slits", "holes", "corners", "tabs", "faces", "outline", "removed",
                 "windows", "notches", "ends", "note"}  # fmt: skip
    matter = {"name", "paper", "per_kit", "width", "height", "follows_print", "cut", "margin", "pitch",
              "spares", "mat_of", "portion", "scrap", "matched", "pass_of", "word"}  # fmt: skip
    assert {f.name for f in fields(Piece)} == matter | no_matter
    assert {f.name for f in fields(Paper)} == {
        "id", "width", "height", "print", "offcuts", "edges", "same_as", "at_once", "measured",
        "pack", "pack_sheets", "pack_price", "name", "kind", "on_hand", "caliper", "weight",
    }  # fmt: skip


@given(jobs(wide=False))
@settings(max_examples=30, deadline=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
def test_a_plan_from_sheets_that_were_kept_is_the_plan(made):
    control = SearchControl(STEPS)
    try:
        plan = plan_job(made, control)
    except CannotPlanError:
        return
    assert (
        plan_job(made, SearchControl(STEPS), sheets=plan_sheets(what_matters(made), SearchControl(STEPS)))
        == plan
    )


def test_what_matters_can_be_written_as_a_job_file():
    made = job([piece("Card", "4", "5")], [letter()], 6)
    assert write_job(what_matters(made)) == write_job(what_matters(replace(made, currency="USD")))
