"""Price lists: JSON with a schema, and the same as a table (CSV, XLSX), a row an article.

A table's columns come in any order; ``name`` is the one that it must have. Of what a cell leaves empty the
list says nothing.
"""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Sequence
from contextlib import suppress
from dataclasses import replace
from decimal import Decimal
from enum import StrEnum
from typing import TypeVar

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue, load_json
from neat_sheaf.formats.table_file import (
    CellValue,
    Row,
    fault_at,
    read_csv_rows,
    read_xlsx_rows,
    table_csv,
    table_xlsx,
    unmistakable,
)
from neat_sheaf.limits import MOST_FAULTS, MOST_PRICES, MOST_QUANTITY
from neat_sheaf.messages import message, several
from neat_sheaf.stock.price_list import PackUnit, PriceLine, PriceList

__all__ = [
    "COLUMNS",
    "FORMAT",
    "price_list_csv",
    "price_list_json",
    "price_list_xlsx",
    "read_price_list_csv",
    "read_price_list_json",
    "read_price_list_xlsx",
]

FORMAT = "neat-sheaf.prices/1"
COLUMNS = ("code", "name", "pack_size", "unit", "price", "currency", "lead_days", "discontinued")
_LONGEST_CODE = 60
_MOST_DAYS = 365
T = TypeVar("T")

_FLAGS = {"yes": True, "true": True, "no": False, "false": False}


class _Written(StrEnum):
    """A unit as it is written in a list."""

    SHEETS = "sheets"
    EACH = "each"
    ML = "ml"
    MM = "mm"
    CM = "cm"
    M = "m"
    IN = "in"
    FT = "ft"
    YD = "yd"


# nm. Source: the international yard and pound agreement (1959) for in, ft and yd.
_LENGTHS = {
    _Written.MM: 1_000_000,
    _Written.CM: 10_000_000,
    _Written.M: 1_000_000_000,
    _Written.IN: 25_400_000,
    _Written.FT: 304_800_000,
    _Written.YD: 914_400_000,
}


def read_price_list_json(text: str) -> PriceList:
    """A list as a shop hands it out. FileError with every fault by its path."""
    root = JsonValue(load_json(text), "", "mm", [])
    found = _all_or_faults(root.faults, lambda: _list(root))
    lines = tuple(replace(line, line=number) for number, line in enumerate(found.lines, start=1))
    return replace(found, lines=lines)


def read_price_list_csv(text: str) -> PriceList:
    """A list from a table with a header. FileError with every fault by line and column."""
    rows = read_csv_rows(text)
    # A text that was made inert has a sign before it that is not its own.
    return _of_rows([(line, [cell.removeprefix("'") for cell in cells]) for line, cells in rows])


def read_price_list_xlsx(content: bytes) -> PriceList:
    """A list from a spreadsheet's first sheet, with a header. FileError as for CSV."""
    return _of_rows(read_xlsx_rows(content))


def _all_or_faults(faults: list[Fault], read: Callable[[], T]) -> T:
    """What was read; FileError where anything was noted on the way."""
    try:
        found = read()
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return found


def _list(root: JsonValue) -> PriceList:
    root.object(["format", "lines"], ["shop", "currency"])
    if root.key("format").value != FORMAT:
        root.key("format").fault("wrong-format", format=FORMAT)
    return PriceList(
        root.list_at("lines", _line, MOST_PRICES),
        root.take("shop", JsonValue.name, ""),
        root.take("currency", JsonValue.currency, ""),
    )


def _line(node: JsonValue) -> PriceLine:
    node.object(["name"], [column for column in COLUMNS if column != "name"])
    unit = node.take("unit", lambda at: at.choice(_Written), None)
    size = node.take("pack_size", JsonValue.positive, None)
    if size is not None and unit is None and not node.has("unit"):
        node.key("pack_size").fault("pack-without-unit", units=several([one.value for one in _Written], "or"))
    return PriceLine(
        line=0,
        name=node.take("name", JsonValue.name, ""),
        code=node.take("code", lambda at: at.text(_LONGEST_CODE), ""),
        unit=None if unit is None else PackUnit.LENGTH if unit in _LENGTHS else PackUnit(unit.value),
        pack_size=None if size is None or unit is None else _size(node.key("pack_size"), size, unit),
        price=node.take("price", JsonValue.price, None),
        lead_days=node.take("lead_days", lambda at: at.whole(0, _MOST_DAYS), None),
        discontinued=node.take("discontinued", JsonValue.flag, None),
    )


def _size(node: JsonValue, size: Decimal, unit: _Written) -> Decimal | None:
    """A pack's size in sheets, pieces, ml or whole nm; None where that is no such size, and noted."""
    found = size * _LENGTHS.get(unit, 1)
    whole = unit in _LENGTHS or unit is _Written.SHEETS
    if whole and found != found.to_integral_value():
        node.fault("not-whole-packs", text=str(size), unit=unit.value)
        return None
    if found > MOST_QUANTITY * (_LENGTHS[_Written.MM] if unit in _LENGTHS else 1):
        node.fault("out-of-range.amount", found=message("quoted", text=str(size)), most=int(MOST_QUANTITY))
        return None
    return found


