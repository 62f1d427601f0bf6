"""The account of a studio: what classes still take, what there is, what is on the way, what to buy by when.

Bench, classes, shopping list, preparing and cupboard all read it here.
"""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import cached_property

from django.db.models import prefetch_related_objects

from neat_sheaf.costing import Account, Design, Goods, Need, OnTheWay, account_of
from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.job import Job
from neat_sheaf.plan import Plan, with_account
from neat_sheaf.project import Project
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Studio
from studio.classes.convert import Cupboard, core_job
from studio.classes.evenings import Preparing, preparing_of
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import plan_of_class, whose
from studio.classes.services.cutting import changes, rounds_of
from studio.cupboard.claims import used_by
from studio.cupboard.convert import core_supply, offers_of, plain_price
from studio.cupboard.ledger import Thing
from studio.cupboard.models import OrderLine, Paper
from studio.projects.convert import core_project
from studio.tasks import plans
from studio.tasks.plans import Planned

__all__ = ["Alone", "StudioAccount", "account_for", "classes_to_come", "is_to_come", "planned_with_account"]

_NONE = Decimal(0)


@dataclass(frozen=True, slots=True)
class Alone:
    """The plan of one class by itself; ``aside``: the sheets of each of its papers set aside for others."""

    planned: Planned
    aside: dict[str, int]


@dataclass(frozen=True)
class StudioAccount:
    """The account of the ``chosen`` of the classes that are to come, and the plans it is made of."""

    coming: list[KitClass]
    chosen: set[int]
    planned: dict[int, Planned]
    _classes: dict[int, _Planned]
    _stock: _Stock
    _needs: list[tuple[int, Need]]

    @property
    def papers(self) -> list[Paper]:
        """Every paper of the studio, by name."""
        return self._stock.papers

    @property
    def unplanned(self) -> dict[int, list[Fault]]:
        """Why a chosen class is not in it: no plan, or none yet."""
        return {key: one.faults for key, one in self.planned.items() if one.plan is None}

    @cached_property
    def amounts(self) -> list[Account]:
        """How much of everything; by when is in ``rows`` alone, for that asks for the evenings."""
        return account_of(self._stock.goods_for(self.chosen), (need for _, need in self._needs))

    @cached_property
    def rows(self) -> list[Account]:
        """How much of everything, and by when."""
        # When something has to be there matters only where there is too little of it.
        ask = {(row.goods.kind, row.goods.id) for row in self.amounts if row.packs or row.goods.coming}
        if not ask:
            return self.amounts
        evenings = _Evenings(self._classes)
        needs = [evenings.dated(one) if (one[1].kind, one[1].id) in ask else one[1] for one in self._needs]
        return account_of(self._stock.goods_for(self.chosen), needs)

    @property
    def order_by(self) -> dt.date | None:
        """The last day to order the first of what is to buy; None where nothing has such a day."""
        return min((row.order_by for row in self.rows if row.order_by is not None), default=None)

    def alone(self, kit_class: KitClass) -> Alone:
        """The plan of one of the classes, with what is to buy for it alone.

        What is set aside for others is theirs; what nobody set aside is counted for each.
        """
        planned = self.planned[kit_class.pk]
        if planned.plan is None:
            return Alone(planned, {})
        own = [need for key, need in self._needs if key == kit_class.pk]
        rows = account_of(self._stock.goods_for([kit_class.pk]), own)
        found = replace(planned, plan=with_account(planned.plan, self._classes[kit_class.pk].job, rows))
        papers = [part for row in rows if row.goods.kind != "supply" for part in row.parts]
        return Alone(found, {part.id: int(part.kept) for part in papers if part.kept})


def account_for(
    studio: Studio, chosen: Collection[int] | None = None, among: Sequence[KitClass] | None = None
) -> StudioAccount:
    """What the chosen classes (their keys) still take, of those that are to come; None: all of them.

    ``among`` are the classes that are looked at, where they were read already; else all that are to come.
    """
    coming = classes_to_come(studio) if among is None else list(among)
    of = [row for row in coming if chosen is None or row.pk in chosen]
    planned: dict[int, Planned] = {}
    cupboard = Cupboard(studio)
    classes = {one.kit_class.pk: one for one in _planned(of, planned, cupboard)}
    stock = _Stock(studio, cupboard)
    needs = list(_needs_of(stock, classes.values()))
    return StudioAccount(coming, {row.pk for row in of}, planned, classes, stock, needs)


