"""The job file: what is read, what is refused and where, and that nothing is lost on the way back."""

import copy
import json
from decimal import Decimal
from fractions import Fraction

import pytest
from hypothesis import given, settings

from neat_sheaf.formats.job_file import job_document, read_job, write_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Style
from neat_sheaf.measure.side import Side
from neat_sheaf.pace import Pace
from neat_sheaf.project import Line, Panel
from neat_sheaf.wording import english
from tests.words import refused, said

from .building import inch
from .test_nesting import jobs

JOB = {
    "format": "neat-sheaf.job/1",
    "units": "in",
    "currency": "EUR",
    "project": {
        "name": "Seed drawer",
        "pieces": [
            {
                "name": "Drawer", "paper": "body", "width": "5 1/2", "height": "7",
                "scores": [
                    {"along": "width", "at": ["1", "4 1/2"]},
                    {"along": "height", "at": ["1"], "from": "0", "to": "2"},
                    {"from": ["1/2", "0"], "to": ["1", "1 1/2"]},
                ],
                "slits": [{"along": "width", "at": ["1"], "to": "1"}],
                "holes": [{"x": "2", "y": "3", "diameter": "1/4"}],
                "corners": [{"at": ["top-left", "top-right"], "shape": "round", "size": "1/4"}],
                "tabs": [{"column": 1, "row": 1, "runs": 2}],
            },
            {"name": "Mat", "paper": "print", "per_kit": 2, "width": "82 mm", "height": "2",
             "follows_print": True, "mat_of": {"piece": "Drawer", "column": 2, "row": 1}},
        ],
        "fits": [],
        "supplies": [{"supply": "pads", "per_kit": "4"}, {"supply": "ribbon", "per_kit": "22", "cuts": 2}],
    },
    "papers": [
        {"id": "kraft", "width": "8 1/2", "height": "11", "pack_sheets": 24, "pack_price": "11.40",
         "offcuts": [{"width": "3", "height": "11", "count": 2}]},
        {"id": "dots", "width": "12", "height": "12", "print": "one-way"},
    ],
    "supplies": [
        {"id": "pads", "unit": "each", "pack_size": "300", "pack_price": "5.20", "on_hand": "0"},
        {"id": "ribbon", "unit": "length", "pack_size": "360", "joinable": False},
    ],
    "class": {
        "seats": 14, "samples": 1, "spares": 1, "fee": "18.00",
        "colourways": [
            {"name": "Fern", "kits": 9, "papers": {"body": "kraft", "print": "dots"}},
            {"name": "Dusk", "kits": 7, "papers": {"body": "kraft", "print": "kraft"}},
        ],
    },
    "cutting": {"style": "fewest-sheets", "keep_offcut": "1 x 3"},
}  # fmt: skip


def text(document):
    return json.dumps(document)


def faults(document):
    with pytest.raises(FileError) as caught:
        read_job(document if isinstance(document, str) else text(document))
    return {fault.path: fault for fault in caught.value.faults}


def changed(*path, to):
    document = copy.deepcopy(JOB)
    here = document
    for step in path[:-1]:
        here = here[step]
    here[path[-1]] = to
    return document


def test_a_job_is_read_with_its_defaults():
    job = read_job(text(JOB))
    drawer, mat = job.project.pieces
    assert drawer.per_kit == 1
    assert drawer.scores[0] == Line(Side.WIDTH, inch("1"))
    assert drawer.scores[2] == Line(Side.HEIGHT, inch("1"), inch("0"), inch("2"))
    assert drawer.diagonals[0].end == (inch("1"), inch("1 1/2"))
    assert drawer.slits == (Line(Side.WIDTH, inch("1"), None, inch("1")),)
    assert [c.corner for c in drawer.corners] == ["top-left", "top-right"]
    assert mat.width == 82_000_000
    assert mat.mat_of.panel == Panel(2, 1)
    assert job.project.supplies[1].cut_length == inch("11")
    assert job.supplies[1].pack_size == inch("360")
    assert job.papers[0].name == "kraft"
    assert job.klass.kits == 16


def test_what_is_written_is_read_back_the_same():
    job = read_job(text(JOB))
    assert read_job(write_job(job)) == job


@given(jobs())
@settings(max_examples=40, deadline=None)
def test_every_job_goes_out_and_comes_back(job):
    assert read_job(write_job(job)) == job


