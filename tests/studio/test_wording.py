"""Every message of the studio has a sentence with just its parameters, and no sentence is left over."""

import datetime as dt
import re
from pathlib import Path

import pytest

from neat_sheaf.wording import PSEUDO, Voice, catalogue
from studio.accounts.places import PLACES
from studio.common.voices import WORDS
from tests.sentences import Sentences, unspoken

STUDIO = Path(__file__).parents[2] / "studio"
BOTH = catalogue("en", folders=(WORDS,))
SAID = re.compile(r"""{%\s*say\s+"([^"]+)"((?:\s+\w+=[^\s%]+)*)\s*%}""")


def templates():
    return [*STUDIO.glob("*/templates/*.html"), *STUDIO.glob("*/templates/*.css")]


def test_every_message_that_the_studio_makes_has_a_sentence_with_just_its_parameters():
    seen, wrong = unspoken(STUDIO, Sentences(BOTH.resources), leave="demo")
    assert wrong == []
    assert seen > 60


def test_every_message_of_a_printed_page_has_one_too():
    sentences, seen = Sentences(BOTH.resources), 0
    for template in templates():
        for key, given in SAID.findall(template.read_text()):
            seen += 1
            assert set(re.findall(r"(\w+)=", given)) == sentences.params[key], (template.name, key)
    assert seen > 20


def test_no_word_stands_in_a_printed_page_itself():
    for template in templates():
        text = re.sub(r"(?s)<style>.*?</style>|{%.*?%}|{{.*?}}|<[^>]*>", " ", template.read_text())
        if template.suffix == ".html":
            assert not re.findall(r"[A-Za-z]{2,}", text), (template.name, re.findall(r"[A-Za-z]{2,}", text))


def test_no_sentence_of_the_studio_is_left_over():
    text = "\n".join(path.read_text() for path in [*STUDIO.rglob("*.py"), *templates()])
    for key in sorted({*BOTH.keys} - {*catalogue("en").keys}):
        name = key.partition(".")[0]
        used = re.search(rf"""["']({re.escape(key)}["']|{name}\.\{{)""", text)
        assert used or name in ENUMS, key


ENUMS = {"rescuekind", "corner", "edge"}


@pytest.mark.parametrize(
    ("place", "words"),
    [
        ("en-GB", "5 March 2027"),
        ("en-US", "March 5, 2027"),
        ("de-AT", "5 March 2027"),
        ("ja-JP", "March 5, 2027"),
    ],
)
def test_a_day_is_written_in_the_order_of_the_place_and_the_words_of_the_language(place, words):
    # CLDR, as Babel has it; a place that has no habits of its own for English takes those of the language.
    assert Voice(place=place).date(dt.date(2027, 3, 5)) == words


def test_every_place_is_one_that_numbers_and_dates_are_written_for():
    for place in PLACES:
        voice = Voice(place=place)
        assert voice.number(3)
        assert voice.date(dt.date(2027, 3, 5))


def test_the_pseudo_language_changes_every_sentence_and_no_parameter():
    plain, pseudo = Voice(folders=(WORDS,)), Voice(language=PSEUDO, folders=(WORDS,))
    for voice, letter in ((plain, "C"), (pseudo, "C")):
        assert letter in voice.say("guide.layout", letter=letter, times=3)
    assert plain.say("guide.title") != pseudo.say("guide.title")
