"""A piece folded as somebody set it: an angle for each of its scores. nm, and degrees."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely

from neat_sheaf.folding.compass import STANDS
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Remark
from neat_sheaf.folding.measuring import outside, spots_of
from neat_sheaf.folding.motion import Pose, back, dot, folded_poses, gaps_of
from neat_sheaf.folding.parts import FINE, Glued
from neat_sheaf.folding.sheet import Facet, Sheet
from neat_sheaf.folding.through import passing_through
from neat_sheaf.folding.walls import room_in_walls
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Level, message, nearly
from neat_sheaf.project import Diagonal, Fold, Line, Piece

__all__ = ["ALONG", "fold_by_hand", "largest", "set_by_hand"]

ALONG = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
_SQUARE = 1e-6  # how far two directions may lie apart and be one


def set_by_hand(piece: Piece) -> bool:
    """Whether any fold of the piece is set."""
    return any(line.angle is not None for line in piece.scores) or any(
        diagonal.angle is not None for diagonal in piece.diagonals
    )


def fold_by_hand(piece: Piece, sheet: Sheet, caliper: int) -> Folded:
    """The piece as its folds are set, seen from its largest flat part.

    Its size is said once every fold is set and the paper closes; its room where square walls hold a thing.
    """
    unset = len({hinge.crease for hinge in sheet.hinges if hinge.crease.angle is None})
    angles = tuple(_angle(hinge.crease) for hinge in sheet.hinges)
    base = _widest(sheet, angles)
    poses = tuple(folded_poses(sheet, angles, base))
    remarks = list(_remarks(piece, sheet, poses, unset))
    apart = any(pose is None for pose in poses)
    known = not unset and not apart and all(remark.level is not Level.ERROR for remark in remarks)
    glued = []
    if known:
        for found in _glued(piece, sheet, poses, caliper):
            remarks += [found] if isinstance(found, Remark) else []
            glued += [found] if isinstance(found, Glued) else []
    return Folded(
        piece,
        Form.BY_HAND,
        (message("fold-why.by-hand"),),
        finished=outside(ALONG, sheet, poses, caliper) if known else None,
        room=room_in_walls(spots_of(sheet, poses), base, caliper) if known else None,
        sheet=sheet,
        base=base,
        angles=angles,
        open_angles=angles,
        poses=poses,
        thick=caliper,
        stands=STANDS,
        glued=tuple(glued),
        remarks=tuple(remarks),
    )


def _angle(crease: Line | Diagonal) -> float:
    """Degrees, positive towards the print."""
    return float(crease.angle or 0) * (1 if crease.fold is Fold.VALLEY else -1)


def largest(facets: Sequence[Facet]) -> int:
    """The number of the facet with the most paper; of equal ones the first."""
    areas = [round(shapely.Polygon(facet.ring, facet.openings).area) for facet in facets]
    return areas.index(max(areas))


def _widest(sheet: Sheet, angles: Sequence[float]) -> int:
    """The largest facet of the largest flat part: facets with a flat fold between them are one."""
    areas = [shapely.Polygon(facet.ring, facet.openings).area for facet in sheet.facets]
    part = list(range(len(areas)))
    for hinge, angle in zip(sheet.hinges, angles, strict=True):
        one, other = part[hinge.one], part[hinge.other]
        if angle == 0 and one != other:
            part = [one if n == other else n for n in part]
    paper = [sum(area for n, area in enumerate(areas) if part[n] == own) for own in part]
    return max(range(len(areas)), key=lambda n: (round(paper[n]), round(areas[n]), -n))


def _remarks(piece: Piece, sheet: Sheet, poses: Sequence[Pose | None], unset: int) -> Iterator[Remark]:
    if unset:
        yield Remark(Level.NOTE, message("fold-unset", count=unset))
    for gap in gaps_of(sheet, poses)[:1]:
        x, y = (nearly(at) for at in gap.place)
        yield Remark(Level.ERROR, message("fold-tears", x=x, y=y, by=nearly(gap.apart)))
        return
    for n, m in passing_through(sheet.facets, poses):
        one, other = sheet.facets[n].panel, sheet.facets[m].panel
        said = message(
            "fold-through", column=one.column, row=one.row, to_column=other.column, to_row=other.row
        )
        yield Remark(Level.ERROR, said)
        return
    for facet, pose in zip(sheet.facets, poses, strict=True):
        if pose is None:
            said = message("fold-loose", column=facet.panel.column, row=facet.panel.row)
            yield Remark(Level.WARNING, said)


def _glued(
    piece: Piece, sheet: Sheet, poses: Sequence[Pose | None], caliper: int
) -> Iterator[Glued | Remark]:
    """Where each tab lies: on the panel that it covers most of, or a remark that it lies on none."""
    for tab in piece.tabs:
        own = sheet.of(tab.panel)
        if not own:
            continue
        lengths = [
            max(abs(hinge.end[0] - hinge.start[0]), abs(hinge.end[1] - hinge.start[1]))
            for hinge in sheet.hinges
            if (hinge.one in own) != (hinge.other in own)
        ]
        under = [n for n in range(len(sheet.facets)) if n not in own]
        over, onto = max(((_over(sheet, poses, own[0], n, caliper), n) for n in under), default=(0.0, 0))
        if over * 2 < shapely.Polygon(sheet.facets[own[0]].ring).area or not lengths:
            said = message("fold-tab-nowhere", column=tab.panel.column, row=tab.panel.row)
            yield Remark(Level.WARNING, said)
        else:
            yield Glued(tab.panel, sheet.facets[onto].panel, Length(round(max(lengths))), tab.runs)


def _over(sheet: Sheet, poses: Sequence[Pose | None], one: int, other: int, caliper: int) -> float:
    """How much of one facet lies flat on another, nm²."""
    above, below = poses[one], poses[other]
    if above is None or below is None or abs(abs(dot(above.normal, below.normal)) - 1) > _SQUARE:
        return 0.0
    places = [back(below, above.put(at)) for at in sheet.facets[one].ring]
    if max(abs(z) for _, _, z in places) > caliper + FINE:
        return 0.0
    covered = shapely.Polygon([(x, y) for x, y, _ in places])
    return float(covered.intersection(shapely.Polygon(sheet.facets[other].ring)).area)
