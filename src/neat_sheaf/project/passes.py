"""What a die gives a pass: the fewest passes for pieces that come out of one die together."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from fractions import Fraction

from neat_sheaf.project import Piece, Portion

__all__ = ["die_of", "from_dies", "letters_of", "passes_for"]


def from_dies(pieces: Sequence[Piece]) -> dict[str, list[Piece]]:
    """The pieces that come out of each die, by the name of the line of the die.

    Only those of which the die is on the list, on the same paper and itself comes out of no other; the
    others are cut by themselves, so that nothing is missing.
    """
    named = {piece.name: piece for piece in pieces}
    found: dict[str, list[Piece]] = {}
    for piece in pieces:
        die = die_of(piece, named)
        if die is not None:
            found.setdefault(die.name, []).append(piece)
    return found


def die_of(piece: Piece, named: Mapping[str, Piece]) -> Piece | None:
    """The line of the die that a piece comes out of; None where it is cut by itself."""
    if piece.pass_of is None or piece.portion is not Portion.WHOLE:
        return None
    die = named.get(piece.pass_of.piece)
    if die is None or die.pass_of is not None or die.portion is not Portion.WHOLE or die.paper != piece.paper:
        return None
    return die


def passes_for(pieces: Iterable[Piece], kits: int, spare: bool = False) -> int:
    """The fewest passes of one die that give these pieces for so many kits, or the spare ones.

    One pass gives all of its pieces at once, so the piece that takes most passes decides. Of a word each
    letter is a piece of its own, and a word with two Os takes two passes of an alphabet that has one.
    """
    most = 0
    shares: dict[str, Fraction] = {}
    for piece in pieces:
        gives = piece.pass_of.gives if piece.pass_of else 1
        count = (piece.spares if kits and piece.per_kit else 0) if spare else piece.per_kit * kits
        if not piece.word:
            most = max(most, -(-count // gives))
            continue
        for letter, often in Counter(letters_of(piece.word)).items():
            shares[letter] = shares.get(letter, Fraction(0)) + Fraction(often * count, gives)
    return max([most, *(-int(-share // 1) for share in shares.values())])


def letters_of(word: str) -> str:
    """The letters of a word as a die has them: large ones, and no spaces."""
    return "".join(word.upper().split())
