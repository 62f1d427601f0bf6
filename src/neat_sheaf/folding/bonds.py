"""Pieces that are glued to one another, panel to panel, as one thing. nm."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import acos, degrees, hypot

from neat_sheaf.folding.by_hand import ALONG, largest
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Remark
from neat_sheaf.folding.laid import Assembled, Laid
from neat_sheaf.folding.measuring import outside, spots_of
from neat_sheaf.folding.motion import FLAT, Pose, Vector, dot
from neat_sheaf.folding.parts import FINE
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.folding.view import alike
from neat_sheaf.folding.walls import room_in_walls
from neat_sheaf.messages import Level, Measured, Message, message, nearly, several
from neat_sheaf.project import Edge, Fit, FitKind, Glue, Panel, Piece, Project
from neat_sheaf.project.panels import Box, panel_box

__all__ = ["glued_of", "laid_flat", "tabs_elsewhere"]

_LAYER = 1000.0  # nm: enough to tell which of two layers is in front, and nothing to the eye
_INWARD: dict[Edge, Vector] = {
    Edge.TOP: (0.0, -1.0, 0.0),
    Edge.BOTTOM: (0.0, 1.0, 0.0),
    Edge.LEFT: (1.0, 0.0, 0.0),
    Edge.RIGHT: (-1.0, 0.0, 0.0),
}
_Copy = tuple[str, int]


@dataclass(frozen=True, slots=True)
class _Bond:
    """A fit that is glued: which copy lies on which, and the motion between their flat panels."""

    fit: Fit
    outer: _Copy
    inner: _Copy
    onto: Pose


def laid_flat(folded: Folded) -> Folded:
    """A piece that has no folds as one facet, so that it can be placed."""
    if folded.sheet is not None or folded.piece.scores or folded.piece.diagonals:
        return folded
    sheet = facets_of(folded.piece)
    return replace(folded, sheet=sheet, poses=(FLAT,) * len(sheet.facets))


def tabs_elsewhere(project: Project, piece: Piece) -> frozenset[Panel]:
    """The panels of a piece that are glued to another one, or to another copy of it."""
    found = set()
    for fit in project.fits:
        if fit.kind is FitKind.GLUED:
            found |= {fit.outer_panel} if fit.outer == piece.name else set()
            found |= {fit.inner_panel} if fit.inner == piece.name else set()
    return frozenset(panel for panel in found if panel is not None)


def glued_of(project: Project, folded: Mapping[str, Folded]) -> Iterator[Assembled]:
    """What is glued together, each whole with what does not line up in it."""
    fits = [
        fit for fit in project.fits
        if fit.kind is FitKind.GLUED and fit.outer in folded and fit.inner in folded
    ]  # fmt: skip
    order = {piece.name: n for n, piece in enumerate(project.pieces)}
    for group in _groups(fits):
        copies = sorted(set().union(*map(_copies, group)), key=lambda copy: (order[copy[0]], copy[1]))
        yield _whole(group, copies, folded)


def _groups(fits: Sequence[Fit]) -> list[list[Fit]]:
    """The fits that hang together by the copies that they glue, in their order."""
    above: dict[_Copy, _Copy] = {}

    def root(copy: _Copy) -> _Copy:
        while above.setdefault(copy, copy) != copy:
            above[copy] = copy = above[above[copy]]
        return copy

    for fit in fits:
        one, *others = _copies(fit)
        for other in others:
            above[root(other)] = root(one)
    groups: dict[_Copy, list[Fit]] = {}
    for fit in fits:
        groups.setdefault(root(next(iter(_copies(fit)))), []).append(fit)
    return list(groups.values())


def _copies(fit: Fit) -> set[_Copy]:
    glue = fit.glue or Glue()
    return {(fit.outer, glue.outer_copy), (fit.inner, glue.inner_copy)}


def _whole(group: list[Fit], copies: list[_Copy], folded: Mapping[str, Folded]) -> Assembled:
    names = list(dict.fromkeys(name for name, _ in copies))
    parts = {name: laid_flat(folded[name]) for name in names}
    why = message("fold-together.glued", pieces=several(names, "and"))
    blank = Assembled(FitKind.GLUED, tuple(parts.values()), why)
    # A fold that is not set, or paper that would tear, leaves it unknown although it can be drawn.
    unknown = [
        name for name, part in parts.items() if part.finished is None or not part.poses or None in part.poses
    ]
    if unknown:
        said = message("fold-glue-unknown", piece=unknown[0])
        return replace(blank, of_fits=((group[0], Remark(Level.NOTE, said)),))
    faults = [(fit, Remark(Level.ERROR, said)) for fit in group for said in _faults(fit, parts)]
    if faults:
        return replace(blank, of_fits=tuple(faults))
    bonds = [bond for fit in group if (bond := _bond(fit, parts)) is not None]
    laid, remarks = _placed(bonds, copies[0], parts)
    whole = replace(blank, laid=tuple(laid.values()), of_fits=tuple(remarks))
    return whole if any(r.level is Level.ERROR for r in whole.remarks) else _measured(whole)


def _faults(fit: Fit, parts: Mapping[str, Folded]) -> Iterator[Message]:
    """What is wrong with how the list says it is glued."""
    glue = fit.glue or Glue()
    if _bond(fit, parts) is None:
        yield message("fold-glue-panel", outer=fit.outer, inner=fit.inner)
    for name, copy in ((fit.outer, glue.outer_copy), (fit.inner, glue.inner_copy)):
        count = parts[name].piece.per_kit
        if copy > count:
            yield message("fold-glue-copy", piece=name, copy=copy, count=count)
    if (fit.outer, glue.outer_copy) == (fit.inner, glue.inner_copy):
        yield message("fold-glue-itself", piece=fit.outer)


def _bond(fit: Fit, parts: Mapping[str, Folded]) -> _Bond | None:
    """None where a panel that is named is not there, or is not named on a piece of several."""
    glue = fit.glue or Glue()
    outer, inner = _box(parts[fit.outer], fit.outer_panel), _box(parts[fit.inner], fit.inner_panel)
    if outer is None or inner is None:
        return None
    return _Bond(fit, (fit.outer, glue.outer_copy), (fit.inner, glue.inner_copy), _onto(glue, outer, inner))


def _box(folded: Folded, panel: Panel | None) -> Box | None:
    if panel is None and (folded.piece.scores or folded.piece.diagonals):
        return None
    panel = panel or Panel(1, 1)
    if folded.sheet is None or not folded.sheet.of(panel):
        return None
    return panel_box(folded.piece, panel)


def _onto(glue: Glue, outer: Box, inner: Box) -> Pose:
    """The motion from the outer's flat sheet to the inner's, so that their panels lie on one another."""
    # Touching with the same side, one of the two lies the other way round.
    flipped = -1.0 if glue.outer_side is glue.inner_side else 1.0
    flip = Pose(((flipped, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, flipped)), (0.0, 0.0, 0.0))
    if glue.outer_edge is None or glue.inner_edge is None:
        turned, there, here = flip, _middle(inner, None), _middle(outer, None)
    else:
        from_, to = flip.along(_INWARD[glue.outer_edge][:2]), _INWARD[glue.inner_edge]
        c, s = from_[0] * to[0] + from_[1] * to[1], from_[0] * to[1] - from_[1] * to[0]
        turned = Pose(((c, -s, 0.0), (s, c, 0.0), (0.0, 0.0, 1.0)), (0.0, 0.0, 0.0)).after(flip)
        there, here = _middle(inner, glue.inner_edge), _middle(outer, glue.outer_edge)
    moved = turned.put(here)
    return replace(turned, shift=(there[0] - moved[0], there[1] - moved[1], 0.0))


def _middle(box: Box, edge: Edge | None) -> tuple[float, float]:
    x, y = float(box.x + box.width / 2), float(box.y + box.height / 2)
    if edge in (Edge.LEFT, Edge.RIGHT):
        x = float(box.x + (box.width if edge is Edge.RIGHT else 0))
    elif edge is not None:
        y = float(box.y + (box.height if edge is Edge.TOP else 0))
    return x, y


def _pose(folded: Folded, panel: Panel | None) -> Pose:
    """Where a panel is on its own folded piece."""
    sheet = folded.sheet or Sheet((), ())
    pose = folded.poses[sheet.of(panel or Panel(1, 1))[0]]
    return pose or FLAT


def _placed(
    bonds: Sequence[_Bond], root: _Copy, parts: Mapping[str, Folded]
) -> tuple[dict[_Copy, Laid], list[tuple[Fit, Remark]]]:
    """Every copy where the first bond to it puts it; the other bonds say what does not line up."""
    laid = {root: Laid(parts[root[0]], root[1], FLAT)}
    left = deque(bonds)
    remarks: list[tuple[Fit, Remark]] = []
    waited = 0
    while left and waited <= len(left):
        bond = left.popleft()
        if bond.inner not in laid and bond.outer not in laid:
            # It hangs on one that is still to be placed.
            left.append(bond)
            waited += 1
            continue
        waited = 0
        own, under = (
            _pose(parts[bond.outer[0]], bond.fit.outer_panel),
            _pose(parts[bond.inner[0]], bond.fit.inner_panel),
        )
        glue = bond.fit.glue or Glue()
        if bond.outer in laid and bond.inner in laid:
            remarks += [(bond.fit, remark) for remark in _apart(bond, laid, own, under)]
        elif bond.inner in laid:
            base = laid[bond.inner]
            at = base.at.after(under).after(bond.onto).after(own.inverse)
            side = 1 if glue.inner_side == "print" else -1
            normal = base.at.after(under).normal
            laid[bond.outer] = Laid(parts[bond.outer[0]], bond.outer[1], at, _lifted(base.lift, normal, side))
        else:
            over = laid[bond.outer]
            at = over.at.after(own).after(bond.onto.inverse).after(under.inverse)
            side = 1 if glue.outer_side == "print" else -1
            normal = over.at.after(own).normal
            laid[bond.inner] = Laid(parts[bond.inner[0]], bond.inner[1], at, _lifted(over.lift, normal, side))
        remarks += [(bond.fit, remark) for remark in (*_beyond(bond, parts), *_edges(bond, parts))]
    return laid, remarks


def _lifted(lift: Vector, normal: Vector, side: int) -> Vector:
    x, y, z = (a + side * _LAYER * b for a, b in zip(lift, normal, strict=True))
    return x, y, z


def _apart(bond: _Bond, laid: Mapping[_Copy, Laid], own: Pose, under: Pose) -> Iterator[Remark]:
    """How far a panel lies from where it is glued, off the other's plane and along it."""
    over, base = laid[bond.outer], laid[bond.inner]
    box = _box(over.folded, bond.fit.outer_panel)
    if box is None:
        return
    x, y, w, h = float(box.x), float(box.y), float(box.width), float(box.height)
    corners = [(x, y), (x + w, y), (x, y + h), (x + w, y + h)]
    to_panel = base.at.after(under).inverse.after(over.at).after(own)
    here, should = to_panel.along((0.0, 1.0)), bond.onto.along((0.0, 1.0))
    turned = round(degrees(acos(max(-1.0, min(1.0, dot(here, should))))))
    off = along = 0.0
    for corner in corners:
        is_at, meant = to_panel.put(corner), bond.onto.put(corner)
        off = max(off, abs(is_at[2] - meant[2]))
        along = max(along, hypot(is_at[0] - meant[0], is_at[1] - meant[1]))
    least = over.folded.thick + base.folded.thick + FINE
    one, other = _panel(bond.fit.outer, bond.fit.outer_panel), _panel(bond.fit.inner, bond.fit.inner_panel)
    if off > least:
        said = message("fold-glue-off", outer=one, inner=other, by=nearly(off))
        yield Remark(Level.ERROR, said)
    elif along > least and turned:
        said = message("fold-glue-turned", outer=one, inner=other, degrees=turned)
        yield Remark(Level.ERROR, said)
    elif along > least:
        said = message("fold-glue-apart", outer=one, inner=other, by=nearly(along))
        yield Remark(Level.ERROR, said)


