"""What people do, for the load generator: they look at their classes, change seats, and look at the bench.

Run by ``load.py``; the accounts are ``keeper-0`` and so on, and account 0 has the hard project.
"""

from __future__ import annotations

import itertools
import os
import random

from locust import HttpUser, between, task

PASSWORD = os.environ["LOAD_PASSWORD"]
STUDIOS = int(os.environ["LOAD_STUDIOS"])
HARD = os.environ.get("LOAD_HARD") == "1"
_numbers = itertools.count(1)


class Somebody(HttpUser):
    """A person of one studio."""

    abstract = True
    number = 0

    def on_start(self) -> None:
        """Sign in, and look at what there is."""
        self.client.get("/", name="(first page)")
        body = {"username": f"keeper-{self.number}", "password": PASSWORD}
        self.client.post("/_allauth/browser/v1/auth/login", json=body, headers=self.token(), name="(sign in)")
        self.classes = self.client.get("/api/classes", name="(list)").json()

    def token(self) -> dict[str, str]:
        """What a change has to carry."""
        return {"X-CSRFToken": self.client.cookies.get("csrftoken", "")}

    def change_seats(self, row: dict[str, int], name: str) -> None:
        """Another number of seats, which plans the class again."""
        path = f"/api/classes/{row['id']}"
        found = self.client.get(path, name=name).json()
        found["seats"] = random.randint(4, 30)
        with self.client.put(
            path, json=found, headers=self.token(), name=name, catch_response=True
        ) as answer:
            if answer.status_code in (200, 409):
                answer.success()


class Person(Somebody):
    """Everybody but the first."""

    weight = 1
    wait_time = between(1, 3)

    def on_start(self) -> None:
        """Take the next account."""
        self.number = 1 + next(_numbers) % (STUDIOS - 1)
        super().on_start()

    @task(4)
    def look(self) -> None:
        """Open a class."""
        self.client.get(f"/api/classes/{random.choice(self.classes)['id']}", name="class")

    @task(2)
    def seats(self) -> None:
        """Change its seats."""
        self.change_seats(random.choice(self.classes), "seats")

    @task(1)
    def bench(self) -> None:
        """Look at the bench."""
        self.client.get("/api/papers", name="papers")


if HARD:

    class Hard(Somebody):
        """The first account, whose plans are hard: a new one every three seconds."""

        fixed_count = 2
        wait_time = between(2, 4)

        @task
        def hard(self) -> None:
            """Change the seats of a hard class."""
            self.change_seats(random.choice(self.classes), "(hard)")
