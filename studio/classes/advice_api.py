"""Choices laid side by side: options of cutting, sheet sizes, numbers of seats."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import TypeVar

from django.http import Http404, HttpRequest
from ninja import Router

from neat_sheaf.advice.counting import names_of
from neat_sheaf.advice.from_stock import from_stock, kits_until_gone
from neat_sheaf.advice.leftovers import leftovers
from neat_sheaf.advice.options import PlanOption, compare_options
from neat_sheaf.advice.seats import SeatBreakpoints, SeatRow, seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.errors import CannotPlanError, fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job, Style
from neat_sheaf.messages import Message, message
from neat_sheaf.plan import Plan
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import reader
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.classes.planning import whose
from studio.classes.remembered import class_and_job, remembered
from studio.common.problems import MessageOut, Problem, message_out
from studio.common.schema import Schema
from studio.cupboard.convert import core_pack, core_paper
from studio.projects.convert import core_project
from studio.tasks.plans import plan_of

router = Router(tags=["choices"])

T = TypeVar("T")

_MOST_OTHERS = 40  # other projects whose pieces a leftover is tried for


class MiniPlace(Schema):
    """A piece on a small drawing, nm from the sheet's lower left."""

    piece: str
    x: int
    y: int
    width: int
    height: int


class MiniLayout(Schema):
    """A layout to be drawn small: of which paper, how often it is cut, its sheet or offcut (nm)."""

    letter: str
    paper: int
    times: int
    width: int
    height: int
    places: list[MiniPlace]


class OptionOut(Schema):
    """A plan that can be chosen, and what it takes; money as decimal text, for the class and a kit.

    ``wishes`` are the styles that take it, of which the first is its ``name``. ``kits_per_block``: it is cut
    in blocks of so many whole kits, over and over; 0: it is not.
    """

    name: Style
    wishes: list[Style]
    why: MessageOut
    sheets: int
    layouts: int
    settings: int
    strokes: int
    turns: int
    minutes: int
    opened: str
    opened_per_kit: str
    missing: int
    cash: str
    kits_per_block: int
    usual: bool
    chosen: bool
    drawings: list[MiniLayout]


class OptionsOut(Schema):
    """The options side by side, the one of the fewest sheets first."""

    options: list[OptionOut]


class SizeOut(Schema):
    """What one sheet size (nm) would take for a role; ``fails`` where a piece does not fit."""

    role: str
    name: str
    width: int
    height: int
    paper: int | None
    sheets: int | None
    lower_bound: int
    per_kit: str | None
    fails: MessageOut | None
    chosen: bool


class SizesOut(Schema):
    """Sheet-size advice."""

    sizes: list[SizeOut]


class SeatOut(Schema):
    """A number of seats, what it takes, and what it opens that one seat fewer does not."""

    seats: int
    kits: int
    sheets: int
    packs: int
    cash: str
    extras: str
    proved: bool
    opens: list[MessageOut]


class SeatBreakpointsOut(Schema):
    """Every number of seats, and the last that is free from here."""

    rows: list[SeatOut]
    free_of_sheets: int
    free_of_packs: int


@router.get(
    "/classes/{class_id}/options",
    auth=reader,
    response={200: OptionsOut, 202: Problem, 404: Problem, 422: Problem},
)
def options(request: HttpRequest, class_id: int) -> OptionsOut:
    """At most five plans to choose from, none of which another beats in price, time and layouts."""
    kit_class, job = class_and_job(request, class_id)
    found = remembered("options", job, compare_options, kit_class)
    voice = voice_for(request)
    return OptionsOut(options=[_option(option, voice) for option in found])


