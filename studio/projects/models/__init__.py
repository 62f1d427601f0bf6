"""Projects as they are kept: the list, and how it is put together."""

from __future__ import annotations

from studio.projects.models.assembly import Content, Override, Step, StepSupply, Variant, new_key
from studio.projects.models.listing import (
    CornerCut,
    Diagonal,
    Face,
    Fit,
    Hole,
    Line,
    Piece,
    Project,
    SupplyUse,
    Tab,
)
from studio.projects.models.words import LearnedWord

__all__ = [
    "Content",
    "CornerCut",
    "Diagonal",
    "Face",
    "Fit",
    "Hole",
    "LearnedWord",
    "Line",
    "Override",
    "Piece",
    "Project",
    "Step",
    "StepSupply",
    "SupplyUse",
    "Tab",
    "Variant",
    "new_key",
]
