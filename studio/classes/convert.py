"""A class as the core's job: the plan is computed from the data, never typed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Iterable
from dataclasses import replace
from decimal import Decimal
from functools import cached_property

from django.db.models import prefetch_related_objects

from neat_sheaf import job as core
from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.class_part import read_extra, read_other_fee
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.measure.length import Length
from neat_sheaf.project import Project
from neat_sheaf.project.assembly import Work
from neat_sheaf.project.variants import UnknownNumberError
from neat_sheaf.stock import Offcut, Supply
from neat_sheaf.stock import Paper as CorePaper
from studio.accounts.models import Studio
from studio.classes.models import Colourway, KitClass
from studio.cupboard.claims import Held, Used, claims_of, elsewhere, used_by
from studio.cupboard.convert import core_pack, core_paper, core_supply, plain_price
from studio.cupboard.ledger import Thing
from studio.cupboard.models import Pack, Paper
from studio.cupboard.models import Supply as StoredSupply
from studio.projects.convert import core_project
from studio.projects.versions import mixed_list

__all__ = ["Cupboard", "core_job", "left_out_of"]


def left_out_of(kit_class: KitClass, colourways: Iterable[Colourway]) -> dict[str, tuple[str, ...]]:
    """By colourway the pieces of the class's list that its kits do not take; nothing where none differ."""
    versions = kit_class.versions_of(colourways)
    if len(set(versions.values())) < 2:
        return {}
    try:
        return mixed_list(core_project(kit_class.project), versions, kit_class.studio)[1]
    except UnknownNumberError:
        return {}


class Cupboard:
    """What jobs take of a studio's cupboard, read once for them all."""

    def __init__(self, studio: Studio) -> None:
        self._studio = studio

    @cached_property
    def every_paper(self) -> list[Paper]:
        """Every paper, with its pack and its offcuts."""
        return list(self._studio.papers.select_related("pack").prefetch_related("offcuts"))

    @cached_property
    def every_supply(self) -> list[StoredSupply]:
        """Every supply."""
        return list(self._studio.supplies.all())

    @cached_property
    def moved(self) -> Used:
        """What each class has moved by itself."""
        return used_by(self._studio)

    @cached_property
    def held(self) -> list[Held]:
        """Every claim that holds today."""
        return list(claims_of(self._studio, self.moved))

    def papers(self, used: Collection[int], mixed: bool) -> list[Paper]:
        """The papers of these keys, and where sizes are mixed those that are another size of one."""
        return [row for row in self.every_paper if row.pk in used or (mixed and row.same_as_id in used)]

    def packs(self, used: Collection[int]) -> list[Pack]:
        """The packs of these keys."""
        found = {row.pack.pk: row.pack for row in self.every_paper if row.pack is not None}
        return [found[key] for key in sorted(found, key=lambda key: (found[key].name, key)) if key in used]

    def supplies(self, used: Collection[str]) -> list[StoredSupply]:
        """The supplies of these keys."""
        return [row for row in self.every_supply if str(row.pk) in used]

    def aside(self, but_for: int | None) -> dict[Thing, Decimal]:
        """What is set aside for other classes than this one."""
        return elsewhere(self.held, [but_for])


class _Part(Cupboard):
    """What one job takes: no more than that is read."""

    def papers(self, used: Collection[int], mixed: bool) -> list[Paper]:
        rows = self._studio.papers.filter(pk__in=used)
        if mixed:
            rows = rows | self._studio.papers.filter(same_as__in=used)
        return list(rows.prefetch_related("offcuts"))

    def packs(self, used: Collection[int]) -> list[Pack]:
        return list(self._studio.packs.filter(pk__in=used)) if used else []

    def supplies(self, used: Collection[str]) -> list[StoredSupply]:
        return list(self._studio.supplies.filter(pk__in=used)) if used else []


