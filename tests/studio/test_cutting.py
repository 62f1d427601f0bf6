"""Cutting a class: pinned when it begins, kept on the server, changed only by being asked."""

from studio.classes.models import CuttingRun

from .conftest import a_piece


def begun(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/cutting"
    assert person.get(path) is None
    answer = person.ask("POST", path)
    assert answer.status_code == 200, answer.content
    return made, path, answer.json()


def test_beginning_pins_the_plan_as_it_is(person, furnish):
    made, path, run = begun(person, furnish)
    plan = made["class"]["planned"]["plan"]
    assert [one["why"] for one in run["rounds"]] == ["plan"]
    assert run["rounds"][0]["cutting"] == plan["cutting"]
    assert (run["done"], run["steps"], run["changes"]) == (0, 1, [])
    assert person.ask("POST", path).json() == run
    assert CuttingRun.objects.count() == 1


def test_progress_is_kept_on_the_server_and_seen_from_another_device(person, furnish, join):
    _, path, _ = begun(person, furnish)
    assert person.save(f"{path}/done", {"done": 1})["done"] == 1
    assert person.get(path)["done"] == 1
    answer = person.ask("PUT", f"{path}/done", {"done": 9})
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["message"] == "there are 1 steps"
    assert person.get(path)["done"] == 1
    stranger = join("Theirs")
    assert stranger.ask("GET", path).status_code == 404
    assert stranger.ask("PUT", f"{path}/done", {"done": 0}).status_code == 404


def test_more_kits_are_a_difference_to_be_accepted_and_never_reshuffle_what_is_cut(person, furnish):
    made, path, run = begun(person, furnish)
    person.save(f"{path}/done", {"done": 1})
    # 8 kits are 4 sheets of two cards; two more kits are one more sheet like the others.
    person.save(f"/classes/{made['class']['id']}", {**made["class"], "seats": 9})
    seen = person.get(path)
    assert seen["rounds"] == run["rounds"]
    assert seen["changes"] == [{"code": "more-to-cut", "message": "cut 1 more sheet of Kraft like layout A"}]
    answer = person.ask("POST", f"{path}/changes").json()
    assert answer["changes"] == []
    assert [one["why"] for one in answer["rounds"]] == ["plan", "change"]
    assert answer["rounds"][0] == run["rounds"][0]
    assert answer["rounds"][1]["papers"][0]["sheets"] == 1
    assert (answer["done"], answer["steps"]) == (1, 2)


def test_fewer_kits_leave_pieces_over_and_say_so(person, furnish):
    made, path, _ = begun(person, furnish)
    person.save(f"/classes/{made['class']['id']}", {**made["class"], "seats": 5})
    (said,) = person.get(path)["changes"]
    assert said["code"] == "pieces-over"
    assert said["message"] == "what is planned or cut already is 2 Card over: keep them as spares"


def test_a_new_piece_on_the_list_is_cut_by_a_new_layout(person, furnish):
    made, path, _ = begun(person, furnish)
    project = made["project"]
    project["pieces"].append(a_piece("Tag", "2", "3"))
    person.save(f"/projects/{project['id']}", project)
    (said,) = person.get(path)["changes"]
    assert said["message"] == "cut 1 more sheet of Kraft by a new layout, B"


def test_a_miscut_says_at_once_what_saves_it_and_what_changes(person, furnish):
    made, path, _ = begun(person, furnish)
    lost = {"paper": str(made["paper"]["id"]), "piece": "Card", "count": 1}
    rescues = person.ask("POST", f"{path}/miscut", lost).json()
    # No spares, no offcuts: a new sheet.
    assert rescues == [{"kind": "sheet", "message": "it takes 1 more sheet of Kraft"}]
    person.save(f"/papers/{made['paper']['id']}", made["paper"] | {
        "offcuts": [{"width": "4 1/2", "height": "11", "count": 1}],
    })  # fmt: skip
    rescues = person.ask("POST", f"{path}/miscut", lost).json()
    assert [one["kind"] for one in rescues] == ["offcut", "sheet"]
    assert rescues[0]["message"] == "it can be cut from an offcut, 4 1/2 x 11 in of Kraft"
    person.save(f"/classes/{made['class']['id']}", {**made["class"], "seats": 6, "spares": 1})
    rescues = person.ask("POST", f"{path}/miscut", lost).json()
    assert [one["kind"] for one in rescues] == ["spare", "offcut", "sheet"]
    assert rescues[0]["message"] == "a spare takes its place; no spare kit is left. Nothing more is cut"
    run = person.ask("POST", f"{path}/miscut/good", lost | {"by": "spare"}).json()
    assert (len(run["rounds"]), run["changes"]) == (1, [])
    assert run["spoilt"] == [lost | {"colourway": "Plain", "by": "spare"}]
    # The spare is gone: the next one is cut from the offcut, after everything else.
    rescues = person.ask("POST", f"{path}/miscut", lost).json()
    assert [one["kind"] for one in rescues] == ["offcut", "sheet"]
    run = person.ask("POST", f"{path}/miscut/good", lost | {"by": "offcut"}).json()
    assert [one["why"] for one in run["rounds"]] == ["plan", "miscut"]
    assert run["rounds"][1]["papers"][0]["offcuts_used"] == 1
    assert run["changes"] == []
    # And the offcut is gone too.
    rescues = person.ask("POST", f"{path}/miscut", lost).json()
    assert [one["kind"] for one in rescues] == ["sheet"]
    answer = person.ask("POST", f"{path}/miscut/good", lost | {"by": "spare"})
    assert answer.status_code == 422
    assert "a spare does not make it good now" in answer.json()["faults"][0]["message"]
    answer = person.ask("POST", f"{path}/miscut", lost | {"piece": "Hat"})
    assert "the plan cuts no Hat" in answer.json()["faults"][0]["message"]


def test_starting_over_forgets_the_pinned_plan(person, furnish):
    _, path, _ = begun(person, furnish)
    assert person.ask("DELETE", path).status_code == 204
    assert person.get(path) is None
    assert person.ask("PUT", f"{path}/done", {"done": 0}).json()["faults"][0]["code"] == "not-begun"


def test_a_class_that_cannot_be_planned_cannot_be_begun(person, furnish):
    made = furnish(person)
    body = made["class"] | {"colourways": [{"name": "Plain", "share": 1, "papers": {}}]}
    person.save(f"/classes/{made['class']['id']}", body)
    answer = person.ask("POST", f"/classes/{made['class']['id']}/cutting")
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["code"] == "choose-paper"


def test_the_options_stand_side_by_side_with_what_each_is_for(person, furnish):
    made = furnish(person)
    options = person.get(f"/classes/{made['class']['id']}/options")["options"]
    assert 1 <= len(options) <= 5
    (chosen,) = [option for option in options if option["chosen"]]
    assert (chosen["name"], chosen["sheets"]) == ("fewest-sheets", 4)
    assert "4 sheets, and no plan opens fewer" in chosen["why"]["message"]
    assert sum(layout["times"] for layout in chosen["drawings"]) == 4
    assert sum(option["usual"] for option in options) == 1


def test_what_an_hour_is_worth_is_a_habit_that_the_options_are_weighed_by(person, furnish):
    made = furnish(person)
    habits = person.get("/studio")
    assert habits["hour_worth"] is None
    kept = person.save("/studio", habits | {"hour_worth": "12.5", "sheet_worth": ""})
    assert (kept["hour_worth"], kept["sheet_worth"]) == ("12.50", None)
    options = person.get(f"/classes/{made['class']['id']}/options")["options"]
    (usual,) = [option for option in options if option["usual"]]
    assert "12.50 an hour" in usual["why"]["message"].replace("\N{NO-BREAK SPACE}", " ")
    answer = person.ask("PUT", "/studio", kept | {"hour_worth": "much"})
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["path"] == "hour_worth"


def test_papers_are_cut_together_where_the_class_says_so(person, furnish):
    made = furnish(person)
    kept = person.save(f"/classes/{made['class']['id']}", made["class"] | {"papers_together": True})
    assert kept["papers_together"] is True
    assert person.get(f"/classes/{made['class']['id']}")["papers_together"] is True


def test_sheet_sizes_are_laid_side_by_side_and_failures_say_why(person, furnish):
    made = furnish(person)
    rows = {row["name"]: row for row in person.get(f"/classes/{made['class']['id']}/sizes")["sizes"]}
    assert (rows["Kraft"]["sheets"], rows["Kraft"]["per_kit"], rows["Kraft"]["chosen"]) == (4, "0.25", True)
    # Worked: 12 in holds two of 4 1/4 across and one of 11 up; A4 is 8.27 in wide, and holds one.
    assert (rows["12 x 12 in"]["sheets"], rows["A4"]["sheets"]) == (4, 8)
    assert rows["6 x 6 in"]["sheets"] is None
    assert rows["6 x 6 in"]["fails"]["message"].endswith("5 in too high")


def test_every_number_of_seats_says_what_it_opens(person, furnish):
    made = furnish(person)
    seats = person.get(f"/classes/{made['class']['id']}/seats")
    assert [row["sheets"] for row in seats["rows"][:4]] == [1, 2, 2, 3]
    opens = [[said["message"] for said in row["opens"]] for row in seats["rows"]]
    assert opens[:3] == [[], ["1 sheet of Kraft"], []]
    # Two sheets are there: the fifth kit opens the third and the first pack of ten.
    assert opens[3] == ["1 sheet of Kraft", "1 pack of Kraft"]
    # Seven seats and a sample are eight kits, exactly four sheets.
    assert (seats["free_of_sheets"], seats["free_of_packs"]) == (7, 23)
    assert len(seats["rows"]) == 60


def test_designs_of_a_pack_are_bought_together(person, furnish):
    made = furnish(person)
    pack = person.add("/packs", name="Orchard", sheets=12, price="9.00")
    person.save(f"/papers/{made['paper']['id']}", made["paper"] | {"pack": pack["id"], "pack_sheets": 2})
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    # 4 sheets, 2 there, 2 of this design in a pack.
    assert plan["packs"] == [
        {"pack": str(pack["id"]), "packs": 1, "cost": "9.00", "others": 10,
         "left": [{"paper": str(made["paper"]["id"]), "sheets": 0}]},
    ]  # fmt: skip
    assert plan["papers"][0]["packs"] == 0
    assert person.ask("DELETE", f"/packs/{pack['id']}").status_code == 204
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    assert plan["packs"] == []


def test_edges_that_leave_no_paper_are_refused_by_name(person, furnish):
    made = furnish(person)
    body = made["paper"] | {"edges": {"left": "5", "right": "4", "top": "", "bottom": "1/2"}}
    answer = person.ask("PUT", f"/papers/{made['paper']['id']}", body)
    assert answer.json()["faults"][0]["path"] == "edges.left"
    saved = person.save(f"/papers/{made['paper']['id']}", body | {"edges": {"bottom": "1/2"}})
    assert saved["edges"] == {"left": "", "right": "", "top": "", "bottom": "1/2"}


def test_a_size_of_a_size_is_refused(person, furnish):
    made = furnish(person)
    large = {"name": "Kraft large", "kind": "cardstock", "width": "12", "height": "12", "pack_price": "6.00"}
    large = person.add("/papers", **large, same_as=made["paper"]["id"])
    larger = {"name": "Kraft larger", "kind": "cardstock", "width": "12", "height": "18"}
    answer = person.ask("POST", "/papers", larger | {"same_as": large["id"]})
    assert answer.json()["faults"][0]["code"] == "size-of-a-size"
    saved = person.save(f"/classes/{made['class']['id']}", made["class"] | {"mix_sizes": True})
    (mix,) = saved["planned"]["plan"]["mixes"]
    assert mix["papers"] == [str(made["paper"]["id"]), str(large["id"])]
    # A Letter sheet is 0.50 and the large one 6.00: all from Letter.
    assert (mix["cost"], mix["proved"]) == ("2", True)


def test_what_an_earlier_edition_pinned_is_still_cut(person, furnish):
    # Word for word what was kept before plans had types of their own: no reason, no mixes, no seconds.
    made, path, run = begun(person, furnish)
    kept = CuttingRun.objects.get(kit_class_id=made["class"]["id"])
    (row,) = kept.rounds
    for key in ("why", "mixes"):
        del row[key]
    row["cutting"].pop("seconds")
    kept.rounds = [row]
    kept.save()
    seen = person.get(path)
    assert seen["rounds"] == run["rounds"]
    assert person.save(f"{path}/done", {"done": 1})["done"] == 1