def test_without_colourways_a_role_is_the_paper_of_its_name():
    document = changed("class", to={"seats": 3})
    for row in document["project"]["pieces"]:
        row["paper"] = "kraft"
    assert read_job(text(document)).klass.colourways[0].papers == {"kraft": "kraft"}
    assert faults(changed("class", to={"seats": 3}))["class"].code == "role-without-paper"


BAD = [
    (("project", "pieces", 1, "width"), "4 1/0", "not-a-length"),
    (("project", "pieces", 1, "width"), 4.25, "not-text"),
    (("project", "pieces", 1, "width"), "0", "not-over-zero"),
    (("project", "pieces", 1, "width"), "1/3", "not-exact"),
    (("project", "pieces", 1, "per_kit"), "2", "not-whole"),
    (("project", "pieces", 1, "per_kit"), -1, "out-of-range"),
    (("project", "pieces", 1, "per_kit"), True, "not-whole"),
    (("project", "pieces", 1, "cut"), "saw", "not-a-choice"),
    (("project", "pieces", 1, "name"), "Drawer", "doubled"),
    (("project", "pieces", 1, "name"), " ", "empty"),
    (("project", "pieces", 1, "follows_print"), "yes", "not-a-flag"),
    (("project", "pieces", 1, "heigth"), "2", "unknown-key"),
    (("project", "pieces", 0, "scores", 0, "at", 1), "four", "not-a-length"),
    (("project", "pieces", 0, "scores", 2, "to"), ["1"], "not-a-point"),
    (("project", "pieces", 0, "scores", 1, "to"), "0", "out-of-order"),
    (("project", "pieces", 0, "scores"), {}, "not-a-list"),
    (("project", "supplies", 0, "supply"), "pins", "unknown-supply"),
    (("project", "supplies", 0, "per_kit"), "lots", "not-a-number"),
    (("project", "supplies", 0, "per_kit"), "NaN", "out-of-range"),
    (("project", "fits"), [{"kind": "lid", "outer": "Lid", "inner": "Mat"}], "unknown-piece"),
    (("papers", 1, "id"), "kraft", "doubled"),
    (("papers", 0, "pack_sheets"), 0, "out-of-range"),
    (("papers", 0), 7, "not-an-object"),
    (("supplies", 0, "pack_size"), "0", "not-over-zero"),
    (("class", "colourways", 0, "kits"), 8, "kits-do-not-sum"),
    (("class", "colourways", 0, "papers", "print"), "dotz", "unknown-paper"),
    (("class", "colourways", 0, "papers", "window"), "dots", "unknown-key"),
    (("cutting", "keep_offcut"), "1", "not-a-size"),
    (("currency",), "euro", "not-a-currency"),
    (("format",), "neat-sheaf.job/9", "wrong-format"),
    (("units",), "ft", "not-a-choice"),
]


def written(path):
    return "".join(f"[{step}]" if isinstance(step, int) else f".{step}" for step in path).lstrip(".")


@pytest.mark.parametrize(("path", "value", "code"), BAD, ids=lambda part: str(part)[:50])
def test_each_fault_is_named_by_its_path_and_calls_forth_no_others(path, value, code):
    found = faults(changed(*path, to=value))
    beside = {
        "papers[1].id": "papers",
        "cutting.keep_offcut": "cutting.keep_offcut",
        "class.colourways[0].kits": "class.colourways",
        "project.fits": "project.fits[0].outer",
    }
    where = beside.get(written(path), written(path))
    assert found[where].code == code
    if path[0] != "papers":
        assert list(found) == [where]


def test_the_path_and_the_fix_are_said_as_published():
    document = changed("project", "pieces", 1, "width", to="4 1/0")
    fault = faults(document)["project.pieces[1].width"]
    says = "project.pieces[1].width: '4 1/0' is not a length; write 4 1/4, 4.25 or 108 mm"
    assert english().fault(fault) == says


def test_an_unknown_key_names_the_nearest_known_one():
    document = changed("project", "pieces", 1, "heigth", to="2")
    assert "did you mean 'height'?" in said(faults(document)["project.pieces[1].heigth"])


def test_all_faults_of_a_file_are_reported_together():
    document = changed("project", "pieces", 0, "width", to="wide")
    document["papers"][1]["width"] = "broad"
    del document["class"]["seats"]
    assert set(faults(document)) == {"project.pieces[0].width", "papers[1].width", "class.seats"}


