"""A folded piece in the FOLD format: vertices, edges with their assignment and fold angle, faces.

# Source: FOLD format specification 1.2 (Demaine, Ku, Lang and others): an open JSON format of the origami
# research community. Valley angles are positive, mountain angles negative; a cut edge is a boundary (B).
"""

from __future__ import annotations

import json
from typing import Any

from neat_sheaf.folding import Folded
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.motion import Pose
from neat_sheaf.folding.sheet import Facet, Point, Sheet
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.project import Piece

__all__ = ["fold_document", "write_fold"]


def write_fold(folded: Folded) -> str:
    """The text of a FOLD file, in mm: the flat crease pattern, and the folded form where it is known."""
    return json.dumps(fold_document(folded), ensure_ascii=False, indent=1) + "\n"


def fold_document(folded: Folded) -> dict[str, Any]:
    """The FOLD file's content. A piece that is not folded has its creases as unassigned (U)."""
    piece = folded.piece
    sheet = folded.sheet or facets_of(piece)
    flat = _Frame(sheet, folded, piece)
    document: dict[str, Any] = {
        "file_spec": 1.2,
        "file_creator": "Neat Sheaf",
        "file_classes": ["singleModel"],
        "frame_title": piece.name,
        "frame_classes": ["creasePattern"],
        "frame_attributes": ["2D"],
        "frame_unit": "mm",
        "vertices_coords": [[_mm(x), _mm(y)] for x, y in flat.places],
        "edges_vertices": flat.edges,
        "edges_assignment": flat.assigned,
        "edges_foldAngle": flat.angles,
        "faces_vertices": flat.faces,
    }
    if folded.poses:
        document["file_frames"] = [
            {
                "frame_title": f"{piece.name}, folded",
                "frame_classes": ["foldedForm"],
                "frame_attributes": ["3D"],
                "frame_unit": "mm",
                "frame_parent": 0,
                "frame_inherit": False,
                **_folded_form(sheet, folded.poses, flat),
            }
        ]
    return document


def _mm(nm: float) -> float:
    return round(nm / MILLIMETRE, 6) + 0.0


class _Frame:
    """Vertices, edges and faces, each vertex once a place and each edge once a pair of vertices."""

    def __init__(self, sheet: Sheet, folded: Folded, piece: Piece) -> None:
        self.places: list[Point] = []
        self._at: dict[Point, int] = {}
        self.edges: list[list[int]] = []
        self.assigned: list[str] = []
        self.angles: list[float | None] = []
        self.faces = [[self._vertex(at) for at in reversed(facet.ring)] for facet in sheet.facets]
        between = {(hinge.one, hinge.other): n for n, hinge in enumerate(sheet.hinges)}
        seen: dict[tuple[int, int], list[int]] = {}
        for n, face in enumerate(self.faces):
            for a, b in zip(face, (*face[1:], face[0]), strict=True):
                seen.setdefault((min(a, b), max(a, b)), []).append(n)
        for (a, b), owners in seen.items():
            hinge = between.get((min(owners), max(owners))) if len(owners) == 2 else None
            self.edges.append([a, b])
            if hinge is None:
                self.assigned.append("B")
                self.angles.append(None)
            elif not folded.angles:
                self.assigned.append("U")
                self.angles.append(None)
            else:
                angle = folded.angles[hinge]
                self.assigned.append("V" if angle > 0 else "M" if angle < 0 else "F")
                self.angles.append(angle)

    def _vertex(self, at: Point) -> int:
        if at not in self._at:
            self._at[at] = len(self.places)
            self.places.append(at)
        return self._at[at]


def _folded_form(sheet: Sheet, poses: tuple[Pose | None, ...], flat: _Frame) -> dict[str, Any]:
    """The folded form. A vertex that a slit lets go two ways is there once for each of them."""
    places: list[list[float]] = []
    at: dict[tuple[float, ...], int] = {}
    faces = []
    for facet, pose in zip(sheet.facets, poses, strict=True):
        if pose is not None:
            faces.append([_spot(facet, pose, n, places, at) for n in reversed(range(len(facet.ring)))])
    edges = sorted(
        {(min(a, b), max(a, b)) for face in faces for a, b in zip(face, (*face[1:], face[0]), strict=True)}
    )
    return {
        "vertices_coords": places,
        "edges_vertices": [list(edge) for edge in edges],
        "faces_vertices": faces,
    }


def _spot(
    facet: Facet, pose: Pose, n: int, places: list[list[float]], at: dict[tuple[float, ...], int]
) -> int:
    spot = [_mm(value) for value in pose.put(facet.ring[n])]
    # A flat place and where it goes: two layers that happen to meet stay apart.
    key = (*facet.ring[n], *spot)
    if key not in at:
        at[key] = len(places)
        places.append(spot)
    return at[key]
