"""A whole sheet is told apart line by line: headings, pieces, supplies, steps; nothing is lost."""

from decimal import Decimal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import parse_length
from neat_sheaf.reading import Known, SupplyLine, What, read_sheet
from neat_sheaf.reading.beginning import SIZES
from neat_sheaf.reading.describing import Describer
from neat_sheaf.reading.facts_of_line import SAYS_NOTHING
from neat_sheaf.reading.lexicon import rules_of
from neat_sheaf.stock.supply import SupplyUnit
from tests.words import said

from .building import inch

SHEET = """
Seed packet holder

CUT LIST
- Base: 4 1/4 x 11 in kraft, score at 5 1/2
- 2 sides 2 x 6, score 1/2 from each end
* Front mat 4 x 5 1/4 in print A, mat of Base column 1 row 2
stars: 7, punched

Supplies:
4 foam pads
20 in of ribbon
2 lengths of twine, 10 in each
brads x 4
glue

Assembly
1. Fold the base in half and burnish.
2. Glue the sides inside the base.
3. Add the 4 x 5 1/4 mat to the front.
Tie the ribbon round it and make a bow.
""".strip()


def test_a_sign_of_nobodys_alphabet_is_no_number():
    # Such signs come out of documents with fonts of their own; the reader used one as its sign of a number.
    (line,) = read_sheet("Tag 2 x \ue000 3", "in")
    assert line.questions
    (line,) = read_sheet("\ue000", "in")
    assert not line.pieces


@pytest.mark.parametrize("blanks", ["", "      "])
def test_a_cell_of_a_table_that_lacks_others_is_of_the_column_it_stands_under(blanks):
    text = (f"{blanks}Piece     Width     Height    Score     Paper     Qty\n"
            f"{blanks}Base      4 1/4     11        5 1/2     kraft     1\n"
            f"{blanks}Mat       4         5 1/4               print     2\n"
            f"{blanks}Tag       2         3                             4\n")  # fmt: skip
    _, base, mat, tag = read_sheet(text, "in")
    assert [(line.pieces[0].piece.paper, line.pieces[0].piece.per_kit) for line in (base, mat)] == [
        ("kraft", 1), ("print", 2)
    ]  # fmt: skip
    assert (tag.pieces[0].piece.per_kit, tag.pieces[0].piece.scores) == (4, ())


def test_a_cell_between_two_columns_is_asked_about():
    header = "Piece     Width     Height    Score     Qty"
    lines = {at: f"Tag       2         3{' ' * (at - 21)}2" for at in (32, 37, 40)}
    found = {at: read_sheet(f"{header}\n{line}\n", "in")[1] for at, line in lines.items()}
    assert [score.at for score in found[32].pieces[0].piece.scores] == [inch("2")]
    assert found[40].pieces[0].piece.per_kit == 2
    assert found[37].questions


def test_a_table_of_very_many_columns_is_read_without_trying_them_all():
    header = "     ".join(["Piece", "Size", *["Qty"] * 38])
    row = "     ".join(["Tag", "2 x 3", *["1"] * 18])
    assert len(read_sheet(f"{header}\n{row}\n", "in")) == 2


@pytest.mark.parametrize("line", ["Price tags, 12", "Coffee beans: 3 per kit", "Room for 4 stamps"])
def test_what_only_begins_like_talk_of_the_day_is_not_left_out_of_the_list(line):
    (found,) = read_sheet(f"{line}\n", "in")
    assert found.questions or found.supply is not None


def test_a_count_below_for_so_many_kits_is_asked_about_and_one_that_cannot_be_of_them_all_is_not():
    text = "For 12 kits\n24 wings 2 x 3 lilac\n5 stars 1 x 1 gold\nCard 4 x 5 white\n"
    _, wings, stars, card = read_sheet(text, "in")
    (asked,) = wings.questions
    assert asked.suggestions == ("wings: 2 x 3 in; 2 a kit; in lilac", "wings: 2 x 3 in; 24 a kit; in lilac")
    assert [(one.questions, one.pieces[0].piece.per_kit) for one in (stars, card)] == [((), 5), ((), 1)]


@pytest.mark.parametrize(
    ("header", "unit"),
    [
        ("Piece; Width (in); Height (in)", "in"), ("Piece; Width, in; Height, in", "in"),
        ("Piece; Width mm; Height mm", "mm"), ("Piece; Width [cm]; Height [cm]", "cm"),
        ("Piece; Cut in; Width; Height", "mm"),
    ],
)  # fmt: skip
def test_a_unit_in_a_header_is_that_of_its_numbers_and_cut_in_is_none(header, unit):
    cells = "Tag; 2; 3" if "Cut in" not in header else "Tag; kraft; 2; 3"
    _, tag = read_sheet(f"{header}\n{cells}\n", "mm")
    piece = tag.pieces[0].piece
    assert (piece.width, piece.height) == (parse_length("2", unit), parse_length("3", unit))


