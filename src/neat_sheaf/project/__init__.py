"""The cut-and-score list and its pieces."""

from __future__ import annotations

from neat_sheaf.project.listing import Fit, FitKind, Override, Project, SupplyUse, Variant
from neat_sheaf.project.piece import (
    NO_LENGTH,
    Corner,
    CornerCut,
    CornerShape,
    CutMethod,
    Diagonal,
    Edge,
    Face,
    Fold,
    Hole,
    Line,
    MatOf,
    Panel,
    Piece,
    Portion,
    Tab,
)

__all__ = [
    "NO_LENGTH",
    "Corner",
    "CornerCut",
    "CornerShape",
    "CutMethod",
    "Diagonal",
    "Edge",
    "Face",
    "Fit",
    "FitKind",
    "Fold",
    "Hole",
    "Line",
    "MatOf",
    "Override",
    "Panel",
    "Piece",
    "Portion",
    "Project",
    "SupplyUse",
    "Tab",
    "Variant",
]
