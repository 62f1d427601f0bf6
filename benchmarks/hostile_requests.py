"""Requests that nobody's page sends: real documents of the demo with one or several values spoilt.

Counts the answers by status; every one of 500 and over is printed, with what was sent. Ends with 1
where there was one. Run on a throwaway database: `make bench` does.
"""

from __future__ import annotations

import copy
import json
import os
import random
import re
import sys
import time
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import Any, NamedTuple

sys.path.insert(0, str(Path(__file__).parents[1]))
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.config.settings")
# Every plan is waited for, so that a fault in one is the answer's.
os.environ.setdefault("NEAT_SHEAF_PLAN_WAIT", "0")
os.environ.setdefault("NEAT_SHEAF_PER_MINUTE", "0,0,0")

REQUESTS, SEED = 6_000, 2026

VALUES: list[Any] = [
    None, True, 0, -1, 1, 10**9, 10**12, 10**30, 1.5, -0.0, 1e300, "", " ", "0", "-1", "1/0", "1e999", "NaN",
    "9" * 400, "0.0000001", "4 1/4", "13/16 mm", "1 km", "x" * 121, "x" * 500, "a\x00b", "a\ud800b",
    "\u202eabc",
    "=1+1", "＝1", "<svg onload=1>", "'; drop table x; --", "%s%n", "../../etc", [], {}, [[]], [None] * 50,
    ["1"] * 2_500, {"": 1}, {"a": {"b": {}}}, [1, "2", None], "1, 2; 3", "２", "½", "1\u20444", "\n", "\t",
]  # fmt: skip
# These take long enough that few of them are asked for.
SLOW = ("options", "sizes", "seats", ".pdf", "folder")
DESCRIPTION = Path(__file__).parents[1] / "docs" / "formats" / "api.openapi.json"


class Hostile(NamedTuple):
    """One request: ``body`` is what is sent, as bytes."""

    method: str
    path: str
    body: bytes


def spoilt(document: Any, dice: random.Random) -> Any:
    """A copy of a document with one to four of its values, at any depth, made something else."""
    made = copy.deepcopy(document)
    for _ in range(dice.choice([1, 1, 1, 2, 4])):
        places = list(_places(made))
        if not places:
            return dice.choice(VALUES)
        holder, key = dice.choice(places)
        what = dice.random()
        if what < 0.1 and isinstance(holder, dict):
            del holder[key]
        elif what < 0.2 and isinstance(holder, list) and len(holder) < 600:
            holder.extend([copy.deepcopy(holder[key])] * dice.choice([1, 3, 500]))
        elif what < 0.25 and isinstance(holder, dict):
            holder[str(dice.choice(VALUES))[:200]] = dice.choice(VALUES)
        else:
            holder[key] = copy.deepcopy(dice.choice(VALUES))
    return made


def _places(value: Any) -> Iterator[tuple[Any, Any]]:
    if isinstance(value, dict | list):
        for key, inner in value.items() if isinstance(value, dict) else enumerate(value):
            yield value, key
            yield from _places(inner)


def operations() -> list[tuple[str, str]]:
    """Every method and path of the API's own description; those that take a document several times."""
    described = json.loads(DESCRIPTION.read_text())["paths"]
    found = [
        (method.upper(), path) for path, of in described.items() for method in of if method != "parameters"
    ]
    return [row for row in found for _ in range(6 if row[0] in ("PUT", "POST") else 1)]


def hostile(count: int, documents: dict[str, list[Any]], seed: int = SEED) -> Iterator[Hostile]:
    """``count`` requests; ``documents`` are real ones, by the path without its numbers."""
    dice = random.Random(seed)
    known = operations()
    numbers = ["1", "2", "3", "4", "5", "1", "2", "1", "3", "0", "-1", "999", str(2**31), str(2**63), "x"]
    texts = ["A", "A4", "%00", "%ED%A0%80", "x" * 500, "..", "%E2%80%AE", "B"]
    for _ in range(count):
        method, pattern = dice.choice(known)
        if pattern.endswith(SLOW) and dice.random() < 0.9:
            continue
        # Most of the demo must stay, or there is soon nothing to be hostile to.
        if method == "DELETE" and dice.random() < 0.95:
            continue
        if dice.random() < 0.03:
            method = dice.choice(["GET", "PATCH", "PUT", "DELETE", "HEAD"])
        path = re.sub(
            r"\{(letter|\w+_?)\}", lambda m: dice.choice(texts if m[1] == "letter" else numbers), pattern
        )
        if dice.random() < 0.05:
            path += f"?version={dice.choice(texts)}&paper={dice.choice(texts)}"
        if method in ("GET", "HEAD"):
            yield Hostile(method, path, b"")
            continue
        family = documents.get(re.sub(r"/\{\w+\}", "", pattern), []) or [{}]
        document = dice.choice(family)
        what = dice.random()
        if what < 0.04:
            odd = [b"", b"{", b"\xff\xfe", b"[" * 5_000, b'{"a":1,"a":2}', b"1e99999999999999", b"NaN"]
            body = dice.choice(odd)
        else:
            body = json.dumps(document if what < 0.08 else spoilt(document, dice)).encode()
        yield Hostile(method, path, body)


