"""Sheets as they are at the trimmer: with two edges made true first."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.job import Job
from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Paper

__all__ = ["squared", "squared_paper"]


def squared(job: Job) -> Job:
    """The job with what a squaring cut takes among the edges of its papers that cannot be used.

    A sheet that a maker cut is not always square: a little off the left and the bottom edge gives two
    true edges and the corner between them (common practice). The same for a job that is squared already.
    """
    if not job.cutting.squaring:
        return job
    return replace(job, papers=tuple(squared_paper(paper, job.cutting.squaring) for paper in job.papers))


def squared_paper(paper: Paper, size: Length) -> Paper:
    """A paper of which ``size`` nm at least come off the left and the bottom edge of each sheet.

    Of a scrap that small nothing may be left: ``usable`` is then not above 0, and no piece fits it.
    """
    edges = paper.edges
    left, bottom = max(edges.left, size), max(edges.bottom, size)
    return replace(paper, edges=replace(edges, left=left, bottom=bottom))
