"""Make it fit: another room inside, and everything that belongs to it followed."""

from __future__ import annotations

from dataclasses import replace
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks.least_change import Condition, least_change
from neat_sheaf.checks.refitting import CannotFitError, made_to_fit
from neat_sheaf.folding import fold
from neat_sheaf.folding.levers import lever_for, pulled
from neat_sheaf.folding.library import FORMS, started
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.project import Edge, Fit, FitKind, Glue, Panel, Project, SupplyUse
from neat_sheaf.project.panels import columns, span_size
from neat_sheaf.wording import english
from tests.slips import library, noticed

from .building import across, inch, piece, tray, upward

SIXTEENTH = inches("1/16")


def room_of(code):
    """A room that a form can have."""
    room = (inch("4"), inch("1/2") if code == "holder" else inch("2"), inch("3"))
    if code in ("tray", "lidded-box", "drawer", "hinged-box"):
        room = (inch("4"), inch("3"), inch("1"))
    return (room[0], Length(0), room[2]) if FORMS[code].flat else room


@given(st.data())
@settings(max_examples=40, deadline=None)
def test_any_form_made_to_fit_has_at_least_that_room_to_the_sixteenth_and_is_as_sound_as_it_was(data):
    code = data.draw(
        st.sampled_from([c for c in FORMS if c not in ("card", "pocket-card", "square-envelope")])
    )
    sound = started(code, room_of(code), english(), USUAL_HABITS)
    name = next(p.name for p in sound.pieces if p.mat_of is None and fold(p).room is not None)
    before = fold(sound.piece(name)).room
    # Any nanometre more: the list stays in sixteenths.
    more = [data.draw(st.integers(0, inch("3/4"))) if size else 0 for size in before]
    wanted = tuple(size + by for size, by in zip(before, more, strict=True))
    try:
        found = made_to_fit(sound, name, wanted, "in")
    except CannotFitError:
        # Low and deep it would be another thing; that is said, and nothing is changed.
        assert code in ("bag", "holder", "folded-bag", "closed-box", "open-box", "tuck-box", "gusset-bag")
        return
    after = fold(found.project.piece(name)).room
    # A gusset's halves grow alike, by a sixteenth each.
    step = 2 * SIXTEENTH if code == "gusset-bag" else SIXTEENTH
    assert all(0 <= got - want < step for got, want in zip(after, wanted, strict=True))
    assert {c for c, _ in noticed(found.project, "in")} - {c for c, _ in noticed(sound, "in")} <= {
        "larger-than-sheets"
    }
    assert bool(found.changed) == any(more)


def test_a_lid_its_mats_and_a_sleeve_follow_what_they_fit():
    box = started("lidded-box", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS)
    found = made_to_fit(box, "Base", (inch("4 1/2"), inch("3"), inch("1")), "in").project
    assert fold(found.piece("Lid")).room[:2] == (inch("4 5/8"), inch("3 1/8"))
    for mat in (p for p in found.pieces if p.mat_of is not None):
        panel = span_size(found.piece(mat.mat_of.piece), mat.mat_of.panel, None)
        assert {panel[0] - mat.width, panel[1] - mat.height} == {2 * USUAL_HABITS.border}
    drawer = started("drawer", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS)
    found = made_to_fit(drawer, "Drawer", (inch("4"), inch("3 1/2"), inch("1 1/4")), "in").project
    assert fold(found.piece("Sleeve")).room == (inch("4 1/8"), inch("1 5/16"), inch("3 1/2"))


def test_what_is_not_known_or_not_to_be_had_is_refused():
    flat = Project("T", (piece("Card", "4", "6"),))
    with pytest.raises(CannotFitError) as refused:
        made_to_fit(flat, "Card", (inch("5"), inch("5"), inch("5")), "in")
    assert refused.value.code == "refit-unknown"
    box = Project("T", (tray("Box", "6", "5", "1"),))
    with pytest.raises(CannotFitError) as refused:
        made_to_fit(box, "Box", (inch("0"), inch("3"), inch("1")), "in")
    assert refused.value.code == "refit-cannot"


def test_a_lever_enlarges_one_direction_and_no_other():
    tried = 0
    for _, _, _, project in library():
        for one in project.pieces:
            room = fold(one).room
            for k in range(3) if room is not None and one.mat_of is None else ():
                lever = lever_for(one, k, clean=True)
                if lever is None:
                    continue
                tried += 1
                larger = fold(pulled(one, lever, inch("1/8"))).room
                assert [b - a for a, b in zip(room, larger, strict=True)] == [
                    lever.gain * inch("1/8") if n == k else 0 for n in range(3)
                ]
    assert tried > 150


