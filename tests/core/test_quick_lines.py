"""Quick lines: what instructors write is understood or questioned, never mangled."""

import json
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import millimetres, parse_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Corner, CornerShape, CutMethod, Edge, Fold, Line, MatOf, Panel, Portion
from neat_sheaf.reading import Known, What, read_line, read_lines, read_sheet, tidy_line
from tests.words import said

from .building import across, inch, piece, upward
from .test_formats import NAMES, pieces

KNOWN = Known(roles=("body", "print A"), pieces=("Sleeve", "Drawer"), role="body")


def read(text, units="in", known=KNOWN):
    return read_line(text, units, known)


def understood(text, units="in", known=KNOWN):
    found = read(text, units, known)
    assert found.questions == (), [said(q) for q in found.questions]
    return found.piece


def asked(text):
    return [(q.code, text[q.start : q.end]) for q in read(text).questions]


@given(pieces("Card"), NAMES, NAMES, st.sampled_from(["in", "cm", "mm"]))
@settings(max_examples=150, deadline=None)
def test_the_tidy_words_of_any_piece_read_back_to_the_same_piece(made, name, role, units):
    made = replace(made, name=name, paper=role)
    found = read_line(tidy_line(made, units), units, Known())
    assert found.questions == ()
    assert found.piece == made


@pytest.mark.parametrize(
    "name",
    ["Wall x 4", "2 walls", "Mat of tin", "scored 2", 'a "b" c', "4 x 5", "Lid:", "12-inch strip", "(2)"],
)
def test_a_name_that_could_be_misread_is_kept_as_it_is(name):
    made = replace(piece("A", "2", "3"), name=name)
    assert read_line(tidy_line(made, "in"), "in", Known()).piece == made


def test_the_examples_of_the_trade():
    walls = understood("2 end walls 2 1/4 x 7, score 1/4, 1 1/8, 2 on the short side and 5 on the long")
    assert (walls.name, walls.per_kit, walls.width, walls.height) == (
        "end walls",
        2,
        inch("2 1/4"),
        inch("7"),
    )
    assert walls.scores == (*across("1/4", "1 1/8", "2"), *upward("5"))
    mat = understood('Front mat: 3 3/8" by 2 7/8" (2) in print A')
    assert (mat.name, mat.per_kit, mat.paper, mat.follows_print) == ("Front mat", 2, "print A", True)
    sleeve = understood("sleeve 24 x 11 cm, score long side at 6, 12, 18, 23.5")
    assert (sleeve.width, sleeve.height) == (millimetres(240), millimetres(110))
    assert [line.at for line in sleeve.scores] == [millimetres(n) for n in (60, 120, 180, 235)]
    assert {line.along for line in sleeve.scores} == {Side.WIDTH}


@pytest.mark.parametrize(
    ("size", "units", "sides"),
    [
        ("4 1/4 x 11", "in", ("4 1/4 in", "11 in")),
        ("4-1/4X11", "in", ("4 1/4 in", "11 in")),
        ("4¼ × 5½", "in", ("4 1/4 in", "5 1/2 in")),
        ("4 ¼ by 5 ½", "in", ("4 1/4 in", "5 1/2 in")),
        ('4.25" x 5.5"', "cm", ("4 1/4 in", "5 1/2 in")),
        ("21.5 x 10 cm", "in", ("21.5 cm", "10 cm")),
        ("108 mm by 140 mm", "in", ("108 mm", "140 mm")),
        ("13/16 x 5/16", "in", ("13/16 in", "5/16 in")),
        (".5 x 3", "in", ("1/2 in", "3 in")),
        ("5 inches x 7 inches", "cm", ("5 in", "7 in")),
        ("11 high by 4 1/4 wide", "in", ("4 1/4 in", "11 in")),
        ("4 1/4 w x 11 h", "in", ("4 1/4 in", "11 in")),
        ("10 x 15", "cm", ("10 cm", "15 cm")),
    ],
)
def test_sizes_in_every_form(size, units, sides):
    made = understood(f"Card {size}", units)
    assert (made.width, made.height) == tuple(parse_length(side, "in") for side in sides)


