"""The log of a class: what it really took, what the cupboard makes of it, and what the studio learns."""

from __future__ import annotations

import base64
import io

from PIL import Image

from studio.accounts.models import Studio
from studio.classes.models import CuttingRun, Tick
from studio.log.models import ClassLog, LogNote

from .test_ledger import paper_of, reconciled, told


def path_of(made):
    return f"/classes/{made['class']['id']}"


def thing(log, **which):
    (row,) = [row for row in log["things"] if all(row[key] == value for key, value in which.items())]
    return row


def another(person, made, name):
    """One more class of the same project."""
    kit_class = person.get(path_of(made))
    return person.add("/classes", **kit_class | {"name": name})


def test_a_log_says_what_was_planned_and_nothing_that_nobody_saw(person, furnish):
    made = furnish(person)
    log = person.get(f"{path_of(made)}/log")
    sheets = thing(log, paper=made["paper"]["id"], width=0)
    assert (sheets["planned"], sheets["seen"], sheets["used"]) == ("4", None, None)
    supply = thing(log, supply=made["supply"]["id"])
    assert (supply["planned"], supply["seen"]) == ("32", None)
    assert [(row["key"], row["took"]) for row in log["batches"]] == [
        ("cut", None), ("score-long", None), ("bag", None),
    ]  # fmt: skip
    assert [(way["colourway"], way["made"], way["left"]) for way in log["kits"]] == [("Plain", 8, None)]


def test_what_cutting_did_is_seen_and_what_was_really_used_moves_the_difference(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 9})
    person.save(f"/supplies/{made['supply']['id']}", made["supply"] | {"on_hand": "40"})
    path = path_of(made)
    steps = person.ask("POST", f"{path}/cutting").json()["steps"]
    person.save(f"{path}/cutting/done", {"done": steps})
    log = person.get(f"{path}/log")
    assert thing(log, paper=made["paper"]["id"], width=0)["seen"] == "4"
    assert paper_of(person, made)["on_hand"] == 5
    person.save(f"{path}/log/used", {"paper": made["paper"]["id"], "amount": "6", "ran_out": True})
    person.save(f"{path}/log/used", {"supply": made["supply"]["id"], "amount": "30"})
    # Nothing moves before the class is over.
    assert paper_of(person, made)["on_hand"] == 5
    assert person.ask("POST", f"{path}/finish").status_code == 204
    assert paper_of(person, made)["on_hand"] == 3
    assert told(person, made, "supply")[0]["after"] == "10"
    # What is said later moves what differs.
    log = person.save(f"{path}/log/used", {"paper": made["paper"]["id"], "amount": "5"})
    row = thing(log, paper=made["paper"]["id"], width=0)
    assert (row["planned"], row["seen"], row["used"], row["ran_out"]) == ("4", "4", "5", False)
    assert paper_of(person, made)["on_hand"] == 4
    person.save(f"{path}/log/used", {"supply": made["supply"]["id"], "amount": None})
    assert told(person, made, "supply")[0]["after"] == "8"
    reconciled()
    # The plan of the class is as it was: what it took itself is not taken from under it.
    assert person.get(path)["planned"]["plan"]["papers"][0]["packs"] == 0
    assert person.ask("DELETE", f"{path}/finish").status_code == 204
    assert (paper_of(person, made)["on_hand"], told(person, made, "supply")[0]["after"]) == (5, "40")
    reconciled()


def test_what_is_cut_after_the_class_is_over_is_not_counted_twice(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 20})
    path, paper = path_of(made), made["paper"]["id"]
    steps = person.ask("POST", f"{path}/cutting").json()["steps"]
    person.save(f"{path}/log/used", {"paper": paper, "amount": "6"})
    person.ask("POST", f"{path}/finish")
    assert paper_of(person, made)["on_hand"] == 14
    # Somebody ticks the trimmer afterwards, and says the number once more.
    person.save(f"{path}/cutting/done", {"done": steps})
    assert paper_of(person, made)["on_hand"] == 10
    person.save(f"{path}/log/used", {"paper": paper, "amount": "6"})
    assert paper_of(person, made)["on_hand"] == 14
    # A movement that was undone in the cupboard by hand is made again when it is said again.
    movement = next(row for row in told(person, made) if row["cause"] == "used")
    person.ask("POST", f"/movements/{movement['id']}/undo")
    person.save(f"{path}/log/used", {"paper": paper, "amount": "5"})
    seen = thing(person.get(f"{path}/log"), paper=paper, width=0)
    assert seen["used"] == "5"
    reconciled()