def _panel(piece: str, panel: Panel | None) -> Message:
    at = panel or Panel(1, 1)
    return message("fold-glue-at", piece=piece, column=at.column, row=at.row)


def _beyond(bond: _Bond, parts: Mapping[str, Folded]) -> Iterator[Remark]:
    """A tab that stands out beyond the panel it is glued to, and by how much."""
    outer, inner = parts[bond.outer[0]], parts[bond.inner[0]]
    here, there = bond.fit.outer_panel or Panel(1, 1), bond.fit.inner_panel or Panel(1, 1)
    pairs = (
        (outer, here, inner, there, bond.onto),
        (inner, there, outer, here, bond.onto.inverse),
    )
    for tab, panel, onto, under, motion in pairs:
        if not any(one.panel == panel for one in tab.piece.tabs):
            continue
        if any(one.panel == under for one in onto.piece.tabs):
            continue
        box = _box(onto, under)
        if box is None:
            continue
        places = [motion.put(at) for n in _of(tab, panel) for at in n]
        x, y, w, h = float(box.x), float(box.y), float(box.width), float(box.height)
        out = max(max(x - px, px - x - w, y - py, py - y - h) for px, py, _ in places)
        if out > tab.thick + onto.thick + FINE:
            one, other = _panel(tab.piece.name, panel), _panel(onto.piece.name, under)
            said = message("fold-glue-shows", tab=one, onto=other, by=nearly(out))
            yield Remark(Level.WARNING, said)