@pytest.mark.parametrize(
    ("text", "name", "count"),
    [
        ("2 walls 2 x 3", "walls", 2),
        ("two walls 2 x 3", "walls", 2),
        ("Cut 6 blades 2 x 3", "blades", 6),
        ("3x tags 2 x 3", "tags", 3),
        ("Walls (4): 2 x 3", "Walls", 4),
        ("Walls x 4: 2 x 3", "Walls", 4),
        ("Walls: 2 x 3 (4)", "Walls", 4),
        ("Walls: 2 x 3, 4 a kit", "Walls", 4),
        ("Walls: 2 x 3, 4 per kit", "Walls", 4),
        ("Walls 2 x 3, cut 4 per kit", "Walls", 4),
        ("12-inch strip 12 x 2", "12-inch strip", 1),
        ("2 x 3 walls (4)", "walls", 4),
        ("2 x 3 card base, score 1", "card base", 1),
        ("- Walls 2 x 3", "Walls", 1),
        ("3) Walls 2 x 3", "Walls", 1),
        ("Front and back, 2 x 3", "Front and back", 1),
        ("One-way mat 2 x 3", "One-way mat", 1),
        ("Panel 2: 2 x 3", "Panel 2", 1),
    ],
)
def test_names_and_counts(text, name, count):
    made = understood(text)
    assert (made.name, made.per_kit, made.width) == (
        name,
        count,
        inch("2") if "12" not in text else inch("12"),
    )


@pytest.mark.parametrize(
    ("words", "scores"),
    [
        ("score 5", upward("5")),
        ("scored at 2 and 4", upward("2", "4")),
        ("fold at 5", upward("5")),
        ("score along the width at 1, 3", across("1", "3")),
        ("score 1, 3 on the short side", across("1", "3")),
        ("score short side: 1, long side: 5", (*across("1"), *upward("5"))),
        ("score the 11-inch side at 3/4, 4 1/2", upward("3/4", "4 1/2")),
        ("score along the 4 1/4 inch side at 2", across("2")),
        ("score 1 on all four sides", (*across("1", "3 1/4"), *upward("1", "10"))),
        (
            "score all four sides at 1/2, 1",
            (*across("1/2", "1", "3 1/4", "3 3/4"), *upward("1/2", "1", "10", "10 1/2")),
        ),
        ("score height at 5 from 1 to 3", (Line(Side.HEIGHT, inch("5"), inch("1"), inch("3")),)),
        ("score width at 2 to 1", (Line(Side.WIDTH, inch("2"), None, inch("1")),)),
        ("mountain score at 5", (Line(Side.HEIGHT, inch("5"), fold=Fold.MOUNTAIN),)),
        (
            "score 2, mountain 5 on the long side",
            (*upward("2"), Line(Side.HEIGHT, inch("5"), fold=Fold.MOUNTAIN)),
        ),
    ],
)  # fmt: skip
def test_scores_as_they_are_said(words, scores):
    assert understood(f"Card 4 1/4 x 11, {words}").scores == scores


def test_everything_else_a_piece_can_have():
    made = understood(
        "Blade 2 x 6 in print A, slit width at 1/2, 1 from 0 to 1 relief 1/16, hole 1/8 at 5/8, 3/8, "
        "round top corners 1/4, notch bottom left corner 1/2, tab column 1 row 1 2 runs, may turn, "
        "die-cut with margin 1/8, half, from scrap, mat of sleeve column 2 row 1, matched set 1, "
        "diagonal from (0, 0) to (1/2, 1), seen column 1 row 1 up bottom as front"
    )
    assert made.slits == tuple(
        Line(Side.WIDTH, at, inch("0"), inch("1"), relief=inch("1/16")) for at in (inch("1/2"), inch("1"))
    )
    assert [(h.diameter, h.x, h.y) for h in made.holes] == [(inch("1/8"), inch("5/8"), inch("3/8"))]
    assert [(c.corner, c.shape) for c in made.corners] == [
        (Corner.TOP_LEFT, CornerShape.ROUND),
        (Corner.TOP_RIGHT, CornerShape.ROUND),
        (Corner.BOTTOM_LEFT, CornerShape.NOTCH),
    ]
    assert (made.tabs[0].panel, made.tabs[0].runs) == (Panel(1, 1), 2)
    assert (made.cut, made.margin, made.portion) == (CutMethod.DIE, inch("1/8"), Portion.HALF)
    assert (made.scrap, made.follows_print, made.matched) == (True, False, "1")
    assert made.mat_of == MatOf("Sleeve", Panel(2, 1))
    assert made.diagonals[0].end == (inch("1/2"), inch("1"))
    assert (made.faces[0].up, made.faces[0].name) == (Edge.BOTTOM, "front")


