"""One class of several versions: half of its kits tall and half short."""

import json
from collections import Counter
from dataclasses import replace
from fractions import Fraction
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks.versions import check_job
from neat_sheaf.costing.purchases import supply_totals
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.formats.job_file import job_document, read_job, write_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Class, Colourway, Job
from neat_sheaf.plan import plan_job
from neat_sheaf.preparing.packing import packing_of
from neat_sheaf.preparing.wanted import pieces_wanted
from neat_sheaf.project.variants import variant_of
from tests.validator import faults_of

from .made_up_jobs import jobs

SCHEMA = json.loads((Path(__file__).parents[2] / "docs/formats/job.schema.json").read_text())


def written(**more):
    """A box with a lid and a mat: short is an inch lower and has no ribbon; half of 16 kits are short."""
    klass = {
        "seats": 16, "samples": 0,
        "colourways": [
            {"name": "Fern", "kits": 8, "papers": {"body": "kraft", "print": "dots"}},
            {"name": "Dusk", "kits": 8, "papers": {"body": "kraft", "print": "dots"}, "version": "Short"},
        ],
    }  # fmt: skip
    return {
        "format": "neat-sheaf.job/1",
        "project": {
            "name": "Box",
            "pieces": [
                {"name": "Base", "paper": "body", "width": "4", "height": "5",
                 "scores": [{"along": "width", "at": ["1", "3"]}, {"along": "height", "at": ["1", "4"]}]},
                {"name": "Band", "paper": "print", "width": "1", "height": "8"},
                {"name": "Mat", "paper": "print", "width": "1 7/8", "height": "2 7/8",
                 "mat_of": {"piece": "Base", "column": 2, "row": 2}},
            ],
            "supplies": [
                {"supply": "ribbon", "per_kit": "20"}, {"supply": "pads", "per_kit": "4"},
                {"supply": "tape", "sticks": ["mat"]},
            ],
            "contents": [{"name": "Seeds", "width": "1", "depth": "1", "height": "1/2", "piece": "Base",
                          "supply": "seeds"}],
            "steps": [{"says": "Fold the base", "pieces": ["Base"], "when": "table"}],
            "variants": [{
                "name": "Short",
                "numbers": [{"piece": "Base", "number": "height", "value": "4"},
                            {"piece": "Base", "number": "score height 2", "value": "3"},
                            {"piece": "Mat", "number": "height", "value": "1 7/8"}],
                "without": ["ribbon"],
            }],
        },
        "papers": [{"id": "kraft", "width": "8 1/2", "height": "11"},
                   {"id": "dots", "width": "8 1/2", "height": "11"}],
        "supplies": [
            {"id": "ribbon", "unit": "length", "pack_size": "360", "pack_price": "4", "joinable": False},
            {"id": "pads", "unit": "each", "pack_size": "100", "pack_price": "4"},
            {"id": "seeds", "unit": "each", "pack_size": "100", "pack_price": "4"},
            {"id": "tape", "unit": "length", "pack_size": "400", "pack_price": "4"},
        ],
        "class": klass,
    } | more  # fmt: skip


def half_short() -> Job:
    return read_job(json.dumps(written()))


def test_what_differs_is_there_once_a_version_and_what_is_alike_once():
    job = half_short()
    assert [p.name for p in job.project.pieces] == ["Base", "Band", "Mat", "Base, Short", "Mat, Short"]
    tall, short = job.klass.colourways
    assert (tall.without, short.without) == (("Base, Short", "Mat, Short"), ("Base", "Mat"))
    assert job.project.piece("Mat, Short").mat_of.piece == "Base, Short"
    assert pieces_wanted(job) == {"Base": 8, "Band": 16, "Mat": 8, "Base, Short": 8, "Mat, Short": 8}
    (step,) = job.project.steps
    assert step.pieces == ("Base", "Base, Short")


def test_supplies_are_those_of_the_kits_that_take_them():
    totals = {total.supply: total.needed for total in supply_totals(half_short())}
    # Ribbon for the tall alone; tape along the four edges of each mat, 9 1/2 in and 7 1/2 in around.
    inch = 25_400_000
    assert totals["ribbon"] == 8 * 20 * inch
    assert (totals["pads"], totals["seeds"]) == (16 * 4, 16)
    assert totals["tape"] == 8 * Fraction(19, 2) * inch + 8 * Fraction(15, 2) * inch


def test_what_a_list_says_twice_is_taken_twice():
    document = written()
    document["project"]["supplies"].insert(2, {"supply": "pads", "per_kit": "4"})
    document["project"]["contents"] *= 2
    totals = {total.supply: total.needed for total in supply_totals(read_job(json.dumps(document)))}
    assert (totals["pads"], totals["seeds"]) == (16 * 8, 16 * 2)


def test_a_bag_holds_what_its_version_has():
    tall, short = packing_of(half_short()).bags
    named = [{item.name: item.count for item in bag.items} for bag in (tall, short)]
    assert named[0] == {"Base": 1, "Band": 1, "Mat": 1, "pads": 4, "Seeds": 1, "": 1} | {"ribbon": 1}
    assert named[1] == {"Base, Short": 1, "Band": 1, "Mat, Short": 1, "pads": 4, "Seeds": 1, "": 1}


