"""How many of each piece a class prepares: for its kits, and the spare ones."""

from __future__ import annotations

from neat_sheaf.job import Job

__all__ = ["pieces_wanted"]


def pieces_wanted(job: Job) -> dict[str, int]:
    """Pieces by name in the order of the list, of all kits and with the spares of each colourway."""
    kits = [colourway.kits for colourway in job.klass.colourways if colourway.kits]
    return {
        piece.name: sum(piece.per_kit * count + piece.spares for count in kits)
        for piece in job.project.pieces
        if piece.per_kit and kits
    }
