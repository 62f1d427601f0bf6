"""What a sheet measures, squaring cuts, spares and strips, and what there is: through the API."""

import pytest

from studio.classes.models import KitClass
from studio.cupboard.models import Paper
from tests.paper_room import put_paper_room

from .conftest import Person


@pytest.fixture
def keeper(db, client):
    """The keeper of the demo's paper room."""
    studio = put_paper_room()
    client.force_login(studio.members.get().user, backend="django.contrib.auth.backends.ModelBackend")
    return Person(client, studio)


def put(keeper, path, body, status=200):
    answer = keeper.ask("PUT", path, body)
    assert answer.status_code == status, answer.content
    return answer.json()


def first_class():
    return KitClass.objects.get(name="Seed-swap evening")


def test_a_sheet_that_measures_less_is_planned_as_it_is(keeper):
    kraft = Paper.objects.get(name="Loam kraft")
    document = next(p for p in keeper.get("/papers") if p["id"] == kraft.pk)
    assert document["measured"] == {"width": "", "height": ""}
    before = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]["sheets"]
    changed = put(
        keeper, f"/papers/{kraft.pk}", {**document, "measured": {"width": "5 1/2 in", "height": "7 in"}}
    )
    assert changed["measured"] == {"width": "5 1/2", "height": "7"}
    after = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]
    assert after["sheets"] > before


@pytest.mark.parametrize(
    ("measured", "path"),
    [
        ({"width": "8 3/8", "height": ""}, "measured.height"),
        ({"width": "x", "height": "11"}, "measured.width"),
    ],
)
def test_half_a_measure_is_refused_with_its_place(keeper, measured, path):
    kraft = Paper.objects.get(name="Loam kraft")
    document = next(p for p in keeper.get("/papers") if p["id"] == kraft.pk)
    problem = put(keeper, f"/papers/{kraft.pk}", {**document, "measured": measured}, 422)
    assert [fault["path"] for fault in problem["faults"]] == [path]


def test_squaring_and_a_margin_are_kept_and_planned(keeper):
    found = keeper.get(f"/classes/{first_class().pk}")
    changed = put(
        keeper, f"/classes/{found['id']}", {**found, "squaring": "1/16", "safety": "1/8", "most_piles": 2}
    )
    assert (changed["squaring"], changed["safety"], changed["most_piles"]) == ("1/16", "1/8", 2)
    cutting = changed["planned"]["plan"]["cutting"]
    assert any(batch["squaring"] for batch in cutting["batches"])
    assert any(paper["safety"] == 3_175_000 for paper in changed["planned"]["plan"]["papers"])
    problem = put(keeper, f"/classes/{found['id']}", {**changed, "squaring": "3 in"}, 422)
    assert [fault["path"] for fault in problem["faults"]] == ["squaring"]


def test_what_is_turned_and_what_waits_is_in_the_plan(keeper):
    cutting = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]["cutting"]
    assert max(len(batch["waiting"]) for batch in cutting["batches"]) == cutting["most_waiting"]
    assert cutting["turns"] > 0


def test_what_there_is_says_what_is_lacking(keeper):
    found = keeper.get(f"/classes/{first_class().pk}/stock")
    assert found["lacking"]
    assert found["more"]
    assert all(more["kits"] > found["kits"] for more in found["more"])


def test_a_paper_is_enough_for_so_many_kits(keeper):
    kraft, oat = Paper.objects.get(name="Fern sprigs"), Paper.objects.get(name="Oat milk")
    path = f"/classes/{first_class().pk}/until-gone"
    Paper.objects.filter(pk=kraft.pk).update(on_hand=1)
    few = keeper.get(f"{path}?colourway=Fern&role=print&then={oat.pk}")
    Paper.objects.filter(pk=kraft.pk).update(on_hand=50)
    many = keeper.get(f"{path}?colourway=Fern&role=print&then={oat.pk}")
    assert 0 < few["kits"] < many["kits"]
    assert keeper.ask("GET", f"{path}?colourway=Moss&role=print&then={oat.pk}").status_code == 404


def test_a_piece_keeps_its_strip_and_its_spares(keeper):
    found = keeper.get(f"/projects/{first_class().project_id}")
    pieces = [
        {**piece, "pitch": "2 1/8", "spares": 2} if piece["name"] == "Label" else piece
        for piece in found["pieces"]
    ]
    changed = put(keeper, f"/projects/{found['id']}", {**found, "pieces": pieces})
    (label,) = [piece for piece in changed["pieces"] if piece["name"] == "Label"]
    assert (label["pitch"], label["spares"]) == ("2 1/8", 2)