def test_an_offcut_that_was_kept_comes_into_the_cupboard_with_its_size(person, furnish):
    made = furnish(person)
    path, paper = path_of(made), made["paper"]["id"]
    size = {"width": 76_200_000, "height": 203_200_000}
    person.save(f"{path}/log/used", {"paper": paper, **size, "amount": "3"})
    person.ask("POST", f"{path}/finish")
    (offcut,) = paper_of(person, made)["offcuts"]
    assert (offcut["width"], offcut["height"], offcut["count"]) == ("3", "8", 3)
    person.save(f"{path}/log/used", {"paper": paper, **size, "amount": "1"})
    assert paper_of(person, made)["offcuts"][0]["count"] == 1
    reconciled()


def test_what_is_no_amount_is_said_with_its_place(person, furnish):
    made = furnish(person)
    path = path_of(made)
    for body, code in (
        ({"paper": made["paper"]["id"], "amount": "2.5"}, "not-whole-sheets"),
        ({"supply": made["supply"]["id"], "amount": "many"}, "not-a-number"),
    ):
        answer = person.ask("PUT", f"{path}/log/used", body)
        assert answer.status_code == 422
        assert answer.json()["faults"][0]["path"] == "amount"
        assert answer.json()["faults"][0]["code"] == code
    assert person.ask("PUT", f"{path}/log/used", {"amount": "1"}).status_code == 404
    for body, code in (
        ({"colourway": "None", "count": 1}, "no-such-colourway"),
        ({"colourway": "Plain", "count": 9}, "more-than-there"),
    ):
        answer = person.ask("PUT", f"{path}/log/left", body)
        assert (answer.status_code, answer.json()["faults"][0]["code"]) == (422, code)
    answer = person.ask("PUT", f"{path}/log/took", {"key": "swim", "seconds": 3})
    assert answer.json()["faults"][0]["code"] == "no-such-batch"


def test_three_classes_teach_a_pace_and_it_is_revoked(person, furnish):
    made = furnish(person)
    classes = [made["class"], *(another(person, made, name) for name in ("second", "third"))]
    for seconds, kit_class in zip((240, 800, 400), classes, strict=True):
        path = f"/classes/{kit_class['id']}"
        person.save(f"{path}/log/took", {"key": "bag", "seconds": seconds})
        before = person.get("/learned")
        assert not any(row["used"] for row in before)
        person.ask("POST", f"{path}/finish")
    (row,) = person.get("/learned")
    # Eight bags: 30, 100 and 50 seconds each.
    assert (row["name"], row["value"], row["least"], row["most"]) == ("bag", "50", "30", "100")
    assert (row["usual"], row["classes"], row["used"]) == ("20", 3, True)
    assert Studio.objects.get(pk=person.studio.pk).pace.bag == 50
    following = another(person, made, "fourth")
    bags = person.get(f"/classes/{following['id']}/prepare")["tasks"][-1]
    assert (bags["key"], bags["seconds"]) == ("bag", 400)
    (row,) = person.save("/learned/bag", {"revoked": True})
    assert (row["used"], row["revoked"]) == (False, True)
    assert person.get(f"/classes/{following['id']}/prepare")["tasks"][-1]["seconds"] == 160
    person.save("/learned/bag", {"revoked": False})
    # A class that is not over after all teaches nothing; two are not enough.
    person.ask("DELETE", f"/classes/{classes[1]['id']}/finish")
    (row,) = person.get("/learned")
    assert (row["value"], row["classes"], row["used"]) == ("40", 2, False)
    assert Studio.objects.get(pk=person.studio.pk).pace.bag == 20
    assert person.ask("PUT", "/learned/swim", {"revoked": True}).status_code == 404


