"""Nothing of one studio is visible to another, at any endpoint there is."""

import contextlib
import re

from django.db import transaction
from django.test import Client
from django.utils import timezone

from studio.config.api import api
from studio.cupboard.models import Order, Photo
from studio.tasks.models import StudioTask

# What a stranger may ask: who is here, and what an invitation or the demo's own machine offers.
OPEN = {("GET", "/session"), ("POST", "/demo"), ("GET", "/mailbox"), ("GET", "/join/{token}")}
# What is of an account and of no studio.
OF_AN_ACCOUNT = {
    ("DELETE", "/session"), ("PUT", "/session/studio"), ("POST", "/studios"), ("POST", "/account/delete"),
    ("POST", "/join/{token}"), ("POST", "/account/code"),
}  # fmt: skip


def operations():
    """Every (method, path) of the API, from its own description."""
    paths = api.get_openapi_schema(path_prefix="/api")["paths"]
    return sorted(
        (method.upper(), path.removeprefix("/api")) for path, ways in paths.items() for method in ways
    )


def with_stock(person, made):
    """What is furnished, and a movement, a claim and a purchase of it."""
    person.ask("POST", f"/classes/{made['class']['id']}/claims")
    bought = {"kind": "paper", "id": made["paper"]["id"], "packs": 1, "batch": "one"}
    person.ask("POST", "/shopping/bought", bought)
    (claim,) = person.get("/claims")
    movement = person.get(f"/papers/{made['paper']['id']}/movements")[0]
    batch = person.get("/shopping")["bought"][0]["batch"]
    order = Order.objects.create(
        studio=person.studio, shop="Evening", reference="one", number="1", arrives=timezone.localdate()
    )
    photo = Photo.objects.create(studio=person.studio, content=b"Evening", colour="#ffffff")
    more = {"claim": claim, "movement": movement, "batch": {"id": batch}, "order": {"id": order.pk}}
    more["photo"] = {"id": photo.pk}
    more["person"] = person.add(f"/classes/{made['class']['id']}/people", name="Evening")
    invited = person.add("/invitations", email="evening@example.org")
    more["member"], more["invitation"] = invited["members"][0], invited["invitations"][0]
    note = person.add(f"/classes/{made['class']['id']}/log/notes", about="next", text="Evening")
    more["note"] = note
    more["word"] = person.add("/words", said="evening", means="paper")
    more["task"] = {"id": StudioTask.objects.create(studio=person.studio, kind="folder", role="reader").pk}
    return made | more


def filled(path, made):
    things = (
        "paper",
        "supply",
        "project",
        "class",
        "pack",
        "claim",
        "movement",
        "order",
        "photo",
        "person",
        "note",
        "member",
        "invitation",
        "task",
        "word",
    )
    names = {f"{thing}_id": thing for thing in things} | {"batch": "batch"}
    path = (
        path.replace("{number}", "0")
        .replace("{letter}", "A")
        .replace("{code}", "teapot")
        .replace("{guide}", "packing")
        .replace("{name}", "bag")
        .replace("{token}", "Evening")
    )
    return re.sub(r"\{(\w+)\}", lambda found: str(made[names[found[1]]]["id"]), path)


