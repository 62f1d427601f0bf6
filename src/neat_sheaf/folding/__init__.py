"""Folding: what a scored sheet becomes. Facets, hinges and poses; forms; finished size and room."""

from neat_sheaf.folding.fold import fold
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Remark
from neat_sheaf.folding.parts import Glued, Seen, Sizes

__all__ = ["Folded", "Form", "Glued", "Remark", "Seen", "Sizes", "fold"]
