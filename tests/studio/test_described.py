"""Requests made up from the API's own description by a general tool: no failure, and answers as described.

The tool is schemathesis. Every operation is asked first for what there is, with a body that is right, then
with what the tool makes up; half of the made-up ones are of things that there are.
"""

import copy
import json
import re
from contextlib import contextmanager
from functools import cache

import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.core.wsgi import get_wsgi_application
from django.db import close_old_connections
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from schemathesis.core.failures import Failure, FailureGroup
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance

from studio.config.api import api
from tests.studio.test_tenancy import body_for, filled, undone, with_stock

PARTS = 4  # tests, so that the work is shared by the processes
EXAMPLES = 3  # made up of each operation

# These send the tool away from the studio that it asks.
LEFT_OUT = {
    ("DELETE", "/session"),
    ("POST", "/account/delete"),
    ("PUT", "/session/studio"),
    ("POST", "/demo"),
}
TOKEN = "t" * 32
CHECKS = [content_type_conformance, response_schema_conformance]


@schemathesis.serializer("application/zip")
def as_it_is(context, value):
    """An archive is sent as it is."""
    return value if isinstance(value, bytes) else str(value).encode("utf-8", "replace")


def from_an_address(environ, start_response):
    """The application as a server calls it: the tool says no address, and who has none is refused."""
    return get_wsgi_application()({**environ, "REMOTE_ADDR": "127.0.0.1"}, start_response)


@cache
def described():
    """The document as it is read by others: JSON."""
    return json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api")))


def operations(document):
    described = schemathesis.openapi.from_dict(document)
    described.app = from_an_address
    found = [result.ok() for result in described.get_all_operations()]
    return [one for one in found if (one.method.upper(), one.path.removeprefix("/api")) not in LEFT_OUT]


class Asked:
    """What was asked so far, and what was answered otherwise than it is described."""

    def __init__(self, person):
        self.cookies = {"sessionid": person.client.cookies["sessionid"].value, "csrftoken": TOKEN}
        self.statuses, self.wrong = [], []

    def ask(self, case):
        with undone(), connected():
            answer = case.call(headers={"X-CSRFToken": TOKEN}, cookies=self.cookies)
        self.statuses.append(answer.status_code)
        said = case.method, case.formatted_path, answer.status_code, answer.content[:200]
        if answer.status_code >= 500 or answer.status_code in (401, 403):
            self.wrong.append(said)
        try:
            case.validate_response(answer, checks=CHECKS)
        except (Failure, FailureGroup) as failure:
            self.wrong.append((*said, str(failure)))


@contextmanager
def connected():
    """The end of a request closes the connection to the database and a test's transaction: not here.

    The test client connects these again, so that none of its own may be asked inside.
    """
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    try:
        yield
    finally:
        for signal in (request_started, request_finished):
            signal.connect(close_old_connections)


def true_case(operation, keys, made, person):
    """A request for what there is, with a body as it should be: what is put is what was got there."""
    case = operation.Case(path_parameters=keys)
    body = body_for(operation.path.removeprefix("/api"), made)
    if operation.method == "put":
        held = person.ask("GET", case.formatted_path.removeprefix("/api"))
        if held.status_code == 200 and held["Content-Type"].startswith("application/json"):
            body = held.json()
    if body and operation.body:
        case.body, case.media_type = body, "application/json"
    return case


@pytest.mark.parametrize("part", range(PARTS))
def test_no_request_that_is_described_fails_and_every_answer_is_as_described(part, person, furnish):
    made = with_stock(person, furnish(person))
    asked = Asked(person)
    mine = operations(described())[part::PARTS]
    for operation in mine:
        keys = keys_of(operation, made)
        asked.ask(true_case(operation, keys, made, person))
        made_up(operation, keys, asked.ask)
    assert asked.wrong == []
    assert len(asked.statuses) >= len(mine) * EXAMPLES
    well = [status for status in asked.statuses if status < 300]
    assert len(well) > len(mine), "most of what is asked for is there"


def test_an_answer_that_is_not_as_described_is_found(person, furnish):
    made, asked = furnish(person), Asked(person)
    document = copy.deepcopy(described())
    document["components"]["schemas"]["HabitsDoc"]["properties"]["evening_from"] = {"type": "integer"}
    sheet = document["paths"]["/api/projects/{project_id}/list.csv"]["get"]["responses"]
    sheet["200"]["content"] = {"application/json": {}}
    wrong = {"/api/studio", "/api/projects/{project_id}/list.csv"}
    for operation in operations(document):
        if operation.method == "get" and operation.path in {*wrong, "/api/papers", "/api/projects"}:
            asked.ask(true_case(operation, keys_of(operation, made), made, person))
    assert len(asked.statuses) == 4
    assert set(asked.statuses) == {200}
    assert {said[1] for said in asked.wrong} == {filled(path, made) for path in wrong}


def keys_of(operation, made):
    """The keys in an operation's path, of what there is."""
    names = re.findall(r"{(\w+)}", operation.path)
    return dict(zip(names, filled("/".join(f"{{{name}}}" for name in names), made).split("/"), strict=False))


def made_up(operation, keys, ask):
    """Some requests of one operation, about half of them of things that there are."""

    @settings(
        max_examples=EXAMPLES, phases=[Phase.generate], derandomize=True, database=None, deadline=None,
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    @given(case=operation.as_strategy(), known=st.booleans())
    def each(case, known):
        if known:
            case.path_parameters = keys
        ask(case)

    each()