def _option(option: PlanOption, voice: Voice) -> OptionOut:
    plan, cutting = option.plan, option.plan.cutting
    return OptionOut(
        name=option.name, wishes=list(option.wishes), why=message_out(option.why, voice),
        sheets=plan.sheets, layouts=cutting.layouts, settings=cutting.settings, strokes=cutting.strokes,
        turns=cutting.handling.turn, minutes=cutting.minutes,
        opened=str(plan.cost.sheets_opened.total), opened_per_kit=str(plan.cost.sheets_opened.share),
        missing=len(plan.missing("sheets_opened")),
        cash=str(plan.cost.cash_out.total), kits_per_block=option.kits_per_block,
        usual=option.usual, chosen=option.chosen, drawings=list(_drawings(plan)),
    )  # fmt: skip


def _drawings(plan: Plan) -> Iterator[MiniLayout]:
    """Each layout once: those of one letter are cut alike."""
    drawn: dict[str, MiniLayout] = {}
    for paper, layout in plan.sheet_plan.layouts:
        if layout.letter in drawn:
            drawn[layout.letter].times += layout.times
            continue
        drawn[layout.letter] = MiniLayout(
            letter=layout.letter, paper=int(paper), times=layout.times,
            width=layout.stock.width, height=layout.stock.height,
            places=[MiniPlace(piece=place.piece, **place.region._asdict()) for place in layout.placements],
        )  # fmt: skip
    yield from drawn.values()


class MakesOut(Schema):
    """So many of a piece come off a leftover; ``project`` is another one's name, empty for this one's."""

    piece: str
    count: int
    project: str


class LeftoverOut(Schema):
    """Pieces of a paper of one size (nm) that are left over, and what one of them would make."""

    paper: int
    width: int
    height: int
    count: int
    makes: list[MakesOut]


class LeftoversOut(Schema):
    """What is left over and worth keeping, by paper, the largest first."""

    leftovers: list[LeftoverOut]


@router.get(
    "/classes/{class_id}/leftovers", auth=reader, response={200: LeftoversOut, 404: Problem, 422: Problem}
)
def left_over(request: HttpRequest, class_id: int) -> LeftoversOut:
    """What the plan leaves, and what that would still make of this project and of the studio's others."""
    kit_class, job = class_and_job(request, class_id)
    planned = plan_of(job, whose(kit_class))
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    others = [
        (row.name, core_project(row).pieces)
        for row in kit_class.studio.projects.exclude(pk=kit_class.project_id).order_by("name")[:_MOST_OTHERS]
    ]
    return LeftoversOut(
        leftovers=[
            LeftoverOut(
                paper=int(left.paper), width=left.width, height=left.height, count=left.count,
                makes=[
                    MakesOut(piece=made.piece, count=made.count, project=made.project)
                    for made in left.makes
                ],
            )
            for left in leftovers(job, planned.plan.sheet_plan, others)
        ]
    )  # fmt: skip


@router.get(
    "/classes/{class_id}/sizes",
    auth=reader,
    response={200: SizesOut, 202: Problem, 404: Problem, 422: Problem},
)
def sizes(request: HttpRequest, class_id: int) -> SizesOut:
    """For each role what other sheet sizes would take, and which fail and why."""
    kit_class, job = class_and_job(request, class_id)
    voice = voice_for(request)
    found = remembered("sizes", _with_cupboard(job, kit_class), size_advice, kit_class)
    return SizesOut(
        sizes=[
            SizeOut(
                role=row.role, name=row.name, width=row.width, height=row.height,
                paper=int(row.paper) if row.paper else None, sheets=row.sheets, lower_bound=row.lower_bound,
                per_kit=None if row.per_kit is None else str(row.per_kit),
                fails=None if row.fails is None else message_out(row.fails, voice), chosen=row.chosen,
            )
            for row in found
        ]
    )  # fmt: skip


def _with_cupboard(job: Job, kit_class: KitClass) -> Job:
    """The job with every paper of the studio to choose from, in the cupboard's order, and their packs."""
    known = {paper.id: paper for paper in job.papers}
    rows = kit_class.studio.papers.prefetch_related("offcuts")
    cupboard = {row.id: row for row in map(core_paper, rows)}
    papers = {key: known.get(key, paper) for key, paper in cupboard.items()}
    packs = {pack.id: pack for pack in map(core_pack, kit_class.studio.packs.all())}
    return replace(
        job, papers=tuple((papers | known).values()), packs=tuple((packs | job.packs_by_id).values())
    )


