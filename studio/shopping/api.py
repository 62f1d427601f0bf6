"""The shopping list: seen, ticked, printed, and as a table."""

from __future__ import annotations

from decimal import Decimal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.costing import Account
from neat_sheaf.costing.offers import price_of
from neat_sheaf.formats.table_file import table_csv
from neat_sheaf.measure.money import rounded
from neat_sheaf.messages import Amount
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import helper, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.account import StudioAccount, account_for
from studio.common.downloads import Csv, download
from studio.common.pages import PageSize, fractions, printed
from studio.common.problems import Problem
from studio.cupboard.ledger_api import amount_out, unit_of
from studio.cupboard.models import Pack, Paper, Supply
from studio.shopping.schemas import (
    BoughtIn,
    BoughtOut,
    CheaperOut,
    OfferedOut,
    ShoppingClass,
    ShoppingOut,
    ShoppingRowOut,
)
from studio.shopping.services import bought_today, buy, unbuy
from studio.shopping.suppliers import suppliers
from studio.tasks.prints import PDF_ANSWERS, About, PdfAnswer, Written, pdf_answer

router = Router(tags=["shopping"])

_MS_A_ROW = 14  # measured: milliseconds that a row of the printed list takes

COLUMNS = ("shop", "name", "packs", "pack holds", "unit", "needed", "here", "set aside for others", "price",
           "currency", "left over", "order by", "for")  # fmt: skip


def _rows_of(studio: Studio) -> dict[tuple[str, int], Paper | Pack | Supply]:
    return {
        **{("paper", row.pk): row for row in studio.papers.all()},
        **{("pack", row.pk): row for row in studio.packs.all()},
        **{("supply", row.pk): row for row in studio.supplies.all()},
    }


def _row(row: Account, of: Paper | Pack | Supply, studio: Studio) -> ShoppingRowOut:
    supply = of if isinstance(of, Supply) else None
    units = studio.measure

    def said(amount: Decimal) -> str:
        return amount_out(amount, supply, units)

    return ShoppingRowOut(
        kind=row.goods.kind,  # type: ignore[arg-type]
        id=of.pk,
        name=of.name,
        unit=unit_of(supply, units),
        needed=said(row.needed),
        unknown=row.unknown,
        needed_at_most=said(row.needed_at_most) if row.needed_at_most > row.needed else None,
        here=said(row.goods.here),
        kept=said(row.goods.kept),
        pack_size=said(row.goods.pack_size),
        packs=row.packs,
        pack_price=None if row.goods.pack_price is None else str(row.goods.pack_price),
        price=None if row.price is None else str(rounded(row.price, studio.currency)),
        over=said(row.over),
        ordered=said(row.goods.ordered),
        arrives=row.goods.arrives,
        comes_late=row.comes_late,
        shop=of.shop,
        code=of.code,
        order_by=row.order_by,
        late=row.order_by is not None and row.order_by < studio.today(),
        discontinued=of.discontinued,
        classes=list(row.classes),
        cheaper=_cheaper(row, supply, studio),
    )


def _cheaper(row: Account, supply: Supply | None, studio: Studio) -> CheaperOut | None:
    """Packs of other sizes that cost less, in words."""
    if not row.cheaper or row.price is None:
        return None
    price = price_of(row.cheaper)
    packs = [
        OfferedOut(packs=count, size=amount_out(offer.size, supply, studio.measure), raw=str(offer.size))
        for offer, count in row.cheaper
    ]
    saves = rounded(row.price - price, studio.currency)
    return CheaperOut(packs=packs, price=str(rounded(price, studio.currency)), saves=str(saves))


def _out(found: StudioAccount, studio: Studio, voice: Voice) -> ShoppingOut:
    named = _rows_of(studio)
    rows = [_row(row, named[row.goods.kind, int(row.goods.id)], studio) for row in found.rows]
    rows.sort(key=lambda row: (row.shop == "", row.shop.casefold()))
    buying = [row for row in rows if row.packs]
    prices = [Decimal(row.price) for row in buying if row.price is not None]
    return ShoppingOut(
        classes=[
            ShoppingClass(
                id=row.pk, name=row.name, date=row.date, chosen=row.pk in found.chosen,
                ready=row.pk in found.chosen and row.pk not in found.unplanned,
                why=voice.words(found.unplanned[row.pk][0].message) if found.unplanned.get(row.pk) else "",
            )
            for row in found.coming
        ],
        rows=rows,
        bought=[
            BoughtOut(
                batch=one.batch, kind=one.kind, id=one.key, packs=one.packs, at=one.at,  # type: ignore[arg-type]
                name=named[one.kind, one.key].name,
            )
            for one in bought_today(studio)
            if (one.kind, one.key) in named
        ],
        total=str(sum(prices, rounded(0, studio.currency))),
        unpriced=len(buying) - len(prices),
        currency=studio.currency,
        answering=[one.name for one in suppliers()],
    )  # fmt: skip