def _planned(
    classes: Iterable[KitClass], planned: dict[int, Planned], cupboard: Cupboard
) -> Iterator[_Planned]:
    """Those that have a plan; ``planned`` is filled with what all have, by key. Each list is read once."""
    listed: dict[int, Project] = {}
    jobs: list[tuple[KitClass, Job]] = []
    for row in classes:
        if row.project_id not in listed:
            listed[row.project_id] = core_project(row.project)
        try:
            jobs.append((row, core_job(row, listed[row.project_id], cupboard)))
        except CannotPlanError as error:
            planned[row.pk] = Planned(None, error.faults)
    for (row, job), found in zip(jobs, plans.plans_of([(job, whose(row)) for row, job in jobs]), strict=True):
        planned[row.pk] = found
        if found.plan is not None:
            yield _Planned(row, job, found.plan)


def planned_with_account(kit_class: KitClass) -> Alone:
    """The plan of a class with what the account says is still to buy; of one that is past as it is."""
    if not is_to_come(kit_class, kit_class.studio.today()):
        return Alone(plan_of_class(kit_class), {})
    return account_for(kit_class.studio, among=[kit_class]).alone(kit_class)


def is_to_come(kit_class: KitClass, today: dt.date) -> bool:
    """Whether a class is still to be held: it is not closed, and its day is not past."""
    return kit_class.finished is None and (kit_class.date is None or kit_class.date >= today)


def classes_to_come(studio: Studio) -> list[KitClass]:
    """The classes that are still to be held, by date, those without one last."""
    today = studio.today()
    rows = studio.classes.select_related("project", "studio", "cutting_run").filter(finished__isnull=True)
    coming = [row for row in rows.prefetch_related("colourways__choices") if is_to_come(row, today)]
    return sorted(coming, key=lambda row: (row.date is None, row.date or today, row.name))


@dataclass(frozen=True, slots=True)
class _Planned:
    kit_class: KitClass
    job: Job
    plan: Plan


class _Evenings:
    """When each class first takes something: worked out for the classes that are asked about."""

    def __init__(self, classes: dict[int, _Planned]) -> None:
        self._classes = classes
        self._found: dict[int, Preparing] = {}

    def dated(self, owned: tuple[int, Need]) -> Need:
        """A need of a class (its key) with the evening that first takes it."""
        key, need = owned
        if need.day is None:
            return need
        if not self._found:
            # Asked for all of them at once.
            prefetch_related_objects([one.kit_class for one in self._classes.values()], "ticks")
        if key not in self._found:
            one = self._classes[key]
            self._found[key] = preparing_of(one.kit_class, one.job)
        return replace(need, from_day=_first_day(self._found[key], need))


def _first_day(found: Preparing, need: Need) -> dt.date | None:
    """The first evening that takes something: sheets when they are cut, a supply with the steps that use it.

    A supply of no prepared step is packed. Where the evenings do not say, it is the first of them.
    """
    if need.kind != "supply":
        return found.day_of({"cut"}) or next(iter(found.days), None)
    steps = found.job.project.steps
    using = set()
    for task in found.prepared.tasks:
        own = task.also if task.step is None else (*task.also, steps[task.step])
        if any(need.id in step.supplies for step in own):
            using.add(task.key)
    return found.day_of(using) or found.day_of({"bag"}) or next(iter(found.days), None)


def _needs_of(stock: _Stock, planned: Iterable[_Planned]) -> Iterator[tuple[int, Need]]:
    """What each class (its key) still takes: what is pinned or planned, less what it took already.

    What a change of the class asks for beyond what is pinned is needed too, accepted or not.
    """
    packs = {str(row.pk): str(row.pack_id) for row in stock.papers if row.pack_id is not None}
    supplies = {str(row.pk): row for row in stock.supplies}
    used = used_by(stock.studio, miscuts=True)
    for one in planned:
        kit_class, plan = one.kit_class, one.plan
        took = used.get(kit_class.pk, {})
        for paper, sheets in _sheets(one).items():
            left = Decimal(sheets) + took.get(Thing("paper", int(paper)), _NONE)
            kind, key = ("pack", packs[paper]) if paper in packs else ("paper", paper)
            yield kit_class.pk, Need(kind, key, kit_class.name, kit_class.date, left, design=paper)
        for total in plan.supplies:
            row = supplies.get(total.supply)
            apart = row is not None and total.unit is SupplyUnit.LENGTH and not row.joinable
            yield kit_class.pk, Need(
                "supply", total.supply, kit_class.name, kit_class.date, total.needed,
                total.lengths if apart else (), lent=total.lent, unknown=total.unknown,
            )  # fmt: skip


