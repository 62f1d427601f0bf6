"""What goes into the bag of each kit, and what lies on the table for all. Lengths in nm, weights in grams."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import ceil

from neat_sheaf.costing.purchases import times_taken
from neat_sheaf.folding.parts import Sizes
from neat_sheaf.job import Colourway, Job
from neat_sheaf.measure.length import Length
from neat_sheaf.preparing.wanted import kit_pieces
from neat_sheaf.project import Piece, SupplyUse
from neat_sheaf.project.assembly import Caution, cautions_for
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["Bag", "Item", "ItemKind", "OnTable", "Packing", "bags_of", "packing_of"]

_SQUARE_METRE = 10**18  # square nm


class ItemKind(StrEnum):
    """What an item of a bag is."""

    PIECE = "piece"
    SUPPLY = "supply"
    CONTENT = "content"
    SHEET = "sheet"


@dataclass(frozen=True, slots=True)
class Item:
    """So many of one thing in a bag; of a supply by length, so many ``cuts`` of ``length`` nm."""

    key: str
    kind: ItemKind
    name: str
    count: int
    length: Length | None = None


@dataclass(frozen=True, slots=True)
class OnTable:
    """What lies on the table: ``count`` of it for the class (millilitres, nm of length, or things)."""

    supply: str
    name: str
    unit: SupplyUnit
    count: int
    lent: bool


@dataclass(frozen=True, slots=True)
class Bag:
    """What one kit of a colourway takes with it; ``kits`` such bags are filled.

    ``grams`` is what its paper weighs at most (with nothing cut away), None where the weight of a paper is
    not known. ``flat`` is how wide, how high and how thick its pieces are laid on one another, None where a
    thickness is not known.
    """

    colourway: str
    kits: int
    items: tuple[Item, ...]
    grams: Fraction | None
    flat: Sizes | None


@dataclass(frozen=True, slots=True)
class Packing:
    """The bags by colourway, what lies on the table, and what the labels have to say."""

    bags: tuple[Bag, ...]
    table: tuple[OnTable, ...]
    allergens: tuple[str, ...]
    cautions: tuple[Caution, ...]


def packing_of(job: Job) -> Packing:
    """The bags of a class. On the table lies what is poured or comes off a roll, and what is shared."""
    known = {supply.id: supply for supply in job.supplies}
    bags = tuple(_bag(job, colourway, known) for colourway in job.klass.colourways if colourway.kits)
    project = job.project
    allergens = dict.fromkeys(content.allergens for content in project.contents if content.allergens)
    names = [known[use.supply].name for use in project.taken if use.supply in known]
    own = [caution for step in project.steps for caution in step.cautions]
    found = dict.fromkeys([*own, *cautions_for(*names, *(content.name for content in project.contents))])
    table = tuple(_on_table(job, use, known[use.supply]) for use in project.supplies if _shared(use, known))
    return Packing(bags, table, tuple(allergens), tuple(caution for caution in Caution if caution in found))


def _bag(job: Job, colourway: Colourway, known: dict[str, Supply]) -> Bag:
    pieces, own = kit_pieces(job, colourway), job.listed(colourway)
    items = [Item(f"piece|{p.name}", ItemKind.PIECE, p.name, p.per_kit) for p in pieces]
    for use in own.supplies:
        if use.supply in known and not _shared(use, known):
            items.append(_supply_item(use, known[use.supply]))
    items += [
        Item(f"content|{c.name}", ItemKind.CONTENT, c.name, c.count) for c in own.contents
    ]  # fmt: skip
    items.append(Item("sheet", ItemKind.SHEET, "", 1))
    return Bag(
        colourway.name, colourway.kits, tuple(items),
        _grams(job, colourway, pieces), _flat(job, colourway, pieces),
    )  # fmt: skip


def _shared(use: SupplyUse, known: dict[str, Supply]) -> bool:
    """Whether it lies on the table: shared, poured, or off a roll that is not cut into lengths before."""
    supply = known.get(use.supply)
    if supply is None:
        return False
    rolled = supply.unit is SupplyUnit.LENGTH and supply.joinable
    return use.shared_by != 1 or use.lent or rolled or supply.unit is SupplyUnit.ML


def _supply_item(use: SupplyUse, supply: Supply) -> Item:
    if use.length is not None:
        return Item(f"supply|{supply.id}", ItemKind.SUPPLY, supply.name, use.cuts, use.cut_length)
    count = use.count or 0
    return Item(f"supply|{supply.id}", ItemKind.SUPPLY, supply.name, ceil(count))


def _on_table(job: Job, use: SupplyUse, supply: Supply) -> OnTable:
    one = use.length if use.length is not None else use.count or 0
    whole = ceil(one * times_taken(use, job.klass))
    return OnTable(supply.id, supply.name, supply.unit, whole, use.lent)


def _area(piece: Piece) -> Fraction:
    """The paper of the pieces of a kit, square metres: their whole rectangles, with nothing cut away."""
    return Fraction(piece.width * piece.height * piece.per_kit, _SQUARE_METRE)


def _grams(job: Job, colourway: Colourway, pieces: list[Piece]) -> Fraction | None:
    """Area times grammage, summed. Source: ISO 536, the mass of a square metre in grams."""
    total = Fraction(0)
    for piece in pieces:
        weight = job.paper(colourway.papers[piece.paper]).weight
        if weight is None:
            return None
        total += _area(piece) * weight
    return total


def _flat(job: Job, colourway: Colourway, pieces: list[Piece]) -> Sizes | None:
    thick, wide, high = 0, Length(0), Length(0)
    for piece in pieces:
        caliper = job.paper(colourway.papers[piece.paper]).caliper
        if not caliper:
            return None
        thick += caliper * piece.per_kit
        short, long = sorted((piece.width, piece.height))
        wide, high = max(wide, short), max(high, long)
    return (wide, high, Length(thick)) if pieces else None


def bags_of(packing: Packing) -> Iterator[tuple[int, Bag]]:
    """Every bag with its number within its colourway, from 1.

    A bag keeps its number when another colourway has more kits: what was put in it stays in it.
    """
    for bag in packing.bags:
        for number in range(1, bag.kits + 1):
            yield number, bag
