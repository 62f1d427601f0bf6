"""Papers, packs and supplies, as the API takes and gives them."""

from __future__ import annotations

from typing import Literal

from ninja import Field

from neat_sheaf.limits import MOST_GRAMS, MOST_OFFERS
from studio.accounts.models import Measure
from studio.common.sent import Save, Sent

__all__ = [
    "EdgesDoc",
    "HoldsDoc",
    "OffcutDoc",
    "OfferDoc",
    "PackIn",
    "PackOut",
    "PaperFaceDoc",
    "PaperIn",
    "PaperOut",
    "SupplyIn",
    "SupplyOut",
]


class OffcutDoc(Sent):
    """Kept pieces of one size; sizes are lengths as text in the studio's units."""

    width: str
    height: str
    count: int = 1


class EdgesDoc(Sent):
    """How much along each edge of a sheet cannot be used; lengths as text, empty for none."""

    left: str = ""
    right: str = ""
    top: str = ""
    bottom: str = ""


class OfferDoc(Sent):
    """Another pack that something is sold in: how much it holds, as text in its unit, and its price."""

    size: str = Field(max_length=60)
    price: str = Field(max_length=60)


class PackIn(Save):
    """A pack of several designs as it is written."""

    name: str
    sheets: int = Field(12, ge=1, le=100_000)
    price: str | None = None
    code: str = Field("", max_length=60)
    shop: str = Field("", max_length=120)
    lead_days: int = Field(0, ge=0, le=365)
    discontinued: bool = False


class PackOut(PackIn):
    """A pack as it is kept."""

    id: int


class MeasuredDoc(Sent):
    """What a sheet really measures, lengths as text; empty where that is its size."""

    width: str = ""
    height: str = ""


class PaperFaceDoc(Sent):
    """How a face of a sheet looks: its motif, its ground and its ink (``#rrggbb``)."""

    motif: Literal["plain", "sprigs", "dots", "stripes", "checks", "waves"] = "plain"
    ground: str = Field("#ffffff", pattern=r"^#[0-9a-f]{6}$")
    ink: str = Field("#6b5a3a", pattern=r"^#[0-9a-f]{6}$")


class PaperIn(Save):
    """A paper as it is written; ``units`` is that of its lengths, null for the studio's.

    ``back`` is its other face, null where that is bare; ``weight`` is g/m².
    """

    units: Measure | None = None
    name: str
    kind: Literal["cardstock", "patterned", "vellum", "window film", "foil", "chipboard", "adhesive sheet"]
    width: str
    height: str
    print: Literal["none", "two-way", "one-way"] = "none"
    pack_sheets: int = Field(1, ge=1, le=100_000)
    pack_price: str | None = None
    on_hand: int = Field(0, ge=0, le=1_000_000)
    offcuts: list[OffcutDoc] = []
    motif: Literal["plain", "sprigs", "dots", "stripes", "checks", "waves"] = "plain"
    ground: str = Field("#d9c9a8", pattern=r"^#[0-9a-f]{6}$")
    ink: str = Field("#6b5a3a", pattern=r"^#[0-9a-f]{6}$")
    back: PaperFaceDoc | None = None
    weight: int | None = Field(None, ge=1, le=MOST_GRAMS)
    caliper: str = ""
    edges: EdgesDoc = EdgesDoc()
    pack: int | None = None
    same_as: int | None = None
    at_once: int | None = Field(None, ge=1, le=100)
    code: str = Field("", max_length=60)
    shelf: str = Field("", max_length=120)
    shop: str = Field("", max_length=120)
    lead_days: int = Field(0, ge=0, le=365)
    low: int | None = Field(None, ge=0, le=1_000_000)
    discontinued: bool = False
    offers: list[OfferDoc] = Field([], max_length=MOST_OFFERS)
    measured: MeasuredDoc = MeasuredDoc()


class PaperOut(PaperIn):
    """A paper as it is kept; sizes also in whole nanometres, for drawing.

    ``photo`` is the number of its photograph, null where it has none.
    """

    id: int
    width_nm: int
    height_nm: int
    photo: int | None = None


class HoldsDoc(Sent):
    """The inside of an envelope or a bag, lengths as text; an empty depth is one that lies flat."""

    width: str
    height: str
    depth: str = ""


class SupplyIn(Save):
    """A supply as it is written; its amounts in its unit, lengths as text in ``units``.

    ``low`` is the amount from which it runs low. ``holds`` is what goes into one, null where nothing does.
    """

    units: Measure | None = None
    name: str
    unit: Literal["each", "length", "ml"]
    pack_size: str
    pack_price: str | None = None
    on_hand: str = "0"
    joinable: bool = True
    holds: HoldsDoc | None = None
    code: str = Field("", max_length=60)
    shelf: str = Field("", max_length=120)
    shop: str = Field("", max_length=120)
    lead_days: int = Field(0, ge=0, le=365)
    low: str | None = None
    discontinued: bool = False
    offers: list[OfferDoc] = Field([], max_length=MOST_OFFERS)


class SupplyOut(SupplyIn):
    """A supply as it is kept."""

    id: int
