"""Paper rooms in which a made-up evening went on: lists, papers, classes, ticks, logs, orders."""

from __future__ import annotations

import base64
import io
from pathlib import Path
from typing import Any

from django.db import connection
from django.utils import timezone
from hypothesis import strategies as st
from PIL import Image

from neat_sheaf.formats.job_file import read_job, write_job
from studio.accounts.models import Studio
from studio.archive.tables import STUDIO, every_table
from studio.cupboard.models import Order, OrderLine
from studio.projects.models import Variant
from tests.core.made_up_jobs import jobs

_EXAMPLES = [path.read_text() for path in (Path(__file__).parents[2] / "examples").glob("*.json")]

FAR = 8_888_000_000_000
"""Keys of the database from here on are found wherever they stand: nothing else is as large."""

NAMES = st.text("abcé|@3: ", min_size=1, max_size=9).map(lambda text: f"n{text.strip()}")
COUNTS = st.integers(0, 9)
EVENING = (
    "claim", "cut", "miscut", "bag", "pack", "people", "used", "left", "note", "bought", "order", "move",
    "undo", "finish", "extra", "photo", "revoke", "drop", "size", "version", "word",
)  # fmt: skip


def far_keys() -> None:
    """From now on every table numbers its rows far away, each from somewhere else."""
    with connection.cursor() as cursor:
        for number, table in enumerate([STUDIO, *every_table()]):
            name = f"{table.model._meta.db_table}_id_seq"
            cursor.execute(f'ALTER SEQUENCE "{name}" RESTART WITH {FAR + number * 1_000}')


def picture(colour: str = "green") -> str:
    """A small photograph, in base64."""
    out = io.BytesIO()
    Image.new("RGB", (40, 30), colour).save(out, "PNG")
    return base64.b64encode(out.getvalue()).decode()