def core_job(
    kit_class: KitClass, listed: Project | None = None, cupboard: Cupboard | None = None
) -> core.Job:
    """The job of a class. Raises CannotPlanError where a role has no paper yet.

    ``listed`` is its project and ``cupboard`` that of its studio, where they were read already.
    """
    studio = kit_class.studio
    there = cupboard or _Part(studio)
    colourways = list(kit_class.colourways.all())
    prefetch_related_objects(colourways, "choices")
    versions = kit_class.versions_of(colourways) or {"": kit_class.variant}
    try:
        project, without = mixed_list(
            listed or core_project(kit_class.project), versions, studio, there.supplies
        )
    except UnknownNumberError as error:
        raise CannotPlanError([Fault("variant", error.message)]) from error
    faults: list[Fault] = []
    if not colourways:
        faults.append(fault("colourways", "no-colourway"))
    chosen: list[core.Colourway] = []
    used: set[int] = set()
    kits = kit_class.kits_of(colourways)
    for number, (colourway, (made, ready)) in enumerate(zip(colourways, kits, strict=True)):
        papers = {choice.role: choice.paper_id for choice in colourway.choices.all()}
        left_out = without.get(colourway.name, ())
        roles = dict.fromkeys(piece.paper for piece in project.pieces if piece.name not in left_out)
        missing = [role for role in roles if role not in papers]
        faults += [
            fault(f"colourways[{number}].papers.{role}", "choose-paper", role=role, colourway=colourway.name)
            for role in missing
        ]
        used |= {papers[role] for role in roles if role in papers}
        by_role = {role: str(papers[role]) for role in roles if role in papers}
        chosen.append(core.Colourway(colourway.name, made, by_role, ready, left_out))
    if faults:
        raise CannotPlanError(faults)
    rows = there.papers(used, kit_class.mix_sizes)
    # What is set aside for others says nothing of a class that is over.
    aside = {} if kit_class.finished else there.aside(kit_class.pk)
    moved = there.moved.get(kit_class.pk or 0, {})
    packs = there.packs({row.pack_id for row in rows if row.pack_id})
    return core.Job(
        project=project,
        papers=tuple(_in_job(_free(core_paper(row), aside, moved), rows) for row in rows),
        packs=tuple(core_pack(pack) for pack in packs),
        supplies=tuple(
            _free_supply(core_supply(s), aside, moved) for s in there.supplies(project.supplies_used)
        ),
        klass=core.Class(
            kit_class.seats,
            kit_class.samples,
            kit_class.spares,
            plain_price(kit_class.fee),
            tuple(chosen),
            tuple(JsonValue(kit_class.extras, "", "mm", []).items(read_extra)),
            tuple(JsonValue(kit_class.other_fees, "", "mm", []).items(read_other_fee)),
            tuple(Work(work) for work in kit_class.at_table),
        ),
        cutting=core.Cutting(
            core.Style(kit_class.style),
            kit_class.sheets_at_once,
            (Length(kit_class.keep_short_nm), Length(kit_class.keep_long_nm)),
            Length(kit_class.trimmer_nm),
            kit_class.mix_sizes,
            kit_class.papers_together,
            kit_class.empty_last,
            Length(kit_class.squaring_nm),
            Length(kit_class.safety_nm),
            kit_class.most_piles,
            studio.pace,
        ),
        units=studio.measure,
        currency=studio.currency,
        habits=studio.habits,
    )


_Counts = dict[Thing, Decimal]


def _free(paper: CorePaper, aside: _Counts, used: _Counts) -> CorePaper:
    """A paper as a class may plan with it: without what is set aside for others, and as before its own cuts.

    So the plan that is being cut stays the plan, and what it leaves is not planned with again.
    """
    counts: Counter[tuple[int, int]] = Counter({(0, 0): paper.on_hand})
    for offcut in paper.offcuts:
        counts[offcut.width, offcut.height] += offcut.count
    for moved, sign in ((aside, -1), (used, -1)):
        for thing, amount in moved.items():
            if (thing.kind, str(thing.key)) == ("paper", paper.id):
                counts[thing.width, thing.height] += sign * int(amount)
    offcuts = (Offcut(Length(w), Length(h), n) for (w, h), n in sorted(counts.items()) if w and n > 0)
    return replace(paper, on_hand=max(0, counts[0, 0]), offcuts=tuple(offcuts))


def _free_supply(supply: Supply, aside: _Counts, used: _Counts) -> Supply:
    thing = Thing("supply", int(supply.id))
    free = supply.on_hand - aside.get(thing, Decimal(0)) - used.get(thing, Decimal(0))
    return replace(supply, on_hand=max(Decimal(0), free))


def _in_job(paper: CorePaper, rows: list[Paper]) -> CorePaper:
    """A paper whose main size is not in the job is its own main size."""
    there = {str(row.pk) for row in rows}
    return paper if paper.same_as in there else replace(paper, same_as="")
