"""A class that mixes versions: what its colourways take, and every page that follows from that."""

from __future__ import annotations

import json

import pytest

from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.plan import plan_job
from tests.validator import faults_of

from .test_handouts import folder_of
from .test_packing import pages_of

SHORT = {
    "name": "Short",
    "numbers": [
        {"piece": "Card", "number": "height", "value": "8"},
        {"piece": "Card", "number": "score height 1", "value": "4"},
    ],
    "counts": [], "papers": [], "supplies": [], "without": [], "added": [], "left_out": [],
}  # fmt: skip


@pytest.fixture
def made(person, furnish):
    """A card of which three of eight kits are short."""
    found = furnish(person)
    project = found["project"]
    project["variants"] = [SHORT]
    project["steps"] = [{"says": "Fold the card", "pieces": ["Card"], "when": "table", "minutes": "4"}]
    found["project"] = person.save(f"/projects/{project['id']}", project)
    papers = {"body": found["paper"]["id"]}
    ways = [
        {"name": "Plain", "share": 5, "papers": papers},
        {"name": "Low", "share": 3, "papers": papers, "variant": "Short"},
    ]
    path = f"/classes/{found['class']['id']}"
    found["class"] = person.save(path, person.get(path) | {"colourways": ways})
    return found


def test_the_class_says_its_list_and_the_project_gives_it(person, made):
    kit_class = made["class"]
    assert kit_class["listed"] == "\nShort"
    assert [way["variant"] for way in kit_class["colourways"]] == ["", "Short"]
    listed = person.get(f"/projects/{made['project']['id']}?version=%0AShort")
    assert [(p["name"], p["height"]) for p in listed["pieces"]] == [("Card", "11"), ("Card, Short", "8")]
    assert listed["steps"][0]["pieces"] == ["Card", "Card, Short"]
    assert [version["name"] for version in listed["variants"]] == ["Short"]
    assert person.get(f"/projects/{made['project']['id']}?version=Short")["pieces"][0]["name"] == "Card"


def test_what_only_one_version_takes_says_which(person, made):
    project = made["project"]
    pads = project["supplies"][0]["supply"]
    box = {"name": "Seeds", "width": "1", "depth": "1", "height": "1/4", "piece": "Card", "supply": pads}
    project["contents"] = [box]
    project["variants"] = [SHORT | {"supplies": [{"supply": pads, "per_kit": "2"}]}]
    person.save(f"/projects/{project['id']}", project)
    listed = person.get(f"/projects/{project['id']}?version=%0AShort")
    assert [(use["per_kit"], use["only"]) for use in listed["supplies"]] == [("4", [""]), ("2", ["Short"])]
    assert [(one["name"], one["only"]) for one in listed["contents"]] == [
        ("Seeds", [""]),
        ("Seeds", ["Short"]),
    ]


def test_a_version_that_is_not_there_is_said(person, made):
    answer = person.ask("GET", f"/projects/{made['project']['id']}?version=Short%0AWide")
    assert answer.status_code == 422
    kit_class = made["class"]
    kit_class["colourways"][1]["variant"] = "Wide"
    saved = person.save(f"/classes/{kit_class['id']}", kit_class)
    assert [fault["code"] for fault in saved["planned"]["faults"]] == ["unknown-number"]


def test_plan_job_file_and_bags_take_so_many_of_each(person, made):
    path = f"/classes/{made['class']['id']}"
    job = read_job(person.ask("GET", f"{path}/job").content.decode())
    assert [one.without for one in job.klass.colourways] == [("Card, Short",), ("Card",)]
    plan = plan_document(plan_job(job))
    placed = {}
    for paper in plan["papers"]:
        for layout in paper["layouts"]:
            for place in layout["placements"]:
                key = place["piece"], place["colourway"]
                placed[key] = placed.get(key, 0) + layout["times"]
    assert placed == {("Card", "Plain"): 5, ("Card, Short", "Low"): 3}
    bags = person.get(f"{path}/packing")["bags"]
    assert [bag["items"][0]["name"] for bag in bags] == ["Card", "Card, Short"]