def _of_rows(rows: Sequence[Row]) -> PriceList:
    rows = [row for row in rows if any(cell.strip() for cell in row[1])]
    if not rows:
        raise FileError([fault("", "empty.table")])
    columns = _columns(*rows[0])
    if len(rows) - 1 > MOST_PRICES:
        raise FileError([fault("", "too-many.rows", most=MOST_PRICES)])
    faults: list[Fault] = []
    lines: list[PriceLine] = []
    currencies: list[str] = []
    for number, cells in rows[1:]:
        noted: list[Fault] = []
        node = JsonValue(_values(columns, cells), "", "mm", noted)
        currency = node.take("currency", JsonValue.currency, "")
        for name in ("price", "pack_size"):
            if re.fullmatch(r"[1-9]\d{0,2}[.,]\d{3}", str(node.key(name).value)):
                node.key(name).fault("two-ways", text=str(node.value.pop(name)))
        if currencies and currency and currency != currencies[0]:
            node.key("currency").fault("two-currencies", one=currencies[0], other=currency)
        currencies += [currency] if currency else []
        with suppress(Faulty):
            lines.append(replace(_line(node), line=number))
        faults += [_placed(one, number, columns) for one in noted]
        if len(faults) >= MOST_FAULTS:
            raise FileError([*faults[:MOST_FAULTS], fault("", "too-many.faults", most=MOST_FAULTS)])
    if faults:
        raise FileError(faults)
    return PriceList(tuple(lines), "", currencies[0] if currencies else "")


def _columns(line: int, cells: list[str]) -> dict[str, int]:
    """Where each column is, by the header."""
    names = [re.sub(r"[\s_-]+", "_", cell.strip().lower()) for cell in cells]
    faults = [
        fault_at(line, n, message("unknown-column", column=cells[n].strip()[:40], known=several(COLUMNS)))
        for n, name in enumerate(names)
        if name and name not in COLUMNS
    ]
    doubled = {name for name in names if name and names.count(name) > 1}
    faults += [
        fault_at(line, None, message("doubled.key", key="column", name=name)) for name in sorted(doubled)
    ]
    if "name" not in names:
        faults.append(fault_at(line, None, message("missing-column", columns="name")))
    if faults:
        raise FileError(faults)
    return {name: n for n, name in enumerate(names) if name}


def _values(columns: dict[str, int], cells: list[str]) -> dict[str, object]:
    """A row's cells by column, as the values that a list in JSON has; empty cells are left out."""
    found: dict[str, object] = {}
    for name, at in columns.items():
        text = cells[at].strip() if at < len(cells) else ""
        if not text:
            continue
        if name == "currency":
            text = text.upper()
        elif name == "unit":
            text = text.lower()
        if name == "lead_days" and text.isascii() and text.isdigit() and len(text) < 9:
            found[name] = int(text)
        elif name in ("price", "pack_size"):
            found[name] = _number(text)
        else:
            found[name] = _FLAGS.get(text.lower(), text) if name == "discontinued" else text
    return found


def _number(text: str) -> str:
    """A number with a decimal point. One that could have a sign between its thousands is left as it is."""
    return text.replace(",", ".") if re.fullmatch(r"\d+,(\d{1,2}|\d{4})", text) else text


def _placed(found: Fault, line: int, columns: dict[str, int]) -> Fault:
    """A fault of a row's value, at the row and column where it is written."""
    if found.path in columns:
        return fault_at(line, columns[found.path], found.message, found.path)
    return fault_at(line, None, found.message)


def price_list_json(prices: PriceList) -> str:
    """The list as JSON, as ``read_price_list_json`` reads it."""
    rows = (dict(zip(COLUMNS, cells, strict=True)) for cells in _cells(prices))
    lines = [{key: row[key] for key in COLUMNS if key != "currency" and row[key] is not None} for row in rows]
    for line in lines:
        line |= {key: str(line[key]) for key in ("pack_size", "price") if key in line}
        line |= {"discontinued": line["discontinued"] == "yes"} if "discontinued" in line else {}
    head = {key: value for key, value in (("shop", prices.shop), ("currency", prices.currency)) if value}
    return json.dumps({"format": FORMAT, **head, "lines": lines}, ensure_ascii=False, indent=1) + "\n"


def price_list_csv(prices: PriceList) -> str:
    """The list as CSV, as ``read_price_list_csv`` reads it."""
    return table_csv([COLUMNS, *_cells(prices)])


def price_list_xlsx(prices: PriceList, title: str) -> bytes:
    """The list as a spreadsheet with one sheet called ``title``."""
    return table_xlsx(title, [COLUMNS, *_cells(prices)])


def _cells(prices: PriceList) -> list[list[CellValue]]:
    return [
        [
            line.code or None, line.name, *_written_size(line),
            None if line.price is None else unmistakable(line.price, 2),
            prices.currency if line.price is not None and prices.currency else None, line.lead_days,
            None if line.discontinued is None else "yes" if line.discontinued else "no",
        ]
        for line in prices.lines
    ]  # fmt: skip


def _written_size(line: PriceLine) -> tuple[Decimal | None, str | None]:
    """A pack's size and its unit: whole nm as inches where that is short, else as millimetres."""
    if line.unit is None:
        return None, None
    size = line.pack_size
    if line.unit is not PackUnit.LENGTH:
        return None if size is None else unmistakable(size), line.unit.value
    if size is not None and size % _LENGTHS[_Written.IN] == 0:
        return unmistakable(size / _LENGTHS[_Written.IN]), "in"
    return None if size is None else unmistakable(size.scaleb(-6)), "mm"
