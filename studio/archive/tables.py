"""What belongs to a paper room: the tables of an archive, each under what it is a part of."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any, cast

from django.apps import apps
from django.db import models

from studio.accounts.models import Studio

__all__ = [
    "CHANGES",
    "NOT_KEPT",
    "NUMBER",
    "STUDIO",
    "STUDIO_FILE",
    "TABLES",
    "Table",
    "described",
    "every_table",
]


HERE_ALONE = {("projects.Project", "state")}
"""Fields that mean something on this server alone."""

NEWER = {("projects.Piece", "note")}
"""Fields that archives of before lack."""


@dataclass(frozen=True)
class Table:
    """One model, and what is a part of its rows. ``file``: each row has a file of its own.

    ``newer``: archives were written before there was such a thing, and lack its file.
    """

    label: str
    parts: tuple[Table, ...] = ()
    file: bool = False
    newer: bool = False

    @cached_property
    def model(self) -> type[models.Model]:
        """The model."""
        return apps.get_model(self.label)

    @property
    def name(self) -> str:
        """What one is called in an archive; a class is a ``kitclass``."""
        return self.model.__name__.lower()

    @cached_property
    def plain(self) -> list[models.Field[Any, Any]]:
        """Its fields that hold values, in the model's order; bytes are in files of their own."""
        return [
            one
            for one in self.model._meta.concrete_fields
            if not (one.primary_key or one.is_relation or isinstance(one, models.BinaryField))
            and (self.label, one.name) not in HERE_ALONE
        ]

    @property
    def newer_fields(self) -> set[str]:
        """Its fields that archives of before lack; a row without one has what the field begins with."""
        return {field for label, field in NEWER if label == self.label}

    def parent(self, of: type[models.Model] = Studio) -> models.ForeignKey[Any, Any]:
        """The field by which it is a part of something."""
        return next(one for one in self._relations if one.related_model is of)

    @cached_property
    def parent_studio(self) -> models.ForeignKey[Any, Any] | None:
        """The field that says whose it is, where it has one."""
        return next((one for one in self._relations if one.related_model is Studio), None)

    def references(self, of: type[models.Model] = Studio) -> list[models.ForeignKey[Any, Any]]:
        """Its fields that say which other thing: another row of the archive, or a person."""
        return [one for one in self._relations if one.related_model not in (of, Studio)]

    @cached_property
    def _relations(self) -> list[models.ForeignKey[Any, Any]]:
        fields = self.model._meta.concrete_fields
        return [cast("models.ForeignKey[Any, Any]", one) for one in fields if one.is_relation]


NUMBER = "#"
"""The key under which a row has its number, from 1 in its table; others refer to it by that."""

STUDIO = Table("accounts.Studio")
"""The paper room itself."""

STUDIO_FILE = "studio.json"


CHANGES = "changes"
"""The table of who changed what."""


def _under(label: str, *parts: str | Table, file: bool = False, newer: bool = False) -> Table:
    return Table(label, tuple(one if isinstance(one, Table) else Table(one) for one in parts), file, newer)


# Each after those that it refers to; what refers to others of its own table may come in any order.
TABLES = {
    "photos": _under("cupboard.Photo"),
    "packs": _under("cupboard.Pack"),
    "papers": _under("cupboard.Paper", "cupboard.Offcut"),
    "supplies": _under("cupboard.Supply"),
    "projects": _under(
        "projects.Project",
        _under(
            "projects.Piece", "projects.Line", "projects.Diagonal", "projects.Hole", "projects.CornerCut",
            "projects.Tab", "projects.Face",
        ),
        "projects.Fit", "projects.SupplyUse", _under("projects.Step", "projects.StepSupply"),
        "projects.Content", _under("projects.Variant", "projects.Override"),
        file=True,
    ),
    "classes": _under(
        "classes.KitClass", _under("classes.Colourway", "classes.Choice"), "classes.CuttingRun",
        "cupboard.Claim", "classes.Tick", "people.Attendee", "log.ClassLog", "log.Used", "log.LogNote",
        file=True,
    ),
    "words": _under("projects.LearnedWord", newer=True),
    "orders": _under("cupboard.Order", "cupboard.OrderLine"),
    "movements": _under("cupboard.Movement"),
    CHANGES: _under("audit.Noted"),
}  # fmt: skip
"""The tables by the names of their files."""

NOT_KEPT = {
    "accounts.Member",
    "accounts.Invitation",
    "mailbox.Mail",
    "tasks.Answer",
    "tasks.PlanTask",
    "tasks.StudioTask",
}
"""What is of the accounts or of this server, or can be worked out again, and not of the paper room."""


def every_table() -> list[Table]:
    """All tables, each followed by its parts: no row refers to one of a table further down."""

    def with_parts(table: Table) -> list[Table]:
        return [table, *(one for part in table.parts for one in with_parts(part))]

    return [one for table in TABLES.values() for one in with_parts(table)]


def described() -> str:
    """Every table with its fields, as lines of Markdown: what docs/formats/studio-archive.md ends with."""

    def lines(table: Table, of: type[models.Model], depth: int) -> list[str]:
        plain = [f"`{one.name}`" for one in table.plain]
        refers = [f"`{one.name}` (a {one.related_model.__name__.lower()})" for one in table.references(of)]
        inside = [line for part in table.parts for line in lines(part, table.model, depth + 1)]
        return [f"{'  ' * depth}- **{table.name}**: {', '.join([*plain, *refers])}", *inside]

    rows = [f"- **studio**: {', '.join(f'`{one.name}`' for one in STUDIO.plain)}"]
    for table in TABLES.values():
        rows += lines(table, Studio, 0)
    return "\n".join(rows) + "\n"
