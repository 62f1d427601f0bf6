"""Adhesive as a list takes it: worked out, typed over, and worked out again as the studio works."""

from __future__ import annotations

from .conftest import a_piece


def boxed(person, **use):
    """A sleeve with a tab of 5 in and a mat of 1 3/4 x 4 3/4 in, and tape for them."""
    tape = person.add("/supplies", name="Strong tape", unit="length", pack_size="393", pack_price="3.93")
    sleeve = a_piece(
        "Sleeve", "9", "5", scores=[{"along": "width", "at": ["2", "4", "6", "8 1/2"]}],
        tabs=[{"column": 5, "row": 1}],
    )  # fmt: skip
    mat = a_piece("Mat", "1 3/4", "4 3/4", mat_of={"piece": "Sleeve", "column": 1, "row": 1})
    uses = [{"supply": str(tape["id"]), **use}]
    return tape, person.add("/projects", name="Box", pieces=[sleeve, mat], supplies=uses)


def test_an_amount_follows_the_list_until_it_is_typed_over(person):
    tape, kept = boxed(person, sticks=["tab", "mat"])
    key = str(tape["id"])
    assert (kept["worked"][key], kept["supplies"][0]["per_kit"]) == ("18", None)
    assert [(row["at"], row["length"]) for row in kept["glue"]] == [("tab", "5"), ("mat", "13")]
    shorter = {**kept, "pieces": [{**kept["pieces"][0], "height": "4"}, kept["pieces"][1]]}
    again = person.save(f"/projects/{kept['id']}", shorter)
    assert again["worked"][key] == "17"
    typed = {**again, "supplies": [{**again["supplies"][0], "per_kit": "30"}]}
    over = person.save(f"/projects/{kept['id']}", typed)
    assert (over["worked"][key], over["supplies"][0]["per_kit"]) == ("17", "30")


def test_a_class_takes_what_is_worked_out_and_its_figure_says_from_what(person):
    tape, kept = boxed(person, sticks=["tab"])
    paper = person.add(
        "/papers", name="Kraft", kind="cardstock", width="12", height="12", pack_sheets=10, on_hand=90
    )
    made = person.add(
        "/classes", name="Evening", project=kept["id"], seats=4, samples=0, spares=0,
        colourways=[{"name": "Plain", "share": 1, "papers": {"body": paper["id"]}}],
    )  # fmt: skip
    (row,) = made["planned"]["plan"]["supplies"]
    assert (row["supply"], row["needed"]) == (str(tape["id"]), 4 * 127_000_000)
    said = str(person.get(f"/classes/{made['id']}/explained"))
    assert "5 in, worked out from tabs 5 in" in said


def test_glue_is_worked_out_again_when_the_studio_works_in_another_way(person):
    _, kept = boxed(person, sticks=["tab"])
    glue = person.add("/supplies", name="Wet glue", unit="ml", pack_size="50")
    uses = [{"supply": str(glue["id"]), "sticks": ["mat"]}]
    kept = person.save(f"/projects/{kept['id']}", {**kept, "supplies": uses})
    assert kept["worked"][str(glue["id"])] == "0.3"
    habits = person.get("/studio")
    person.save("/studio", habits | {"keep_back": "1/2 in", "mats_with": "glue", "drying": 30})
    kept = person.get(f"/projects/{kept['id']}")
    # Arithmetic: 13 in less eight ends of 1/2 in are 9 in, 228.6 mm, 0.183 ml.
    assert kept["worked"][str(glue["id"])] == "0.2"
    (mats,) = [row for row in kept["glue"] if row["at"] == "mat"]
    assert (mats["school"], mats["supplies"], mats["minutes"]) == ("glue", [glue["id"]], 30)


def test_what_cannot_be_worked_out_is_refused_by_its_place(person):
    pads = person.add("/supplies", name="Pads", unit="each", pack_size="100")
    key = str(pads["id"])
    for use, code in (
        ({"supply": key}, "missing-key"),
        ({"supply": key, "sticks": ["tab"]}, "counted-sticks"),
        ({"supply": key, "lifts": []}, "nothing-to-work-out"),
        ({"supply": key, "lifts": ["A"], "shared_by": 4}, "worked-out-is-a-kits"),
        ({"supply": key, "sticks": ["lid"]}, "not-a-choice"),
    ):
        body = {"name": "P", "pieces": [a_piece("A", "2", "2")], "supplies": [use]}
        answer = person.ask("POST", "/projects", body)
        assert answer.status_code == 422
        fault = answer.json()["faults"][0]
        assert fault["code"] == code
        assert fault["path"].startswith("supplies[0]")