def test_the_file_that_is_written_is_judged_like_any_other(person, made):
    text = person.ask("GET", f"/classes/{made['class']['id']}/job").content.decode()
    assert faults_of(json.loads(text), plan_document(plan_job(read_job(text)))) == []


def test_the_folder_has_a_sheet_for_each_version(person, made):
    pages = pages_of(folder_of(person, f"/classes/{made['class']['id']}/folder"))
    text = "\n".join(page.extract_text() for page in pages)
    assert "Card, Short" in text
    guide = pages_of(person.ask("GET", f"/classes/{made['class']['id']}/cut-guide.pdf"))
    assert "B Card, Short" in "\n".join(page.extract_text() for page in guide)


def test_a_version_that_gets_another_name_keeps_its_kits(person, made):
    project = person.get(f"/projects/{made['project']['id']}")
    project["variants"][0]["name"] = "Low one"
    person.save(f"/projects/{project['id']}", project)
    kit_class = person.get(f"/classes/{made['class']['id']}")
    assert kit_class["colourways"][1]["variant"] == "Low one"
    assert kit_class["version"] == made["class"]["version"] + 1


def test_kits_left_over_are_offered_in_their_version_only(person, made):
    path = f"/classes/{made['class']['id']}"
    person.ask("POST", f"{path}/finish")
    person.save(f"{path}/log/left", {"colourway": "Low", "count": 2})
    ways = [
        {"name": way["name"], "papers": way["papers"], "variant": way["variant"]}
        for way in made["class"]["colourways"]
    ]
    other = person.add(
        "/classes", name="Next", project=made["project"]["id"], seats=4,
        colourways=ways,
    )  # fmt: skip
    ready = person.get(f"/classes/{other['id']}/ready")
    assert [(row["colourway"], row["count"]) for row in ready] == [("Low", 2)]
    other["colourways"][1]["variant"] = ""
    person.save(f"/classes/{other['id']}", other)
    assert person.get(f"/classes/{other['id']}/ready") == []


def test_a_class_whose_version_is_gone_teaches_no_other_in_its_place(person, made):
    # Deleting one version while another was added made a class teach the one that stood there then.
    path, place = f"/projects/{made['project']['id']}", f"/classes/{made['class']['id']}"
    project = person.get(path)
    height = {"piece": "Card", "number": "height"}
    large = SHORT | {"name": "Large", "numbers": [height | {"value": "12"}]}
    tall = SHORT | {"name": "Tall", "numbers": [height | {"value": "13"}]}
    project = person.save(path, project | {"variants": [SHORT, large]})
    # Short goes, Tall comes: a class of Short teaches neither Large nor Tall, and asks.
    project = person.save(path, project | {"variants": [large, tall]})
    kit_class = person.get(place)
    assert [way["variant"] for way in kit_class["colourways"]] == ["", "Short"]
    assert kit_class["planned"]["plan"] is None
    assert [fault["path"] for fault in kit_class["planned"]["faults"]] == ["variant"]
    # The same at the end of the list: Large goes, and something else comes in its place.
    kit_class["colourways"][1]["variant"] = "Large"
    person.save(place, kit_class)
    wide = SHORT | {"name": "Wide", "numbers": [height | {"value": "14"}]}
    project = person.save(path, project | {"variants": [wide, tall]})
    assert person.get(place)["colourways"][1]["variant"] == "Large"
    # Another name for the same version is followed.
    kit_class = person.get(place)
    kit_class["colourways"][1]["variant"] = "Wide"
    person.save(place, kit_class)
    person.save(path, project | {"variants": [project["variants"][0] | {"name": "Broad"}, tall]})
    assert person.get(place)["colourways"][1]["variant"] == "Broad"
