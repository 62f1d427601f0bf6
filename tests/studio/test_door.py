"""The door of the API: hostile text and odd requests get one shape of answer, and nothing is lost."""

import json
from collections import Counter

import pytest
from django.test import Client, override_settings
from ninja import Schema

from neat_sheaf.limits import LONGEST_NAME, MOST_KEYS

NUL, HALF = "a\x00b", "a\ud800b"


def refusal(answer, status):
    assert answer.status_code == status, answer.content
    body = answer.json()
    assert set(body) == {"code", "message", "faults", "current"}
    assert body["message"]
    assert answer["Cache-Control"] == "no-store"
    return body


def texts_of(value, path=()):
    """The path of every text in a document."""
    if isinstance(value, str):
        yield path
    elif isinstance(value, dict):
        for key, inner in value.items():
            yield from texts_of(inner, (*path, key))
    elif isinstance(value, list):
        for n, inner in enumerate(value):
            yield from texts_of(inner, (*path, n))


def with_text(value, path, text):
    """The document with another text at a path."""
    if not path:
        return text
    step, *rest = path
    made = list(value) if isinstance(value, list) else dict(value)
    made[step] = with_text(value[step], rest, text)
    return made


@pytest.mark.parametrize("text", [NUL, HALF, "x" * 5_000])
def test_every_text_of_every_document_is_read_before_it_reaches_a_table(person, furnish, text):
    made = furnish(person)
    made["project"]["steps"] = [
        {"says": "Fold", "pieces": ["Card"], "tool": "bone folder", "minutes": "2", "when": "table",
         "cautions": ["blades"], "supplies": [str(made["supply"]["id"])]},
    ]  # fmt: skip
    made["project"]["contents"] = [
        {"name": "Seeds", "width": "3", "depth": "1/4", "height": "4", "piece": "Card", "rigid": False}
    ]
    made["project"]["variants"] = [
        {"name": "A4", "numbers": [{"piece": "Card", "number": "width", "value": "4"}]}
    ]
    made["project"]["tools"] = ["scissors"]
    paths = {
        "/projects": "project", "/classes": "class", "/papers": "paper", "/supplies": "supply",
        "/packs": "pack",
    }  # fmt: skip
    sent = {
        "project": {"words", "also", "checks", "roles", "numbers", "papers", "folded", "together", "girths"},
        "class": {"planned", "listed"},
    }
    tried = 0
    for path, name in paths.items():
        document = {k: v for k, v in made[name].items() if k not in sent.get(name, set())}
        for at in texts_of(document):
            answer = person.ask("PUT", f"{path}/{made[name]['id']}", with_text(document, at, text))
            assert answer.status_code in (200, 404, 422), (at, answer.content)
            if text in (NUL, HALF):
                body = refusal(answer, 422)
                assert "".join(f".{s}" if isinstance(s, str) else f"[{s}]" for s in at)[1:] in {
                    f["path"] for f in body["faults"]
                }
            tried += 1
    assert tried > 40


def test_a_key_that_cannot_be_kept_is_said_too(person, furnish):
    made = furnish(person)
    body = made["class"] | {
        "colourways": [{"name": "Plain", "share": 1, "papers": {NUL: made["paper"]["id"]}}]
    }
    faults = refusal(person.ask("PUT", f"/classes/{made['class']['id']}", body), 422)["faults"]
    assert faults[0]["message"].startswith("a key holds a character that cannot be kept (U+0000)")


def test_what_follows_the_question_mark_is_read_as_strictly(person, furnish):
    made = furnish(person)
    answer = person.client.get(f"/api/projects/{made['project']['id']}?version=a%00b")
    refusal(answer, 422)


@pytest.mark.parametrize(
    ("sent", "status", "code"),
    [
        (b"{", 422, "faulty"),
        (b"\xff", 422, "faulty"),
        (b'{"name": "a", "name": "b"}', 422, "faulty"),
        (b'{"name": NaN}', 422, "faulty"),
        (b'{"sheets": 1e9999999999999999999}', 422, "faulty"),
        (b"[" * 100_000, 422, "faulty"),
        (b"7", 422, "faulty"),
        (b"null", 422, "faulty"),
    ],
)
def test_what_is_not_a_document_is_refused_with_its_place(person, sent, status, code):
    answer = person.client.generic("POST", "/api/packs", sent, content_type="application/json")
    assert refusal(answer, status)["code"] == code


