"""The sister versions of a project in a job file."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Any

from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.formats.use_part import read_use, use_document
from neat_sheaf.limits import MOST_PIECES
from neat_sheaf.measure.length import MILLIMETRE, Unit, write_length
from neat_sheaf.project import CountOverride, Override, PaperOverride, Piece, Variant
from neat_sheaf.project.variants import UnknownNumberError, with_number
from neat_sheaf.stock import Supply

__all__ = ["read_variants", "stored_variant", "variant_document"]

MOST_VARIANTS = 30


def read_variants(
    node: JsonValue,
    pieces: tuple[Piece, ...],
    supplies: Mapping[str, Supply],
    faulty_supplies: Collection[str],
) -> tuple[Variant, ...]:
    """The ``variants`` of a project with these pieces."""
    by_name = {piece.name: piece for piece in pieces}

    def variant(under: JsonValue) -> Variant:
        return _variant(under, by_name, supplies, faulty_supplies)

    found = node.list_at("variants", variant, MOST_VARIANTS)
    for number, made in enumerate(found):
        if any(made.name == other.name for other in found[:number]):
            here = node.key("variants").under(f"[{number}].name", made.name)
            here.fault("doubled.version", name=made.name)
    return found


def _variant(
    node: JsonValue, pieces: Mapping[str, Piece], supplies: Mapping[str, Supply], faulty: Collection[str]
) -> Variant:
    node.object(["name"], ["numbers", "counts", "papers", "supplies", "without", "added", "left_out"])
    added = node.list_at("added", read_piece, MOST_PIECES)
    for number, piece in enumerate(added):
        if piece.name in pieces or piece.name in [other.name for other in added[:number]]:
            here = node.key("added").under(f"[{number}].name", piece.name)
            here.fault("doubled.piece", name=piece.name)
    return Variant(
        node.key("name").text(),
        node.list_at("numbers", lambda n: _override(n, pieces)),
        node.list_at("counts", lambda n: _count(n, pieces)),
        node.list_at("papers", lambda n: _paper(n, pieces)),
        node.list_at("supplies", lambda n: read_use(n, supplies, faulty)),
        node.list_at("without", JsonValue.text),
        added,
        node.list_at("left_out", lambda n: _known(n, pieces)),
    )


def stored_variant(document: dict[str, Any], supplies: Mapping[str, Supply]) -> Variant:
    """A version that was checked when it was kept, its lengths in mm.

    A supply that is there no more is left out of it.
    """
    uses = [use for use in document.get("supplies", []) if use.get("supply") in supplies]
    named = {part.get("piece") for key in ("counts", "papers") for part in document.get(key, [])}
    pieces = dict.fromkeys((*named, *document.get("left_out", [])), _ANY)
    node = JsonValue({**document, "supplies": uses}, "", "mm", [])
    return _variant(node, pieces, supplies, ())


_ANY = Piece("any", "any", 1, MILLIMETRE, MILLIMETRE)


def _known(node: JsonValue, pieces: Mapping[str, Piece]) -> str:
    name = node.text()
    if name not in pieces:
        raise node.fault("unknown-piece.name", piece=name)
    return name


def _count(node: JsonValue, pieces: Mapping[str, Piece]) -> CountOverride:
    node.object(["piece", "per_kit"])
    return CountOverride(_known(node.key("piece"), pieces), node.key("per_kit").whole(0, 10_000))


def _paper(node: JsonValue, pieces: Mapping[str, Piece]) -> PaperOverride:
    node.object(["piece", "paper"])
    return PaperOverride(_known(node.key("piece"), pieces), node.key("paper").text())


def _override(node: JsonValue, pieces: Mapping[str, Piece]) -> Override:
    node.object(["piece", "number", "value"])
    change = Override(node.key("piece").text(), node.key("number").text(), node.key("value").length())
    piece = pieces.get(change.piece)
    if piece is None:
        raise node.key("piece").fault("unknown-piece.name", piece=change.piece)
    try:
        with_number(piece, change.number, change.value)
    except UnknownNumberError as error:
        raise node.key("number").refuse(error.message) from error
    if change.number in ("width", "height"):
        node.key("value").side()
    return change


def variant_document(variant: Variant, units: Unit) -> dict[str, Any]:
    """A sister version as JSON values; what it does not change is left out."""
    document: dict[str, Any] = {
        "name": variant.name,
        "numbers": [
            {"piece": o.piece, "number": o.number, "value": write_length(o.value, units)}
            for o in variant.numbers
        ],
    }
    more: dict[str, list[Any]] = {
        "counts": [{"piece": o.piece, "per_kit": o.per_kit} for o in variant.counts],
        "papers": [{"piece": o.piece, "paper": o.paper} for o in variant.papers],
        "supplies": [use_document(use, units) for use in variant.supplies],
        "without": list(variant.without),
        "added": [piece_document(piece, units) for piece in variant.added],
        "left_out": list(variant.left_out),
    }
    return document | {key: part for key, part in more.items() if part}
