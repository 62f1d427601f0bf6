"""A studio's own words: learned, listed, taken back, and read in every list of the studio and of no other."""

from __future__ import annotations

import pytest
from django.contrib.auth.models import User

from studio.accounts import room
from studio.accounts.models import Member, Role
from studio.projects.models import LearnedWord

from .conftest import Person

LINE = {"text": "Cover 2 x 3, zebra", "units": "in"}


def piece_of(person):
    return person.ask("POST", "/lines", LINE).json()["lines"][0]


def test_an_answer_is_learned_and_the_word_is_read_from_then_on(person):
    asked = piece_of(person)["questions"][0]
    assert [one["means"] for one in asked["learns"]] == ["paper", "note"]
    answer = person.ask("POST", "/words", asked["learns"][0])
    assert answer.status_code == 201
    read = piece_of(person)
    assert (read["questions"], read["piece"]["paper"]) == ([], "zebra")
    (kept,) = person.get("/words")
    assert kept == answer.json() == {"id": kept["id"], "said": "zebra", "means": "paper", "instead": ""}


def test_a_word_that_is_taken_back_is_asked_about_again(person):
    made = person.ask("POST", "/words", {"said": "zebra", "means": "note"}).json()
    assert piece_of(person)["notes"] == ["zebra"]
    assert person.ask("DELETE", f"/words/{made['id']}").status_code == 204
    assert [asked["code"] for asked in piece_of(person)["questions"]] == ["paper-or-note"]
    assert person.ask("DELETE", f"/words/{made['id']}").status_code == 404


def test_a_word_means_one_thing_and_the_last_that_was_said(person):
    for means, instead in (("paper", ""), ("note", ""), ("instead", "in striped")):
        answer = person.ask("POST", "/words", {"said": " Zebra ", "means": means, "instead": instead})
        assert answer.status_code == 201
    assert [(one["said"], one["means"], one["instead"]) for one in person.get("/words")] == [
        ("zebra", "instead", "in striped")
    ]
    assert piece_of(person)["piece"]["paper"] == "striped"


def test_a_supply_by_another_name_is_learned_with_its_answer(person, furnish):
    made = furnish(person)
    name = made["supply"]["name"]
    word = name.lower().split()[0]
    body = {"text": f"3 {word} thingies", "units": "in"}
    asked = person.ask("POST", "/lines", body).json()["lines"][0]["questions"][0]
    learned = asked["learns"][asked["suggestions"].index(name)]
    assert (learned["means"], learned["instead"]) == ("supply", name)
    assert person.ask("POST", "/words", learned).status_code == 201
    read = person.ask("POST", "/lines", body).json()["lines"][0]
    assert "no-such-supply" not in [one["code"] for one in read["questions"]]
    assert read["supply"]["name"] == name


@pytest.mark.parametrize(
    ("body", "path"),
    [
        ({"said": "12", "means": "paper"}, "said"),
        ({"said": "ds", "means": "instead"}, "instead"),
        ({"said": "ds", "means": "instead", "instead": "Ds"}, "instead"),
    ],
)
def test_what_cannot_be_learned_says_where_and_why(person, body, path):
    refused = person.ask("POST", "/words", body)
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == path
    assert person.get("/words") == []


def test_there_is_an_end_to_how_many_words_a_studio_knows(person):
    most = room.MOST_KEPT["projects.LearnedWord"]
    rows = [LearnedWord(studio=person.studio, said=f"word{n}", means="note") for n in range(most)]
    LearnedWord.objects.bulk_create(rows)
    refused = person.ask("POST", "/words", {"said": "zebra", "means": "paper"})
    assert refused.status_code == 422
    assert str(most) in refused.json()["faults"][0]["message"]
    # One that is known already can still be said otherwise.
    assert person.ask("POST", "/words", {"said": "word7", "means": "paper"}).status_code == 201


def test_a_reader_sees_the_words_and_teaches_none(person, client):
    user = User.objects.create_user("reader", password="potting-shed-7")
    Member.objects.create(user=user, studio=person.studio, role=Role.READER)
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    reader = Person(client, person.studio)
    made = person.ask("POST", "/words", {"said": "zebra", "means": "paper"}).json()
    assert [one["said"] for one in reader.get("/words")] == ["zebra"]
    assert reader.ask("POST", "/words", {"said": "emu", "means": "paper"}).status_code == 403
    assert reader.ask("DELETE", f"/words/{made['id']}").status_code == 403


def test_the_words_of_one_studio_are_none_of_anothers(join):
    person, stranger = join(), join("Theirs")
    made = person.ask("POST", "/words", {"said": "zebra", "means": "paper"}).json()
    assert stranger.get("/words") == []
    assert piece_of(stranger)["questions"]
    assert stranger.ask("DELETE", f"/words/{made['id']}").status_code == 404
