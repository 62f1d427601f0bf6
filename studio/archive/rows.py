"""The files of an archive as rows that are not kept yet, with every fault found on the way."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, field
from decimal import Decimal
from typing import Any

from django.core.exceptions import ValidationError
from django.db import models

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.limits import MOST_FAULTS
from studio.accounts.models import Studio
from studio.archive.tables import NUMBER, STUDIO, STUDIO_FILE, TABLES, Table, every_table
from studio.common.door import unwritable_in
from studio.cupboard.models import Photo
from studio.cupboard.photos import as_we_make_them

__all__ = ["Row", "Rows"]


@dataclass
class Row:
    """A row that is read and not kept yet: where it is written, its number, and what it refers to."""

    path: str
    number: int
    thing: models.Model
    parent: Row | None
    refers: dict[str, Any] = field(default_factory=dict)


class Rows:
    """Everything of one archive, by table; ``studio`` is what it says of the paper room itself."""

    def __init__(self, files: Mapping[str, bytes]) -> None:
        self._files = dict(files)
        self._faults: list[Fault] = []
        self.of: dict[type[models.Model], list[Row]] = defaultdict(list)
        self.studio = self._studio()
        for name, table in TABLES.items():
            self._read_table(name, table)
        for path in self._files:
            self.fault(path, "archive-unknown-file")
        self.stop_at_faults()
        for table in every_table():
            self._in_order(table)
        self.stop_at_faults()

    def fault(self, path: str, key: str, **params: str) -> None:
        """Note a fault at a place of the archive; FileError where there are as many as anybody reads."""
        self._faults.append(fault(path, key, **params))
        if len(self._faults) >= MOST_FAULTS:
            self.stop_at_faults()

    def stop_at_faults(self) -> None:
        """FileError with the faults so far, where there are any."""
        if self._faults:
            raise FileError(self._faults[:MOST_FAULTS])

    def _document(self, path: str) -> Any:
        """The JSON of a file, which is then read; None, and a fault, where it is none."""
        try:
            return load_json(self._files.pop(path).decode())
        except KeyError:
            self.fault(path, "archive-missing")
        except UnicodeDecodeError as error:
            self.fault(path, "sent-bytes", byte=str(error.start))
        except FileError as error:
            self._faults += [Fault(path, one.message) for one in error.faults]
        return None

    def _studio(self) -> dict[str, Any]:
        document = self._document(STUDIO_FILE)
        if document is None:
            return {}
        if not isinstance(document, dict):
            self.fault(STUDIO_FILE, "archive-object")
            return {}
        wanted = {one.name: one for one in STUDIO.plain}
        self._check_keys(document, {*wanted}, STUDIO_FILE)
        return {
            key: self._value(one, document[key], f"{STUDIO_FILE}.{key}")
            for key, one in wanted.items()
            if key in document
        }

    def _read_table(self, name: str, table: Table) -> None:
        between = "/" if table.file else "-"
        paths = [path for path in self._files if path.startswith(name + between) and path.endswith(".json")]
        if not (table.file or table.newer or paths):
            self.fault(f"{name}-1.json", "archive-missing")
        for path in sorted(paths, key=_natural):
            document = self._document(path)
            if table.file:
                self._read_row(table, document, path, None)
            elif isinstance(document, list):
                for at, row in enumerate(document):
                    self._read_row(table, row, f"{path}[{at}]", None)
            else:
                self.fault(path, "archive-list")

    def _read_row(self, table: Table, document: Any, path: str, parent: Row | None) -> None:
        if not isinstance(document, dict):
            self.fault(path, "archive-object")
            return
        of = Studio if parent is None else type(parent.thing)
        parts = {part.name: part for part in table.parts}
        references = [one.name for one in table.references(of)]
        plain = {one.name: one for one in table.plain}
        lacks = table.newer_fields - document.keys()
        self._check_keys(document, {NUMBER, *parts, *references, *plain} - lacks, path)
        number = document.get(NUMBER)
        if not isinstance(number, int) or isinstance(number, bool):
            self.fault(f"{path}.{NUMBER}", "archive-number")
            return
        row = Row(path, number, table.model(), parent, {key: document.get(key) for key in references})
        for key, one in plain.items():
            if key in document:
                setattr(row.thing, one.attname, self._value(one, document[key], f"{path}.{key}"))
        if isinstance(row.thing, Photo):
            row.thing.content = self._photo(f"photos/{number}.jpg")
        self.of[table.model].append(row)
        for key, part in parts.items():
            inner = document.get(key)
            if not isinstance(inner, list):
                self.fault(f"{path}.{key}", "archive-list")
                continue
            for at, one_of_them in enumerate(inner):
                self._read_row(part, one_of_them, f"{path}.{key}[{at}]", row)

    def _check_keys(self, document: dict[str, Any], wanted: set[str], path: str) -> None:
        for key in sorted(wanted - document.keys()):
            self.fault(f"{path}.{key}", "archive-key-missing")
        for key in sorted(document.keys() - wanted)[:MOST_FAULTS]:
            self.fault(f"{path}.{key}", "archive-key-unknown")

    def _value(self, one: models.Field[Any, Any], value: Any, path: str) -> Any:
        """A value as its field takes it; None, and a fault, where it does not."""
        if value is None and one.null:
            return None
        try:
            if isinstance(one, models.JSONField):
                value = _floats(value)
            elif not _is_of(one, value):
                raise ValueError(path)
            if any(unwritable_in(value, path)):
                raise ValueError(path)
            found = one.to_python(value)
            # What is empty may be empty: the tables take it, and forms are what asks for more.
            if found not in one.empty_values:
                one.validate(found, None)
                one.run_validators(found)
            return found
        except (ValidationError, TypeError, ValueError, ArithmeticError, RecursionError):
            self.fault(path, "archive-value")
            return None

    def _photo(self, path: str) -> bytes:
        content = self._files.pop(path, None)
        if content is None:
            self.fault(path, "archive-missing")
            return b""
        if not as_we_make_them(content):
            self.fault(path, "archive-photo")
        return content

    def _in_order(self, table: Table) -> None:
        """Sort the rows of a table by their numbers, which are 1, 2, 3 and so on."""
        rows = self.of[table.model]
        rows.sort(key=lambda row: row.number)
        wrong = next((row for expected, row in enumerate(rows, 1) if row.number != expected), None)
        if wrong is not None:
            self.fault(f"{wrong.path}.{NUMBER}", "archive-number")


def _natural(path: str) -> tuple[int, str]:
    """``projects/10.json`` after ``projects/9.json``."""
    return len(path), path


def _is_of(one: models.Field[Any, Any], value: Any) -> bool:
    """Whether a JSON value is of the kind that the field is written as."""
    if isinstance(one, models.BooleanField):
        return isinstance(value, bool)
    if isinstance(one, models.IntegerField):
        return isinstance(value, int) and not isinstance(value, bool)
    return isinstance(value, str)


def _floats(value: Any) -> Any:
    """A JSON value with its fractions as the database gives them."""
    match value:
        case Decimal():
            return float(value)
        case list():
            return [_floats(one) for one in value]
        case dict():
            return {key: _floats(one) for key, one in value.items()}
        case _:
            return value