def _sheets(one: _Planned) -> Counter[str]:
    """Sheets of each paper: of what is pinned and what has changed since, where cutting has begun."""
    run: CuttingRun | None = getattr(one.kit_class, "cutting_run", None)
    wanted = [one.plan.sheet_plan]
    if run is not None:
        more = changes(run, one.job).sheets
        wanted = [*(each.sheets for each in rounds_of(run)), *([more] if more else [])]
    found: Counter[str] = Counter()
    for sheets in wanted:
        for paper in sheets.papers:
            found[paper.paper] += paper.sheets
    return found


class _Stock:
    """What there is and what is on the way, read once."""

    def __init__(self, studio: Studio, cupboard: Cupboard) -> None:
        self.studio = studio
        self.papers = cupboard.every_paper
        packs = {row.pack.pk: row.pack for row in self.papers if row.pack is not None}
        self.packs = [packs[key] for key in sorted(packs)]
        self.supplies = cupboard.every_supply
        self._held = cupboard.held
        self._coming = _on_the_way(studio)

    def goods_for(self, chosen: Collection[int]) -> list[Goods]:
        """Everything that is bought in packs, with what is set aside for classes that are not chosen."""
        aside: dict[Thing, Decimal] = {}
        for held in self._held:
            if held.claim.kit_class_id not in chosen:
                aside[held.thing] = aside.get(held.thing, _NONE) + held.left
        return [*self._papers(aside), *self._packs(aside), *self._supplies(aside)]

    def _papers(self, aside: Mapping[Thing, Decimal]) -> Iterator[Goods]:
        for row in self.papers:
            if row.pack_id is None:
                yield Goods(
                    "paper", str(row.pk), Decimal(row.pack_sheets), plain_price(row.pack_price),
                    Decimal(row.on_hand), _kept(row, aside), row.lead_days,
                    coming=self._coming.get(("paper", row.pk), ()), offers=tuple(offers_of(row)),
                )  # fmt: skip

    def _packs(self, aside: Mapping[Thing, Decimal]) -> Iterator[Goods]:
        for pack in self.packs:
            designs = tuple(
                Design(str(row.pk), row.pack_sheets, Decimal(row.on_hand), _kept(row, aside))
                for row in self.papers
                if row.pack_id == pack.pk
            )
            yield Goods(
                "pack", str(pack.pk), Decimal(pack.sheets), plain_price(pack.price),
                sum((one.here for one in designs), _NONE), sum((one.kept for one in designs), _NONE),
                pack.lead_days, designs, coming=self._coming.get(("pack", pack.pk), ()),
            )  # fmt: skip

    def _supplies(self, aside: Mapping[Thing, Decimal]) -> Iterator[Goods]:
        for supply in self.supplies:
            core = core_supply(supply)
            apart = core.unit is SupplyUnit.LENGTH and not core.joinable
            yield Goods(
                "supply", core.id, core.pack_size, core.pack_price, core.on_hand,
                aside.get(Thing("supply", supply.pk), _NONE), supply.lead_days,
                supply=core if apart else None, coming=self._coming.get(("supply", supply.pk), ()),
                offers=tuple(offers_of(supply)),
            )  # fmt: skip


def _kept(paper: Paper, aside: Mapping[Thing, Decimal]) -> Decimal:
    return aside.get(Thing("paper", paper.pk), _NONE)


def _on_the_way(studio: Studio) -> dict[tuple[str, int], tuple[OnTheWay, ...]]:
    """What is on the way of each thing, by kind and key."""
    found: dict[tuple[str, int], tuple[OnTheWay, ...]] = {}
    lines = OrderLine.objects.filter(order__studio=studio, order__closed__isnull=True)
    for line in lines.select_related("order"):
        coming = OnTheWay(line.pack_size * line.packs, line.order.arrives)
        found[line.thing] = (*found.get(line.thing, ()), coming)
    return found
