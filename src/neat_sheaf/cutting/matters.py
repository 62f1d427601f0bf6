"""What of a job its sheets depend on: two jobs that are alike in this are cut alike."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.job import Class, Job
from neat_sheaf.project import Piece, Project
from neat_sheaf.stock import Paper

__all__ = ["what_matters"]


def what_matters(job: Job) -> Job:
    """The job without what changes nothing about its sheets: ``plan_sheets`` gives both the same.

    What is left are sizes, counts, papers and how to cut; and prices where they decide: of sizes that
    share the work, and where an option is chosen by what it costs. Names of papers, what is here of them
    but for offcuts, what is drawn on a piece, supplies, steps and money are not in it.
    """
    klass = job.klass
    priced = job.cutting.mix_sizes or not job.cutting.style.of_itself
    return Job(
        project=Project("", tuple(_piece(piece) for piece in job.project.pieces)),
        papers=tuple(_paper(paper, priced) for paper in job.papers),
        supplies=(),
        klass=Class(
            seats=klass.kits,
            samples=0,
            colourways=tuple(replace(one, ready=0) for one in klass.colourways),
        ),
        cutting=job.cutting,
        habits=replace(USUAL_HABITS, plate=job.habits.plate),
        packs=tuple(replace(pack, name="") for pack in job.packs) if priced else (),
    )


def _piece(piece: Piece) -> Piece:
    """A piece as a rectangle to cut: what is scored, drawn and noted on it comes later."""
    own = ("name", "paper", "per_kit", "width", "height", "follows_print", "cut", "margin", "pitch", "spares")
    cut = ("mat_of", "portion", "scrap", "matched", "pass_of", "word")
    return Piece(**{key: getattr(piece, key) for key in (*own, *cut)})


def _paper(paper: Paper, priced: bool) -> Paper:
    """A paper as sheets and offcuts to cut from."""
    own = ("id", "width", "height", "print", "offcuts", "edges", "same_as", "at_once", "measured")
    price = ("pack", "pack_sheets", "pack_price") if priced else ()
    return Paper(name="", **{key: getattr(paper, key) for key in (*own, *price)})