@pytest.mark.parametrize(
    ("text", "code", "part"),
    [
        ('Ribbon 12"', "no-size", 'Ribbon 12"'),
        ("Card 2 x 3, skore 1", "not-understood", "skore 1"),
        ("Card 2 x 3, score 1 and glue the back", "not-understood", "glue the back"),
        ("Box 4 x 5 x 2", "third-size", "x 2"),
        ("Tag about 2 x 3", "about", "about"),
        ("Tag 2 x 3, roughly", "about", "roughly"),
        ("Band 21,5 x 10 cm", "decimal-comma", "21,5 x 10 cm"),
        ("Card 2 x 3, score", "no-distance", "score"),
        ("Card 2 x 3, score 1 on the short side and 2", "no-side", "score 1 on the short side and 2"),
        ("Card 2 x 3, score the 9-inch side at 1", "no-such-side", "the 9-inch side"),
        ("Card 2 x 3, tab", "no-panel", "tab"),
        ("Card 2 1/0 x 3", "not-a-length", "2 1/0 x 3"),
        ("Card 0 x 3", "not-over-zero", "0 x 3"),
        ("Mat 2 x 3 mat of sleve", "unknown-piece", "sleve"),
        ("Card 2 x 3, hole 1/8 at 1", "not-understood", "hole 1/8 at 1"),
        ("Walls (4): 2 x 3 (5)", "two-counts", "Walls (4): 2 x 3 (5)"),
        ("score at 1, 2: card 2 x 3", "size-first", "score at 1, 2: card"),
        ("Card 2 x 3 in body glue it on", "not-understood", "glue it on"),
        ("Card 2 x 3 in body, in print A", "said-twice", "in print A"),
        ("Card 2 x 3, margin 1/8, margin 1/4", "said-twice", "margin 1/4"),
        ("Card 2 x 3, half, quarter", "said-twice", "quarter"),
        ("Card 2 x 3, die-cut, punched", "said-twice", "punched"),
        ("Card 2 x 3, may turn, follows the print", "said-twice", "follows the print"),
        ("Card 2 x 3, score width at 1 from 0 to 2 from 1", "said-twice", "from 1"),
        ("Card 2 x 3, score 1 from 0", "from-to", "from 0"),
        ("Card 2 x 3, score 1 to", "not-understood", "to"),
        ("Card 2 x 3, slit 1 relief", "not-understood", "relief"),
        ("Card 2 x 3, matched", "not-understood", "matched"),
        ("Card 2 x 3, round top corners 0", "not-over-zero", "round top corners 0"),
        ("Card 2 x 3, tab column 0", "no-panel", "column 0"),
        ("Card 2 x 3, tab column 2 column 3", "no-panel", "column 3"),
        ("Card 2 x 3, tab column 1 12 runs", "out-of-range", "tab column 1 12 runs"),
        ("Card 2 x 3, seen column 1 up left up right", "said-twice", "up right"),
    ],
)
def test_what_is_not_understood_is_asked_about_where_it_stands(text, code, part):
    assert asked(text) == [(code, part)]


def test_a_letter_behind_a_known_paper_is_another_paper():
    known = Known(roles=("print", "body"))
    assert understood("Mat 2 x 3 in print A", known=known).paper == "print A"
    assert understood("Mat 2 x 3 in Print", known=known).paper == "print"


def test_a_suggestion_put_in_its_place_is_understood():
    for text in (
        "Card 2 x 3, skore 1",
        "Band 21,5 x 10 cm",
        "Mat 2 x 3 mat of sleve column 1",
        "Tag about 2 x 3",
    ):
        (question,) = read(text).questions
        assert question.suggestions
        for suggestion in question.suggestions:
            fixed = question.put(text, suggestion)
            assert read(fixed).questions == (), fixed


