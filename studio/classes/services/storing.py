"""Keeping a class: what was sent is read with every fault, and kept in one transaction."""

from __future__ import annotations

from decimal import Decimal

from django.db import transaction
from django.http import Http404

from neat_sheaf.errors import Fault
from neat_sheaf.formats.class_part import (
    check_extras,
    extra_document,
    other_fee_document,
    read_extra,
    read_other_fee,
)
from neat_sheaf.formats.cutting_part import edge_length
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET, LONGEST_TEXT
from neat_sheaf.measure.length import Length, inches
from studio.accounts.models import Studio
from studio.classes.models import Choice, Colourway, KitClass
from studio.classes.schemas import ClassIn
from studio.projects.models import Project

__all__ = ["store_class"]

_AS_SENT = (
    "date", "seats", "samples", "spares", "style", "sheets_at_once", "mix_sizes", "papers_together",
    "empty_last", "most_piles", "variant",
)  # fmt: skip


def store_class(kit_class: KitClass, payload: ClassIn, studio: Studio, project: Project) -> KitClass:
    """Keep a class whole. Raises FileError with every fault, Http404 for a paper of another studio."""
    faults: list[Fault] = []
    root = JsonValue(payload.model_dump(), "", payload.units or studio.measure, faults)
    name = root.take("name", JsonValue.name, "")
    place = root.take("place", _place, "")
    fee = root.take("fee", _fee, None)
    keep = sorted(root.list_at("keep_offcut", JsonValue.side))
    trimmer = root.take("trimmer", _trimmer, Length(kit_class.trimmer_nm))
    squaring, safety = (root.take(key, edge_length, Length(0)) for key in ("squaring", "safety"))
    extras = root.list_at("extras", read_extra)
    other_fees = root.list_at("other_fees", read_other_fee)
    check_extras(root, extras, other_fees)
    names = _colourway_names(root, payload)
    if faults:
        raise FileError(faults)
    known = set(studio.papers.values_list("pk", flat=True))
    if any(paper not in known for c in payload.colourways for paper in c.papers.values()):
        raise Http404
    kit_class.project = project
    kit_class.name, kit_class.fee, kit_class.place = name, fee, place
    kit_class.extras = [extra_document(extra) for extra in extras]
    kit_class.at_table = list(dict.fromkeys(work.value for work in payload.at_table))
    kit_class.other_fees = [other_fee_document(other) for other in other_fees]
    kit_class.keep_short_nm, kit_class.keep_long_nm = keep
    kit_class.trimmer_nm = trimmer
    kit_class.squaring_nm, kit_class.safety_nm = squaring, safety
    for field in _AS_SENT:
        setattr(kit_class, field, getattr(payload, field))
    kit_class.version += 1
    with transaction.atomic():
        kit_class.save()
        _store_colourways(kit_class, names, payload)
    return kit_class


def _store_colourways(kit_class: KitClass, names: list[str], payload: ClassIn) -> None:
    """Keep the colourways; where they are as they were, nothing is written."""
    rows = [(names[n], c.share, c.ready, c.variant, dict(c.papers)) for n, c in enumerate(payload.colourways)]
    there = kit_class.colourways.prefetch_related("choices")
    if rows == [
        (one.name, one.share, one.ready, one.variant, {c.role: c.paper_id for c in one.choices.all()})
        for one in there
    ]:
        return
    kit_class.colourways.all().delete()
    stored = Colourway.objects.bulk_create(
        Colourway(kit_class=kit_class, position=n, name=name, share=share, ready=ready, variant=variant)
        for n, (name, share, ready, variant, _) in enumerate(rows)
    )
    Choice.objects.bulk_create(
        Choice(colourway=kept, role=role, paper_id=paper)
        for kept, (*_, papers) in zip(stored, rows, strict=True)
        for role, paper in papers.items()
    )


def _colourway_names(root: JsonValue, payload: ClassIn) -> list[str]:
    """The names of the colourways, each once; a fault for one that is not."""
    names: list[str] = []
    rows = root.key("colourways")
    for number, (row, sent) in enumerate(zip(rows.value, payload.colourways, strict=True)):
        given = sent.name.strip()
        name = rows.under(f"[{number}]", row).take("name", JsonValue.name, "") if given else ""
        here = root.under(f"colourways[{number}].name", name)
        if not given:
            here.fault("colourway-unnamed")
        elif name and name in names:
            here.fault("colourway-doubled", name=name)
        if any(not 0 < len(role) <= LONGEST_TEXT for role in sent.papers):
            here.fault("role-name", most=LONGEST_TEXT)
        names.append(name)
    return names


def _place(node: JsonValue) -> str:
    return "" if not str(node.value).strip() else node.name()


def _trimmer(node: JsonValue) -> Length:
    """The longest cut; an empty field leaves it at a 12-inch trimmer's."""
    return inches(12) if node.value == "" else node.size(inches(1), LARGEST_SHEET)


def _fee(node: JsonValue) -> Decimal | None:
    return None if node.value == "" else node.price()
