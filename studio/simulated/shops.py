"""Simulated shops: a process that answers as three made-up shops would, on this machine alone.

``/reed-lane`` answers, ``/slow-barrow`` takes longer than anybody waits, ``/shut-gate`` fails. A shop keeps
nothing: the number of an order carries the day on which it comes, so that the same order sent twice has one
number. Everything about the shops is invented.
"""

from __future__ import annotations

import argparse
import datetime as dt
import hashlib
import json
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

__all__ = ["PRICES", "SHOPS", "addresses", "serve"]

SHOPS = {
    "reed-lane": "Reed Lane papers, by post",
    "slow-barrow": "The slow barrow",
    "shut-gate": "The shut gate",
}
_SLOW_SECONDS = 30

_COLUMNS = ("code", "name", "pack_size", "price", "lead_days", "discontinued")
_ROWS = [
    ("RL-201", "Fern sprigs", "6", "7.90", 4, False),
    ("RL-202", "Dusk stripe", "6", "7.50", 6, False),
    ("RL-203", "Pea dots", "8", "9.20", 4, False),
    ("RL-204", "Furrow check", "6", "7.50", 4, True),
    ("RL-290", "Garden year, six designs", "12", "9.60", 4, False),
    ("RL-205", "Hoar frost checks", "6", "7.50", 5, False),
]
PRICES: list[dict[str, Any]] = [{"unit": "sheets", **dict(zip(_COLUMNS, row, strict=True))} for row in _ROWS]
"""The lines of each shop's list."""


def _list(shop: str) -> dict[str, Any]:
    return {"format": "neat-sheaf.prices/1", "shop": SHOPS[shop], "currency": "EUR", "lines": PRICES}


def _confirmed(order: dict[str, Any], today: dt.date) -> dict[str, Any]:
    """What the shop says to an order: it comes when the slowest of its lines does."""
    days = {line["code"]: int(line["lead_days"]) for line in PRICES}
    slowest = max((days.get(line["code"], 7) for line in order["lines"]), default=0)
    mark = hashlib.sha256(str(order["reference"]).encode()).hexdigest()[:6]
    arrives = today + dt.timedelta(days=slowest)
    return {"number": f"{arrives:%y%m%d}-{mark}", "arrives": arrives.isoformat()}


class _Counter(BaseHTTPRequestHandler):
    """Answers for every shop, by the first part of the path."""

    def do_GET(self) -> None:
        """The price list."""
        shop, _, what = self.path.strip("/").partition("/")
        if shop not in SHOPS or what != "price-list.json":
            self._answer(404, {"error": "there is no such page"})
        else:
            self._of(shop, lambda: (200, _list(shop)))

    def do_POST(self) -> None:
        """An order."""
        shop, _, what = self.path.strip("/").partition("/")
        try:
            sent = json.loads(self.rfile.read(min(int(self.headers.get("Content-Length", 0)), 1_000_000)))
            confirmed = _confirmed(sent, dt.date.today())
        except (ValueError, KeyError, TypeError):
            self._answer(400, {"error": "this is no order"})
            return
        if shop not in SHOPS or what != "orders":
            self._answer(404, {"error": "there is no such page"})
        else:
            self._of(shop, lambda: (201, confirmed))

    def _of(self, shop: str, answer: Any) -> None:
        """The answer as this shop gives it: late, not at all, or as it should."""
        if shop == "shut-gate":
            self._answer(503, {"error": "shut for stocktaking"})
            return
        if shop == "slow-barrow":
            time.sleep(_SLOW_SECONDS)
        self._answer(*answer())

    def _answer(self, status: int, body: dict[str, Any]) -> None:
        content = json.dumps(body).encode()
        self.send_response(status)
        self.send_header("Content-Type", "application/json")
        self.send_header("Content-Length", str(len(content)))
        self.end_headers()
        self.wfile.write(content)

    def log_message(self, *args: object) -> None:
        """Say nothing: the terminal is the demo's."""


def addresses(port: int) -> str:
    """The shops on a port, as the setting NEAT_SHEAF_SUPPLIERS names them."""
    return ";".join(f"{name}=http://127.0.0.1:{port}/{path}" for path, name in SHOPS.items())


def serve(port: int) -> ThreadingHTTPServer:
    """A server of the shops on loopback, not yet running; port 0 takes any that is free."""
    server = ThreadingHTTPServer(("127.0.0.1", port), _Counter)
    server.daemon_threads = True
    return server


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("port", type=int)
    serve(parser.parse_args().port).serve_forever()
