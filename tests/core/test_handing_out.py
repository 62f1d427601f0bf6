"""What is said to those who teach and help: what can go wrong, and the letters of the names."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.habits import Habits
from neat_sheaf.preparing.going_wrong import going_wrong
from neat_sheaf.preparing.letters import letters_of
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Print, Supply, SupplyUnit
from neat_sheaf.wording import Voice

from .building import job, letter, piece


@given(st.lists(st.text(max_size=20), max_size=12))
def test_an_alphabet_goes_through_as_often_as_its_commonest_letter(names):
    found = letters_of(names)
    left = Counter(dict(found.counts))
    assert all(count > 0 and sign.isalpha() for sign, count in found.counts)
    # Pass by pass, each letter once, as the machine does it.
    passes = 0
    while left.total():
        passes += 1
        left -= Counter(dict.fromkeys(left, 1))
    assert passes == found.passes


def test_capital_and_small_letters_are_one_die():
    assert letters_of(["Otto", "Zoë"]).counts == (("O", 3), ("T", 2), ("Z", 1), ("Ë", 1))
    assert letters_of(["Otto", "Zoë"]).passes == 3
    assert letters_of(["-- 12"]).counts == ()


def keys(made):
    return {said.key for said in going_wrong(made)}


def with_supply(made, name, unit, **more):
    supply = Supply("s", name, unit, 100, None, 0, **more)
    length = {"length": 100_000_000} if unit is SupplyUnit.LENGTH else {"count": 3}
    project = replace(made.project, supplies=(SupplyUse("s", **length),))
    return replace(made, supplies=(supply,), project=project)


def test_what_can_go_wrong_follows_from_what_the_kits_are_made_of():
    plain = job([piece("Card", "4", "5")], [letter()], 3)
    assert keys(plain) == set()
    assert keys(with_supply(plain, "Strong tape", SupplyUnit.LENGTH, joinable=True)) == {"goes-wrong.tape"}
    glued = with_supply(plain, "Wet glue", SupplyUnit.ML)
    assert keys(glued) == {"goes-wrong.glue"}
    assert keys(with_supply(plain, "Ribbon", SupplyUnit.LENGTH, joinable=False)) == {"goes-wrong.lengths"}
    assert keys(with_supply(plain, "Foam pads", SupplyUnit.EACH)) == {"goes-wrong.pads"}
    # The minutes are those of the studio.
    slow = replace(glued, habits=replace(Habits(), drying=45))
    assert "45 min" in " ".join(Voice().words(said) for said in going_wrong(slow))


def test_only_a_print_with_a_direction_can_lie_the_wrong_way():
    card = piece("Mat", "4", "5", follows_print=True)
    assert keys(job([card], [letter(print=Print.ONE_WAY)], 3)) == {"goes-wrong.print"}
    assert keys(job([card], [letter(print=Print.NONE)], 3)) == set()
    free = piece("Mat", "4", "5", follows_print=False)
    assert keys(job([free], [letter(print=Print.ONE_WAY)], 3)) == set()
