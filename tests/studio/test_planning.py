"""A class's plan follows from the data: change anything, and it moves."""

import json

from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.plan_file import read_plan
from neat_sheaf.plan import plan_job
from studio.accounts.voice import voice_of
from studio.classes.plan_out import plan_out
from tests.validator import faults_of

from .conftest import a_piece


def test_a_class_is_planned_from_its_project_papers_and_seats(person, furnish):
    plan = furnish(person)["class"]["planned"]["plan"]
    assert plan["kits"] == 8
    # Common practice: two cards of 4 1/4 x 11 in from a Letter sheet.
    assert [(p["sheets"], p["lower_bound"], p["packs"]) for p in plan["papers"]] == [(4, 4, 1)]
    assert plan["supplies"][0]["needed"] == 32
    assert plan["cost"]["total"]["cash_out"] == "8.00"
    assert plan["cost"]["takings"] == "63.00"


def test_one_more_seat_moves_the_plan(person, furnish):
    kit_class = furnish(person)["class"]
    saved = person.save(f"/classes/{kit_class['id']}", {**kit_class, "seats": 8})
    assert (saved["kits"], saved["version"]) == (9, kit_class["version"] + 1)
    assert saved["planned"]["plan"]["papers"][0]["sheets"] == 5


def test_a_changed_piece_moves_the_plan_of_its_classes(person, furnish):
    made = furnish(person)
    project = made["project"]
    project["pieces"] = [a_piece("Card", "8 1/2", "11")]
    person.save(f"/projects/{project['id']}", project)
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    assert plan["papers"][0]["sheets"] == 8


def test_what_a_change_would_do_to_the_sheets_is_told_and_nothing_is_kept(person, furnish):
    made = furnish(person)
    project = made["project"]
    before = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]["papers"][0]["sheets"]
    whole = project | {"pieces": [a_piece("Card", "8 1/2", "11")]}
    (effect,) = person.ask("POST", f"/projects/{project['id']}/effects", whole).json()
    assert (effect["name"], effect["before"], effect["after"]) == ("Evening", before, 8)
    too_large = project | {"pieces": [a_piece("Card", "9", "11")]}
    (effect,) = person.ask("POST", f"/projects/{project['id']}/effects", too_large).json()
    assert effect["after"] is None
    assert "Card" in effect["why"] or "wide" in effect["why"]
    assert person.get(f"/projects/{project['id']}")["pieces"] == project["pieces"]


def test_what_is_in_the_cupboard_moves_what_is_bought(person, furnish):
    made = furnish(person)
    paper = made["paper"] | {"on_hand": 4}
    person.save(f"/papers/{paper['id']}", paper)
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    assert plan["papers"][0]["packs"] == 0


def test_offcuts_in_the_cupboard_are_planned_with(person, furnish):
    made = furnish(person)
    paper = made["paper"] | {"offcuts": [{"width": "4 1/4", "height": "11", "count": 2}]}
    person.save(f"/papers/{paper['id']}", paper)
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    assert [(p["sheets"], p["offcuts_used"]) for p in plan["papers"]] == [(3, 2)]


def test_colourways_share_the_kits_and_always_sum(person, furnish):
    made = furnish(person)
    other = person.add("/papers", name="Oat", kind="cardstock", width="8 1/2", height="11")
    body = made["class"] | {
        "seats": 10,
        "colourways": [
            {"name": "A", "share": 1, "papers": {"body": made["paper"]["id"]}},
            {"name": "B", "share": 1, "papers": {"body": other["id"]}},
        ],
    }
    saved = person.save(f"/classes/{made['class']['id']}", body)
    assert [c["kits"] for c in saved["colourways"]] == [6, 5]
    assert {p["paper"]: p["sheets"] for p in saved["planned"]["plan"]["papers"]} == {
        str(made["paper"]["id"]): 3, str(other["id"]): 3,
    }  # fmt: skip


def test_a_role_without_a_paper_is_said_and_the_rest_is_kept(person, furnish):
    made = furnish(person)
    body = made["class"] | {"colourways": [{"name": "Plain", "share": 1, "papers": {}}]}
    saved = person.save(f"/classes/{made['class']['id']}", body)
    assert saved["planned"]["plan"] is None
    (fault,) = saved["planned"]["faults"]
    assert fault["message"] == "choose a paper for body in Plain"
    assert person.get("/bench")["coming"][0]["next"] == {
        "code": "choose-paper", "message": "Choose a paper for body in Plain",
        "tab": "papers", "severe": True,
    }  # fmt: skip


def test_a_piece_larger_than_its_paper_is_said_with_the_shortfall(person, furnish):
    made = furnish(person)
    project = made["project"] | {"pieces": [a_piece("Wrap", "9", "11 1/2")]}
    person.save(f"/projects/{project['id']}", project)
    (fault,) = person.get(f"/classes/{made['class']['id']}")["planned"]["faults"]
    assert "Wrap (9 x 11 1/2 in) does not fit a sheet of Kraft" in fault["message"]
    assert "1/2 in too wide and 1/2 in too high" in fault["message"]