def test_the_checks_hold_no_piece_of_one_version_against_another():
    document = written()
    document["project"]["pieces"][1] |= {"name": "Lid", "paper": "print", "width": "4 1/8", "height": "5 1/8",
        "scores": [{"along": "width", "at": ["1", "3 1/8"]}, {"along": "height", "at": ["1", "4 1/8"]}],
    }  # fmt: skip
    document["project"]["fits"] = [{"kind": "lid", "outer": "Lid", "inner": "Base"}]
    alone = {f.message for f in check_job(read_job(json.dumps(document | {"class": one_version(document)})))}
    mixed = check_job(read_job(json.dumps(document)))
    # The lid fits the tall base as before, and is found too long for the short one.
    assert alone <= {f.message for f in mixed}
    more = [f for f in mixed if f.message not in alone]
    assert more
    assert all(f.fix is None for f in mixed)


def one_version(document):
    klass = document["class"]
    return klass | {"colourways": [{**c, "version": ""} for c in klass["colourways"]]}


def test_the_file_goes_round_with_what_each_colourway_takes():
    jsonschema.validate(written(), SCHEMA)
    job = half_short()
    document = job_document(job)
    jsonschema.validate(document, SCHEMA)
    assert read_job(write_job(job)) == job
    assert document["class"]["colourways"][1]["without"] == ["Base", "Mat"]
    assert [use.get("only") for use in document["project"]["supplies"]] == [
        ["Fern"],
        None,
        ["Fern"],
        ["Dusk"],
    ]


@pytest.mark.parametrize(
    ("change", "code", "path"),
    [
        ({"version": "Wide"}, "unknown-version", "class.colourways[1].version"),
        ({"version": "Short", "without": ["Band"]}, "version-and-without", "class.colourways[1].version"),
        ({"version": None, "without": ["Bend"]}, "unknown-piece", "class.colourways[1].without"),
        ({"version": None, "papers": {"body": "kraft"}, "without": ["Band"]}, "role-without-paper",
         "class.colourways[1].papers.print"),
    ],
)  # fmt: skip
def test_what_is_wrong_with_a_colourways_version_is_said(change, code, path):
    document = written()
    document["class"]["colourways"][1] |= change
    with pytest.raises(FileError) as error:
        read_job(json.dumps(document))
    assert [(fault.path, fault.code) for fault in error.value.faults] == [(path, code)]


def test_a_colourway_needs_no_paper_for_what_it_does_not_take():
    document = written()
    papers = {"body": "kraft"}
    document["class"]["colourways"][1] |= {"version": None, "papers": papers, "without": ["Band", "Mat"]}
    job = read_job(json.dumps(document))
    assert faults_of(job_document(job), plan_document(plan_job(job))) == []
    assert read_job(write_job(job)) == job


def test_who_takes_a_supply_has_to_be_a_colourway():
    document = written()
    document["project"]["supplies"][0]["only"] = ["Rust"]
    with pytest.raises(FileError) as error:
        read_job(json.dumps(document))
    assert [(fault.path, fault.code) for fault in error.value.faults] == [
        ("project.supplies[0].only", "unknown-colourway")
    ]


def test_two_pieces_are_never_called_the_same():
    document = written()
    document["project"]["pieces"].append(
        {"name": "Base, Short", "paper": "body", "width": "1", "height": "1"}
    )
    names = [piece.name for piece in read_job(json.dumps(document)).project.pieces]
    assert len(names) == len(set(names)) == 6


@given(jobs(), st.data())
@settings(max_examples=25)
def test_a_mixed_class_takes_what_its_versions_take_apart(job, data):
    """Sizes by paper and colourway are those of the same colourways, each as a class of its own."""
    together = _cut(job, job.klass.colourways)
    apart: Counter[tuple] = Counter()
    for one in job.klass.colourways:
        own = replace(job, project=job.listed(one))
        apart += _cut(own, (replace(one, without=()),))
    assert together == apart


def _cut(job: Job, colourways: tuple[Colourway, ...]) -> Counter[tuple]:
    klass = Class(sum(c.kits for c in colourways), 0, 0, None, colourways)
    found: Counter[tuple] = Counter()
    # The family of a paper follows from all that are chosen, so sizes are not mixed here.
    alone = replace(job, klass=klass, cutting=replace(job.cutting, mix_sizes=False))
    for paper, needs in demand_of(alone).items():
        for need in needs:
            found[paper, need.colourway, tuple(p.name for p in need.pieces)] += need.count
    return found


def test_a_version_alone_is_planned_as_before():
    document = written()
    for colourway in document["class"]["colourways"]:
        colourway["version"] = "Short"
    job = read_job(json.dumps(document))
    short = variant_of(read_job(json.dumps(written(**{"class": one_version(document)}))).project, "Short")
    assert job.project.pieces == short.pieces
    assert all(one.without == () for one in job.klass.colourways)
