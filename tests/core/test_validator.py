"""The judge of plans is itself judged: it accepts a good plan and names what is wrong in bad ones."""

import copy

import pytest

from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.plan import plan_job
from neat_sheaf.stock import Offcut, Print
from tests.validator import faults_of

from .building import inch, job, letter, piece


@pytest.fixture(scope="module")
def good():
    papers = [letter(print=Print.TWO_WAY, offcuts=(Offcut(inch("4"), inch("6"), 1),))]
    pieces = [piece("Card", "4", "5", follows_print=True), piece("Tag", "2", "3", per_kit=2)]
    made_job = job(pieces, papers, 5)
    return job_document(made_job), plan_document(plan_job(made_job))


def test_a_good_plan_has_no_faults(good):
    assert faults_of(*good) == []


def spoil(plan, how):
    layout = plan["papers"][0]["layouts"][0]
    place = layout["placements"][0]
    if how == "off the sheet":
        place["x"] += 8 * 25.4
    elif how == "overlap":
        layout["placements"][1]["x"], layout["placements"][1]["y"] = place["x"], place["y"]
    elif how == "wrong size":
        place["width"] += 1
    elif how == "not in hand":
        layout["cuts"].reverse()
    elif how == "do not end with":
        layout["cuts"].pop()
    elif how == "takes nothing off":
        layout["cuts"][0]["setting"] = 0
    elif how == "not the pieces asked for":
        layout["placements"].append(copy.deepcopy(place))
    elif how == "sheets, cuts":
        plan["papers"][0]["sheets"] += 1
    elif how == "at_least":
        plan["papers"][0]["at_least"] = 99
    elif how == "lies turned":
        card = next(p for p in layout["placements"] if p["piece"] == "Card")
        card["turned"] = True
        card["width"], card["height"] = card["height"], card["width"]
    elif how == "offcuts that are not there":
        layout["stock"]["kind"] = "offcut"
    elif how == "less than once":
        layout["times"] = 0


@pytest.mark.parametrize(
    "how",
    [
        "off the sheet", "overlap", "wrong size", "not in hand", "do not end with",
        "takes nothing off", "not the pieces asked for", "sheets, cuts", "at_least",
        "lies turned", "offcuts that are not there", "less than once",
    ],
)  # fmt: skip
def test_each_kind_of_bad_plan_is_named(good, how):
    made_for, plan = copy.deepcopy(good)
    plan["papers"][0]["layouts"].sort(key=lambda layout: -len(layout["placements"]))
    spoil(plan, how)
    assert any(how in fault for fault in faults_of(made_for, plan))