def test_the_guides_time_themselves(person, furnish):
    made = furnish(person)
    path = path_of(made)
    steps = person.ask("POST", f"{path}/cutting").json()["steps"]
    for done in range(1, steps + 1):
        person.save(f"{path}/cutting/done", {"done": done, "follows": done - 1, "seconds": 20})
    (stroke,) = person.get(f"{path}/prepare")["scoring"]["batches"][0]["strokes"]
    ticks = [{"key": stroke["key"], "count": 8, "seconds": 50}]
    person.save(f"{path}/ticks/scoring", {"ticks": ticks})
    log = person.get(f"{path}/log")
    cut, score = log["batches"][:2]
    assert (cut["seen"], cut["timed"], cut["steps"]) == (20 * steps, steps, steps)
    assert (score["seen"], score["timed"], score["steps"]) == (50, 1, 1)
    # A step back takes its time back too.
    person.save(f"{path}/cutting/done", {"done": steps - 1, "follows": steps})
    assert person.get(f"{path}/log")["batches"][0]["timed"] == steps - 1
    # A tick without seconds leaves those there are.
    person.save(f"{path}/ticks/scoring", {"ticks": [{"key": stroke["key"], "count": 8}]})
    assert Tick.objects.get(guide="scoring").seconds == 50
    assert len(CuttingRun.objects.get().timed) == steps - 1


def test_a_total_that_was_typed_does_not_replace_the_steps_that_were_timed(person, furnish):
    # A stroke went from the seconds that were timed to a share of the evening.
    made = furnish(person)
    path = path_of(made)
    person.save(path, person.get(path) | {"seats": 40})
    steps = person.ask("POST", f"{path}/cutting").json()["steps"]
    for done in range(1, steps + 1):
        person.save(f"{path}/cutting/done", {"done": done, "follows": done - 1, "seconds": 4})
    for key, seconds in (("cut", 5_000), ("bag", 820)):
        person.save(f"{path}/log/took", {"key": key, "seconds": seconds})
    person.ask("POST", f"{path}/finish")
    with_total = ClassLog.objects.get().shown
    person.save(f"{path}/log/took", {"key": "cut", "seconds": None})
    assert "stroke" in with_total
    assert with_total.items() >= ClassLog.objects.get().shown.items()
    assert with_total["bag"] == "20"


def test_spares_that_a_class_needed_are_those_that_are_gone(person, furnish):
    made = furnish(person)
    path = path_of(made)
    kit_class = person.get(path)
    person.save(path, kit_class | {"seats": 5, "samples": 1, "spares": 2})
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 1})
    person.ask("POST", f"{path}/finish")
    assert ClassLog.objects.get().shown["spares"] == "1"
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 3})
    assert ClassLog.objects.get().shown["spares"] == "0"
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": None})
    assert "spares" not in ClassLog.objects.get().shown


def a_picture():
    out = io.BytesIO()
    Image.new("RGB", (3_000, 2_000), "#aa5533").save(out, "PNG")
    return base64.b64encode(out.getvalue()).decode()


def test_a_note_keeps_its_photograph_and_takes_it_along_when_it_goes(person, furnish, join):
    made = furnish(person)
    path = f"{path_of(made)}/log/notes"
    note = person.add(path, about="wrong", text="the lid was too tight", content=a_picture())
    answer = person.ask("GET", f"/photos/{note['photo']}")
    with Image.open(io.BytesIO(answer.content)) as picture:
        assert max(picture.size) == 1_400
    (row,) = person.get(f"{path_of(made)}/log")["notes"]
    assert (row["about"], row["text"]) == ("wrong", "the lid was too tight")
    assert join("Theirs").ask("DELETE", f"/log-notes/{note['id']}").status_code == 404
    assert person.ask("DELETE", f"/log-notes/{note['id']}").status_code == 204
    assert not LogNote.objects.exists()
    assert person.ask("GET", f"/photos/{note['photo']}").status_code == 404
    again = person.add(path, about="next", content=a_picture())
    other = another(person, made, "second")
    kept = person.add(f"/classes/{other['id']}/log/notes", about="well", content=a_picture())
    # With its class a note is gone, and its photograph.
    assert person.ask("DELETE", path_of(made)).status_code == 204
    assert person.ask("GET", f"/photos/{again['photo']}").status_code == 404
    assert person.ask("GET", f"/photos/{kept['photo']}").status_code == 200
    path = f"/classes/{other['id']}/log/notes"
    assert person.ask("POST", path, {"about": "next"}).json()["faults"][0]["code"] == "note-empty"


