"""What is in the cupboard, and why there is so much of it."""

from __future__ import annotations

from studio.cupboard.models.ledger import Claim, Movement
from studio.cupboard.models.orders import Order, OrderLine
from studio.cupboard.models.stock import Offcut, Pack, Paper, Photo, Supply

__all__ = ["Claim", "Movement", "Offcut", "Order", "OrderLine", "Pack", "Paper", "Photo", "Supply"]
