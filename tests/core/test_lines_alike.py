"""Lines of one shape are covered once: what a line is found to say is what it says by itself."""

import random
from pathlib import Path

from neat_sheaf.reading.corrections import corrected
from neat_sheaf.reading.grammar import _cover, _shape, _Signs, cover
from neat_sheaf.reading.lexicon import lexicon
from neat_sheaf.reading.words import words_of

from .spoken import changed
from .spoken import line as spoken_line

HERE = Path(__file__).parent


def lines():
    """The project's own texts and lines, then lines made by chance and with a slip in them."""
    for path in sorted((HERE / "said_texts").glob("round*.txt")):
        yield from path.read_text(encoding="utf-8").splitlines()
    yield from (HERE / "said_lines.txt").read_text(encoding="utf-8").splitlines()
    dice = random.Random(1202)
    for _ in range(600):
        said = spoken_line(dice)
        yield said
        yield changed(dice, said)


def test_the_facts_of_a_line_are_those_of_its_own_words():
    count = otherwise = 0
    for papers in (frozenset(), frozenset({"sea glass", "berry"})):
        for line in lines():
            words = corrected(words_of(line))
            alone = list(_cover(_Signs(words, words.words), papers, False, "en"))
            assert cover(words, papers) == alone, line
            count += 1
            # Of some a word was put back in what is found; else this would hold nothing.
            otherwise += _shape(words.words, papers, "en") != words.words and bool(alone)
    assert count > 3_000
    assert otherwise > 500


def test_any_colour_is_covered_as_any_other_in_its_place():
    """Each colour by itself in four lines, with the word that was said in what is found."""
    for colour in sorted(lexicon().among("papers.colours")):
        for line in (
            f"Base 4 x 6 {colour}",
            f"two {colour} strips 1 x 6",
            f"Lid: 3 x 3, in {colour}",
            f"{colour}:",
        ):
            words = words_of(line)
            assert cover(words) == list(_cover(_Signs(words, words.words), frozenset(), False, "en")), line
