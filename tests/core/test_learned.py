"""A studio's own words: what was answered once is read so the next time, and nothing else changes."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.side import Side
from neat_sheaf.reading import Known, Learned, LearnedError, Means, read_sheet
from neat_sheaf.reading.learned import put, told
from neat_sheaf.stock.supply import SupplyUnit

from .building import inch


def read(line, *words, supplies=None):
    (found,) = read_sheet(line, "in", Known(words=words), supplies)
    return found


def test_the_answers_to_whether_a_word_is_a_paper_say_what_it_is_from_then_on():
    line = "Cover 2 x 3, zebra"
    (asked,) = read(line).questions
    assert asked.code == "paper-or-note"
    paper, nothing = asked.learns
    assert (paper, nothing) == (Learned("zebra", Means.PAPER), Learned("zebra", Means.NOTE))
    for learned, role in ((paper, "zebra"), (nothing, "body")):
        again = read(line, learned)
        assert not again.questions
        assert again.pieces[0].piece.paper == role
    assert read(line, nothing).notes == ("zebra",)


def test_a_supply_that_is_called_otherwise_is_found_the_next_time():
    there = {"Copper brads": SupplyUnit.EACH}
    (asked,) = read("2 brads", supplies=there).questions
    learned = asked.learns[asked.suggestions.index("Copper brads")]
    assert learned == Learned("brads", Means.SUPPLY, "Copper brads")
    again = read("2 brads", learned, supplies=there)
    assert (again.text, again.supply.name, again.questions) == ("2 brads", "Copper brads", ())
    # Whoever writes it in full means no more by it.
    assert read("2 copper brads", learned, supplies=there).supply.name == "Copper brads"
    # A piece keeps its name.
    assert read("Brads card 2 x 3", learned, supplies=there).pieces[0].piece.name == "Brads card"


def test_a_word_that_is_no_paper_is_none_in_several_pieces_either():
    lines = "Cover 2 x 3, sketch\nFlap 1 x 2, sketch"
    papers = [line.pieces[0].piece.paper for line in read_sheet(lines, "in")]
    assert papers == ["sketch", "sketch"]
    known = Known(words=(Learned("sketch", Means.NOTE),))
    found = read_sheet(lines, "in", known)
    assert [(line.pieces[0].piece.paper, line.notes) for line in found] == [("body", ("sketch",))] * 2


def test_the_answer_that_goes_on_in_a_paper_of_a_like_name_says_that_the_word_is_none():
    (_, flap) = read_sheet("Base 4 x 5; in zebra stripes\nFlap 1 x 2, zebra", "in")
    (asked,) = flap.questions
    assert dict(zip(asked.suggestions, (one.means for one in asked.learns), strict=True)) == {
        "Flap: 1 x 2 in; in zebra": Means.PAPER, 'Flap: 1 x 2 in; in zebra stripes; note "zebra"': Means.NOTE
    }  # fmt: skip


def test_a_word_for_several_is_read_as_these_and_shown_as_it_was_written():
    pocket = Learned("pocket", Means.INSTEAD, "scored 1/2 on left, right and bottom")
    line = "Sleeve 5 x 8, pocket, in kraft"
    found = read(line, pocket)
    piece = found.pieces[0].piece
    assert {(score.along, score.at) for score in piece.scores} == {
        (Side.WIDTH, inch("1/2")), (Side.WIDTH, inch("4 1/2")), (Side.HEIGHT, inch("1/2"))
    }  # fmt: skip
    assert found.text == line
    parts = {(line[span.start : span.end].strip(" ,"), span.what) for span in found.spans}
    assert parts == {("5 x 8", "size"), ("pocket", "score"), ("in kraft", "paper")}


def test_a_question_behind_such_a_word_is_about_what_was_written():
    ds = Learned("ds", Means.INSTEAD, "double-sided sticky tape")
    line = "Base 4 x 5 DS, 77 flurbs"
    found = read(line, ds)
    assert any(line[asked.start : asked.end] == "77 flurbs" for asked in found.questions)


@pytest.mark.parametrize(
    ("said", "means", "instead", "code"),
    [
        ("", Means.PAPER, "", "learned-word"),
        ("12", Means.PAPER, "", "learned-word"),
        ("a b c d e", Means.NOTE, "", "learned-word"),
        ("z" * 61, Means.NOTE, "", "learned-word"),
        ("ds", Means.INSTEAD, "", "learned-meaning"),
        ("ds", Means.INSTEAD, " DS ", "learned-meaning"),
        ("ds", Means.INSTEAD, "x" * 201, "learned-meaning"),
        ("ds", Means.PAPER, "tape", "learned-meaning"),
        ("brads", Means.SUPPLY, "", "learned-meaning"),
    ],
)
def test_what_cannot_be_learned_says_why(said, means, instead, code):
    with pytest.raises(LearnedError) as caught:
        told(said, means, instead)
    assert caught.value.code == code


def test_a_word_is_learned_in_small_letters_without_blanks_around_it():
    assert told("  Candy  Stripe ", Means.PAPER) == Learned("candy stripe", Means.PAPER)


WORDS = st.lists(
    st.sampled_from(["ds", "DS", "base", "4 x 5", "tape", ",", "in", "kraft", "pocket"]), max_size=9
)


@settings(max_examples=200, deadline=None)
@given(
    WORDS,
    st.sampled_from(["double-sided tape", "d", "ds tape"]),
    st.sampled_from(["ds", "pocket", "in kraft"]),
)
def test_places_in_a_line_with_other_words_lead_back_to_what_was_written(words, instead, said):
    line = " ".join(words)
    made = put(line, [Learned(said, Means.INSTEAD, instead)])
    assert made.written == line
    # Every stretch that was left as it was is found where it stood, and what was put leads to its word.
    for at, sign in enumerate(made.text):
        inside = [place for place in made.places if place[2] <= at < place[3]]
        if inside:
            assert (made.start(at), made.end(at + 1)) == inside[0][:2]
        else:
            assert line[made.start(at) : made.end(at + 1)] == sign
    for first, behind, *_ in made.places:
        assert " ".join(line[first:behind].lower().split()) == said


@settings(max_examples=60, deadline=None)
@given(st.text(alphabet="ab ds,;:()-.x1234/", max_size=60))
def test_no_line_is_lost_to_a_word_of_the_studio(text):
    words = (Learned("ds", Means.INSTEAD, "double-sided tape"), Learned("ab", Means.PAPER))
    found = read_sheet(text, "in", Known(words=words))
    assert [line.text for line in found] == [line.strip() for line in text.splitlines() if line.strip()]
    for line in found:
        for part in (*line.spans, *line.questions):
            assert 0 <= part.start <= part.end <= len(line.text)