@router.get(
    "/classes/{class_id}/seats",
    auth=reader,
    response={200: SeatBreakpointsOut, 202: Problem, 404: Problem, 422: Problem},
)
def seats(request: HttpRequest, class_id: int) -> SeatBreakpointsOut:
    """What every number of seats from 1 to 60 takes, and the last free seat."""
    kit_class, job = class_and_job(request, class_id)
    voice = voice_for(request)
    found: SeatBreakpoints = remembered("seats", job, seat_breakpoints, kit_class)
    before = (None, *found.rows)
    return SeatBreakpointsOut(
        rows=[
            SeatOut(
                seats=row.seats, kits=row.kits, sheets=row.opened, packs=sum(row.packs.values()),
                cash=str(row.cash), extras=str(row.extras), proved=row.proved,
                opens=[message_out(said, voice) for said in _opens(job, earlier, row)] if earlier else [],
            )
            for earlier, row in zip(before, found.rows, strict=False)
        ],
        free_of_sheets=found.free_of_sheets,
        free_of_packs=found.free_of_packs,
    )  # fmt: skip


class MoreOut(Schema):
    """One more pack of each of these (named), and the kits that can then be made."""

    packs: list[str]
    kits: int


class FromStockOut(Schema):
    """The kits that need nothing bought, what one more takes a pack of (named), what more packs give."""

    kits: int
    lacking: list[str]
    more: list[MoreOut]


@router.get(
    "/classes/{class_id}/stock",
    auth=reader,
    response={200: FromStockOut, 202: Problem, 404: Problem, 422: Problem},
)
def stock(request: HttpRequest, class_id: int) -> FromStockOut:
    """What can be made of what there is, and what one more pack gives."""
    kit_class, job = class_and_job(request, class_id)
    found = remembered("stock", job, from_stock, kit_class)
    names = names_of(job)
    return FromStockOut(
        kits=found.kits,
        lacking=[names[bought] for bought in found.lacking],
        more=[MoreOut(packs=[names[b] for b in more.packs], kits=more.kits) for more in found.more],
    )


class UntilGoneOut(Schema):
    """How many kits of a colourway its paper is enough for."""

    kits: int


@router.get(
    "/classes/{class_id}/until-gone", auth=reader, response={200: UntilGoneOut, 404: Problem, 422: Problem}
)
def until_gone(
    request: HttpRequest, class_id: int, colourway: str = "", role: str = "", then: int = 0
) -> UntilGoneOut:
    """How many whole kits a colourway's paper for a role is enough for, if the others take another paper."""
    kit_class, job = class_and_job(request, class_id)
    other = kit_class.studio.papers.prefetch_related("offcuts").filter(pk=then).first()
    chosen = {c.name: c.papers for c in job.klass.colourways}
    if other is None or role not in chosen.get(colourway, {}):
        raise Http404
    papers = job.papers if any(p.id == str(then) for p in job.papers) else (*job.papers, core_paper(other))
    job = replace(job, papers=papers)
    try:
        return UntilGoneOut(kits=kits_until_gone(job, colourway, role, str(then)))
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def _opens(job: Job, before: SeatRow, row: SeatRow) -> Iterator[Message]:
    """What these seats take that those before did not: sheets opened, packs bought."""
    names = names_of(job)
    for paper, count in row.sheets.items():
        more = count - before.sheets.get(paper, 0)
        if more > 0:
            yield message("opens.sheets", count=more, name=job.paper(paper).name)
    for bought, count in row.packs.items():
        more = count - before.packs.get(bought, 0)
        if more > 0:
            yield message("opens.packs", count=more, name=names[bought])