def test_a_document_of_many_keys_is_read_in_a_moment(person):
    # 2.6 MB of keys took twenty minutes of one processor, compared each with each.
    document = "{" + ",".join(f'"k{n}": 1' for n in range(200_000)) + ', "k7": 2}'
    answer = person.client.generic("POST", "/api/packs", document, content_type="application/json")
    (fault,) = refusal(answer, 422)["faults"]
    assert fault["message"] == "the key 'k7' is in one object twice; keep one"
    many = {"text": json.dumps({f"k{n}": 1 for n in range(MOST_KEYS + 1)})}
    faults = refusal(person.ask("POST", "/job-files", many), 422)["faults"]
    assert faults[0]["code"] == "too-many"


@pytest.mark.parametrize(
    ("method", "path", "status"),
    [("GET", "/nowhere", 404), ("PATCH", "/papers", 405), ("DELETE", "/papers", 405),
     ("GET", "/papers/9", 405),
     ("PUT", "/papers/99999999999999999999999", 422), ("GET", "/classes/-1", 404), ("GET", "/classes/x", 422),
     ("GET", f"/classes/{10**40}", 404)],
)  # fmt: skip
def test_a_place_that_is_not_there_answers_in_the_one_shape(person, method, path, status):
    refusal(person.ask(method, path, {} if method == "PUT" else None), status)


def test_a_request_from_another_page_is_refused_in_the_one_shape(person, furnish):
    furnish(person)
    client = Client(enforce_csrf_checks=True)
    client.cookies = person.client.cookies
    answer = client.post("/api/packs", "{}", content_type="application/json")
    assert refusal(answer, 403)["code"] == "forbidden"


@pytest.mark.parametrize("kind", ["multipart/form-data", "application/x-www-form-urlencoded"])
def test_what_is_not_json_is_refused_before_it_is_read(person, kind):
    # A form without its boundary was an error of the server.
    answer = person.client.generic("POST", "/api/packs", b"a=1", content_type=kind)
    assert refusal(answer, 415)["code"] == "not-json"


def test_a_server_that_names_a_kind_where_the_browser_named_none_is_answered(person):
    # The test server says text/plain of a request without a body.
    assert person.client.generic("GET", "/api/papers", content_type="text/plain").status_code == 200


def test_too_large_a_request_is_refused_in_the_one_shape(person):
    with override_settings(DATA_UPLOAD_MAX_MEMORY_SIZE=100):
        answer = person.ask("POST", "/packs", {"name": "x" * 500})
    assert answer.status_code in (400, 413, 422)
    refusal(answer, answer.status_code)


@pytest.mark.django_db
@pytest.mark.parametrize("name", [NUL, HALF, "x" * 100_000])
def test_hostile_names_at_sign_in_are_refused(name):
    answer = Client().generic(
        "POST", "/_allauth/browser/v1/auth/login", json.dumps({"username": name, "password": name}),
        content_type="application/json",
    )  # fmt: skip
    assert answer.status_code == 400


def test_a_name_that_is_too_long_is_said_and_not_cut(person, furnish):
    made = furnish(person)
    for path, name in (("/projects", "project"), ("/classes", "class"), ("/papers", "paper"),
                       ("/supplies", "supply"), ("/packs", "pack")):  # fmt: skip
        body = made[name] | {"name": "n" * (LONGEST_NAME + 1)}
        answer = person.ask("PUT", f"{path}/{made[name]['id']}", body)
        faults = refusal(answer, 422)["faults"]
        assert [(f["path"], f["code"]) for f in faults] == [("name", "too-long")]
        assert f"is {LONGEST_NAME + 1} characters long; {LONGEST_NAME} at most" in faults[0]["message"]
    studio = person.get("/studio")
    refusal(person.ask("PUT", "/studio", studio | {"name": "n" * 121}), 422)
    place = made["class"] | {"place": "n" * 121}
    assert (
        refusal(person.ask("PUT", f"/classes/{made['class']['id']}", place), 422)["faults"][0]["path"]
        == "place"
    )
    kept = person.get(f"/classes/{made['class']['id']}")
    assert kept["name"] == "Evening"


