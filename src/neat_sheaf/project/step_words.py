"""Which batch a step probably is, from its tool and its words: a guess that is shown, and never planned with
unseen. English; common practice."""

from __future__ import annotations

import re

from neat_sheaf.project.assembly import Batch

__all__ = ["guess_batch"]

# The whole name of a tool: bags, clips and fillers of other work hold such words too.
_TOOLS = {
    Batch.CUT: r"(paper )?(trimmer|guillotine)",
    Batch.SCORE: r"scor\w+ (board|tool)",
    Batch.DIE: r"(die[- ]cutting|die[- ]cut) machine|die[- ]cutter",
    Batch.HOLE: r"(\S+ )?hole punch",
    Batch.CORNER: r"corner (punch|rounder)",
    Batch.PUNCH: r"(\S+ ){0,4}punch",
}
# What a step begins with, where it names no tool.
_SAYS = {
    Batch.DIE: r"(run|cut) (all )?(the )?dies\b",
    Batch.BAG: r"(bag|pack) (up )?(all |each |every )?(the )?(kits?|bags?)\b",
}
_BY_TOOL = {batch: re.compile(words, re.IGNORECASE) for batch, words in _TOOLS.items()}
_BY_WORDS = {batch: re.compile(words, re.IGNORECASE) for batch, words in _SAYS.items()}


def guess_batch(says: str, tool: str) -> Batch:
    """The batch of a step that says so with such a tool; work of its own where neither tells."""
    tool = " ".join(tool.split())
    if tool:
        return next((batch for batch, words in _BY_TOOL.items() if words.fullmatch(tool)), Batch.OWN)
    return next((batch for batch, words in _BY_WORDS.items() if words.match(says.strip())), Batch.OWN)
