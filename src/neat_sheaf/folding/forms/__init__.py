"""The forms that a piece may be: each takes a view of it and says how it folds, or that it is none."""

from __future__ import annotations

from neat_sheaf.folding.form import Made
from neat_sheaf.folding.forms.pockets import envelope, pocket
from neat_sheaf.folding.forms.strips import card, concertina, flat_sleeve, pocket_card, spine
from neat_sheaf.folding.forms.trays import bag, folded_bag, hinged_box, tray
from neat_sheaf.folding.forms.tubes import gusset_bag, pinched_box, pouch, tube, tuck_box
from neat_sheaf.folding.view import views_of
from neat_sheaf.project import Piece

__all__ = ["readings_of"]

_FORMS = (
    card, spine, concertina, flat_sleeve, pocket_card, hinged_box, tube, gusset_bag, tuck_box, pinched_box,
    pouch, tray, bag, folded_bag, pocket, envelope,
)  # fmt: skip


def readings_of(piece: Piece) -> list[Made]:
    """Every form that the piece may be, each once."""
    found: list[Made] = []
    views = list(views_of(piece))
    for form in _FORMS:
        made = next((made for view in views if (made := form(view)) is not None), None)
        if made is not None:
            found.append(made)
    return found
