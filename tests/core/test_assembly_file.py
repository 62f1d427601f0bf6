"""Steps, contents, versions, faces and habits in the job file: read, refused by path, and written back."""

import copy

import pytest

from neat_sheaf.formats.job_file import job_document, read_job, write_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.habits import LidFeel, Scoring
from neat_sheaf.measure.length import millimetres
from neat_sheaf.project import Edge, Fold, Portion
from neat_sheaf.project.assembly import Caution, When

from .building import inch
from .test_job_file import JOB, text

FULL = copy.deepcopy(JOB)
FULL["project"]["tools"] = ["trimmer"]
FULL["project"]["steps"] = [
    {"says": "Trim", "pieces": ["Drawer", "Mat"], "tool": "trimmer", "minutes": "2.5", "when": "before",
     "cautions": ["blades"]},
    {"says": "Stick", "supplies": ["pads"]},
]  # fmt: skip
FULL["project"]["contents"] = [
    {"name": "Seeds", "width": "3", "depth": "1/2", "height": "4", "piece": "Drawer", "rigid": False}
]
FULL["project"]["variants"] = [
    {"name": "A4", "numbers": [{"piece": "Mat", "number": "width", "value": "80 mm"}]},
    {"name": "Plain"},
]
FULL["project"]["pieces"][0]["scores"][0]["fold"] = "mountain"
FULL["project"]["pieces"][0]["slits"][0]["relief"] = "1/16"
FULL["project"]["pieces"][0]["faces"] = [{"column": 2, "row": 1, "up": "bottom", "name": "front"}]
FULL["project"]["pieces"][1] |= {"portion": "half", "scrap": True, "matched": "front", "cut": "punch"}
FULL["project"]["supplies"][1] |= {"girth": "9", "bow": "2"}
FULL["papers"][0]["caliper"] = "0.3 mm"
FULL["habits"] = {
    "scoring": "board",
    "groove": "1/16",
    "plate": "8",
    "tape": "1/8",
    "border": "1/4",
    "lid": "snug",
}


def spoiled(path, value):
    """The full job with the value at a path replaced; the path as steps of keys and places."""
    job = copy.deepcopy(FULL)
    at = job
    for step in path[:-1]:
        at = at[step]
    at[path[-1]] = value
    return job


def test_everything_is_read_and_means_what_it_says():
    job = read_job(text(FULL))
    drawer, mat = job.project.pieces
    trim, stick = job.project.steps
    assert (trim.when, trim.tool, str(trim.minutes), trim.cautions) == (
        When.BEFORE,
        "trimmer",
        "2.5",
        (Caution.BLADES,),
    )
    assert (stick.when, stick.supplies, stick.minutes) == (When.TABLE, ("pads",), None)
    assert [line.fold for line in drawer.scores[:2]] == [Fold.MOUNTAIN, Fold.MOUNTAIN]
    assert drawer.slits[0].relief == inch("1/16")
    assert (drawer.faces[0].up, drawer.faces[0].name) == (Edge.BOTTOM, "front")
    assert (mat.portion, mat.scrap, mat.matched) == (Portion.HALF, True, "front")
    assert job.project.supplies[1].girth == inch("9")
    assert job.papers[0].caliper == millimetres("0.3")
    assert (job.habits.scoring, job.habits.lid, job.habits.plate) == (Scoring.BOARD, LidFeel.SNUG, inch("8"))
    (seeds,) = job.project.contents
    assert (seeds.depth, seeds.rigid) == (inch("1/2"), False)


def test_it_is_written_back_the_same():
    job = read_job(text(FULL))
    assert read_job(write_job(job)) == job
    assert job_document(job)["project"]["variants"][0]["numbers"][0]["value"] == "80 mm"


def test_a_class_teaches_the_version_it_names():
    job = read_job(text(spoiled(("class", "version"), "A4")))
    assert job.project.pieces[1].width == millimetres(80)
    assert read_job(text(FULL)).project.pieces[1].width == millimetres(82)