def test_a_project_tells_where_it_was_taught_and_what_came_of_it(person, furnish):
    made = furnish(person)
    path = path_of(made)
    person.save(f"{path}/log/used", {"supply": made["supply"]["id"], "ran_out": True})
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 2})
    person.add(f"{path}/log/notes", about="wrong", text="two lids were cut short")
    person.ask("POST", f"{path}/finish")
    found = person.get(f"/projects/{made['project']['id']}/taught")
    (row,) = found["classes"]
    assert (row["left"], row["ran_out"]) == (2, [made["supply"]["name"]])
    assert row["notes"][0]["text"] == "two lids were cut short"
    assert row["material"] is not None


def test_kits_left_over_are_not_made_again_by_the_next_class(person, furnish):
    made = furnish(person)
    path = path_of(made)
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 3})
    following = another(person, made, "next time")
    there = f"/classes/{following['id']}"
    # A class that is not over has nothing left yet.
    assert person.get(f"{there}/ready") == []
    person.ask("POST", f"{path}/finish")
    assert person.get(f"{there}/ready") == [
        {"colourway": "Plain", "count": 3, "classes": [made["class"]["name"]]}
    ]
    assert person.get(f"{path}/ready") == []
    (way,) = following["colourways"]
    saved = person.save(there, following | {"colourways": [way | {"ready": 3}]})
    assert (saved["kits"], saved["colourways"][0]["kits"], saved["seats"]) == (5, 5, following["seats"])
    assert saved["planned"]["plan"]["kits"] == 5
    (bag,) = person.get(f"{there}/packing")["bags"]
    assert bag["kits"] == 5
    # What one class takes is not there for the next.
    third = another(person, made, "after that")
    assert person.get(f"/classes/{third['id']}/ready") == []
    # More than are wanted are not taken.
    assert person.save(there, saved | {"colourways": [way | {"ready": 50}]})["kits"] == 0


def test_what_is_done_again_takes_another_time(person, furnish):
    made = furnish(person)
    path = f"{path_of(made)}/ticks/teaching"

    def say(count, seconds=None):
        person.save(path, {"ticks": [{"key": "step-0", "count": count, "seconds": seconds}]})
        return Tick.objects.get(guide="teaching").seconds

    assert say(1, 300) == 300
    # Said twice it stays; a note leaves it too.
    assert say(1) == 300
    person.save(path, {"ticks": [{"key": "step-0", "count": 1, "note": "too quick"}]})
    assert Tick.objects.get(guide="teaching").seconds == 300
    # The rehearsal is taken back, and the step is made again with a break in it.
    assert say(0) is None
    assert say(1) is None


def test_a_step_is_known_by_its_words_and_takes_what_one_person_takes(person, furnish):
    made = furnish(person)
    supply = str(made["supply"]["id"])
    project = made["project"] | {
        "steps": [
            {"says": "Fold it", "minutes": "4"},
            {"says": "Stick the pads on", "minutes": "2", "supplies": [supply], "dries": 10},
        ],
        "supplies": [{"supply": supply, "per_kit": "1", "shared_by": 0, "lent": True}],
    }
    project = person.save(f"/projects/{project['id']}", project)
    path = path_of(made)
    seats = person.get(path)["seats"]
    ticks = [
        {"key": "step-0", "count": 1, "seconds": 360},
        # All take turns at the one thing, a minute and a half each, and then it dries.
        {"key": "step-1", "count": 1, "seconds": 90 * seats + 600},
    ]
    person.save(f"{path}/ticks/teaching", {"ticks": ticks})
    person.ask("POST", f"{path}/finish")
    log = person.get(f"{path}/log")
    assert [row["planned"] for row in log["table"]] == [240, 120 * seats + 600]
    # Afterwards the list is turned round, and one step is said in other words.
    steps = [project["steps"][1], {"says": "Fold it in half", "minutes": "4"}]
    person.save(f"/projects/{project['id']}", project | {"steps": steps})
    (row,) = person.get(f"/projects/{project['id']}/taught")["steps"]
    assert (row["step"], row["says"], row["took"], row["classes"]) == (0, "Stick the pads on", 90, 1)