@given(
    st.lists(st.integers(1, 4), min_size=1, max_size=3),
    st.lists(
        st.tuples(
            st.lists(st.integers(-2, 2), min_size=3, max_size=3), st.integers(-5, 5), st.integers(0, 4)
        ),
        max_size=3,
    ),
)
@settings(max_examples=120, deadline=None)
def test_the_least_change_is_the_least_of_all_that_meet_the_conditions(weights, made):
    # Against trying every change of up to twelve steps either way.
    conditions = [
        Condition({n: k for n, k in enumerate(factors[: len(weights)]) if k}, low, low + more)
        for factors, low, more in made
    ]
    every = [
        change
        for change in product(range(-12, 13), repeat=len(weights))
        if all(c.low <= sum(k * change[n] for n, k in c.factors.items()) <= c.high for c in conditions)
    ]
    found = least_change(weights, conditions)

    def cost(change):
        return sum(w * abs(by) for w, by in zip(weights, change, strict=True))

    if found is None:
        assert not every
    elif every:
        assert cost(found) == min(map(cost, every))


@given(st.data())
@settings(max_examples=40, deadline=None)
def test_any_form_made_to_an_outside_is_no_larger_and_less_than_a_step_smaller(data):
    code = data.draw(st.sampled_from([c for c in FORMS if c != "square-envelope"]))
    sound = started(code, room_of(code), english(), USUAL_HABITS)
    name = next(p.name for p in sound.pieces if p.mat_of is None)
    before = fold(sound.piece(name)).finished
    more = [data.draw(st.integers(-inch("1/4"), inch("3/4"))) if size else 0 for size in before]
    wanted = tuple(size + by for size, by in zip(before, more, strict=True))
    try:
        found = made_to_fit(sound, name, wanted, "in", outside=True)
    except CannotFitError:
        assert code in ("bag", "holder", "folded-bag", "closed-box", "open-box", "tuck-box", "gusset-bag")
        return
    after = fold(found.project.piece(name)).finished
    step = 2 * SIXTEENTH
    assert all(
        not size or 0 <= want - got < step for got, want, size in zip(after, wanted, before, strict=True)
    )


def test_a_card_is_made_to_an_outside_though_it_has_no_room():
    card = Project("T", (piece("Card", "8 1/2", "11", scores=upward("5 1/2")),))
    assert fold(card.pieces[0]).finished[:2] == (inch("5 1/2"), inch("8 1/2"))
    found = made_to_fit(card, "Card", (inch("5 7/8"), inch("8 1/4"), 0), "in", outside=True).project.pieces[0]
    assert (found.width, found.height, found.scores[0].at) == (inch("8 1/4"), inch("11 3/4"), inch("5 7/8"))
    with pytest.raises(CannotFitError) as refused:
        made_to_fit(card, "Card", (inch("8"), inch("5"), 0), "in")
    assert refused.value.message.key == "refit-unknown.room"


def test_a_band_and_a_ribbon_grow_with_what_they_go_round():
    box = started("tray", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS)
    band = piece("Band", "10 1/2", "1")
    fits = (Fit(FitKind.BAND, "Band", "Tray", allowance=inch("1/2")),)
    tie = SupplyUse("ribbon", length=inch("26"), girth=inch("14"), bow=inch("12"))
    other = SupplyUse("twine", length=inch("20"), girth=inch("9"))
    project = replace(box, pieces=(*box.pieces, band), fits=fits, supplies=(tie, other))
    found = made_to_fit(project, "Tray", (inch("4 1/2"), inch("3"), inch("1")), "in").project
    # Round the width and the height, 2 x (4 + 1) and a half: one inch more.
    assert found.piece("Band").width == inch("11 1/2")
    assert (found.supplies[0].girth, found.supplies[0].length) == (inch("15"), inch("27"))
    assert found.supplies[1] == other


def test_panels_that_are_shared_and_edges_that_are_glued_stay_alike():
    box = started("tray", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS, matted=False)
    shelf = piece("Shelf", "5", "3", scores=across("1/2", "4 1/2"))
    fits = (
        Fit(FitKind.SHARED, "Shelf", "Tray", Panel(2, 1), Panel(2, 2)),
        Fit(FitKind.GLUED, "Label", "Tray", None, Panel(2, 1), glue=Glue(Edge.TOP, Edge.TOP)),
    )
    project = replace(box, pieces=(*box.pieces, shelf, piece("Label", "4", "1/2")), fits=fits)
    found = made_to_fit(project, "Tray", (inch("4 1/2"), inch("3 1/4"), inch("1")), "in").project
    assert columns(found.piece("Shelf")) == [inch("1/2"), inch("4 1/2"), inch("1/2")]
    assert found.piece("Shelf").height == inch("3 1/4")
    assert (found.piece("Label").width, found.piece("Label").height) == (inch("4 1/2"), inch("1/2"))