PASTE = """
1. Drawer 5 1/2 x 7 in body, score 1 on all four sides
2. Sleeve: 10 1/4" x 5", score the long side at 3 5/8, 4 11/16, 8 5/16 and 9 3/8, in oat
- Sleeve front mat 3 3/8 by 4 3/4 (1) in print A, mat of sleeve column 1
• Sleeve back mat: 3⅜ × 4¾, mat of Sleeve column 3
Drawer front mat 3 1/4 x 3/4
2 dividers 3 3/8 X 1 7/8 in body, score 1 on the short side
Pull tab, 3/4 x 2 1/2, scored at 1 1/4, in accent
Label 2 x 2 punched, margin 1/8
two tags 5 x 8 cm; hole 5 mm at 25 mm, 70 mm
6 blades 1 1/4 x 6, hole 1/8 at 5/8, 3/8, round top corners 1/4
Window 3 x 3 in window
Card base 4.25 x 11, fold at 5.5
Pocket card: 4 1/4 x 11 in, score along the 11-inch side at 1 1/2, 5 1/2
belly band 1 x 5 1/2, score 1 1/2, 2, 3 1/2, 4
Cover 1 3/8 x 6 1/8 (2)
Liner about 3 x 4
Tie 22" ribbon
Box top 4 x 4 x 1
Corner guard 2 x 2 punched quarter x4
Shed roof 6 x 3 1/2; score 3, then glue
""".strip()


def test_a_paste_of_twenty_differently_written_lines_is_understood_or_questioned():
    found = read_lines(PASTE, "in")
    assert len(found) == 20
    questioned = {n: [q.code for q in line.questions] for n, line in enumerate(found, 1) if line.questions}
    assert questioned == {
        16: ["about"], 17: ["no-size"], 18: ["third-size"], 20: ["not-understood"],
    }  # fmt: skip
    names = [line.piece.name for line in found if line.piece]
    assert names[:4] == ["Drawer", "Sleeve", "Sleeve front mat", "Sleeve back mat"]
    assert found[3].piece.mat_of == MatOf("Sleeve", Panel(3, 1))
    assert found[8].piece.holes[0].x == millimetres(25)
    assert (found[18].piece.portion, found[18].piece.per_kit) == (Portion.QUARTER, 4)


@given(st.text(max_size=60))
@settings(max_examples=300, deadline=None)
def test_whatever_is_typed_gives_a_piece_or_a_question_inside_the_line(text):
    for line in read_lines(text, "in"):
        assert line.piece is not None or line.questions
        for question in line.questions:
            assert 0 <= question.start <= question.end <= len(line.text)
            assert said(question)


@given(
    st.lists(
        st.sampled_from(
            ["score", "slit", "1", "1/2", "2 1/4 x 3", "on the long side", "width", "in", "print A", "hole",
             "at", ",", "tab", "column 1", "x", "mat of", "(2)", "from", "to", "round", "top corners", "seen",
             "as", "die-cut", "margin", "diagonal", "mountain", "4 a kit", "half", '"', "glue",
             "and", "relief"]
        ),
        max_size=14,
    )
)  # fmt: skip
@settings(max_examples=300, deadline=None)
def test_any_order_of_the_grammars_own_words_is_read_without_a_fall(words):
    text = " ".join(words)
    for line in read_lines(text, "in"):
        assert line.piece is not None or line.questions


# Words of the grammar, each number another sixty-fourth, so that it can be found again.
_PHRASES = [
    "score {}", "score {}, {} on the long side", "score width at {} from {} to {}",
    "slit height at {} relief {}", "mountain score at {}", "hole {} at {}, {}", "round top left corner {}",
    "margin {}", "with {} margin", "diagonal from ({}, {}) to ({}, {})", "{}", "to {}", "from {}",
    "relief {}", "notch {}", "in print {}",
]  # fmt: skip