def _chosen(classes: str) -> set[int] | None:
    """The classes of a query: keys separated by commas; nothing for all to come."""
    return {int(key) for key in classes.split(",") if key.strip().isascii() and key.strip().isdigit()} or None


@router.get("/shopping", auth=reader, response=ShoppingOut)
def shopping(request: HttpRequest, classes: str = "") -> ShoppingOut:
    """What to buy for the chosen classes (keys separated by commas), or for all that are to come."""
    studio = studio_of(request)
    return _out(account_for(studio, _chosen(classes)), studio, voice_for(request))


@router.post("/shopping/bought", auth=helper, response={204: None, 404: Problem, 422: Problem})
def tick(request: HttpRequest, payload: BoughtIn) -> Status[None]:
    """Packs were bought: what is in them is in the cupboard."""
    buy(
        studio_of(request),
        payload.kind,
        payload.id,
        payload.packs,
        payload.batch,
        request.user.pk,
        payload.size,
    )
    return Status(204, None)


@router.delete("/shopping/bought/{batch}", auth=helper, response={204: None, 404: Problem, 422: Problem})
def untick(request: HttpRequest, batch: str) -> Status[None]:
    """What was ticked was not bought after all."""
    unbuy(studio_of(request), batch, request.user.pk)
    return Status(204, None)


@router.get("/shopping.csv", auth=reader, response={200: Csv})
def as_table(request: HttpRequest, classes: str = "") -> HttpResponse:
    """The list as a table: a row for each thing to buy."""
    studio, voice = studio_of(request), voice_for(request)
    out = _out(account_for(studio, _chosen(classes)), studio, voice)
    rows = [
        (
            row.shop, row.name, row.packs, row.pack_size, row.unit,
            "not known" if row.unknown else row.needed, row.here, row.kept,
            None if row.price is None else Decimal(row.price), out.currency if row.price else "", row.over,
            row.order_by, "; ".join(row.classes),
        )
        for row in out.rows
        if row.packs or row.unknown
    ]  # fmt: skip
    text = table_csv([COLUMNS, *rows])
    return download(voice.say("file-shopping"), "csv", text, "text/csv; charset=utf-8")


@router.get("/shopping.pdf", auth=reader, response=PDF_ANSWERS)
def as_page(request: HttpRequest, classes: str = "", paper: PageSize = "letter") -> PdfAnswer:
    """The list to take to the shop, with a box to tick for each thing to buy."""
    rows = sum(1 for row in account_for(studio_of(request), _chosen(classes)).rows if row.packs)
    about = {"classes": classes, "paper": paper}
    return pdf_answer(request, "shopping", about, rows * _MS_A_ROW)


def write_list(studio: Studio, about: About, voice: Voice) -> Written:
    """The shopping list of the chosen classes, or of all that are to come."""
    out = _out(account_for(studio, _chosen(about["classes"])), studio, voice)
    shops: dict[str, list[dict[str, object]]] = {}
    for row in out.rows:
        if row.packs or row.unknown:
            shops.setdefault(row.shop, []).append(_printed(row, out.currency, voice))
    pdf = printed(
        "shopping.html", about["paper"], voice,
        {
            "studio": studio,
            "shops": [(shop or voice.say("shopping.any-shop"), rows) for shop, rows in shops.items()],
            "classes": [row for row in out.classes if row.chosen],
            "date": voice.date(studio.today()),
            "total": voice.money(Amount(Decimal(out.total), studio.currency)),
            "unpriced": out.unpriced,
        },
    )  # fmt: skip
    return Written(voice.say("file-shopping"), pdf)


def _printed(row: ShoppingRowOut, currency: str, voice: Voice) -> dict[str, object]:
    unit = f" {row.unit}" if row.unit else ""
    price = None if row.price is None else voice.money(Amount(Decimal(row.price), currency))
    return {
        "name": row.name,
        "code": row.code,
        "packs": voice.say("shopping.packs", packs=row.packs),
        "holds": fractions(f"{row.pack_size}{unit}"),
        "needed": voice.say("shopping.not-known") if row.unknown else fractions(f"{row.needed}{unit}"),
        "here": fractions(f"{row.here}{unit}"),
        "price": price or voice.say("shopping.no-price"),
        "by": voice.date(row.order_by) if row.order_by else "",
        "late": row.late,
    }