def test_every_kind_of_fact_that_the_rules_name_is_read_by_something():
    kinds = {rule["kind"] for rule in rules_of()["rule"]}
    read = {name.removeprefix("_on_") for name in dir(Describer) if name.startswith("_on_")}
    assert kinds - read <= {*SAYS_NOTHING, *SIZES}


def test_each_line_of_a_sheet_goes_where_it_belongs():
    read = read_sheet(SHEET, "in")
    assert [line.what for line in read] == [
        What.HEADING, What.HEADING, What.PIECE, What.PIECE, What.PIECE, What.PIECE,
        What.HEADING, *[What.SUPPLY] * 5, What.HEADING, *[What.STEP] * 4,
    ]  # fmt: skip
    assert [line.number for line in read if line.questions] == [7, 14]
    assert [line.piece.piece.paper for line in read[2:5]] == ["kraft", "kraft", "print A"]
    assert [line.piece.carried for line in read[2:5]] == [False, True, False]
    assert [line.supply for line in read[7:11]] == [
        SupplyLine("foam pads", Decimal(4)),
            SupplyLine("ribbon", length=inch("20"), unit=SupplyUnit.LENGTH),
        SupplyLine("twine", length=inch("20"), cuts=2, unit=SupplyUnit.LENGTH),
            SupplyLine("brads", Decimal(4)),
    ]  # fmt: skip
    assert read[-4].step == "Fold the base in half and burnish."


@pytest.mark.parametrize(
    ("line", "what"),
    [
        ("2 sides 2 x 6", What.PIECE), ("cut two flaps at 2 x 3", What.PIECE),
        ("Glue the 2 x 3 mat to the front", What.STEP), ("Score the base all round.", What.STEP),
        ("Wrap 11 x 5, score 2, 4, 6, 8", What.PIECE), ("Tuck flap 2 x 3", What.PIECE),
        ("Wrap it.", What.STEP),
        ("tape: 20 in", What.SUPPLY), ("Tie 22 in", What.PIECE), ("Glue mats on", What.STEP),
        ("4 foam pads", What.SUPPLY), ("foam pads (4)", What.SUPPLY), ("ribbon: 20 in", What.SUPPLY),
        ("a pair of brads", What.SUPPLY), ("half an inch of tape", What.SUPPLY),
        ("7 punched stars", What.PIECE),
        ("2 die-cut leaves", What.PIECE),
        ("Card 4 x 6, then glue the front to the back.", What.PIECE),
        ("Tie a bow.", What.STEP), ("When it is dry, fold the flaps in.", What.STEP), ("Base", What.PIECE),
        ("Instructions:", What.HEADING), ("# Lid", What.HEADING),
    ],
)  # fmt: skip
def test_a_line_alone_is_told_by_what_it_says(line, what):
    (read,) = read_sheet(line, "in")
    assert read.what is what


def test_what_a_person_says_it_is_goes_before_what_it_looks_like():
    first, second = read_sheet("4 foam pads\nTie a bow.", "in", kinds={1: What.STEP, 2: What.PIECE})
    assert (first.what, first.step) == (What.STEP, "4 foam pads")
    assert (second.what, second.questions[0].code) == (What.PIECE, "no-size")


def test_a_supply_is_found_in_the_cupboard_or_asked_about():
    cupboard = {"Foam pads": SupplyUnit.EACH, "Hemp ribbon": SupplyUnit.LENGTH}
    pads, ribbon, gems = read_sheet("4 foam pads\n20 in of ribbon\n3 gems", "in", supplies=cupboard)
    assert (pads.supply.name, pads.questions) == ("Foam pads", ())
    (question,) = ribbon.questions
    assert (question.code, question.suggestions) == ("no-such-supply", ("Hemp ribbon", "ribbon (new)"))
    assert ribbon.text[question.start : question.end] == "ribbon"
    fixed = question.put(ribbon.text, "Hemp ribbon")
    assert read_sheet(fixed, "in", supplies=cupboard)[0].questions == ()
    (made,) = read_sheet(question.put(ribbon.text, "ribbon (new)"), "in", supplies=cupboard)
    assert (made.supply.name, made.supply.new, made.questions) == ("ribbon", True, ())
    # What the cupboard has not, nor anything like it, is made there.
    assert (gems.supply.name, gems.supply.new, gems.questions) == ("gems", True, ())


@pytest.mark.parametrize(
    ("line", "amount"),
    [
        ("4 foam pads", SupplyUnit.EACH),
        ("foam pads (4)", SupplyUnit.EACH),
        ("20 in of foam pads", SupplyUnit.LENGTH),
        ("5 ml of foam pads", SupplyUnit.ML),
        ("foam pads: 2.5 ml", SupplyUnit.ML),
        ("2 lengths of foam pads, 10 in each", SupplyUnit.LENGTH),
    ],
)
@pytest.mark.parametrize("sold", list(SupplyUnit))
def test_an_amount_that_is_not_how_the_supply_is_measured_is_a_question(line, amount, sold):
    (read,) = read_sheet(line, "in", supplies={"Foam pads": sold}, kinds={1: What.SUPPLY})
    assert read.supply.unit is amount
    assert [q.code for q in read.questions] == ([] if amount is sold else ["supply-measure"])


