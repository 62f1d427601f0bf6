"""Requests made up from the API's own description by a general tool: no failure, and answers as described."""

import re
import time
from contextlib import contextmanager

import schemathesis
from django.core.signals import request_finished, request_started
from django.core.wsgi import get_wsgi_application
from django.db import close_old_connections
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance

from studio.config.api import api
from tests.studio.test_tenancy import filled, undone, with_stock

EXAMPLES = 6  # of each operation
LONGEST = 10  # seconds of one answer

# What any endpoint may answer before it looks at what it was asked, or where that cannot be read.
GENERAL = {400, 403, 404, 405, 413, 415, 422, 429}
# These send the tool away from the studio that it asks.
LEFT_OUT = {
    ("DELETE", "/session"),
    ("POST", "/account/delete"),
    ("PUT", "/session/studio"),
    ("POST", "/demo"),
}
TOKEN = "t" * 32


@schemathesis.serializer("application/zip")
def as_it_is(context, value):
    """An archive is sent as it is."""
    return value if isinstance(value, bytes) else str(value).encode("utf-8", "replace")


def operations():
    described = schemathesis.openapi.from_dict(api.get_openapi_schema(path_prefix="/api"))
    described.app = get_wsgi_application()
    found = [result.ok() for result in described.get_all_operations()]
    return [one for one in found if (one.method.upper(), one.path.removeprefix("/api")) not in LEFT_OUT]


class Asked:
    """What was asked so far, and what was answered otherwise than it is described."""

    def __init__(self, cookies):
        self.cookies, self.count, self.slowest, self.wrong = cookies, 0, 0.0, []

    def one(self, case, documented):
        with undone():
            began = time.monotonic()
            answer = case.call(headers={"X-CSRFToken": TOKEN}, cookies=self.cookies)
            self.slowest, self.count = max(self.slowest, time.monotonic() - began), self.count + 1
            if answer.status_code >= 500 or answer.status_code not in documented | GENERAL:
                self.wrong.append(
                    (case.method, case.formatted_path, answer.status_code, answer.content[:200])
                )
            elif answer.status_code in documented:
                case.validate_response(answer, checks=[content_type_conformance, response_schema_conformance])


@contextmanager
def connected():
    """The end of a request closes the connection to the database and a test's transaction: not here."""
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    try:
        yield
    finally:
        for signal in (request_started, request_finished):
            signal.connect(close_old_connections)


def test_no_request_that_is_described_fails_and_every_answer_is_as_described(person, furnish):
    made = with_stock(person, furnish(person))
    cookies = {"sessionid": person.client.cookies["sessionid"].value, "csrftoken": TOKEN}
    asked = Asked(cookies)
    for operation in operations():
        documented = {int(code) for code in operation.definition.raw["responses"]}
        names = re.findall(r"{(\w+)}", operation.path)
        keys = filled("/".join(f"{{{name}}}" for name in names), made).split("/")
        with connected():
            every(
                operation, dict(zip(names, keys, strict=False)), lambda case, d=documented: asked.one(case, d)
            )
    assert asked.wrong[:9] == []
    assert asked.count > 700
    assert asked.slowest < LONGEST


def every(operation, keys, ask):
    """Some requests of one operation, half of them of things that there are."""

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