def test_the_job_file_of_a_class_plans_the_same_from_the_command_line(person, furnish):
    made = furnish(person)
    answer = person.ask("GET", f"/classes/{made['class']['id']}/job")
    assert 'filename="evening.job.json"' in answer["Content-Disposition"]
    job = read_job(answer.content.decode())
    plan = plan_job(job)
    assert plan_out(plan, voice_of(person.studio)).model_dump(mode="json") == made["class"]["planned"]["plan"]
    text = person.client.get(f"/api/classes/{made['class']['id']}/plan").content.decode()
    assert read_plan(text) == plan
    plan = json.loads(person.ask("GET", f"/classes/{made['class']['id']}/plan").content)
    assert faults_of(json.loads(answer.content), plan) == []


def test_the_bench_says_the_one_thing_to_do_next(person, furnish):
    made = furnish(person)
    bench = person.get("/bench")
    assert bench["coming"][0]["next"]["message"] == "Buy 1 paper and 1 supply"
    assert [(low["name"], low["on_hand"], low["needed"]) for low in bench["low"]] == [("Kraft", 2, 4)]
    person.save(f"/papers/{made['paper']['id']}", made["paper"] | {"on_hand": 9})
    person.save(f"/supplies/{made['supply']['id']}", made["supply"] | {"on_hand": "40"})
    bench = person.get("/bench")
    assert bench["coming"][0]["next"] == {
        "code": "next-step.cut", "message": "Cut 4 sheets", "tab": "sheets", "severe": False,
    }  # fmt: skip
    assert bench["low"] == []


def test_a_class_of_last_month_is_past_and_claims_no_paper(person, furnish):
    made = furnish(person)
    person.save(f"/classes/{made['class']['id']}", made["class"] | {"date": "2020-01-01"})
    bench = person.get("/bench")
    assert (len(bench["coming"]), len(bench["past"]), bench["low"]) == (0, 1, [])


def test_units_of_the_studio_are_those_it_is_written_in(join):
    metric = join("Metric", units="cm")
    paper = metric.add("/papers", name="Kraft", kind="cardstock", width="21", height="29.7")
    assert (paper["width"], paper["width_nm"], paper["height"]) == ("21", 210_000_000, "29.7")
    project = metric.add("/projects", name="P", pieces=[a_piece("Card", "8 1/2 in", "10")])
    assert project["pieces"][0]["width"] == "21.59"


def test_a_class_is_planned_on_plain_paper_before_any_is_in_the_cupboard(person):
    made = person.add("/projects", name="Card", pieces=[a_piece("Card", "4 1/4", "11")])
    first, again = (person.add("/plain-papers", size="letter") for _ in range(2))
    assert (first["name"], first["width"], first["height"], first["on_hand"]) == (
        "Plain Letter",
        "8 1/2",
        "11",
        0,
    )
    assert again["id"] == first["id"]
    colourways = [{"name": "As chosen", "share": 1, "papers": {"body": first["id"]}}]
    planned = person.add("/classes", name="First", project=made["id"], seats=7, colourways=colourways)[
        "planned"
    ]
    assert planned["plan"]["sheets"] == 4
    assert planned["plan"]["cost"]["unpriced"] == [str(first["id"])]
    sizes = {size: person.add("/plain-papers", size=size) for size in ("a4", "12x12", "6x6")}
    assert [(row["width_nm"], row["height_nm"]) for row in sizes.values()] == [
        (210_000_000, 297_000_000), (304_800_000, 304_800_000), (152_400_000, 152_400_000),
    ]  # fmt: skip
    # One of that name with another size is somebody's own, and is left alone.
    person.save(f"/papers/{first['id']}", first | {"width": "8"})
    assert person.add("/plain-papers", size="letter")["name"] == "Plain Letter 2"


def test_what_goes_inside_is_counted_and_priced_like_a_supply(person, furnish):
    made = furnish(person)
    path = f"/projects/{made['project']['id']}"
    tea = person.add(
        "/supplies", name="Tea bags", unit="each", pack_size="20", pack_price="2.00", on_hand="5"
    )
    inside = {"name": "Tea", "width": "2", "depth": "1/4", "height": "2", "piece": "Card", "rigid": False}
    doc = person.get(path)
    doc["contents"] = [inside | {"supply": str(tea["id"]), "count": 2}]
    saved = person.save(path, doc)
    assert (saved["contents"][0]["supply"], saved["contents"][0]["count"]) == (str(tea["id"]), 2)
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    row = next(row for row in plan["supplies"] if row["supply"] == str(tea["id"]))
    assert (row["needed"], row["packs"], row["cost"]) == (16, 1, "2.00")
    assert person.ask("DELETE", f"/supplies/{tea['id']}").status_code == 409
    twice = saved | {"supplies": [*saved["supplies"], {"supply": str(tea["id"]), "per_kit": "2"}]}
    found = person.save(path, twice)["checks"]
    assert [row["code"] for row in found if row["code"] == "counted-twice"] == ["counted-twice"]
    wrong = person.get(path) | {"contents": [inside | {"supply": "999999"}]}
    assert person.ask("PUT", path, wrong).json()["faults"][0]["path"] == "contents[0].supply"
