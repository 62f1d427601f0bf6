"""Which envelope or bag of the cupboard takes the finished thing."""

from __future__ import annotations

import json
from dataclasses import replace
from decimal import Decimal
from itertools import permutations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.cli import main
from neat_sheaf.folding.enclosing import goes_into, takers
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.measure.length import Length, millimetres
from neat_sheaf.stock import Holds, Supply, SupplyUnit

from .building import inch, job, letter, piece, tray, upward

SIZES = st.integers(5, 300).map(millimetres)


def envelope(width: str, height: str, depth: str = "0", name: str = "Envelope") -> Supply:
    holds = Holds(inch(width), inch(height), inch(depth))
    return Supply(name, name, SupplyUnit.EACH, Decimal(10), holds=holds)


def test_a_flat_thing_needs_a_quarter_of_an_inch_and_its_own_thickness_both_ways():
    # Common practice: a 4 1/4 x 5 1/2 card goes into a 4 1/2 x 5 3/4 envelope and no smaller one.
    card = (inch("5 1/2"), inch("4 1/4"), Length(0))
    assert goes_into(card, Holds(inch("4 1/2"), inch("5 3/4")))
    assert goes_into(card, Holds(inch("5 3/4"), inch("4 1/2")))
    assert not goes_into(card, Holds(inch("4 7/16"), inch("5 3/4")))
    thick = (inch("5 1/2"), inch("4 1/4"), inch("1/8"))
    assert not goes_into(thick, Holds(inch("4 1/2"), inch("5 3/4")))
    assert goes_into(thick, Holds(inch("4 5/8"), inch("5 7/8")))


@given(
    st.tuples(SIZES, SIZES, SIZES),
    st.builds(Holds, SIZES, SIZES, st.one_of(st.just(Length(0)), SIZES)),
    SIZES,
)
def test_turning_the_thing_changes_nothing_and_a_larger_bag_takes_what_a_smaller_one_does(thing, holds, more):
    found = {goes_into(turned, holds) for turned in permutations(thing)}
    assert len(found) == 1
    larger = replace(holds, width=Length(holds.width + more), height=Length(holds.height + more))
    if found == {True}:
        assert goes_into(thing, larger)
        # A stiff thing is not larger than what it goes into: its two larger sizes fit the two larger ways.
        room = sorted((holds.width, holds.height, holds.depth), reverse=True)[:2]
        assert all(size <= most for size, most in zip(sorted(thing, reverse=True)[:2], room, strict=True))


def test_the_closest_one_comes_first_and_what_is_not_known_goes_nowhere():
    small, large = envelope("5", "6", name="Small"), envelope("9", "12", "4", name="Large")
    pads = Supply("pads", "Pads", SupplyUnit.EACH, Decimal(10))
    card = (inch("4"), inch("5"), Length(0))
    assert [one.name for one in takers(card, (large, pads, small))] == ["Small", "Large"]
    assert takers(None, (large, small)) == []


def test_the_command_says_what_goes_into_what(tmp_path, capsys):
    card = piece("Card", "8 1/2", "5 1/2", scores=(*upward("2 3/4"),))
    made = job([card, tray("Box", "6", "5", "1"), piece("Tag", "1", "2")], [letter()], 1)
    made = replace(made, supplies=(envelope("3 1/4", "9", name="Long"), envelope("5", "5", "2", name="Bag")))
    path = tmp_path / "job.json"
    path.write_text(write_job(made))
    assert main(["fold", str(path), "--json"]) == 0
    said = json.loads(capsys.readouterr().out)["pieces"]
    assert [one["goes_into"] for one in said] == [["Long"], ["Bag"], []]
    assert main(["fold", str(path)]) == 0
    assert "goes into Bag" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("holds", "path"),
    [({"width": "4"}, "holds"), ({"width": "0", "height": "4"}, "holds.width"), ({"size": "4"}, "holds")],
)
def test_a_wrong_inside_is_named(holds, path):
    made = job([piece("Card", "4", "6")], [letter()], 1)
    document = json.loads(write_job(replace(made, supplies=(envelope("4", "6"),))))
    document["supplies"][0]["holds"] = holds
    with pytest.raises(FileError) as refused:
        read_job(json.dumps(document))
    assert any(fault.path.startswith(f"supplies[0].{path}") for fault in refused.value.faults)
