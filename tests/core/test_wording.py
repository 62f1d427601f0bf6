"""Every message of the core has a sentence with just its parameters, and no sentence is left over."""

from __future__ import annotations

import re
from decimal import Decimal
from pathlib import Path

import pytest
from babel import Locale

from neat_sheaf.habits import LidFeel
from neat_sheaf.measure.length import inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Amount, Measured, Message, Sized, message, several
from neat_sheaf.wording import PSEUDO, Voice, catalogue, english
from tests.sentences import Sentences, unspoken

SOURCE = Path(__file__).parents[2] / "src" / "neat_sheaf"


def test_every_message_that_the_code_makes_has_a_sentence_with_just_its_parameters():
    seen, wrong = unspoken(SOURCE, Sentences(catalogue("en").resources))
    assert wrong == []
    assert seen > 150


def test_no_sentence_is_left_over():
    text = "\n".join(path.read_text() for path in SOURCE.rglob("*.py"))
    for key in catalogue("en").keys:
        name = key.partition(".")[0]
        used = re.search(rf"""["']({re.escape(key)}["']|{name}\.\{{)""", text)
        assert used or name in ENUMS, key


ENUMS = {"side", "form", "lidfeel", "portion", "level", "caution", "joined"}


@pytest.mark.parametrize("kind", [Side, LidFeel])
def test_a_word_of_a_fixed_set_has_its_own_sentence(kind):
    for one in kind:
        assert english().say("quoted", text=one) != f"'{one!r}'"
        assert catalogue("en").has(f"{kind.__name__.lower()}.{one.value}")


def test_lengths_and_sizes_are_said_in_the_unit_of_whoever_listens():
    one = message("fix-tab.widen", width=Measured(inches("1/4")), size=Sized(inches(2), inches(3)))
    assert english("in").words(one) == "widen the tab to 1/4 in: cut 2 x 3 in"
    assert english("cm").words(one) == "widen the tab to 0.635 cm: cut 5.08 x 7.62 cm"


def test_numbers_and_money_are_written_as_the_place_does_and_plurals_as_the_language():
    # CLDR, as Babel has it: a narrow space groups thousands in France, a point in Germany.
    one = message("option-minutes.less", minutes=1234)
    french, german = Voice(place="fr-FR").words(one), Voice(place="de-DE").words(one)
    assert "1\N{NARROW NO-BREAK SPACE}234 min" in french
    assert "1.234 min" in german
    french = Voice(place="fr-FR").words(message("option-sheets.more", sheets=0))
    # French has no plural for 0; the sentence is English and has.
    assert "0 sheets more" in french
    assert Voice(place="de-DE").money(Amount(Decimal("1234.50"), "EUR")) == "1.234,50\N{NO-BREAK SPACE}€"
    assert Voice().money(Amount(Decimal("3.00"), "EUR")) == "€3.00"
    assert Voice().money(Amount(Decimal("3"), "JPY")).endswith("3")


def test_several_things_are_joined_by_the_languages_own_words():
    def listed(*items, joined):
        return english().say("larger-than-sheets", sheets=several(items, joined))

    assert listed("A", joined="or") == "it does not fit A"
    assert listed("A", "B", joined="or") == "it does not fit A or B"
    assert listed("A", "B", "C", joined="and") == "it does not fit A, B and C"
    assert listed("A", "B", joined="list") == "it does not fit A, B"


def test_the_pseudo_language_changes_every_letter_of_a_sentence_and_nothing_that_is_put_in():
    strange = Voice(language=PSEUDO)
    for key in catalogue(PSEUDO).keys:
        parts = Sentences(catalogue("en").resources).params[key]
        words = strange.words(Message(key, dict.fromkeys(parts, 7)))
        assert not re.search(r"[A-Za-z]", words), (key, words)
    assert "Tray" in strange.say("fit-without-piece", piece="Tray")


def test_a_language_that_nobody_wrote_falls_back_to_english_and_a_missing_sentence_is_an_error():
    assert catalogue("xx").language == "en"
    with pytest.raises(KeyError):
        english().say("no-such-message")
    with pytest.raises(KeyError):
        english().say("fit-without-piece")
    assert Locale.parse("en_GB") == Locale.parse(english().place, sep="-")
