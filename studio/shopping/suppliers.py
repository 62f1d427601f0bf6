"""Shops that answer over HTTP: their price lists fetched, orders sent.

Which shops there are is said by whoever runs the server (the setting ``SUPPLIERS``), never by a user: the
server calls no address that somebody typed. An answer is read within a time and a size, follows no redirect,
and counts for nothing until it was read as what it should be.
"""

from __future__ import annotations

import datetime as dt
import http.client
import json
import time
from collections.abc import Iterable
from contextlib import closing
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.formats.price_list_file import read_price_list_json
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.messages import message
from neat_sheaf.stock.price_list import PriceList

__all__ = [
    "Confirmed",
    "Supplier",
    "SupplierError",
    "price_list_of",
    "send_order",
    "supplier_called",
    "suppliers",
]

_LARGEST_ANSWER = 4_000_000  # bytes
_CHUNK = 65_536


class SupplierError(NeatSheafError):
    """A shop did not answer as it should: its code is ``supplier-`` away, slow, failed or nonsense."""

    def __init__(self, code: str, shop: str) -> None:
        super().__init__(message(code, shop=shop))


@dataclass(frozen=True, slots=True)
class Supplier:
    """A shop that answers: its name as the cupboard has it, and the address that its answers are under."""

    name: str
    address: str


@dataclass(frozen=True, slots=True)
class Confirmed:
    """What a shop said to an order: its number there, and the day on which it comes."""

    number: str
    arrives: dt.date


def suppliers() -> list[Supplier]:
    """The shops that this server may call."""
    return [Supplier(name, address.rstrip("/")) for name, address in settings.SUPPLIERS]


def supplier_called(name: str) -> Supplier | None:
    """The shop of that name, if this server may call one."""
    return next((one for one in suppliers() if one.name == name), None)


def price_list_of(supplier: Supplier) -> PriceList:
    """The shop's list as it is now. SupplierError."""
    try:
        return read_price_list_json(_answer(supplier, "GET", "/price-list.json"))
    except FileError as error:
        raise SupplierError("supplier-nonsense", supplier.name) from error


def send_order(supplier: Supplier, reference: str, lines: Iterable[tuple[str, str, int]]) -> Confirmed:
    """Order packs (code, name, how many). The same reference is one order, however often it is sent.

    SupplierError; then it is not known whether the order was taken, and the same reference may be sent again.
    """
    body = {"reference": reference, "lines": [{"code": c, "name": n, "packs": p} for c, n, p in lines]}
    try:
        found = load_json(_answer(supplier, "POST", "/orders", body))
        return Confirmed(str(found["number"])[:60], dt.date.fromisoformat(found["arrives"]))
    except (FileError, KeyError, TypeError, ValueError) as error:
        raise SupplierError("supplier-nonsense", supplier.name) from error


def _answer(supplier: Supplier, method: str, path: str, body: dict[str, Any] | None = None) -> str:
    """The text that a shop answers with, read until a moment that is fixed when it is asked."""
    url = urlsplit(supplier.address)
    kind = http.client.HTTPSConnection if url.scheme == "https" else http.client.HTTPConnection
    until = time.monotonic() + settings.SUPPLIER_SECONDS
    sent = None if body is None else json.dumps(body).encode()
    headers = {"Content-Type": "application/json", "Accept": "application/json", "Connection": "close"}
    try:
        with closing(kind(url.hostname or "", url.port, timeout=settings.SUPPLIER_SECONDS)) as line:
            line.request(method, url.path + path, sent, headers)
            answer = line.getresponse()
            if answer.status not in (200, 201):
                raise SupplierError("supplier-failed", supplier.name)
            found = b""
            while chunk := answer.read1(_CHUNK):
                found += chunk
                if time.monotonic() > until:
                    raise TimeoutError
                if len(found) > _LARGEST_ANSWER:
                    raise SupplierError("supplier-nonsense", supplier.name)
            return found.decode()
    except TimeoutError as error:
        raise SupplierError("supplier-slow", supplier.name) from error
    except (UnicodeDecodeError, http.client.HTTPException) as error:
        raise SupplierError("supplier-nonsense", supplier.name) from error
    except OSError as error:
        raise SupplierError("supplier-away", supplier.name) from error
