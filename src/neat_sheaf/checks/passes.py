"""What comes out of a die: that the die is on the list, and how many passes a kit takes."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.messages import message, several
from neat_sheaf.project import CutMethod, Piece
from neat_sheaf.project.passes import die_of, from_dies, passes_for

__all__ = ["check_passes"]


def check_passes(context: CheckContext) -> Iterator[Finding]:
    """A piece whose die is not there or cannot give it, a word without a die, and the passes of each die."""
    pieces = context.project.pieces
    named = {piece.name: piece for piece in pieces}
    for index, piece in enumerate(pieces):
        if piece.pass_of is not None and die_of(piece, named) is None:
            yield _without_die(context, index, piece, named.get(piece.pass_of.piece))
        elif piece.word and piece.pass_of is None:
            said = message("word-without-die", word=piece.word)
            yield Finding(Level.NOTE, said, of_named(piece.name), index)
    for name, given in from_dies(pieces).items():
        die = named[name]
        index = pieces.index(die)
        if die.cut is not CutMethod.DIE:
            fix = Fix(message("fix-pass.cut"), context.with_piece(index, replace(die, cut=CutMethod.DIE)))
            yield Finding(Level.WARNING, message("die-not-cut-by-one"), of_named(name), index, fix)
        names = several((piece.name for piece in given), "and")
        said = message("passes", pieces=names, passes=passes_for(given, 1), ten=passes_for(given, 10))
        yield Finding(Level.NOTE, said, of_named(name), index)


def _without_die(context: CheckContext, index: int, piece: Piece, die: Piece | None) -> Finding:
    where = of_named(piece.name)
    alone = Fix(message("fix-pass.remove"), context.with_piece(index, replace(piece, pass_of=None)))
    if die is None:
        name = piece.pass_of.piece if piece.pass_of else ""
        return Finding(Level.ERROR, message("no-such-die", die=name), where, index, alone)
    if die.paper != piece.paper and die.pass_of is None:
        same = Fix(
            message("fix-pass.paper", paper=die.paper),
            context.with_piece(index, replace(piece, paper=die.paper)),
        )
        said = message("die-on-other-paper", die=die.name, paper=die.paper)
        return Finding(Level.ERROR, said, where, index, same, (alone,))
    return Finding(Level.ERROR, message("die-gives-nothing", die=die.name), where, index, alone)