def _edges(bond: _Bond, parts: Mapping[str, Folded]) -> Iterator[Remark]:
    """Two edges that lie along one another and were meant to be as long, but are not."""
    glue = bond.fit.glue or Glue()
    outer = _box(parts[bond.outer[0]], bond.fit.outer_panel)
    inner = _box(parts[bond.inner[0]], bond.fit.inner_panel)
    if outer is None or inner is None or glue.outer_edge is None or glue.inner_edge is None:
        return
    one, other = (
        round(box.width if edge.level else box.height)
        for box, edge in ((outer, glue.outer_edge), (inner, glue.inner_edge))
    )
    if alike(one, other) and abs(one - other) > FINE:
        said = message(
            "fold-glue-edges",
            outer=_panel(bond.fit.outer, bond.fit.outer_panel),
            inner=_panel(bond.fit.inner, bond.fit.inner_panel),
            one=Measured(one), other=Measured(other), by=nearly(abs(one - other)),
        )  # fmt: skip
        yield Remark(Level.WARNING, said)


def _of(folded: Folded, panel: Panel) -> Iterator[tuple[tuple[float, float], ...]]:
    sheet = folded.sheet or Sheet((), ())
    for n in sheet.of(panel):
        yield sheet.facets[n].ring


def _measured(whole: Assembled) -> Assembled:
    """Its outside and the room in it, as its largest panel lies."""
    facets = tuple(facet for one in whole.laid for facet in one.facets)
    base = largest(facets)
    all_poses = [pose for one in whole.laid for pose in one.poses]
    home = all_poses[base].inverse
    poses = [home.after(pose) for pose in all_poses]
    caliper = max(one.folded.thick for one in whole.laid)
    sheet = Sheet(facets, ())
    return replace(
        whole,
        finished=outside(ALONG, sheet, poses, caliper),
        room=room_in_walls(spots_of(sheet, poses), base, caliper),
    )