class Evening:
    """What somebody does in a paper room; what is refused is refused, and nothing may fail."""

    def __init__(self, person: Any, data: st.DataObject) -> None:
        self.person, self.draw = person, data.draw
        self.papers: list[dict[str, Any]] = []
        self.supply = person.add("/supplies", name=self.draw(NAMES), unit="each", pack_size="100")
        self.project, self.kit_class = self._list_and_class()

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """The JSON of an answer, None where it is refused; never a failure of the server."""
        answer = self.person.ask(method, path, body)
        assert answer.status_code < 500, answer.content
        return answer.json() if answer.status_code < 400 and answer.content else None

    def _list_and_class(self) -> tuple[dict[str, Any], dict[str, Any]]:
        text = self.draw(st.sampled_from([*_EXAMPLES, None])) or write_job(self.draw(jobs(wide=False)))
        project, job = self.person.add("/job-files", text=text), read_job(text)
        uses = [{"supply": str(self.supply["id"]), "per_kit": "2"}]
        project = self.ask("PUT", f"/projects/{project['id']}", project | {"supplies": uses}) or project
        for n, paper in enumerate(job.papers):
            made = self.person.add(
                "/papers", name=f"{self.draw(NAMES)} {n}", kind="cardstock", width="12", height="12",
                pack_sheets=10, pack_price="5.00", on_hand=40 + n, print=paper.print.value,
                offcuts=[{"width": "3", "height": "5", "count": self.draw(COUNTS)}],
            )  # fmt: skip
            self.papers.append(made)
        by_role = dict.fromkeys(piece["paper"] for piece in project["pieces"])
        papers = {role: self.draw(st.sampled_from(self.papers))["id"] for role in by_role}
        colourways = [
            {"name": f"{self.draw(NAMES)} {n}", "share": 1 + n, "papers": papers}
            for n in range(self.draw(st.integers(1, 2)))
        ]
        kit_class = self.person.add(
            "/classes", name=self.draw(NAMES), project=project["id"], seats=self.draw(st.integers(1, 6)),
            samples=1, spares=0, colourways=colourways, date=self.draw(st.sampled_from([None, "2027-03-05"])),
        )  # fmt: skip
        return project, kit_class

    @property
    def path(self) -> str:
        """The class."""
        return f"/classes/{self.kit_class['id']}"

    def go_on(self) -> None:
        """Do some of it, in any order."""
        for what in self.draw(st.lists(st.sampled_from(EVENING), min_size=5, max_size=18, unique=True)):
            getattr(self, f"do_{what}")()

    def do_claim(self) -> None:
        self.ask("POST", f"{self.path}/claims")

    def do_cut(self) -> None:
        if self.ask("POST", f"{self.path}/cutting"):
            body = {"done": self.draw(st.integers(1, 9)), "seconds": 12}
            self.ask("PUT", f"{self.path}/cutting/done", body)

    def do_miscut(self) -> None:
        piece = self.draw(st.sampled_from(self.project["pieces"]))["name"]
        paper = str(self.draw(st.sampled_from(self.papers))["id"])
        body = {"paper": paper, "piece": piece, "by": "sheet"}
        self.ask("POST", f"{self.path}/cutting/miscut/good", body)

    def do_bag(self) -> None:
        way = self.kit_class["colourways"][0]["name"]
        keys = [f"{way}|1|supply|{self.supply['id']}", f"{way}|1|closed", self.draw(NAMES)]
        ticks = [{"key": key, "count": self.draw(COUNTS), "note": self.draw(NAMES)} for key in keys]
        self.ask("PUT", f"{self.path}/ticks/packing", {"ticks": ticks})

    def do_pack(self) -> None:
        pack = self.ask("POST", "/packs", {"name": self.draw(NAMES), "sheets": 12})
        if pack:
            paper = self.papers[0] | {"pack": pack["id"]}
            self.papers[0] = self.ask("PUT", f"/papers/{paper['id']}", paper) or self.papers[0]

    def do_people(self) -> None:
        body = {"name": self.draw(NAMES), "note": self.draw(NAMES), "posted": self.draw(st.booleans())}
        self.ask("POST", f"{self.path}/people", body)

    def do_used(self) -> None:
        body = {"supply": self.supply["id"], "amount": str(self.draw(COUNTS)), "ran_out": True}
        self._log("used", body)

    def do_left(self) -> None:
        way = self.kit_class["colourways"][0]["name"]
        self._log("left", {"colourway": way, "count": 0})

    def _log(self, part: str, body: dict[str, Any]) -> None:
        path = f"{self.path}/log/{part}"
        if self.ask("GET", f"{self.path}/log"):
            self.ask("PUT", path, body | {"version": self.person.newest(path, body)})

    def do_note(self) -> None:
        photo = self.draw(st.sampled_from([None, picture("brown")]))
        body = {"about": "next", "text": self.draw(NAMES), "content": photo}
        self.ask("POST", f"{self.path}/log/notes", body)

    def do_bought(self) -> None:
        kind, thing = self.draw(st.sampled_from([("paper", self.papers[-1]), ("supply", self.supply)]))
        body = {"kind": kind, "id": thing["id"], "packs": 1, "batch": f"sent-{self.draw(COUNTS)}"}
        self.ask("POST", "/shopping/bought", body)

    def do_order(self) -> None:
        studio, today = self.person.studio, timezone.localdate()
        order = Order.objects.create(
            studio=studio, shop=self.draw(NAMES), reference=f"{Order.objects.count()}", number="7",
            arrives=today,
        )  # fmt: skip
        OrderLine.objects.create(order=order, supply_id=self.supply["id"], packs=2, pack_size="100")
        if self.draw(st.booleans()):
            lines = [{"id": line.pk, "packs": 1} for line in order.lines.all()]
            self.ask("POST", f"/orders/{order.pk}/arrived", {"lines": lines})

    def do_move(self) -> None:
        body = {"amount": "3", "cause": "found", "note": self.draw(NAMES)}
        self.ask("POST", f"/supplies/{self.supply['id']}/movements", body)

    def do_undo(self) -> None:
        rows = self.ask("GET", f"/supplies/{self.supply['id']}/movements") or []
        for row in rows[:1]:
            self.ask("POST", f"/movements/{row['id']}/undo")

    def do_finish(self) -> None:
        self.ask("POST", f"{self.path}/finish")

    def do_extra(self) -> None:
        now = self.ask("GET", self.path)
        extras = [{"name": "Room", "amount": "12.50", "per": "class"}]
        self.ask("PUT", self.path, now | {"extras": extras, "taken": "30.00", "hours": "2.5"})

    def do_photo(self) -> None:
        self.ask("PUT", f"/papers/{self.papers[0]['id']}/photo", {"content": picture()})

    def do_revoke(self) -> None:
        studio = Studio.objects.get(pk=self.person.studio.pk)
        studio.own_use = {str(self.supply["id"]): "7/8", str(FAR - 5): "1/2"}
        studio.revoked = sorted(["bag", f"supply-{self.supply['id']}"])
        studio.save()

    def do_word(self) -> None:
        self.ask("POST", "/words", {"said": "Candy stripe", "means": "paper"})
        self.ask("POST", "/words", {"said": "DS", "means": "instead", "instead": "double-sided tape"})

    def do_drop(self) -> None:
        self.ask("DELETE", f"/papers/{self.papers[-1]['id']}")

    def do_size(self) -> None:
        first = self.papers[0]
        body = {key: value for key, value in first.items() if key not in ("id", "version")}
        name = f"{first['name']} small"
        self.ask("POST", "/papers", body | {"name": name, "same_as": first["id"], "photo": None})

    def do_version(self) -> None:
        piece = self.project["pieces"][0]["name"]
        Variant.objects.get_or_create(
            project_id=self.project["id"], name="Own version",
            defaults={"position": 7, "more": {
                "counts": [{"piece": piece, "count": 2}],
                "supplies": [{"supply": str(self.supply["id"]), "per_kit": "3"}],
            }},
        )  # fmt: skip
