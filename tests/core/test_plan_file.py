"""The plan file goes both ways, and files that were written before the plan had types still read."""

from __future__ import annotations

import json
from contextlib import suppress
from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.message_part import message_document, read_message
from neat_sheaf.formats.plan_file import plan_document, read_plan, read_plan_document, write_plan
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.formats.sheets_part import read_sheets, sheets_document
from neat_sheaf.habits import LidFeel
from neat_sheaf.job import Style
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Amount, Boxed, Measured, Message, Several, Sized, message
from neat_sheaf.plan import Plan, plan_job
from tests.words import said

from .building import job, letter, piece
from .made_up_jobs import jobs

BEFORE = Path(__file__).parent / "written_before"
EXAMPLES = Path(__file__).parents[2] / "examples"


def without_fixes(plan: Plan) -> Plan:
    """A plan as a file can hold it: what would fix a finding is another list, and is not in it."""
    return replace(plan, findings=tuple(replace(f, fix=None) for f in plan.findings))


def sheets_of(document):
    faults: list[Fault] = []
    found = read_sheets(JsonValue(document, "", "mm", faults))
    assert faults == []
    return found


@given(jobs(wide=True))
@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_a_plan_is_read_back_as_it_was_written(made_up):
    try:
        plan = plan_job(made_up)
    except CannotPlanError:
        return
    assert read_plan(write_plan(plan)) == without_fixes(plan)
    # As the database gives it back: numbers with a point are floats there, and not decimals.
    assert read_plan_document(json.loads(json.dumps(plan_document(plan)))) == without_fixes(plan)
    assert sheets_of(json.loads(json.dumps(sheets_document(plan.sheet_plan)))) == plan.sheet_plan


@pytest.mark.parametrize("name", ["potting-shed-tin", "row-marker-fan-a4", "seed-drawer"])
def test_plans_of_the_examples_are_read_back_from_the_database(name):
    """Supplies by the half and treats with a room are in them; a float stands where a number had a point."""
    made = read_job((EXAMPLES / f"{name}.json").read_text())
    halves = tuple(
        replace(use, count=use.count and use.count + Decimal("0.1")) for use in made.project.supplies
    )
    made = replace(made, project=replace(made.project, supplies=halves))
    plan = plan_job(made)
    assert read_plan_document(json.loads(json.dumps(plan_document(plan)))) == without_fixes(plan)


def kept(document):
    """What a file of before says of sheets and cutting, without what is written since."""
    since = ("kits_per_block", "safety", "at_least_with_trimmer")
    papers = [{k: v for k, v in paper.items() if k not in since} for paper in document["papers"]]
    cutting = {k: v for k, v in document["cutting"].items() if k not in ("handling", "seconds")}
    return json.loads(json.dumps([papers, cutting, document.get("mixes", [])]))


@pytest.mark.parametrize("name", ["potting-shed-tin", "row-marker-fan-a4", "seed-drawer", "mixed-sizes"])
def test_a_plan_file_of_before_reads_and_nothing_of_it_is_lost(name):
    """Written by the commit before the plan had a reader."""
    old = json.loads((BEFORE / f"plan-{name}.json").read_text())
    read = read_plan_document(old)
    written = plan_document(read)
    assert kept(written) == kept(old)
    for key in ("kits", "currency", "cost", "supplies"):
        assert written[key] == old[key]
    assert [said(f) for f in read.findings] == [check["says"] for check in old["checks"]]
    # It was written to the whole minute.
    assert read.cutting.seconds == 60 * old["cutting"]["minutes"]
    # What is planned today opens no sheet more.
    folder = BEFORE / f"job-{name}.json"
    source = folder if folder.exists() else EXAMPLES / f"{name}.json"
    fewest = read_job(source.read_text())
    fewest = replace(fewest, cutting=replace(fewest.cutting, style=Style.FEWEST_SHEETS))
    assert plan_job(fewest).cost.sheets_opened.total <= read.cost.sheets_opened.total


def test_sheets_that_were_pinned_before_still_read():
    old = json.loads((BEFORE / "pinned-sheets.json").read_text())
    written = json.loads(json.dumps(sheets_document(sheets_of(old))))
    assert [p["layouts"] for p in written["papers"]] == [p["layouts"] for p in old["papers"]]
    assert written["cutting"]["batches"] == old["cutting"]["batches"]


def broken(path, value):
    """A good plan's document with one value changed."""
    document = plan_document(plan_job(job([piece("Card", "4", "5")], [letter()], 3)))
    at = document
    for step in path[:-1]:
        at = at[step]
    at[path[-1]] = value
    return document