@pytest.mark.parametrize(
    "broken", ["", "{", "[]", "[" * 100_000, '{"a": 1, "a": 2}', '{"a": NaN}', "null", '"x"', "9" * 5000]
)
def test_what_is_no_job_at_all_is_refused_without_a_traceback(broken):
    assert faults(broken)


def test_a_file_beyond_all_reason_is_not_read():
    assert faults(" " * 4_000_001)[""].code == "too-large"


def test_the_document_is_in_the_published_order():
    assert list(job_document(read_job(text(JOB)))) == [
        "format", "units", "currency", "project", "papers", "supplies", "class", "cutting", "habits",
    ]  # fmt: skip


STOCK = {
    "format": "neat-sheaf.job/1",
    "project": {"name": "Card", "pieces": [{"name": "Card", "paper": "kraft", "width": "4", "height": "5"}]},
    "packs": [{"id": "year", "name": "Garden year", "sheets": 12, "price": "9.60"}],
    "papers": [
        {"id": "kraft", "width": "8 1/2", "height": "11", "edges": {"bottom": "1/2", "left": "3 mm"},
         "sheets_at_once": 3},
        {"id": "large", "width": "12", "height": "12", "same_as": "kraft"},
        {"id": "waves", "width": "12", "height": "12", "pack": "year", "pack_sheets": 2},
    ],
    "class": {"seats": 3},
    "cutting": {
        "trimmer": "9", "mix_sizes": True, "setting_seconds": 20, "stroke_seconds": 5, "turn_seconds": 9,
        "hour_worth": "12.50", "papers_together": True,
    },
}  # fmt: skip


def test_packs_edges_sizes_and_the_trimmer_are_read_and_written_back():
    job = read_job(json.dumps(STOCK))
    kraft, large, waves = job.papers
    assert (kraft.edges.bottom, kraft.edges.left, kraft.at_once) == (inch("1/2"), 3_000_000, 3)
    assert kraft.usable == (inch("8 1/2") - 3_000_000, inch("10 1/2"))
    assert (large.same_as, waves.pack) == ("kraft", "year")
    assert [p.id for p in job.sizes_of(kraft)] == ["kraft", "large"]
    # A sheet of the pack costs its share: 9.60 over 12.
    assert job.sheet_price(waves) == Fraction("0.8")
    assert job.sheet_price(kraft) is None
    assert (job.cutting.trimmer, job.cutting.mix_sizes) == (inch("9"), True)
    assert job.cutting.pace == Pace(setting=20, stroke=5, turn=9, hour=Decimal("12.50"))
    assert job.cutting.papers_together
    assert read_job(write_job(job)) == job


@pytest.mark.parametrize(
    ("place", "value", "path", "code"),
    [
        ("pack", "month", "papers[0].pack", "unknown-pack"),
        ("same_as", "velvet", "papers[0].same_as", "unknown-paper"),
        ("same_as", "kraft", "papers[0].same_as", "unknown-paper"),
        ("same_as", "large", "papers[0].same_as", "unknown-paper"),
        ("edges", {"left": "5", "right": "3 1/2"}, "papers[0].edges", "no-paper-left"),
        ("edges", {"lower": "1"}, "papers[0].edges", "unknown-key"),
        ("sheets_at_once", 0, "papers[0].sheets_at_once", "out-of-range"),
    ],
)
def test_what_is_wrong_with_a_paper_is_said_at_its_place(place, value, path, code):
    spoiled = copy.deepcopy(STOCK)
    spoiled["papers"][0][place] = value
    with pytest.raises(FileError) as caught:
        read_job(json.dumps(spoiled))
    found = [(fault.path, fault.code) for fault in caught.value.faults]
    assert any(p.startswith(path) and c == code for p, c in found), found


def test_two_packs_of_one_id_are_a_fault():
    spoiled = copy.deepcopy(STOCK)
    spoiled["packs"] *= 2
    with refused(FileError, "two have the id 'year'"):
        read_job(json.dumps(spoiled))


def test_files_of_before_the_options_name_the_one_of_few_layouts_by_its_old_name():
    stock = {**STOCK, "cutting": {"style": "fewest-settings"}}
    job = read_job(json.dumps(stock))
    assert job.cutting.style is Style.FEWEST_LAYOUTS
    assert '"style": "fewest-layouts"' in write_job(job)
