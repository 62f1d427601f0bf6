"""The screen folds with its own arithmetic: tests/folded.json holds it to the core's, corner by corner."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from neat_sheaf.folding import fold
from neat_sheaf.folding.motion import folded_poses
from neat_sheaf.measure.length import MILLIMETRE

from .building import across, piece, tray, upward

SHARED = Path(__file__).parents[1] / "folded.json"
PIECES = {
    "tray": tray("Tray", "6", "5", "1"),
    "box": piece("Box", "9", "5", scores=(*across("2 1/8", "4 1/4", "6 3/8", "8 1/2"), *upward("1 3/4"))),
    "folded-bag": piece(
        "Bag", "6", "12", scores=(*across("1", "5"), *upward("1 1/2", "5 1/2", "6 1/2", "10 1/2"))
    ),
    "card": piece("Card", "8 1/2", "11", scores=upward("5 1/2")),
}


def shape_of(name: str) -> dict:
    """A folded piece as the file has it: mm, and where the corners are at three shares of the way."""
    folded = fold(PIECES[name])
    sheet = folded.sheet

    def mm(values):
        return [round(value / MILLIMETRE, 4) + 0.0 for value in values]

    spots = {}
    for share in ("0.25", "0.5", "1"):
        poses = folded_poses(sheet, [angle * float(share) for angle in folded.angles], folded.base)
        spots[share] = [
            [mm(pose.put(at)) for at in facet.ring] for facet, pose in zip(sheet.facets, poses, strict=True)
        ]
    return {
        "base": folded.base,
        "up": list(folded.compass.up),
        "front": list(folded.compass.front),
        "facets": [
            {
                "ring": [mm(at) for at in facet.ring],
                "openings": [],
                "panel": {"column": facet.panel.column, "row": facet.panel.row},
                "lift": mm(lift),
                "face": "",
                "up": "",
            }
            for facet, lift in zip(sheet.facets, folded.lifts, strict=True)
        ],
        "hinges": [
            {
                "one": hinge.one,
                "other": hinge.other,
                "start": mm(hinge.start),
                "end": mm(hinge.end),
                "closed": angle,
                "opened": angle,
            }
            for hinge, angle in zip(sheet.hinges, folded.angles, strict=True)
        ],
        "spots": spots,
    }


@pytest.mark.parametrize("name", PIECES)
def test_the_shared_shapes_are_those_of_the_core(name):
    assert json.loads(SHARED.read_text())[name] == json.loads(json.dumps(shape_of(name)))