def test_a_mat_may_be_written_before_the_piece_it_lies_on():
    mat, _ = read_sheet(
        "Mat 3 3/4 x 4 3/4, mat of Card\nCard 4 x 10, score 5", "in", Known(pieces=("Sleeve",))
    )
    # Both halves of the card take it: which one is a question with those two.
    assert [q.code for q in mat.questions] == ["which-panel"]
    assert mat.questions[0].suggestions == ("mat of Card column 1 row 1", "mat of Card column 1 row 2")
    mat, _ = read_sheet("Mat 3 3/4 x 5 3/4, mat of Card\nCard 4 x 10, score 4", "in")
    assert mat.questions == ()
    assert (mat.piece.piece.mat_of.panel.column, mat.piece.piece.mat_of.panel.row) == (1, 2)
    (alone,) = read_sheet("Mat 3 3/4 x 5 3/4, mat of Card", "in")
    assert [q.code for q in alone.questions] == ["which-panel"]


@given(st.text(max_size=200))
@settings(max_examples=200, deadline=None)
def test_no_line_of_any_text_is_lost(text):
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    read = read_sheet(text, "in", supplies={"Pads": SupplyUnit.EACH})
    assert [line.text for line in read] == lines
    for line in read:
        assert (
            line.piece
            or line.supply
            or line.step
            or line.questions
            or line.what in (What.HEADING, What.NOTE, What.MORE)
        )
        assert all(said(question) for question in line.questions)


def test_an_answer_keeps_the_paper_that_goes_on_from_the_line_before():
    _, asked = read_sheet("Base 4 x 5 in kraft\nHolder 4 x 10, score 1/2 from both sides", "in")
    (question,) = asked.questions
    assert [" in kraft;" in answer for answer in question.suggestions] == [True, True]
    for answer in question.suggestions:
        (read,) = read_sheet(answer, "in")
        assert read.questions == ()
        assert len(read.piece.piece.scores) == 2


def test_a_misspelt_word_is_asked_about_with_the_word_it_is_like():
    (line,) = read_sheet("Card 4 1/4 x 11, skore 5 1/2", "in")
    (question,) = line.questions
    assert (question.code, question.suggestions) == ("not-understood", ("score",))
    (read,) = read_sheet(question.put(line.text, "score"), "in")
    assert (read.questions, [score.at for score in read.piece.piece.scores]) == ((), [inch("5 1/2")])


@pytest.mark.parametrize(
    "text",
    [
        "a few tags 2 x 3", "some strips 1 x 4", "not the base 4 x 6", "several hearts 2 x 2", "no tag 2 x 3",
        "tags 2 x 3 for half the class", "Card 4 x 6 except in navy", "half of a 4 x 6 card",
        "Menu 4 x 11, score at a third and two thirds", "Frame 4 x 6, slot halfway",
        "Card 4 x 6, not the top", "Card 4 x 6 (I wrote 5 x 6 before)", "Card: 4 x 5, 6 x 7",
        "Card 4 x 9, score at 5 and 3/8", "Card about 4 x 6", "Card 4 x 6, score 2 and 5 from both ends",
        "4 x 6mm magnets", "Carte 4 x 6, pliée au milieu", "Card 4 x 6, turn it and score at 1",
        "Card 4 x 6, two if you like", "Box 6 x 8, score 1 on all four sides, makes a box 3 x 6 x 1",
        "Card 8 x 6 gate fold", "Card 4 x 6 notch", "Card 6 x 8, folded in half so it is 4 x 5",
        "Card 4 x 6, score at 1, 1", "Card 4 x 6, a bit smaller than the base", "Mat 1/8 smaller",
        "Card 4 x 6, score 3/4 on the short side, and on the 5 at 1",
    ],
)  # fmt: skip
def test_what_may_change_a_piece_is_asked_about_and_never_passed_over(text):
    assert any(line.questions for line in read_sheet(text, "in"))


def test_what_is_said_to_come_of_it_is_held_against_the_scores():
    (right,) = read_sheet("Box 6 x 8, score 1 on all four sides, makes a box 4 x 6 x 1", "in")
    assert right.questions == ()
    (wrong,) = read_sheet("Box 6 x 8, score 1 on all four sides, makes a box 3 x 6 x 1", "in")
    assert [question.code for question in wrong.questions] == ["result-differs"]
    assert "3 x 6 x 1 in, but its scores make 4 x 6 x 1 in" in said(wrong.questions[0])