PIECE = ("project", "pieces", 0)

FAULTS = [
    (("project", "steps", 0, "says"), "", "project.steps[0].says", "empty"),
    (("project", "steps", 0, "minutes"), "2.555", "project.steps[0].minutes", "out-of-range"),
    (("project", "steps", 0, "minutes"), "1441", "project.steps[0].minutes", "out-of-range"),
    (("project", "steps", 0, "when"), "soon", "project.steps[0].when", "not-a-choice"),
    (("project", "steps", 0, "cautions"), ["sharp"], "project.steps[0].cautions[0]", "not-a-choice"),
    (("project", "steps", 1, "supplies"), ["glue"], "project.steps[1].supplies[0]", "unknown-supply"),
    (("project", "steps", 1, "tools"), "x", "project.steps[1].tools", "unknown-key"),
    (("project", "tools"), "trimmer", "project.tools", "not-a-list"),
    (("project", "contents", 0, "width"), "0", "project.contents[0].width", "not-over-zero"),
    (("project", "contents", 0, "rigid"), "no", "project.contents[0].rigid", "not-a-flag"),
    (("project", "contents", 0, "supply"), "tea", "project.contents[0].supply", "unknown-supply"),
    (("project", "contents", 0, "supply"), "ribbon", "project.contents[0].supply", "content-not-counted"),
    (("project", "contents", 0, "count"), 0, "project.contents[0].count", "out-of-range"),
    (("project", "variants", 0, "numbers", 0, "piece"), "Lid", "project.variants[0].numbers[0].piece", "unknown-piece"),
    (("project", "variants", 0, "numbers", 0, "number"), "score width 1",
     "project.variants[0].numbers[0].number", "unknown-number"),
    (("project", "variants", 0, "numbers", 0, "value"), "0",
     "project.variants[0].numbers[0].value", "not-over-zero"),
    (("project", "variants", 1, "name"), "A4", "project.variants[1].name", "doubled"),
    (("class", "version"), "A5", "class.version", "unknown-version"),
    ((*PIECE, "faces", 0, "up"), "north", "project.pieces[0].faces[0].up", "not-a-choice"),
    ((*PIECE, "faces", 0, "column"), 0, "project.pieces[0].faces[0].column", "out-of-range"),
    ((*PIECE, "portion"), "third", "project.pieces[0].portion", "not-a-choice"),
    ((*PIECE, "scrap"), "yes", "project.pieces[0].scrap", "not-a-flag"),
    ((*PIECE, "scores", 0, "fold"), "up", "project.pieces[0].scores[0].fold", "not-a-choice"),
    ((*PIECE, "slits", 0, "relief"), "thin", "project.pieces[0].slits[0].relief", "not-a-length"),
    (("papers", 0, "caliper"), "thick", "papers[0].caliper", "not-a-length"),
    (("habits", "scoring"), "knife", "habits.scoring", "not-a-choice"),
    (("habits", "groove"), "0", "habits.groove", "not-over-zero"),
    (("habits", "grove"), "1/8", "habits.grove", "unknown-key"),
    (("project", "supplies", 1, "girth"), "long", "project.supplies[1].girth", "not-a-length"),
]  # fmt: skip


@pytest.mark.parametrize(("path", "value", "where", "code"), FAULTS, ids=[f[2] for f in FAULTS])
def test_each_fault_is_told_by_its_path(path, value, where, code):
    with pytest.raises(FileError) as caught:
        read_job(text(spoiled(path, value)))
    assert [(fault.path, fault.code) for fault in caught.value.faults] == [(where, code)]


def test_a_step_may_name_a_supply_that_is_itself_faulty_without_a_second_fault():
    job = spoiled(("supplies", 0, "unit"), "box")
    with pytest.raises(FileError) as caught:
        read_job(text(job))
    assert [fault.path for fault in caught.value.faults] == ["supplies[0].unit"]
