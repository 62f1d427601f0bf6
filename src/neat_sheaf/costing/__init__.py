"""What to buy and what a kit costs."""

from __future__ import annotations

from neat_sheaf.costing.account import Account, Design, Goods, Need, OnTheWay, Part, account_of
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

__all__ = [
    "Account",
    "Cost",
    "CostLine",
    "Design",
    "Goods",
    "Need",
    "OnTheWay",
    "PackTotal",
    "PaperTotal",
    "Part",
    "SupplyTotal",
    "ThreeCosts",
    "account_of",
    "cost",
    "pack_totals",
    "packs",
    "paper_total",
    "supply_totals",
]