def body_for(path, made):
    if path.endswith("/cutting/done"):
        return {"done": 0}
    if path.startswith("/members"):
        return {"role": "reader"}
    for end, body in (
        ("/words", {"said": "evening", "means": "note"}),
        ("/lines/document", {"content": "RXZlbmluZw=="}),
        ("/people/follow", {"follows": True}),
        ("/people/table", {"text": "name"}),
        ("/people/{person_id}", {"version": 1, "name": "Evening"}),
        ("/people", {"name": "Evening", "doubles": True}),
        ("/log/took", {"key": "bag"}),
        ("/log/left", {"colourway": "Plain"}),
        ("/log/notes", {"about": "next", "text": "Evening"}),
        ("/log/used", {}),
        ("/arrived", {"lines": []}),
        ("/result", {"taken": None}),
        ("/miscut", {"paper": "1", "piece": "Card"}),
    ):
        if path.endswith(end):
            return body
    if path.startswith("/learned"):
        return {"revoked": True}
    if "/ticks/" in path:
        return {"ticks": [{"key": "Evening", "count": 1}]}
    if path.endswith("/merge"):
        return {"into": 1}
    if path.endswith("/split"):
        return {"amount": "1", "name": "Other"}
    if path.endswith("/photo"):
        return {"content": ""}
    if path.endswith("/movements"):
        return {"amount": "1", "cause": "found"}
    if path.endswith("/hand-over"):
        return {"to": made["class"]["id"], "amount": "1"}
    if "/miscut" in path:
        return {"paper": "1", "piece": "Card", "by": "spare"}
    for place, thing in (
        ("papers", "paper"),
        ("supplies", "supply"),
        ("projects", "project"),
        ("classes", "class"),
        ("packs", "pack"),
    ):
        if path.startswith(f"/{place}"):
            return made[thing]
    return {}


@contextlib.contextmanager
def undone():
    """What is done inside is undone after, so that one studio serves every endpoint."""
    with transaction.atomic():
        yield
        transaction.set_rollback(True)


def test_another_studios_things_are_not_there(join, furnish):
    they = join("Theirs")
    theirs = with_stock(they, furnish(they))
    stranger = join("Stranger")
    asked = [op for op in operations() if "{" in op[1]]
    found = {}
    for method, path in asked:
        with undone():
            answer = stranger.ask(method, filled(path, theirs), body_for(path, theirs))
        found[method, path] = answer.status_code, answer.json()["code"]
    assert {op: said for op, said in found.items() if said != (404, "not-found")} == {}
    assert len(found) > 80


def test_lists_hold_only_ones_own(join, furnish):
    they = join("Theirs")
    with_stock(they, furnish(they))
    stranger = join("Stranger")
    asked = [p for method, p in operations() if method == "GET" and "{" not in p and p != "/mailbox"]
    for path in asked:
        answer = stranger.ask("GET", path)
        assert answer.status_code == 200, path
        for theirs in (b"Evening", b"Kraft", b"Pads"):
            assert theirs not in answer.content, path
    assert len(asked) > 15


def test_nothing_is_had_without_signing_in(join, furnish):
    they = join("Theirs")
    made = with_stock(they, furnish(they))
    found = {}
    for method, path in operations():
        if (method, path) in OPEN:
            continue
        answer = Client().generic(method, f"/api{filled(path, made)}", "{}", content_type="application/json")
        found[method, path] = answer.status_code, answer.json()["code"]
    assert {op: said for op, said in found.items() if said != (401, "signed-out")} == {}
    assert len(found) > 120


def test_an_account_without_a_studio_sees_nothing(join, django_user_model):
    client = Client()
    user = django_user_model.objects.create_user("lost", password="potting-shed-7")
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    assert client.get("/api/papers").status_code == 401


def test_anothers_paper_project_or_supply_cannot_be_used(join, furnish):
    theirs = furnish(join("Theirs"))
    me = join("Me")
    mine = furnish(me)
    body = mine["class"] | {"project": theirs["project"]["id"]}
    assert me.ask("PUT", f"/classes/{mine['class']['id']}", body).status_code == 404
    colourways = [{"name": "A", "share": 1, "papers": {"body": theirs["paper"]["id"]}}]
    body = mine["class"] | {"colourways": colourways}
    assert me.ask("PUT", f"/classes/{mine['class']['id']}", body).status_code == 404
    body = mine["project"] | {"supplies": [{"supply": str(theirs["supply"]["id"]), "per_kit": "1"}]}
    answer = me.ask("PUT", f"/projects/{mine['project']['id']}", body)
    assert answer.json()["faults"][0]["code"] == "unknown-supply"