@given(st.lists(st.sampled_from(_PHRASES), max_size=6), st.sampled_from([", ", "; ", " ", " and "]))
@settings(max_examples=300, deadline=None)
def test_no_number_of_a_line_is_lost_it_is_in_the_piece_or_asked_about(phrases, between):
    count = sum(phrase.count("{}") for phrase in phrases)
    numbers = [f"{2 * n + 1}/64" for n in range(count)]
    text = f"Card 40 x 50, {between.join(phrases)}".format(*numbers)
    found = read_line(text, "in", Known())
    asked_about = " ".join(text[q.start : q.end] for q in found.questions)
    kept = tidy_line(found.piece, "in").split()
    for number in numbers:
        in_piece = any(number in word.strip("(),;").split() for word in kept)
        assert in_piece or number in asked_about, (text, number)


@pytest.mark.parametrize("quoted", [r'"a\q"', '"a\tb"', r'"\u12"'])
def test_what_stands_in_quotation_marks_is_a_name_whatever_it_is(quoted):
    assert understood(f"Card 2 x 3 in {quoted}").paper


def test_what_is_too_much_is_said():
    (long_line,) = read_lines("a" * 30_000, "in")
    assert long_line.questions[0].code == "too-long"
    many = read_lines("Card 2 x 3\n" * 2001, "in")
    assert many[-1].questions[0].code == "too-many-lines"


def test_a_quoted_name_is_json():
    assert understood(f"{json.dumps('Lid: 2 x 3')}: 4 x 5").name == "Lid: 2 x 3"


def test_a_score_that_begins_within_the_piece_and_is_folded_by_hand_reads_back():
    # Found by the tables: "from" without "to", and a fold after it, was asked about.
    line = Line(Side.WIDTH, inch("1"), start=inch("1/2"), angle=90)
    made = piece("Card", "4", "5", scores=(line,))
    assert tidy_line(made, "in").endswith("score width at 1 from 1/2 folded 90 degrees")
    assert understood(tidy_line(made, "in")).scores == (line,)


@pytest.mark.parametrize(
    ("text", "code"),
    [
        # One score, where one in from each end may be meant.
        ("Box 8 x 6, score 1 on the long sides", "which-ends"),
        ("Box 8 x 6, on the short edges score 1", "which-ends"),
        # Four corners, of two inches.
        ("Box 8 x 6, round 2 corners", "which-corners"),
        ("Box 8 x 6, round two corners 1/4", "which-corners"),
        ("Box 8 x 6, notch both corners 1/2 x 1/2", "which-corners"),
        # On no side at all.
        ("Strip 3 1/2 x 8, on the short side score at 5 3/4", "not-on-side"),
        ("Card 4 x 6, score 6", "not-on-side"),
        ("Card 4 x 6, slit at 4 on the short side", "not-on-side"),
    ],
)
def test_what_was_read_wrongly_in_silence_is_asked_about(text, code):
    assert code in [question for question, _ in asked(text)]


def test_what_says_which_corners_or_sides_is_read_as_it_is():
    assert len(understood("Box 8 x 6, round 4 corners 1/4").corners) == 4
    assert len(understood("Box 8 x 6, round both top corners 1/4").corners) == 2
    assert len(understood("Box 8 x 6, round the two bottom corners 1/4").corners) == 2
    assert len(understood("Strip 3 1/2 x 8, score at 5 3/4").scores) == 1


def test_a_bullet_is_taken_from_the_beginning_of_a_line_only():
    # "Box 8 x 6. Score at 1 and 7." became "Box 8 xScore at 1 and 7."
    (line,) = read_sheet("Box 8 x 6. Score at 1 and 7.", "in", KNOWN)
    assert "xScore" not in line.step
    assert line.what is What.PIECE
    (step,) = read_sheet("3. Fold the 4 x 6 card on the line at 2. Press it.", "in", KNOWN)
    assert step.step == "Fold the 4 x 6 card on the line at 2. Press it."


def test_a_step_is_never_cut_short():
    # It ended in the middle of a word after 400 characters.
    text = "Fold it " + "over and over, " * 40 + "and tie it."
    (line,) = read_sheet(text, "in", KNOWN)
    assert (line.what, line.step) == (What.STEP, text)
    assert [question.code for question in line.questions] == ["too-long"]