def test_kits_that_were_ready_count_among_the_spares_a_class_had(person, furnish):
    made = furnish(person)
    path = path_of(made)
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 2})
    person.ask("POST", f"{path}/finish")
    following = another(person, made, "next time")
    there = f"/classes/{following['id']}"
    (way,) = following["colourways"]
    spared = following | {"seats": 4, "samples": 1, "spares": 3, "colourways": [way | {"ready": 2}]}
    person.save(there, spared)
    # Six are made and two were there: all eight may be left over.
    assert person.ask("PUT", f"{there}/log/left", {"colourway": "Plain", "count": 9}).status_code == 422
    person.save(f"{there}/log/left", {"colourway": "Plain", "count": 1})
    person.ask("POST", f"{there}/finish")
    # Of eight kits one is left, so seven went to five people: two spares were needed.
    assert ClassLog.objects.get(kit_class_id=following["id"]).shown["spares"] == "2"
    row = next(row for row in person.get("/classes") if row["id"] == following["id"])
    assert row["kits"] == 6


def taped(person, made):
    """The list with a tab, held by tape of which the amount is worked out: the tape, its use, the project."""
    tape = person.add("/supplies", name="Strong tape", unit="length", pack_size="400")
    tabbed = made["project"]["pieces"][0] | {"tabs": [{"column": 1, "row": 1}]}
    use = {"supply": str(tape["id"]), "sticks": ["tab"]}
    project = made["project"] | {"pieces": [tabbed], "supplies": [use]}
    return tape, use, person.save(f"/projects/{project['id']}", project)


def test_only_what_is_all_worked_out_teaches_how_much_of_it_is_used(person, furnish):
    made = furnish(person)
    tape, use, project = taped(person, made)
    path = path_of(made)
    planned = float(thing(person.get(f"{path}/log"), supply=tape["id"])["planned"])
    person.save(f"{path}/log/used", {"supply": tape["id"], "amount": str(planned * 1.5)})
    person.ask("POST", f"{path}/finish")
    assert ClassLog.objects.get().shown == {f"supply-{tape['id']}": "3/2"}
    # The same amount typed over is no measure of what is worked out.
    person.ask("DELETE", f"{path}/finish")
    typed = use | {"per_kit": "7"}
    project = person.get(f"/projects/{project['id']}") | {"supplies": [typed]}
    person.save(f"/projects/{project['id']}", project)
    person.ask("POST", f"{path}/finish")
    assert ClassLog.objects.get().shown == {}


def test_an_adhesive_that_takes_more_than_is_worked_out_is_planned_so_and_does_not_feed_on_itself(
    person, furnish
):
    made = furnish(person)
    tape, _, _ = taped(person, made)
    classes = [made["class"], *(another(person, made, name) for name in ("second", "third", "fourth"))]

    def planned(kit_class):
        return float(thing(person.get(f"/classes/{kit_class['id']}/log"), supply=tape["id"])["planned"])

    first = planned(classes[0])
    for kit_class in classes[:3]:
        path = f"/classes/{kit_class['id']}"
        person.save(f"{path}/log/used", {"supply": tape["id"], "amount": str(first * 2)})
        person.ask("POST", f"{path}/finish")
    assert planned(classes[3]) == first * 2
    # A fourth that uses what is now planned for it shows the same two to one, and moves nothing.
    path = f"/classes/{classes[3]['id']}"
    person.save(f"{path}/log/used", {"supply": tape["id"], "amount": str(first * 2)})
    person.ask("POST", f"{path}/finish")
    assert Studio.objects.get(pk=person.studio.pk).own_use == {str(tape["id"]): "2"}
