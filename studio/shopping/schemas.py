"""The shopping list, as the API takes and gives it."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal
from typing import Literal

from ninja import Field

from studio.common.schema import Schema
from studio.common.sent import Sent

__all__ = ["BoughtIn", "ShoppingClass", "ShoppingOut", "ShoppingRowOut"]


class ShoppingClass(Schema):
    """A class that can be shopped for; ``ready``: its plan is made, else it is not in the list yet."""

    id: int
    name: str
    date: dt.date | None
    chosen: bool
    ready: bool
    why: str


class OfferedOut(Schema):
    """So many packs of one size: the size as text in its unit, and as it is sent when they are bought."""

    packs: int
    size: str
    raw: str


class CheaperOut(Schema):
    """Packs of other sizes that are enough, what they cost together, and what that saves."""

    packs: list[OfferedOut]
    price: str
    saves: str


class ShoppingRowOut(Schema):
    """What to buy of a paper, a pack of designs or a supply. Amounts are text in its unit.

    ``kept`` is set aside for classes that are not shopped for; ``over`` is what is left when every class has
    taken its part. ``ordered`` is on the way, the last of it here on ``arrives``; ``comes_late``: that is
    after the first class that needs it. ``unknown``: more is needed, and no rule says how much.
    ``needed_at_most`` is set where lent things may be needed at once, of classes without a date.
    """

    kind: Literal["paper", "pack", "supply"]
    id: int
    name: str
    unit: str
    needed: str
    unknown: bool
    needed_at_most: str | None
    here: str
    kept: str
    pack_size: str
    packs: int
    pack_price: str | None
    price: str | None
    over: str
    ordered: str
    arrives: dt.date | None
    comes_late: bool
    shop: str
    code: str
    order_by: dt.date | None
    late: bool
    discontinued: bool
    classes: list[str]
    cheaper: CheaperOut | None


class BoughtOut(Schema):
    """Packs that were ticked as bought and can still be unticked."""

    batch: str
    kind: Literal["paper", "pack", "supply"]
    id: int
    name: str
    packs: int
    at: dt.datetime


class ShoppingOut(Schema):
    """The list, by shop and then as the cupboard has it, and what it comes to where every price is known.

    ``answering`` are the shops that orders can be sent to.
    """

    classes: list[ShoppingClass]
    rows: list[ShoppingRowOut]
    bought: list[BoughtOut]
    total: str
    unpriced: int
    currency: str
    answering: list[str]


class BoughtIn(Sent):
    """Packs that were bought. ``batch`` is the sender's own name for it, so that it counts once.

    ``size`` is what a pack holds where that is not the usual one.
    """

    kind: Literal["paper", "pack", "supply"]
    id: int
    packs: int = Field(ge=1, le=100_000)
    batch: str = Field(min_length=1, max_length=36, pattern=r"^[A-Za-z0-9-]+$")
    size: Decimal | None = Field(None, gt=0, max_digits=21, decimal_places=6)
