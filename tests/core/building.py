"""Short ways of writing pieces and jobs in tests."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from typing import Any

from neat_sheaf.cutting.plan import PaperPlan
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.job import Class, Colourway, Cutting, Job
from neat_sheaf.measure.length import Length, parse_length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.planner import Nested, nest
from neat_sheaf.project import Line, Piece, Project
from neat_sheaf.stock import Paper, Print


def inch(text: str) -> Length:
    return parse_length(text, "in")


def across(*at: str) -> tuple[Line, ...]:
    """Scores measured along the width."""
    return tuple(Line(Side.WIDTH, inch(place)) for place in at)


def upward(*at: str) -> tuple[Line, ...]:
    """Scores measured along the height."""
    return tuple(Line(Side.HEIGHT, inch(place)) for place in at)


def piece(name: str, width: str, height: str, **more: Any) -> Piece:
    per_kit = more.pop("per_kit", 1)
    return Piece(name, more.pop("paper", "body"), per_kit, inch(width), inch(height), **more)


def tray(name: str, width: str, height: str, wall: str) -> Piece:
    """A blank scored ``wall`` from all four sides."""
    blank = piece(name, width, height)
    far_x = Length(blank.width - inch(wall))
    far_y = Length(blank.height - inch(wall))
    scores = (
        *across(wall), Line(Side.WIDTH, far_x), *upward(wall), Line(Side.HEIGHT, far_y),
    )  # fmt: skip
    return replace(blank, scores=scores)


def letter(paper_id: str = "body", **more: Any) -> Paper:
    return Paper(paper_id, paper_id, inch("8 1/2"), inch("11"), **more)


def a4(paper_id: str = "body", **more: Any) -> Paper:
    size = parse_length("210 mm", "in"), parse_length("297 mm", "in")
    return Paper(paper_id, paper_id, *size, **more)


def papers_of(made: Job) -> list[PaperPlan]:
    """The plan of each paper."""
    return list(plan_sheets(made).papers)


def first_plan(*args: Any, **more: Any) -> Nested:
    """The way of cutting that opens the fewest sheets."""
    return nest(*args, **more)[0]


USUAL = Cutting()


def job(pieces: list[Piece], papers: list[Paper], kits: int, cutting: Cutting = USUAL, **more: Any) -> Job:
    """One colourway; a role's paper is the one with its name."""
    roles = dict.fromkeys(p.paper for p in pieces)
    colourway = Colourway("all", kits, {role: role for role in roles})
    klass = Class(kits, 0, 0, more.pop("fee", None), (colourway,))
    project = Project("Test", tuple(pieces), more.pop("fits", ()), more.pop("uses", ()))
    return Job(project, tuple(papers), more.pop("supplies", ()), klass, cutting, **more)


__all__ = [
    "Decimal", "Print", "a4", "across", "first_plan", "inch", "job", "letter", "papers_of", "piece", "tray",
    "upward",
]  # fmt: skip