def test_a_name_in_a_job_file_is_not_cut_either(person, furnish):
    made = furnish(person)
    job = person.client.get(f"/api/classes/{made['class']['id']}/job").json()
    job["supplies"][0] |= {"name": "n" * 121}
    faults = refusal(person.ask("POST", "/job-files", {"text": json.dumps(job)}), 422)["faults"]
    assert [(f["path"], f["code"]) for f in faults] == [("supplies", "supply-name-long")]
    job["project"]["name"] = "n" * 121
    faults = refusal(person.ask("POST", "/job-files", {"text": json.dumps(job)}), 422)["faults"]
    assert [(f["path"], f["code"]) for f in faults] == [("project.name", "too-long")]


@pytest.mark.parametrize(
    ("path", "field", "value", "code"),
    [
        ("/classes", "fee", "100000000", "out-of-range"),
        ("/classes", "fee", "2.00005", "too-fine"),
        ("/classes", "fee", "1e8", "out-of-range"),
        ("/papers", "pack_price", "100000000", "out-of-range"),
        ("/papers", "pack_price", "2.00005", "too-fine"),
        ("/packs", "price", "123456789", "out-of-range"),
        ("/supplies", "pack_price", "0.00001", "too-fine"),
        ("/supplies", "pack_size", "0.0000001", "too-fine"),
        ("/supplies", "pack_size", "0", "not-over-zero"),
        ("/supplies", "on_hand", "1e10", "out-of-range"),
        ("/papers", "width", "0.5 mm", "too-small"),
        ("/papers", "height", "6000 mm", "too-large"),
    ],
)
def test_a_number_no_table_keeps_is_said_where_it_is(person, furnish, path, field, value, code):
    made = furnish(person)
    name = {"/classes": "class", "/papers": "paper", "/packs": "pack", "/supplies": "supply"}[path]
    answer = person.ask("PUT", f"{path}/{made[name]['id']}", made[name] | {field: value})
    assert [(f["path"], f["code"]) for f in refusal(answer, 422)["faults"]] == [(field, code)]


def test_a_price_comes_back_as_it_was_sent(person, furnish):
    made = furnish(person)
    for price in ("2.0001", "99999999", "0.05", "0"):
        kept = person.save(f"/papers/{made['paper']['id']}", made["paper"] | {"pack_price": price})
        assert float(kept["pack_price"]) == float(price)
        made["paper"] = person.get("/papers")[0]
        assert float(made["paper"]["pack_price"]) == float(price)


def test_a_piece_a_thousand_million_times_a_kit_is_said(person, furnish):
    made = furnish(person)
    project = made["project"]
    project["pieces"][0]["per_kit"] = 10**9
    faults = refusal(person.ask("PUT", f"/projects/{project['id']}", project), 422)["faults"]
    assert [(f["path"], f["code"]) for f in faults] == [("pieces[0].per_kit", "out-of-range")]


def test_a_list_with_too_many_lines_on_it_is_said(person, furnish):
    made = furnish(person)
    project = made["project"]
    at = [f"{n} mm" for n in range(1, 1_600)]
    piece = project["pieces"][0] | {"scores": [{"along": "height", "at": at}]}
    project["pieces"] = [piece | {"name": f"P{n}"} for n in range(2)]
    faults = refusal(person.ask("PUT", f"/projects/{project['id']}", project), 422)["faults"]
    assert [(f["path"], f["code"]) for f in faults] == [("pieces", "too-many")]


def test_the_pages_ask_for_nothing_and_the_api_is_kept_nowhere(person):
    page = Client().get("/")
    assert "camera=()" in page["Permissions-Policy"]
    answer = person.ask("GET", "/papers")
    assert answer["Cache-Control"] == "no-store"


def test_no_two_shapes_of_the_api_have_one_name():
    """The OpenAPI document knows a shape by its name alone: of two, one would be said to be the other."""

    def under(shape):
        for one in shape.__subclasses__():
            yield one
            yield from under(one)

    ours = {one for one in under(Schema) if one.__module__.startswith("studio.")}
    twice = {name: n for name, n in Counter(one.__name__ for one in ours).items() if n > 1}
    assert twice == {}
