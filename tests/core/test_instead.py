"""What to use instead of a paper that is not to be had."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.advice.instead import Candidate, use_instead
from neat_sheaf.stock import Print
from tests.core.building import inch, letter

KRAFT = Candidate(letter("kraft", on_hand=1), "#c8a978", Fraction(1, 2))


def other(name, ground="#c9aa7a", price=Fraction(1, 2), **more):
    return Candidate(replace(letter(name, on_hand=4), **more), ground, price)


def order(*others):
    return [row.paper for row in use_instead(KRAFT, [KRAFT, *others])]


def test_the_most_alike_comes_first_and_the_paper_itself_never():
    near, far = other("near"), other("far", "#2040c0")
    square = other("square", width=inch("12"), height=inch("12"))
    small = other("small", width=inch("6"), height=inch("6"))
    print_ = other("print", print=Print.ONE_WAY)
    vellum = other("vellum", kind="vellum")
    found = order(vellum, print_, small, far, near, square)
    assert found == ["near", "square", "far", "print", "small", "vellum"]


def test_of_the_same_colour_what_is_here_comes_before_what_is_a_little_nearer():
    here, nearer = other("here", "#c9ab7c"), other("nearer", "#c8a978", on_hand=0)
    assert order(nearer, here) == ["here", "nearer"]


def test_each_says_in_what_it_differs():
    thick = other("thick", price=Fraction(3, 4), caliper=400_000)
    (row,) = use_instead(Candidate(replace(KRAFT.paper, caliper=300_000), "#c8a978", Fraction(1, 2)), [thick])
    assert (row.thicker, row.dearer, row.smaller, row.same_kind) == (100_000, Fraction(1, 4), False, True)
    unknown = use_instead(KRAFT, [other("plain", price=None)])[0]
    assert (unknown.thicker, unknown.dearer) == (None, None)


COLOURS = st.integers(0, 0xFFFFFF).map(lambda n: f"#{n:06x}")


@given(st.lists(st.tuples(COLOURS, st.booleans(), st.sampled_from(["6", "8 1/2", "12"])), max_size=8))
def test_none_of_another_kind_or_too_small_comes_before_one_that_is_neither(made):
    others = [
        other(f"p{n}", ground, kind="cardstock" if same else "vellum", width=inch(side), height=inch("11"))
        for n, (ground, same, side) in enumerate(made)
    ]
    rows = use_instead(KRAFT, others)
    assert len(rows) == len(others)
    ranks = [(not row.same_kind, row.smaller) for row in rows]
    assert ranks == sorted(ranks)