def documents_of(ask: Any) -> dict[str, list[Any]]:
    """The demo's own documents, by the path that takes them; ``ask(path)`` gives the JSON there."""
    found: dict[str, list[Any]] = {f"/api{name}": ask(name) for name in ("/papers", "/packs", "/supplies")}
    found["/api/studio"] = [ask("/studio")]
    found["/api/projects"] = [ask(f"/projects/{row['id']}") for row in ask("/projects")]
    classes = [ask(f"/classes/{row['id']}") for row in ask("/classes")]
    for row in classes:
        row.pop("planned", None)
    found["/api/classes"] = classes
    found["/api/lines"] = [
        {"text": "2 walls 2 1/4 x 7, score 1/4, 2", "roles": ["body"], "pieces": [], "role": "body"},
        {"text": "name,width,height\nA,1,2\nB,x,3", "roles": [], "pieces": []},
    ]
    job = ask(f"/classes/{classes[0]['id']}/job")
    found["/api/job-files"] = [{"text": json.dumps(job)}, {"text": "{}"}]
    paper = str(found["/api/papers"][0]["id"])
    found["/api/classes/cutting/done"] = [{"done": 1, "follows": 0}]
    found["/api/classes/cutting/miscut"] = [{"paper": paper, "piece": "Drawer", "count": 1}]
    found["/api/classes/cutting/miscut/good"] = [
        {"paper": paper, "piece": "Drawer", "count": 1, "by": "sheet", "key": "k"}
    ]
    found["/api/session/studio"] = [{"id": 1}]
    found["/api/studios"] = [{"name": "Ours", "units": "in", "currency": "EUR"}]
    found["/api/invitations"] = [{"email": "kim@example.org", "role": "helper"}]
    return found


def main() -> int:
    """Send them all; 1 where one was answered with a fault of the server."""
    import django

    django.setup()
    from django.contrib.auth.models import User
    from django.core.management import call_command
    from django.test import Client
    from django.test.utils import setup_test_environment

    from studio.demo.loading import load_paper_room

    call_command("migrate", verbosity=0)
    setup_test_environment()
    load_paper_room("hostile", "potting-shed-7")
    client = Client(raise_request_exception=False)
    user = User.objects.get(username="hostile")

    def sign_in() -> None:
        client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")

    def in_time(one: Hostile) -> bytes:
        """The body based on the newest version, so that it comes past the first door."""
        kind = re.fullmatch(r"/api/(\w+)(?:/(\d{1,6}))?", one.path)
        if one.method != "PUT" or kind is None or b'"version"' not in one.body:
            return one.body
        now = client.get("/api/studio" if kind[1] == "studio" else f"/api/{kind[1]}").json()
        body = json.loads(one.body)
        if kind[1] in ("projects", "classes"):
            now = client.get(one.path).json()
        elif isinstance(now, list):
            now = next((row for row in now if str(row["id"]) == kind[2]), {})
        if isinstance(body, dict) and isinstance(now, dict):
            body["version"] = now.get("version", 0)
        return json.dumps(body).encode()

    sign_in()
    documents = documents_of(lambda path: client.get(f"/api{path}").json())
    count = int(sys.argv[1]) if len(sys.argv) > 1 else REQUESTS
    answers: Counter[int] = Counter()
    worst, slowest = [], (0.0, "")
    for one in hostile(count, documents):
        began = time.perf_counter()
        answer = client.generic(one.method, one.path, in_time(one), content_type="application/json")
        slowest = max(slowest, (time.perf_counter() - began, f"{one.method} {one.path}"))
        answers[answer.status_code] += 1
        if answer.status_code >= 500:
            worst.append(one)
            print(answer.status_code, one.method, one.path, one.body[:300])
        if answer.status_code == 401 or (one.method, one.path) == ("DELETE", "/api/session"):
            sign_in()
    said = ", ".join(f"{status}: {n}" for status, n in sorted(answers.items()))
    print(f"{sum(answers.values())} hostile requests: {said}")
    print(f"  the slowest took {slowest[0]:.1f} s ({slowest[1]})")
    print("No fault of the server." if not worst else f"{len(worst)} faults of the server.")
    return 1 if worst else 0


if __name__ == "__main__":
    raise SystemExit(main())
