"""What to buy and what a kit costs."""

from __future__ import annotations

from neat_sheaf.costing.cost import Cost, CostLine, ThreeCosts, cost
from neat_sheaf.costing.purchases import (
    PackTotal,
    PaperTotal,
    SupplyTotal,
    pack_totals,
    packs,
    paper_total,
    supply_totals,
)
from neat_sheaf.costing.shopping import Goods, Need, ShoppingRow, shopping_list

__all__ = [
    "Cost",
    "CostLine",
    "Goods",
    "Need",
    "PackTotal",
    "PaperTotal",
    "ShoppingRow",
    "SupplyTotal",
    "ThreeCosts",
    "cost",
    "pack_totals",
    "packs",
    "paper_total",
    "shopping_list",
    "supply_totals",
]
