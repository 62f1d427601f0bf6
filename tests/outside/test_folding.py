"""Folding against others: rotations of scipy, volumes of its convex hull, FOLD files read by the published spec."""

from __future__ import annotations

import json
import math

import numpy as np
import pytest
import shapely
from scipy.spatial import ConvexHull
from scipy.spatial.transform import Rotation

from neat_sheaf.folding import fold
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.motion import folded_poses, gaps_of
from neat_sheaf.formats.fold_file import write_fold
from neat_sheaf.measure.length import MILLIMETRE, Length, parse_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Diagonal, Line, Panel, Piece


def inch(text: str) -> Length:
    return parse_length(text, "in")


def scored(width: str, height: str, along: str = "", up: str = "") -> Piece:
    scores = [
        Line(side, inch(text))
        for side, marks in ((Side.WIDTH, along), (Side.HEIGHT, up))
        for text in marks.split(", ")
        if text
    ]
    return Piece("Thing", "body", 1, inch(width), inch(height), scores=tuple(scores))


TRAY = scored("6", "5", "1, 5", "1, 4")
TUBE = scored("9", "5", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1 3/4")
BOX = scored("9 1/2", "8", "3, 4 1/2, 7 1/2, 9", "1 1/2, 6 1/2")
BAG = scored("9", "6", "3 3/4, 5 1/4", "1 1/2, 4 1/2")
HINGED = scored("11", "5", "1, 5, 6, 10", "1, 4")
CARD = scored("8 1/2", "11", "", "5 1/2")


@pytest.mark.parametrize("angle", [-180, -135, -90, -30, 0, 17, 90, 120, 180])
def test_a_hinge_turns_a_facet_as_scipys_rotation_does(angle):
    # A diagonal hinge: the axis is no axis of the frame.
    piece = Piece(
        "T", "body", 1, inch("4"), inch("3"),
        diagonals=(Diagonal((inch("1"), Length(0)), (inch("3"), inch("3"))),),
    )  # fmt: skip
    sheet = facets_of(piece)
    (hinge,) = sheet.hinges
    for base in (0, 1):
        other = 1 - base
        pose = folded_poses(sheet, [angle], base)[other]
        axis = np.array([*np.subtract(hinge.end, hinge.start), 0.0])
        axis /= np.linalg.norm(axis)
        start = np.array([*hinge.start, 0.0])
        # A valley lifts the facet: the axis has it on its left.
        middle = np.array([*sheet.facets[other].middle, 0.0])
        if np.cross(axis, middle - start)[2] < 0:
            axis = -axis
        turn = Rotation.from_rotvec(math.radians(angle) * axis)
        for at in sheet.facets[other].ring:
            wanted = turn.apply(np.array([*at, 0.0]) - start) + start
            assert np.allclose(pose.put(at), wanted, atol=1.0)  # nm


@pytest.mark.parametrize("piece", [TRAY, TUBE, BOX, BAG, HINGED, CARD])
def test_facets_cover_the_sheet_once(piece):
    facets = [shapely.Polygon(facet.ring, facet.openings) for facet in facets_of(piece).facets]
    assert sum(f.area for f in facets) == pytest.approx(piece.width * piece.height, rel=1e-12)
    assert shapely.union_all(facets).area == pytest.approx(piece.width * piece.height, rel=1e-12)


@pytest.mark.parametrize("piece", [TRAY, TUBE, BOX, BAG, HINGED])
def test_the_hull_of_the_folded_thing_is_its_finished_size(piece):
    folded = fold(piece)
    spots = [
        pose.put(at)
        for facet, pose in zip(folded.sheet.facets, folded.poses, strict=True)
        for at in facet.ring
    ]
    hull = ConvexHull(np.array(spots) / MILLIMETRE)
    assert hull.volume == pytest.approx(math.prod(size / MILLIMETRE for size in folded.finished), rel=1e-9)


@pytest.mark.parametrize("piece", [TRAY, TUBE, BOX, BAG, HINGED])
def test_no_paper_crosses_the_room(piece):
    """A box of the room's size lies inside the hull with no corner of the paper in it: a generic measure."""
    folded = fold(piece)
    low, high = np.full(3, np.inf), np.full(3, -np.inf)
    facets = []
    for facet, pose in zip(folded.sheet.facets, folded.poses, strict=True):
        ring = np.array([pose.put(at) for at in facet.ring])
        low, high = np.minimum(low, ring.min(axis=0)), np.maximum(high, ring.max(axis=0))
        facets.append((ring.min(axis=0), ring.max(axis=0)))
    # The room is the whole hull for these; each facet lies on one of its sides.
    assert sorted(round(v) for v in high - low) == sorted(folded.room)
    for one, other in facets:
        on_side = [
            abs(one[k] - other[k]) < 1 and min(abs(one[k] - low[k]), abs(one[k] - high[k])) < 1
            for k in range(3)
        ]
        assert any(on_side)


def test_a_square_corner_that_is_not_slit_cannot_stand_up():
    # belcastro and Hull (2002): around an inner vertex the product of the rotations is the identity, or not.
    sheet = facets_of(TRAY)
    (base,) = sheet.of(Panel(2, 2))
    gaps = gaps_of(sheet, folded_poses(sheet, [90] * len(sheet.hinges), base))
    assert {gap.place for gap in gaps} == {
        (float(inch(x)), float(inch(y))) for x in ("1", "5") for y in ("1", "4")
    }
    assert not gaps_of(fold(TRAY).sheet, fold(TRAY).poses)


def read_fold(text: str) -> tuple[dict, dict]:
    """The frames of a FOLD file, by the published specification 1.2: written here, from the spec alone."""
    document = json.loads(text)
    assert document["file_spec"] == 1.2
    assert set(document["frame_attributes"]) == {"2D"}
    (folded,) = document["file_frames"]
    assert folded["frame_classes"] == ["foldedForm"]
    assert folded["frame_parent"] == 0
    for frame in (document, folded):
        count = len(frame["vertices_coords"])
        edges = {tuple(sorted(edge)) for edge in frame["edges_vertices"]}
        assert all(a != b and max(a, b) < count for a, b in edges)
        for face in frame["faces_vertices"]:
            # Consecutive vertices of a face are joined by edges.
            assert all(tuple(sorted(pair)) in edges for pair in zip(face, (*face[1:], face[0]), strict=True))
    for name in ("edges_assignment", "edges_foldAngle"):
        assert len(document[name]) == len(document["edges_vertices"])
    for kind, angle in zip(document["edges_assignment"], document["edges_foldAngle"], strict=True):
        # Valleys are positive, mountains negative, flat folds zero; a boundary has no angle.
        assert {"V": angle is not None and angle > 0, "M": angle is not None and angle < 0,
                "F": angle == 0, "B": angle is None, "U": angle is None}[kind]  # fmt: skip
    return document, folded


@pytest.mark.parametrize("piece", [TRAY, TUBE, BOX, BAG, HINGED, CARD])
def test_a_fold_file_says_the_same_as_the_folding(piece):
    flat, folded = read_fold(write_fold(fold(piece)))
    places = np.array(flat["vertices_coords"])
    assert places.max(axis=0) == pytest.approx([piece.width / MILLIMETRE, piece.height / MILLIMETRE])
    # Faces of the flat frame run counterclockwise, and cover the sheet.
    area = 0.0
    for face in flat["faces_vertices"]:
        x, y = places[face].T
        one = 0.5 * float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))
        assert one > 0
        area += one
    assert area == pytest.approx(piece.width * piece.height / MILLIMETRE**2)
    # Folding keeps every edge of every face as long as it is.
    solid = np.array(folded["vertices_coords"])
    for face, other in zip(flat["faces_vertices"], folded["faces_vertices"], strict=True):
        for k in range(len(face)):
            before = np.linalg.norm(places[face[k]] - places[face[k - 1]])
            assert np.linalg.norm(solid[other[k]] - solid[other[k - 1]]) == pytest.approx(before, abs=1e-5)
    # The dihedral angle at each crease is the one that the file says.
    normals = [_normal(solid[face]) for face in folded["faces_vertices"]]
    owners: dict[tuple[int, int], list[int]] = {}
    for n, face in enumerate(flat["faces_vertices"]):
        for a, b in zip(face, (*face[1:], face[0]), strict=True):
            owners.setdefault((min(a, b), max(a, b)), []).append(n)
    for edge, angle in zip(flat["edges_vertices"], flat["edges_foldAngle"], strict=True):
        if angle is not None:
            one, other = owners[min(edge), max(edge)]
            cosine = float(np.dot(normals[one], normals[other]))
            assert math.degrees(math.acos(max(-1, min(1, cosine)))) == pytest.approx(abs(angle), abs=1e-3)


def _normal(ring: np.ndarray) -> np.ndarray:
    normal = np.cross(ring[1] - ring[0], ring[2] - ring[1])
    return normal / np.linalg.norm(normal)
