"""Saving: stale saves are refused, faults are named, nothing is half kept."""

import pytest
from django.db import IntegrityError, transaction

from studio.classes.models import Colourway, KitClass
from studio.cupboard.models import Offcut, Paper, Supply
from studio.projects.models import Line, Piece, Project, SupplyUse

from .conftest import a_piece

PLACES = [
    ("paper", "papers", "name"),
    ("supply", "supplies", "name"),
    ("project", "projects", "name"),
    ("class", "classes", "name"),
]


@pytest.mark.parametrize(("thing", "place", "field"), PLACES)
def test_a_stale_save_is_refused_and_both_sides_are_there(person, furnish, thing, place, field):
    made = furnish(person)[thing]
    path = f"/{place}/{made['id']}"
    theirs = person.save(path, made | {field: "Theirs"})
    answer = person.ask("PUT", path, made | {field: "Mine"})
    assert answer.status_code == 409
    problem = answer.json()
    assert problem["code"] == "stale"
    assert "changed elsewhere" in problem["message"]
    assert problem["current"][field] == "Theirs"
    mine_on_top = person.save(path, made | {field: "Mine", "version": theirs["version"]})
    assert mine_on_top[field] == "Mine"


def test_a_project_comes_back_as_it_was_written(person):
    pieces = [
        a_piece(
            "Tray", "5 1/2", "108 mm", per_kit=2, cut="die", margin="1/8", follows_print=True,
            scores=[
                {"along": "width", "at": ["1", "4 1/2"]},
                {"along": "height", "at": ["1"], "from": "1/2", "to": "2"},
                {"from": ["1/2", "0"], "to": ["1", "1 1/2"]},
            ],
            slits=[{"along": "width", "at": ["1"], "to": "1"}],
            holes=[{"x": "2", "y": "3", "diameter": "1/4"}],
            corners=[{"at": ["top-left"], "shape": "round", "size": "1/4"}],
            tabs=[{"column": 1, "row": 1, "runs": 2}],
        ),
        a_piece("Mat", "3", "2", mat_of={"piece": "Tray", "column": 2, "row": 1}),
    ]  # fmt: skip
    made = person.add("/projects", name="Box", pieces=pieces)
    kept = person.get(f"/projects/{made['id']}")
    for sent, got in zip(pieces, kept["pieces"], strict=True):
        for key, value in sent.items():
            assert _present(got[key]) == value, key


def _present(value):
    """What was sent comes back; keys that were not sent come back empty and do not count."""
    if isinstance(value, dict):
        return {key: _present(v) for key, v in value.items() if v is not None}
    return [_present(v) for v in value] if isinstance(value, list) else value


def test_every_fault_of_a_list_is_named_by_its_place_and_nothing_is_saved(person, furnish):
    made = furnish(person)["project"]
    spoiled = made | {
        "pieces": [
            a_piece("Card", "4 1/0", "11"),
            a_piece("Card", "4", "5", scores=[{"along": "width", "at": ["1", "x"]}]),
        ]
    }
    answer = person.ask("PUT", f"/projects/{made['id']}", spoiled)
    assert answer.status_code == 422
    faults = {fault["path"]: fault for fault in answer.json()["faults"]}
    assert set(faults) == {"pieces[0].width", "pieces[1].scores[0].at[1]", "pieces[1].name"}
    assert faults["pieces[0].width"]["message"].startswith("'4 1/0' is not a length; write 4 1/4")
    assert person.get(f"/projects/{made['id']}")["version"] == made["version"]


@pytest.mark.parametrize(
    ("place", "body", "path"),
    [
        ("papers", {"name": "P", "kind": "cardstock", "width": "0", "height": "11"}, "width"),
        ("papers", {"name": " ", "kind": "cardstock", "width": "8", "height": "11"}, "name"),
        ("papers", {"name": "P", "kind": "slate", "width": "8", "height": "11"}, "kind"),
        ("papers", {"name": "P", "kind": "foil", "width": "8", "height": "11", "on_hand": -1}, "on_hand"),
        ("papers", {"name": "P", "kind": "foil", "width": "8", "height": "11", "ground": "red"}, "ground"),
        ("papers", {"name": "P", "kind": "foil", "width": "8", "height": "9", "pack_price": "1,"}, "pack_price"),
        ("papers", {"name": "Kraft", "kind": "foil", "width": "8", "height": "11"}, "name"),
        ("supplies", {"name": "S", "unit": "each", "pack_size": "0"}, "pack_size"),
        ("supplies", {"name": "S", "unit": "length", "pack_size": "many"}, "pack_size"),
        ("supplies", {"name": "Pads", "unit": "each", "pack_size": "5"}, "name"),
        ("projects", {"name": ""}, "name"),
    ],
)  # fmt: skip
def test_a_bad_field_is_named(person, furnish, place, body, path):
    furnish(person)
    answer = person.ask("POST", f"/{place}", body)
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"name": ""}, "name"),
        ({"fee": "free"}, "fee"),
        ({"seats": -1}, "seats"),
        ({"style": "slowest"}, "style"),
        ({"keep_offcut": ["1", "x"]}, "keep_offcut[1]"),
        ({"colourways": [{"name": "A"}, {"name": "A"}]}, "colourways[1].name"),
        ({"colourways": [{"name": ""}]}, "colourways[0].name"),
    ],
)
def test_a_bad_field_of_a_class_is_named(person, furnish, change, path):
    made = furnish(person)["class"]
    answer = person.ask("PUT", f"/classes/{made['id']}", made | change)
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


