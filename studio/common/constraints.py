"""What the database refuses: the constraint's name says which field and what to do."""

from __future__ import annotations

import logging

from django.db import IntegrityError

from neat_sheaf.messages import Message, message

__all__ = ["AT_ONCE", "refusal_of"]

AT_ONCE = message("changed-meanwhile.at-once")

_log = logging.getLogger(__name__)

_DOUBLED = {
    "paper_name_once_a_studio": "taken.paper",
    "pack_name_once_a_studio": "taken.pack",
    "supply_name_once_a_studio": "taken.supply",
    "colourway_name_once_a_class": "taken.colourway",
    "piece_name_once_a_project": "taken.piece",
    "variant_name_once_a_project": "taken.version",
}
_FIELDS = {
    "colourway_name_once_a_class": "colourways",
    "piece_name_once_a_project": "pieces",
    "variant_name_once_a_project": "variants",
}
# Numbers that the readers keep from the tables; a name here says where to look if one gets by.
_OUT_OF_RANGE = {
    "supply_pack_over_zero": "pack_size",
    "supply_counts_not_negative": "on_hand",
    "paper_size_over_zero": "width",
    "paper_counts_not_negative": "on_hand",
    "piece_size_over_zero": "pieces",
    "class_cutting_over_zero": "keep_offcut",
    "class_counts_not_negative": "seats",
}


def refusal_of(error: IntegrityError) -> tuple[int, str, str, Message]:
    """The HTTP status, code, field and message for what a table refused.

    422 where what was sent has to change; 409 where something it names was added or removed by
    somebody else meanwhile, so that the same may go through when it is sent again.
    """
    diag = getattr(error.__cause__, "diag", None)
    name = getattr(diag, "constraint_name", None) or ""
    if name in _DOUBLED:
        return 422, "doubled", _FIELDS.get(name, "name"), message(_DOUBLED[name])
    if name in _OUT_OF_RANGE:
        return 422, "out-of-range", _OUT_OF_RANGE[name], message("table-range")
    if getattr(diag, "sqlstate", "") == "23503":
        return 409, "changed-meanwhile", "", message("changed-meanwhile.gone")
    _log.error("a table refused what every reader took: %s", name, exc_info=error)
    return 409, "changed-meanwhile", "", AT_ONCE
