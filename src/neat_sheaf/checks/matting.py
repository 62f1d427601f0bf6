"""Mats as many as their panels: none short, none over, none twice, no panel forgotten."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Sized, message, several
from neat_sheaf.project import MatOf, Panel, Piece
from neat_sheaf.project.matting import mat_name, panels_to_mat

__all__ = ["check_matting"]

Sizes = Mapping[Panel, tuple[Length, Length]]

FEWEST_ALIKE = 3  # From memory: of two panels alike one is often left bare on purpose.


def check_matting(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """Findings about all the mats of one piece together."""
    mats = [
        (n, mat)
        for n, mat in enumerate(context.project.pieces)
        if mat.mat_of is not None and mat.mat_of.piece == piece.name and mat.per_kit
    ]
    if not mats or not piece.per_kit:
        return
    sizes = panels_to_mat(piece)
    yield from _counts(context, piece, sizes, mats)
    yield from _twice(context, piece, mats)
    yield from _forgotten(context, index, piece, sizes, mats)


def _alike(sizes: Sizes, panel: Panel) -> list[Panel]:
    """The panels of one size with this one, itself among them."""
    size = sizes.get(panel)
    return [] if size is None else [p for p, other in sizes.items() if other in (size, size[::-1])]


def _counts(
    context: CheckContext, piece: Piece, sizes: Sizes, mats: list[tuple[int, Piece]]
) -> Iterator[Finding]:
    """A mat for each piece it is of; one line may be for several panels that are alike."""
    for n, mat in mats:
        assert mat.mat_of is not None  # noqa: S101 - told apart by the caller
        alike = len(_alike(sizes, mat.mat_of.panel))
        if alike == 0 or (mat.per_kit % piece.per_kit == 0 and mat.per_kit <= alike * piece.per_kit):
            continue
        few = mat.per_kit < piece.per_kit
        wanted = piece.per_kit if few else max(1, mat.per_kit // piece.per_kit) * piece.per_kit
        wanted = min(wanted, alike * piece.per_kit)
        said = message("mats-off", mat=mat.name, count=mat.per_kit, piece=piece.name, pieces=piece.per_kit)
        fixed = context.with_piece(n, replace(mat, per_kit=wanted))
        fix = Fix(message("fix-count", count=wanted), fixed)
        yield Finding(Level.ERROR if few else Level.WARNING, said, of_named(mat.name), n, fix)


def _twice(context: CheckContext, piece: Piece, mats: list[tuple[int, Piece]]) -> Iterator[Finding]:
    """Two mats on one panel of which neither lies on the other."""
    for k, (n, mat) in enumerate(mats):
        for _, other in mats[:k]:
            if mat.mat_of is None or other.mat_of is None or not mat.mat_of.meets(other.mat_of):
                continue
            small, large = sorted((mat, other), key=lambda m: m.width * m.height)
            inside = small.width < large.width and small.height < large.height
            inside = inside or (small.height < large.width and small.width < large.height)
            if inside:
                continue
            said = message("two-mats", mat=mat.name, other=other.name, piece=piece.name)
            yield Finding(Level.WARNING, said, of_named(mat.name), n)
            break


def _forgotten(
    context: CheckContext, index: int, piece: Piece, sizes: Sizes, mats: list[tuple[int, Piece]]
) -> Iterator[Finding]:
    """All but one of three or more panels alike have their mat."""
    for panel in sizes:
        alike = _alike(sizes, panel)
        if len(alike) < FEWEST_ALIKE or panel != alike[0]:
            continue
        laid = [(mat.mat_of, mat) for _, mat in mats if mat.mat_of is not None]
        bare = [p for p in alike if not any(of.covers(p) for of, _ in laid)]
        here = [mat for of, mat in laid if of.until is None and of.panel in alike]
        for_several = any(mat.per_kit > piece.per_kit for mat in here)
        if len(bare) != 1 or for_several or not here:
            continue
        size = sizes[bare[0]]
        # One of a panel that lies the same way, or else turned with the panel.
        like = max(here, key=lambda mat: mat.mat_of is not None and sizes[mat.mat_of.panel] == size)
        name = mat_name(piece, bare[0], {p.name for p in context.project.pieces})
        mat = replace(like, name=name, mat_of=MatOf(piece.name, bare[0]))
        if like.mat_of is not None and sizes[like.mat_of.panel] != size:
            mat = replace(mat, width=like.height, height=like.width)
        added = replace(context.project, pieces=(*context.project.pieces, mat))
        said = message(
            "panel-without-mat", column=bare[0].column, row=bare[0].row,
            count=len(alike), size=Sized(*size), mats=several(m.name for m in here),
        )  # fmt: skip
        fix = Fix(message("fix-mat.add", size=Sized(mat.width, mat.height)), added)
        yield Finding(Level.NOTE, said, of_named(piece.name), index, fix)
