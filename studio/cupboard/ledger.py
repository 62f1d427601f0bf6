"""The ledger: every change of a count is a movement, written in the same transaction as the count.

The row of the paper or supply is held until the transaction ends, so two who change a count at once
do so one after the other, and nothing is lost.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from django.db import transaction
from django.db.models import Sum

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.cupboard.models import Movement, Offcut, Paper, Supply
from studio.cupboard.models.ledger import Counted

__all__ = ["Because", "Thing", "count_of", "counted", "counts_of", "move", "thing_of", "undo"]


_TAKING = (Cause.USED, Cause.MISCUT)


@dataclass(frozen=True, slots=True, order=True)
class Thing:
    """What is counted: sheets of a paper, its offcuts of one size (nm), or a supply, each by its key."""

    kind: str
    key: int
    width: int = 0
    height: int = 0

    @property
    def is_offcut(self) -> bool:
        """Whether it is offcuts of one size."""
        return self.width > 0

    @property
    def columns(self) -> dict[str, int]:
        """It as the tables of movements and claims have it."""
        if self.kind == "supply":
            return {"supply_id": self.key}
        return {"paper_id": self.key, "width_nm": self.width, "height_nm": self.height}


@dataclass(frozen=True, slots=True)
class Because:
    """Why something moves: the cause, who says so, for which class and cutting of it, a note."""

    cause: Cause
    by: int | None = None
    kit_class: int | None = None
    run: int | None = None
    note: str = ""
    batch: str = ""


@transaction.atomic
def move(studio: Studio, thing: Thing, amount: Decimal | int, why: Because) -> list[Movement]:
    """Change a count and say why; nothing where the amount is 0. DoesNotExist where the thing is gone.

    Where more is taken than the cupboard knows of, the rest was there all the same: it is found first.
    """
    amount = Decimal(amount)
    if not amount:
        return []
    row = _held(studio, thing)
    now = count_of(row, thing)
    made = []
    if now + amount < 0:
        short = -(now + amount)
        made.append(
            _noted(studio, thing, short, now + short, Because(Cause.FOUND, why.by, why.kit_class, why.run))
        )
        now += short
    now += amount
    made.append(_noted(studio, thing, amount, now, why))
    if why.cause in _TAKING and amount > 0:
        now = _not_found(studio, thing, amount, now, why)
    _keep(row, thing, now)
    return made


def _not_found(studio: Studio, thing: Thing, back: Decimal, now: Decimal, why: Because) -> Decimal:
    """What is put back was not there all the same, as far as it was found for this: gives the count then."""
    rows = Movement.objects.filter(studio=studio, cause=Cause.FOUND.value, **thing.columns)
    found = rows.filter(kit_class=why.kit_class, run=why.run).aggregate(n=Sum("amount"))["n"] or Decimal(0)
    less = min(back, found) if why.kit_class is not None else Decimal(0)
    if less > 0:
        now -= less
        _noted(studio, thing, -less, now, Because(Cause.FOUND, why.by, why.kit_class, why.run))
    return now


@transaction.atomic
def undo(studio: Studio, movement: Movement, by: int | None) -> Movement:
    """Take back one movement. FileError where it was taken back before, or its stock is gone since."""
    thing = thing_of(movement)
    row = _held(studio, thing)
    movement = Movement.objects.select_for_update().get(pk=movement.pk)
    if movement.undoes_id is not None or Movement.objects.filter(undoes=movement).exists():
        raise FileError([fault("", "undone-before")])
    now = count_of(row, thing) - movement.amount
    if now < 0:
        raise FileError([fault("", "gone-since")])
    why = Because(Cause.UNDONE, by, movement.kit_class_id, movement.run_id, batch=movement.batch)
    made = _noted(studio, thing, -movement.amount, now, why, movement)
    if Cause(movement.cause) in _TAKING and movement.amount < 0:
        now = _not_found(studio, thing, -movement.amount, now, why)
    _keep(row, thing, now)
    return made


def counted(
    studio: Studio, before: Mapping[Thing, Decimal], after: Mapping[Thing, Decimal], why: Because
) -> None:
    """Write down that counts were typed: a movement for each that differs. The caller keeps the counts."""
    for thing in sorted(before.keys() | after.keys()):
        was, now = before.get(thing, Decimal(0)), after.get(thing, Decimal(0))
        if was != now:
            _noted(studio, thing, now - was, now, why)


def counts_of(row: Paper | Supply) -> dict[Thing, Decimal]:
    """Every count of a paper or supply as it is kept: of a paper its sheets and its offcuts by size."""
    if isinstance(row, Supply):
        return {Thing("supply", row.pk): row.on_hand}
    found = Counter({Thing("paper", row.pk): row.on_hand})
    for offcut in row.offcuts.all():
        found[Thing("paper", row.pk, offcut.width_nm, offcut.height_nm)] += offcut.count
    return {thing: Decimal(count) for thing, count in found.items()}


def thing_of(row: Counted) -> Thing:
    """What a movement, a claim or another amount is of."""
    if row.supply_id is not None:
        return Thing("supply", row.supply_id)
    return Thing("paper", row.paper_id or 0, row.width_nm, row.height_nm)


def count_of(row: Paper | Supply, thing: Thing) -> Decimal:
    """How much there is of a thing, of the row that it is kept in."""
    if isinstance(row, Paper) and thing.is_offcut:
        return Decimal(sum(offcut.count for offcut in _sized(row, thing)))
    return Decimal(row.on_hand)


def _held(studio: Studio, thing: Thing) -> Paper | Supply:
    if thing.kind == "supply":
        return studio.supplies.select_for_update().get(pk=thing.key)
    return studio.papers.select_for_update().get(pk=thing.key)


def _sized(paper: Paper, thing: Thing) -> Iterable[Offcut]:
    return paper.offcuts.filter(width_nm=thing.width, height_nm=thing.height)


def _keep(row: Paper | Supply, thing: Thing, count: Decimal) -> None:
    """Keep a count, and that the row has changed: who has it open is told so when they save."""
    if isinstance(row, Paper) and thing.is_offcut:
        row.offcuts.filter(width_nm=thing.width, height_nm=thing.height).delete()
        if count:
            Offcut.objects.create(paper=row, width_nm=thing.width, height_nm=thing.height, count=int(count))
        count = Decimal(row.on_hand)
    row.on_hand = int(count) if isinstance(row, Paper) else count
    row.version += 1
    row.save(update_fields=["on_hand", "version"])


def _noted(
    studio: Studio,
    thing: Thing,
    amount: Decimal,
    after: Decimal,
    why: Because,
    undoes: Movement | None = None,
) -> Movement:
    return Movement.objects.create(
        studio=studio, amount=amount, after=after, cause=why.cause.value, note=why.note, batch=why.batch,
        kit_class_id=why.kit_class, run_id=why.run, by_id=why.by, undoes=undoes, **thing.columns,
    )  # fmt: skip
