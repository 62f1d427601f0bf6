"""Studios with people in them, and clients signed in as they are."""

from __future__ import annotations

import json
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.cache import caches
from django.test import Client

from studio.accounts.models import Member, Studio
from studio.common.sent import state_of
from studio.tasks import plans


@dataclass
class Person:
    """A person signed in, with short ways of asking the API."""

    client: Client
    studio: Studio

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """The answer of the API; ``body`` is sent as JSON."""
        data = None if body is None else json.dumps(body)
        return self.client.generic(method, f"/api{path}", data or "", content_type="application/json")

    def get(self, path: str) -> Any:
        """The JSON of a GET that must succeed."""
        answer = self.ask("GET", path)
        assert answer.status_code == 200, answer.content
        return answer.json()

    def add(self, path: str, **body: Any) -> Any:
        """The JSON of a POST that must succeed."""
        answer = self.ask("POST", path, body)
        assert answer.status_code == 201, answer.content
        return answer.json()

    def save(self, path: str, body: Any) -> Any:
        """The JSON of a PUT that must succeed; what is said in a log, on top of what is said there now."""
        if "/log/" in path:
            body = {"version": self.newest(path, body)} | body
        answer = self.ask("PUT", path, body)
        assert answer.status_code == 200, answer.content
        return answer.json()

    def newest(self, path: str, body: Any) -> int:
        """The version of what a log says of the thing that ``body`` is about."""
        log = self.get(path[: path.index("/log/")] + "/log")
        rows = [*log["things"], *log["batches"], *log["table"], *log["kits"]]
        names = [key for key in ("paper", "supply", "width", "height", "key", "colourway") if key in body]
        return next(
            (row["version"] for row in rows if all(row.get(name) == body[name] for name in names)),
            state_of(None, False),
        )


@pytest.fixture(autouse=True)
def _quick_and_clean(settings: Any, db: None) -> None:
    """No plan from another test, and passwords hashed quickly."""
    for one in caches:
        caches[one].clear()
    plans.forget()
    settings.PLAN_WAIT_SECONDS = 0
    # Tests ask faster than any person.
    settings.REQUESTS_A_MINUTE = {}
    settings.TASKS_APART = False
    # Each test client makes the middleware again, and that would look through every static file.
    settings.WHITENOISE_AUTOREFRESH = True
    settings.EMAIL_BACKEND = "studio.mailbox.backend.Mailbox"
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def join(db: None) -> Callable[..., Person]:
    """Open a studio and sign its first member in."""

    def join_(name: str = "Ours", **of_studio: Any) -> Person:
        # Tests ask the machine's clock what day it is.
        studio = Studio.objects.create(name=name, **{"time_zone": "UTC", **of_studio})
        user = User.objects.create_user(name.lower(), password="potting-shed-7")
        Member.objects.create(user=user, studio=studio)
        client = Client()
        client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
        return Person(client, studio)

    return join_


@pytest.fixture
def person(join: Callable[..., Person]) -> Person:
    """Somebody signed in to a studio of their own."""
    return join()


def a_piece(name: str, width: str, height: str, **more: Any) -> dict[str, Any]:
    """A piece of the project document."""
    return {"name": name, "paper": "body", "width": width, "height": height, **more}


@pytest.fixture
def furnish() -> Callable[[Person], dict[str, Any]]:
    """Put a paper, a supply, a project and a class into somebody's studio."""

    def furnish_(person: Person) -> dict[str, Any]:
        paper = person.add(
            "/papers", name="Kraft", kind="cardstock", width="8 1/2", height="11", pack_sheets=10,
            pack_price="5.00", on_hand=2,
        )  # fmt: skip
        supply = person.add("/supplies", name="Pads", unit="each", pack_size="100", pack_price="3.00")
        project = person.add(
            "/projects",
            name="Card",
            pieces=[a_piece("Card", "4 1/4", "11", scores=[{"along": "height", "at": ["5 1/2"]}])],
            supplies=[{"supply": str(supply["id"]), "per_kit": "4"}],
        )
        kit_class = person.add(
            "/classes", name="Evening", project=project["id"], seats=7, samples=1, spares=0, fee="9.00",
            colourways=[{"name": "Plain", "share": 1, "papers": {"body": paper["id"]}}],
        )  # fmt: skip
        pack = person.add("/packs", name="Garden", sheets=12)
        return {"pack": pack, "paper": paper, "supply": supply, "project": project, "class": kit_class}

    return furnish_
