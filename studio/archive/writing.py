"""A paper room as an archive."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Callable, Iterator
from decimal import Decimal
from typing import Any

from django.contrib.auth.models import User
from django.db import connection, models, transaction

from studio.accounts.models import Studio
from studio.archive.container import json_bytes, pack
from studio.archive.references import ToNumbers, rewritten
from studio.archive.tables import NUMBER, STUDIO, STUDIO_FILE, TABLES, Table, every_table
from studio.cupboard.models import Photo
from studio.tasks.for_studio import Told

__all__ = ["ROWS_A_FILE", "archive_of"]

ROWS_A_FILE = 2_000


def archive_of(studio: Studio, told: Told = lambda done, of: None) -> bytes:
    """Everything of a paper room in one file: the same data, the same bytes."""
    with transaction.atomic():
        if not connection.savepoint_ids:
            # All tables as they were at one moment, whatever is saved meanwhile.
            with connection.cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
        return _Writer(studio).archive(told)


class _Writer:
    """The numbers that stand for keys while one archive is written."""

    def __init__(self, studio: Studio) -> None:
        self.studio = Studio.objects.get(pk=studio.pk)
        self.rows: dict[str, list[models.Model]] = {}
        self.parts: dict[tuple[str, int], list[models.Model]] = defaultdict(list)
        self.numbers: dict[type[models.Model], dict[int, int]] = {}
        self.names: dict[int, str] = {}

    def archive(self, told: Told) -> bytes:
        steps = len(every_table()) + len(TABLES)
        done = 0
        for name, table in TABLES.items():
            own = table.model._default_manager.filter(**{table.parent().name: self.studio})
            rows = list(own.order_by("pk"))
            self.rows[name] = rows
            self.numbers[table.model] = {row.pk: number for number, row in enumerate(rows, 1)}
            done = self._read_parts(table, rows, done + 1, lambda now: told(now, steps))
        people = User.objects.filter(pk__in=self._people())
        self.names = dict(people.values_list("pk", "username"))
        self.to_numbers = ToNumbers({table.name: self.numbers[table.model] for table in TABLES.values()})
        files = {STUDIO_FILE: json_bytes(self._plain(STUDIO, self.studio))}
        for name, table in TABLES.items():
            files |= dict(self._files(name, table))
            told(done := done + 1, steps)
        return pack(files)

    def _read_parts(self, table: Table, rows: list[Any], done: int, told: Callable[[int], None]) -> int:
        told(done)
        for part in table.parts:
            by = part.parent(table.model)
            under = [row.pk for row in rows]
            found = list(part.model._default_manager.filter(**{f"{by.name}__in": under}).order_by("pk"))
            self.numbers[part.model] = {row.pk: number for number, row in enumerate(found, 1)}
            for row in found:
                self.parts[part.label, getattr(row, by.attname)].append(row)
            done = self._read_parts(part, found, done + 1, told)
        return done

    def _people(self) -> set[int]:
        """The keys of everybody who did something here."""
        rows = [row for kept in (*self.rows.values(), *self.parts.values()) for row in kept]
        return {by for row in rows if (by := getattr(row, "by_id", None)) is not None}

    def _files(self, name: str, table: Table) -> Iterator[tuple[str, bytes]]:
        documents = [self._row(table, row, Studio) for row in self.rows[name]]
        if table.file:
            for number, document in enumerate(documents, 1):
                yield f"{name}/{number}.json", json_bytes(document)
            return
        for at in range(0, max(len(documents), 1), ROWS_A_FILE):
            yield f"{name}-{at // ROWS_A_FILE + 1}.json", json_bytes(documents[at : at + ROWS_A_FILE])
        if table.model is Photo:
            for number, row in enumerate(self.rows[name], 1):
                yield f"{name}/{number}.jpg", bytes(row.content)  # type: ignore[attr-defined]

    def _row(self, table: Table, row: models.Model, of: type[models.Model]) -> dict[str, Any]:
        document = self._plain(table, row) | {NUMBER: self.numbers[table.model][row.pk]}
        for field in table.references(of):
            pk = getattr(row, field.attname)
            if field.related_model is User:
                document[field.name] = self.names.get(pk)
            else:
                document[field.name] = self.numbers[field.related_model].get(pk)
        for part in table.parts:
            document[part.name] = [
                self._row(part, one, table.model) for one in self.parts[part.label, row.pk]
            ]
        return document

    def _plain(self, table: Table, row: models.Model) -> dict[str, Any]:
        """The fields of a row that hold values, as JSON values."""
        document = {}
        for field in table.plain:
            held = getattr(row, field.name)
            document[field.name] = _value(rewritten(f"{table.label}.{field.name}", held, self.to_numbers))
        return document


def _value(value: Any) -> Any:
    match value:
        case dt.datetime():
            return value.astimezone(dt.UTC).isoformat(timespec="microseconds")
        case dt.date() | dt.time():
            return value.isoformat()
        case Decimal():
            return str(value)
        case _:
            return value