LAYOUT = ("papers", 0, "layouts", 0)
STROKE = ("cutting", "batches", 0, "strokes", 0)
FAULTY = [
    (("format",), "neat-sheaf.plan/9", "format", "wrong-format"),
    (("kits",), -1, "kits", "out-of-range"),
    (("papers",), {}, "papers", "not-a-list"),
    ((*LAYOUT, "times"), 0, "papers[0].layouts[0].times", "out-of-range"),
    ((*LAYOUT, "stock", "kind"), "roll", "papers[0].layouts[0].stock.kind", "not-a-choice"),
    ((*LAYOUT, "stock", "width"), "215.9", "papers[0].layouts[0].stock.width", "not-a-number"),
    ((*LAYOUT, "stock", "width"), -1, "papers[0].layouts[0].stock.width", "not-millimetres"),
    ((*LAYOUT, "stock", "width"), 1.0000001, "papers[0].layouts[0].stock.width", "not-millimetres"),
    ((*LAYOUT, "stock", "width"), float("inf"), "papers[0].layouts[0].stock.width", "not-millimetres"),
    ((*LAYOUT, "placements", 0, "turned"), 1, "papers[0].layouts[0].placements[0].turned", "not-a-flag"),
    ((*LAYOUT, "colour"), "red", "papers[0].layouts[0].colour", "unknown-key"),
    ((*STROKE, "along"), "depth", "cutting.batches[0].strokes[0].along", "not-a-choice"),
    ((*STROKE, "strip"), "scrap", "cutting.batches[0].strokes[0].strip", "not-a-choice"),
    (("cost", "lines"), [], "papers[0].paper", "no-cost-line"),
    (("cost", "total", "cash_out"), "NaN", "cost.total.cash_out", "out-of-range"),
    (("cost", "total", "cash_out"), 3, "cost.total.cash_out", "not-a-number"),
]


@pytest.mark.parametrize(("path", "value", "where", "code"), FAULTY)
def test_a_faulty_plan_file_is_refused_by_its_path(path, value, where, code):
    with pytest.raises(FileError) as caught:
        read_plan_document(broken(path, value))
    assert (where, code) in {(fault.path, fault.code) for fault in caught.value.faults}


def test_a_file_that_is_no_plan_is_refused_and_ends_in_no_traceback():
    for text in ("[]", "3", '"plan"', "{}", "{", "null"):
        with pytest.raises(FileError):
            read_plan(text)


texts = st.text(min_size=1, max_size=12)
lengths = st.integers(0, 10**9)
plain = st.one_of(
    texts,
    st.integers(-(10**6), 10**6),
    lengths.map(Measured),
    st.builds(Sized, lengths, lengths),
    st.builds(Boxed, lengths, lengths, lengths),
    st.builds(Amount, st.decimals(0, 10**6, places=2), st.just("EUR")),
    st.sampled_from([*Side, *LidFeel]),
)
names = st.from_regex(r"[a-z]{1,8}", fullmatch=True)
keys = st.from_regex(r"[a-z]{1,8}(\.[a-z]{1,8})?", fullmatch=True)
messages = st.recursive(
    st.builds(Message, keys, st.dictionaries(names, plain, max_size=3)),
    lambda inner: st.builds(
        Message,
        keys,
        st.dictionaries(
            names,
            st.one_of(plain, inner, st.builds(Several, st.lists(st.one_of(plain, inner)).map(tuple))),
            max_size=3,
        ),
    ),
    max_leaves=3,
)


@given(messages)
def test_a_message_is_read_back_as_it_was_kept(one):
    faults: list[Fault] = []
    document = json.loads(json.dumps(message_document(one)))
    assert read_message(JsonValue(document, "", "mm", faults)) == one
    assert faults == []


@pytest.mark.parametrize("param", [None, [], {"nm": "1"}, {"word": "width", "of": "Nothing"}, {"of": 1}, 1.5])
def test_a_parameter_that_is_none_is_a_fault_with_its_path(param):
    faults: list[Fault] = []
    document = {"key": "side.width", "params": {"length": param}}
    with suppress(Faulty):
        read_message(JsonValue({"m": document}, "", "mm", faults).key("m"))
    assert [fault.path for fault in faults] != []
    assert all(fault.path.startswith("m.params") for fault in faults)


def test_a_message_of_which_only_the_words_were_kept_says_them():
    old = {"level": "note", "code": "lid-clears", "where": "Lid over Base", "says": "clears by 1/8 in, easy"}
    document = plan_document(plan_job(job([piece("Card", "4", "5")], [letter()], 3)))
    (finding,) = read_plan_document({**document, "checks": [{**old, "piece": None}]}).findings
    assert finding.code == "lid-clears"
    assert said(finding) == old["says"]
    assert said(finding.where) == old["where"]
    assert message("lid-clears") != finding.message
