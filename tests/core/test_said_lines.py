"""Lines as they are said: each is read as it was meant, or asked about; never another piece in silence."""

import random
from pathlib import Path

import pytest

from neat_sheaf.reading.notation import Known, read_line, tidy_line
from tests.words import said

from .phrasebook import as_said, in_same_terms, meanings
from .spoken import changed, line

KNOWN = Known(roles=("body", "print A"), pieces=("Sleeve", "Drawer"))


def table():
    """(line, tidy words or None, questions) of said_lines.txt, each read by eye against its line."""
    rows = []
    for row in (Path(__file__).parent / "said_lines.txt").read_text().splitlines():
        if row.startswith("    = "):
            rows[-1][1] = row[6:]
        elif row.startswith("    ? "):
            rows[-1][2].append(row[6:])
        else:
            rows.append([row, None, []])
    return rows


TABLE = table()


def test_the_table_is_long_enough():
    assert len(TABLE) >= 150
    assert len({text for text, _, _ in TABLE}) == len(TABLE)


@pytest.mark.parametrize(("text", "tidy", "questions"), TABLE, ids=[text for text, _, _ in TABLE])
def test_a_line_is_read_as_it_is_said(text, tidy, questions):
    found = read_line(text, "in", KNOWN)
    asked = [
        f"{q.code}: {text[q.start : q.end]}" + "".join(f" | {s}" for s in q.suggestions)
        for q in found.questions
    ]
    assert asked == questions
    assert (found.piece and tidy_line(found.piece, "in")) == tidy
    assert all(said(q) for q in found.questions)


def outcome(text, before):
    """What came of a changed line: ``same``, ``asked``, ``plain`` or ``misread``.

    ``plain``: the phrasebook, which knows nothing of the reader, finds that other piece in the line and
    no other.
    """
    found = read_line(text, "in", KNOWN)
    if found.questions:
        return "asked"
    if found.piece == before:
        return "same"
    found_in_words = {repr(in_same_terms(m, "body")) for m in meanings(text, KNOWN.roles, KNOWN.pieces)}
    return "plain" if found_in_words == {repr(as_said(found.piece))} else "misread"


@pytest.mark.parametrize("seed", range(8))
def test_a_changed_line_is_the_same_piece_or_a_question_or_says_another_in_plain_words(seed):
    rng = random.Random(f"changed {seed}")
    counted = 0
    while counted < 60:
        text = line(rng)
        read = read_line(text, "in", KNOWN)
        if read.questions:
            continue
        counted += 1
        # What is read without a question is what the phrasebook finds, and nothing else is in it.
        assert {repr(in_same_terms(m, "body")) for m in meanings(text, KNOWN.roles, KNOWN.pieces)} == {
            repr(as_said(read.piece))
        }, text
        slip = changed(rng, text)
        assert outcome(slip, read.piece) != "misread", (text, slip)


def test_the_phrasebook_notices_a_wrong_reading():
    # A check that cannot fail is none: the book finds one meaning, and not another.
    (meaning,) = meanings("2 sides 2 x 6, score 1/2 from each end", KNOWN.roles, KNOWN.pieces)
    right = read_line("2 sides 2 x 6, score 1/2, 5 1/2", "in", KNOWN).piece
    wrong = read_line("2 sides 2 x 6, score 1/2", "in", KNOWN).piece
    assert in_same_terms(meaning, "body") == as_said(right)
    assert in_same_terms(meaning, "body") != as_said(wrong)


def test_a_suggestion_repeats_nothing_and_leaves_the_size_alone():
    for text, _, _ in TABLE:
        found = read_line(text, "in", KNOWN)
        for question in found.questions:
            for suggestion in question.suggestions:
                fixed = question.put(text, suggestion)
                assert fixed != text
                then = read_line(fixed, "in", KNOWN)
                again = [(q.code, q.start) for q in then.questions]
                assert (question.code, question.start) not in again, (text, fixed)
                if found.piece is not None:
                    assert (then.piece.width, then.piece.height) == (found.piece.width, found.piece.height)