def test_what_is_used_cannot_be_taken_out_and_says_by_what(person, furnish):
    made = furnish(person)
    for path, user in (
        (f"/papers/{made['paper']['id']}", "body: Kraft in Evening"),
        (f"/supplies/{made['supply']['id']}", "Pads in Card"),
        (f"/projects/{made['project']['id']}", "Evening"),
    ):
        answer = person.ask("DELETE", path)
        assert (answer.status_code, answer.json()["code"]) == (409, "in-use")
        assert user in answer.json()["message"]
    for path in (f"/classes/{made['class']['id']}", f"/projects/{made['project']['id']}"):
        assert person.ask("DELETE", path).status_code == 204
    for path in (f"/papers/{made['paper']['id']}", f"/supplies/{made['supply']['id']}"):
        assert person.ask("DELETE", path).status_code == 204
    assert person.get("/bench") == {"coming": [], "past": [], "low": []}


def test_a_supply_in_use_keeps_its_unit(person, furnish):
    made = furnish(person)["supply"]
    answer = person.ask("PUT", f"/supplies/{made['id']}", made | {"unit": "length"})
    assert answer.json()["faults"][0]["code"] == "in-use"


@pytest.fixture
def rows(person, furnish):
    made = furnish(person)
    return {
        Paper: Paper.objects.get(pk=made["paper"]["id"]),
        Supply: Supply.objects.get(pk=made["supply"]["id"]),
        Piece: Piece.objects.get(project_id=made["project"]["id"]),
        Line: Line.objects.get(piece__project_id=made["project"]["id"]),
        SupplyUse: SupplyUse.objects.get(project_id=made["project"]["id"]),
        KitClass: KitClass.objects.get(pk=made["class"]["id"]),
        Colourway: Colourway.objects.get(kit_class_id=made["class"]["id"]),
        Offcut: Offcut.objects.create(paper_id=made["paper"]["id"], width_nm=1, height_nm=1),
    }


@pytest.mark.parametrize(
    ("model", "change"),
    [
        (Paper, {"width_nm": 0}), (Paper, {"height_nm": -1}), (Paper, {"on_hand": -1}),
        (Paper, {"pack_sheets": 0}), (Paper, {"pack_price": -1}), (Paper, {"print": "up"}),
        (Supply, {"pack_size": 0}), (Supply, {"on_hand": -1}), (Supply, {"unit": "kg"}),
        (Piece, {"width_nm": 0}), (Piece, {"per_kit": -1}), (Piece, {"margin_nm": -1}),
        (Piece, {"cut": "saw"}), (Piece, {"name": ""}), (Line, {"at_nm": -1}),
        (Line, {"along": "depth"}), (Line, {"start_nm": 2, "end_nm": 1}), (SupplyUse, {"count": -1}),
        (SupplyUse, {"count": None}), (SupplyUse, {"cuts": 0}), (KitClass, {"seats": -1}),
        (KitClass, {"fee": -1}), (KitClass, {"style": "any"}), (Colourway, {"share": -1}),
        (Offcut, {"count": -1}), (Offcut, {"width_nm": 0}),
    ],
    ids=str,
)  # fmt: skip
def test_the_database_itself_refuses_nonsense(rows, model, change):
    with pytest.raises(IntegrityError), transaction.atomic():
        model.objects.filter(pk=rows[model].pk).update(**change)


def test_a_list_that_fails_half_way_leaves_the_old_one_whole(person, furnish, monkeypatch):
    made = furnish(person)["project"]
    monkeypatch.setattr(Line.objects, "bulk_create", lambda rows: 1 / 0)
    person.client.raise_request_exception = False
    person.ask("PUT", f"/projects/{made['id']}", made | {"pieces": [a_piece("New", "1", "1")]})
    project = Project.objects.get(pk=made["id"])
    assert [p.name for p in project.pieces.all()] == ["Card"]
    assert project.version == made["version"]
