"""What the database refuses, in words: the constraint's name says which field and what to do."""

from __future__ import annotations

import logging

from django.db import IntegrityError

__all__ = ["AT_ONCE", "said_of"]

_log = logging.getLogger(__name__)

AT_ONCE = "It was changed by somebody else at the same moment. Try once more."

_DOUBLED = {
    "paper_name_once_a_studio": "another paper is called so; give this one its own name",
    "pack_name_once_a_studio": "another pack is called so; give this one its own name",
    "supply_name_once_a_studio": "another supply is called so; give this one its own name",
    "colourway_name_once_a_class": "two colourways are called the same; give each its own name",
    "piece_name_once_a_project": "two pieces are called the same; give each its own name",
    "variant_name_once_a_project": "two versions are called the same; give each its own name",
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


def said_of(error: IntegrityError) -> tuple[int, str, str, str]:
    """The HTTP status, code, field and words for what a table refused.

    422 where what was sent has to change; 409 where something it names was added or removed by
    somebody else meanwhile, so that the same may go through when it is sent again.
    """
    diag = getattr(error.__cause__, "diag", None)
    name = getattr(diag, "constraint_name", None) or ""
    if name in _DOUBLED:
        return 422, "doubled", _FIELDS.get(name, "name"), _DOUBLED[name]
    if name in _OUT_OF_RANGE:
        return 422, "out-of-range", _OUT_OF_RANGE[name], "is out of range; check the number"
    if getattr(diag, "sqlstate", "") == "23503":
        says = "Something it uses was removed meanwhile, or is used by something new. Load the page again."
        return 409, "changed-meanwhile", "", says
    _log.error("a table refused what every reader took: %s", name, exc_info=error)
    return 409, "changed-meanwhile", "", AT_ONCE
