"""Make it fit: another room inside, and everything that belongs to it followed."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks.refitting import CannotFitError, made_to_fit
from neat_sheaf.folding import fold
from neat_sheaf.folding.levers import lever_for, pulled
from neat_sheaf.folding.library import FORMS, started
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.project import Project
from neat_sheaf.project.panels import span_size
from neat_sheaf.wording import english
from tests.slips import library, noticed

from .building import inch, piece, tray

SIXTEENTH = inches("1/16")


@given(st.data())
@settings(max_examples=40, deadline=None)
def test_any_form_made_to_fit_has_at_least_that_room_to_the_sixteenth_and_is_as_sound_as_it_was(data):
    code = data.draw(
        st.sampled_from([c for c in FORMS if c not in ("card", "pocket-card", "square-envelope")])
    )
    room = (inch("4"), inch("1/2") if code == "holder" else inch("2"), inch("3"))
    if code in ("tray", "lidded-box", "drawer", "hinged-box"):
        room = (inch("4"), inch("3"), inch("1"))
    if FORMS[code].flat:
        room = (room[0], Length(0), room[2])
    sound = started(code, room, english(), USUAL_HABITS)
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
