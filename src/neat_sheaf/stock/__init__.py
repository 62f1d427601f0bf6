"""What there is to cut from and to use up: papers, packs, offcuts and supplies."""

from __future__ import annotations

from neat_sheaf.stock.paper import Edges, Offcut, Pack, Paper, Print
from neat_sheaf.stock.supply import NO_DEPTH, Holds, Supply, SupplyUnit

__all__ = ["NO_DEPTH", "Edges", "Holds", "Offcut", "Pack", "Paper", "Print", "Supply", "SupplyUnit"]
