"""An archive put into a paper room in which there is nothing yet: all of it, or nothing."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import DataError, IntegrityError, models, transaction

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Studio
from studio.archive.checking import check_readable
from studio.archive.container import unpack
from studio.archive.references import ToKeys, rewritten
from studio.archive.rows import Row, Rows
from studio.archive.tables import CHANGES, STUDIO, STUDIO_FILE, TABLES, Table, every_table
from studio.tasks.for_studio import Told

__all__ = ["Restored", "is_empty", "restore"]

_AT_ONCE = 500  # rows


@dataclass(frozen=True, slots=True)
class Restored:
    """What was put in: ``things`` are rows; ``unknown`` are people who do not belong to this paper room."""

    things: int
    unknown: list[str]


def is_empty(studio: Studio) -> bool:
    """Whether a paper room has nothing in it that an archive would have to go beside."""
    return not any(
        table.model._default_manager.filter(**{table.parent().name: studio}).exists()
        for name, table in TABLES.items()
        if name != CHANGES
    )


def restore(studio: Studio, content: bytes, told: Told = lambda done, of: None) -> Restored:
    """Put an archive into an empty paper room. FileError with every fault found, and nothing is changed."""
    rows = Rows(unpack(content))
    with transaction.atomic():
        held = Studio.objects.select_for_update().get(pk=studio.pk)
        if not is_empty(held):
            raise FileError([fault("", "archive-not-empty")])
        # What was changed in the empty room makes way for what was changed in the one that is put in.
        TABLES[CHANGES].model._default_manager.filter(studio=held).delete()
        return _Keeper(held, rows).restored(told)


class _Keeper:
    """Keeps the rows of one archive, table by table."""

    def __init__(self, studio: Studio, rows: Rows) -> None:
        self.studio, self.rows = studio, rows
        self.unknown: set[str] = set()
        self.members = dict(User.objects.filter(places__studio=studio).values_list("username", "pk"))

    def restored(self, told: Told) -> Restored:
        tables = every_table()
        steps = len(tables) + len(TABLES)
        try:
            for done, table in enumerate(tables, 1):
                self._keep(table)
                told(done, steps)
            self._keep_studio()
        except (IntegrityError, DataError) as error:
            where = str(getattr(getattr(error.__cause__, "diag", None), "table_name", "") or "")
            raise FileError([fault(where, "archive-against-the-tables")]) from error
        self._check(lambda done: told(len(tables) + done, steps))
        return Restored(sum(map(len, self.rows.of.values())), sorted(self.unknown))

    def _keep(self, table: Table) -> None:
        rows = self.rows.of[table.model]
        if not rows:
            return
        to_keys = self._to_keys()
        later = [one for one in table.references() if one.related_model is table.model]
        for row in rows:
            of = Studio if row.parent is None else type(row.parent.thing)
            setattr(row.thing, table.parent(of).attname, (row.parent.thing if row.parent else self.studio).pk)
            if table.parent_studio is not None:
                setattr(row.thing, table.parent_studio.attname, self.studio.pk)
            for other in table.references(of):
                if other not in later:
                    self._refer(row, other)
            for one in table.plain:
                if isinstance(one, models.JSONField | models.CharField):
                    held = getattr(row.thing, one.name)
                    setattr(row.thing, one.name, rewritten(f"{table.label}.{one.name}", held, to_keys))
        self.rows.stop_at_faults()
        # Times that a table writes by itself are set once the rows are there, and so are references to
        # rows of the same table.
        stamps = [one for one in table.plain if isinstance(one, models.DateTimeField) and _is_stamp(one)]
        times = [[getattr(row.thing, one.name) for one in stamps] for row in rows]
        table.model._default_manager.bulk_create([row.thing for row in rows], batch_size=_AT_ONCE)
        for row, values in zip(rows, times, strict=True):
            for one, value in zip(stamps, values, strict=True):
                setattr(row.thing, one.name, value)
            for other in later:
                self._refer(row, other)
        self.rows.stop_at_faults()
        again = [one.name for one in (*stamps, *later)]
        if again:
            table.model._default_manager.bulk_update(
                [row.thing for row in rows], again, batch_size=_AT_ONCE
            )  # fmt: skip

    def _refer(self, row: Row, one: models.ForeignKey[Any, Any]) -> None:
        """Set what a row refers to, by its number; a person by name, where they belong here."""
        value, path = row.refers[one.name], f"{row.path}.{one.name}"
        if value is None and one.null:
            found = None
        elif one.related_model is User:
            if not isinstance(value, str):
                self.rows.fault(path, "archive-value")
                return
            found = self.members.get(value)
            if found is None:
                self.unknown.add(value)
        else:
            there = self.rows.of[one.related_model]
            if not isinstance(value, int) or isinstance(value, bool) or not 1 <= value <= len(there):
                self.rows.fault(path, "archive-reference")
                return
            found = there[value - 1].thing.pk
        setattr(row.thing, one.attname, found)

    def _to_keys(self) -> ToKeys:
        """The keys so far; of what is not kept yet there are none, and nothing refers to it."""
        return ToKeys({
            table.name: [row.thing.pk or 0 for row in self.rows.of[table.model]] for table in TABLES.values()
        })  # fmt: skip

    def _keep_studio(self) -> None:
        to_keys = self._to_keys()
        for key, value in self.rows.studio.items():
            setattr(self.studio, key, rewritten(f"{STUDIO.label}.{key}", value, to_keys))
        self.studio.save()
        Studio.objects.filter(pk=self.studio.pk).update(created=self.studio.created)

    def _check(self, told: Callable[[int], None]) -> None:
        """Everything that was put in can be read: no page of the paper room will fail on it."""
        if not check_readable(self.studio):
            self.rows.fault(STUDIO_FILE, "archive-unreadable")
        self.rows.stop_at_faults()
        for done, table in enumerate(TABLES.values(), 1):
            for row in self.rows.of[table.model]:
                if not check_readable(row.thing):
                    self.rows.fault(row.path, "archive-unreadable")
            told(done)
        self.rows.stop_at_faults()


def _is_stamp(one: models.DateTimeField[Any, Any]) -> bool:
    return one.auto_now or one.auto_now_add
