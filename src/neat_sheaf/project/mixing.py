"""Several sister versions of a list in one: what half of a class makes tall and the other half short."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import TypeVar

from neat_sheaf.project.assembly import Content
from neat_sheaf.project.listing import Project, SupplyUse
from neat_sheaf.project.piece import Piece

__all__ = ["mixed"]

_Kept = TypeVar("_Kept")


def mixed(
    lists: Mapping[str, Project], colourways: Mapping[str, str]
) -> tuple[Project, dict[str, tuple[str, ...]]]:
    """One list of several versions, and the pieces of it that the kits of each colourway do not take.

    ``lists`` are the versions by name ('' is the list itself), each with its amounts worked out, for they
    cannot be worked out from all of them together; ``colourways`` gives the version of each. What versions
    have alike is there once. A piece that differs, or that lies on, is cut with or comes out of one that
    does, is there once for each version, under its name and the version's. A supply that not all take says
    for which colourways it is.
    """
    called = _called(lists)
    pieces = {
        names[piece.name]: _renamed(piece, names, version)
        for (version, own), names in zip(lists.items(), called.values(), strict=True)
        for piece in own.pieces
    }
    without = {
        colourway: tuple(name for name in pieces if name not in called[version].values())
        for colourway, version in colourways.items()
    }
    first = next(iter(lists.values()))
    whole = replace(
        first,
        pieces=tuple(pieces.values()),
        supplies=tuple(_uses(lists, called, colourways)),
        fits=_once(
            replace(fit, outer=called[version].get(fit.outer, fit.outer),
                    inner=called[version].get(fit.inner, fit.inner))
            for version, own in lists.items() for fit in own.fits
        ),
        contents=tuple(_contents(lists, called, colourways)),
        steps=tuple(
            replace(step, pieces=_once(
                called[version][name]
                for version, own in lists.items() for name in own.steps[number].pieces
                if name in called[version]
            ))
            for number, step in enumerate(first.steps)
        ),
        variants=(),
    )  # fmt: skip
    return whole, without


def _once(found: Iterable[_Kept]) -> tuple[_Kept, ...]:
    return tuple(dict.fromkeys(found))


def _called(lists: Mapping[str, Project]) -> dict[str, dict[str, str]]:
    """By version what each of its pieces is called in the list of all; no two are called the same."""
    differ = _differing(list(lists.values()))
    taken = {piece.name for own in lists.values() for piece in own.pieces}
    called: dict[str, dict[str, str]] = {}
    for version, own in lists.items():
        called[version] = {}
        for piece in own.pieces:
            name = piece.name
            if version and name in differ:
                name = f"{piece.name}, {version}"
                while name in taken:
                    name = f"{name}, {version}"
                taken.add(name)
            called[version][piece.name] = name
    return called


def _differing(lists: Sequence[Project]) -> frozenset[str]:
    """The names of pieces that are not alike in all versions that have them, and of what belongs to those."""
    alike: dict[str, Piece] = {}
    every = [(piece, own) for own in lists for piece in own.pieces]
    found = {piece.name for piece, _ in every if alike.setdefault(piece.name, piece) != piece}
    while more := {
        piece.name for piece, own in every if piece.name not in found and _belongs(piece, own, found)
    }:
        found |= more
    return frozenset(found)


def _belongs(piece: Piece, own: Project, found: set[str]) -> bool:
    """Whether a piece lies on, comes out of, or is cut as one block with a piece that differs."""
    on = [place.piece for place in (piece.mat_of, piece.pass_of) if place is not None]
    with_it = [other.name for other in own.pieces if piece.matched and other.matched == piece.matched]
    return not found.isdisjoint([*on, *with_it])


def _renamed(piece: Piece, names: Mapping[str, str], version: str) -> Piece:
    """The piece under its name among all, and what it lies on or comes out of under theirs."""
    mat, given = piece.mat_of, piece.pass_of
    changed = replace(
        piece,
        name=names[piece.name],
        mat_of=None if mat is None else replace(mat, piece=names.get(mat.piece, mat.piece)),
        pass_of=None if given is None else replace(given, piece=names.get(given.piece, given.piece)),
    )
    if not piece.matched or changed.name == piece.name:
        return changed
    return replace(changed, matched=f"{piece.matched}, {version}")


def _uses(
    lists: Mapping[str, Project], called: Mapping[str, Mapping[str, str]], colourways: Mapping[str, str]
) -> list[SupplyUse]:
    """What the versions take of supplies, with the colourways that take it if not all do."""
    rows = {
        version: [
            replace(use, typed=True, lifts=tuple(called[version].get(name, name) for name in use.lifts))
            for use in own.supplies
        ]
        for version, own in lists.items()
    }
    return [replace(use, only=_only(versions, colourways)) for use, versions in _shared(rows)]


def _contents(
    lists: Mapping[str, Project], called: Mapping[str, Mapping[str, str]], colourways: Mapping[str, str]
) -> list[Content]:
    """What goes inside in the versions, with the colourways that have it if not all do."""
    rows = {
        version: [replace(one, piece=called[version].get(one.piece, one.piece)) for one in own.contents]
        for version, own in lists.items()
    }
    return [replace(content, only=_only(versions, colourways)) for content, versions in _shared(rows)]


def _shared(rows: Mapping[str, Sequence[_Kept]]) -> Iterable[tuple[_Kept, list[str]]]:
    """Each row and the versions that have it. One that a version has twice is there twice."""
    found: dict[tuple[_Kept, int], list[str]] = {}
    for version, own in rows.items():
        before: Counter[_Kept] = Counter()
        for row in own:
            found.setdefault((row, before[row]), []).append(version)
            before[row] += 1
    return ((row, versions) for (row, _), versions in found.items())


def _only(versions: Sequence[str], colourways: Mapping[str, str]) -> tuple[str, ...]:
    """The colourways of these versions; none where they are all there are."""
    names = tuple(colourway for colourway, version in colourways.items() if version in versions)
    return () if len(names) == len(colourways) else names
