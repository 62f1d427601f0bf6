"""What fits what: lid over base, sleeve around drawer, panels that two pieces share."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.belonging import check_band, check_cover
from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.checks.gluing import check_glued
from neat_sheaf.checks.resizing import resized
from neat_sheaf.folding import Form, Sizes, fold
from neat_sheaf.habits import LidFeel
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, Sized, message
from neat_sheaf.project import Fit, FitKind, Line, Piece
from neat_sheaf.project.panels import columns, panel_size, panels_along, rows, stretched

__all__ = ["check_fit"]

LOOSEST = inches("3/16")  # Common practice: a lid with more play than this falls off.
SLIP = inches("1/4")  # From memory: panels that differ by more were not meant to be alike.


def check_fit(context: CheckContext, fit: Fit) -> Iterator[Finding]:
    """Findings about two pieces that go together."""
    outer, inner = context.project.piece(fit.outer), context.project.piece(fit.inner)
    where = message(f"place.{fit.kind}", outer=fit.outer, inner=fit.inner)
    if outer is None or inner is None:
        missing = fit.outer if outer is None else fit.inner
        less = replace(context.project, fits=tuple(f for f in context.project.fits if f != fit))
        said = message("fit-without-piece", piece=missing)
        yield Finding(Level.ERROR, said, where, None, Fix(message("fix-fit.remove"), less))
    elif fit.kind is FitKind.LID:
        yield from _lid(context, where, outer, inner)
    elif fit.kind is FitKind.SLEEVE:
        yield from _sleeve(context, where, outer, inner)
    elif fit.kind is FitKind.BAND:
        yield from check_band(context, where, outer, inner, fit)
    elif fit.kind is FitKind.COVER:
        yield from check_cover(context, where, outer, inner, fit)
    elif fit.kind is FitKind.SHARED:
        yield from _shared(context, where, outer, inner, fit)
    elif fit.kind is FitKind.GLUED:
        yield from check_glued(context, where, fit)
    # One for each is counted over the whole list.


def _least(context: CheckContext, outer: Piece, inner: Piece) -> Length:
    """The smallest clearance: snug, or twice the thicker stock's caliper. Common practice."""
    return Length(max(LidFeel.SNUG.clearance, 2 * context.caliper(outer.paper, inner.paper)))


def _wished(context: CheckContext, outer: Piece, inner: Piece) -> Length:
    return Length(max(context.habits.lid.clearance, _least(context, outer, inner)))


def _refit(context: CheckContext, piece: Piece, changes: list[tuple[Side, int, int]]) -> Fix | None:
    """The piece with some panels (numbers from 0) stretched by so many nm; None where one would vanish."""
    if not changes:
        return None
    fixed = piece
    for side, panel, by in changes:
        if panels_along(fixed, side)[panel] + by <= 0:
            return None
        fixed = stretched(fixed, side, panel, by)
    size = Sized(fixed.width, fixed.height)
    project = context.with_piece(context.project.pieces.index(piece), fixed)
    return Fix(message("fix-fit.resize", piece=piece.name, size=size), project)


def _lid(context: CheckContext, where: Message, lid: Piece, base: Piece) -> Iterator[Finding]:
    index = context.project.pieces.index(lid)
    over, under = fold(lid, hint=Form.TRAY), _box(base)
    if over.form is None or fold(base).form is None:
        return  # how it folds is asked already
    if over.form is not Form.TRAY or over.room is None or under is None:
        flat = base if over.form is Form.TRAY else lid
        said = message("tray-without-floor", piece=flat.name)
        fix = _with_walls(context, flat, lid if flat is base else base)
        yield Finding(Level.ERROR, said, where, index, fix)
        return
    # The longer side of the lid goes over the longer side of the base.
    turned = (over.room[0] < over.room[1]) != (under[0] < under[1])
    turned = turned and over.room[0] != over.room[1] and under[0] != under[1]
    against = (under[1], under[0]) if turned else under[:2]
    play = (over.room[0] - against[0], over.room[1] - against[1])
    least, wish = _least(context, lid, base), _wished(context, lid, base)
    most = max(LOOSEST, least)
    larger = [0 if least <= p <= most else wish - p for p in play]
    # The other way: the base as much smaller, each of its sides under the lid's.
    smaller = [-by for by in (larger[::-1] if turned else larger)]
    fixes = (resized(context, lid, larger), resized(context, base, smaller))
    floors = {"lid": Sized(*over.room[:2]), "base": Sized(*against)}
    if min(play) < least:
        key = "lid-too-small.thick" if least > LidFeel.SNUG.clearance else "lid-too-small.thin"
        said = message(key, **floors, by=Measured(least - min(play)))
        yield Finding.of(Level.ERROR, said, where, index, fixes)
    elif max(play) > most:
        said = message("lid-too-loose", **floors, by=Measured(max(play)))
        yield Finding.of(Level.WARNING, said, where, index, fixes)
    else:
        feel = LidFeel.SNUG if max(play) < LidFeel.EASY.clearance else LidFeel.EASY
        said = message("lid-clears", **floors, by=Measured(min(play)), feel=feel)
        yield Finding(Level.NOTE, said, where, index)


def _box(piece: Piece) -> Sizes | None:
    """The outside of a tray or another box, width, depth and height; None of what is flat or a sleeve."""
    folded = fold(piece)
    if folded.form is Form.SLEEVE or folded.room is None or folded.room[2] == 0:
        return None
    return folded.finished


def _with_walls(context: CheckContext, flat: Piece, other: Piece) -> Fix | None:
    """Walls all round as deep as the other tray's; where it has none, a sixth of the shorter side."""
    eighth = inches("1/8")
    if fold(other).form is Form.TRAY:
        wall = columns(other)[0]
    else:
        wall = Length(max(2 * eighth, min(flat.width, flat.height) // 6 // eighth * eighth))
    if 2 * wall >= min(flat.width, flat.height):
        return None
    scores = tuple(
        Line(side, at)
        for side, size in ((Side.WIDTH, flat.width), (Side.HEIGHT, flat.height))
        for at in (wall, Length(size - wall))
    )
    others = tuple(line for line in flat.scores if not line.full)
    fixed = context.with_piece(context.project.pieces.index(flat), replace(flat, scores=scores + others))
    return Fix(message("fix-fit.walls", wall=Measured(wall), piece=flat.name), fixed)


def _sleeve(context: CheckContext, where: Message, sleeve: Piece, drawer: Piece) -> Iterator[Finding]:
    index = context.project.pieces.index(sleeve)
    around, within = fold(sleeve, hint=Form.SLEEVE), _box(drawer)
    if around.form is None or fold(drawer).form is None:
        return  # how it folds is asked already
    if around.form is not Form.SLEEVE or around.room is None or within is None:
        wrong = "drawer" if around.form is Form.SLEEVE else "sleeve"
        named = drawer if wrong == "drawer" else sleeve
        said = message(f"sleeve-without-panels.{wrong}", piece=named.name)
        yield Finding(Level.ERROR, said, where, index)
        return
    front, depth, long = around.room
    width, height, wall = within
    least, wish = _least(context, sleeve, drawer), _wished(context, sleeve, drawer)
    most = max(LOOSEST, least)
    # The sleeve runs along one side of the drawer; its panels go around the other. Which is which
    # is told by what clears and is about as long, or else by the nearer sizes.
    side, _ = min(
        ((width, height), (height, width)),
        key=lambda direction: (
            not (least <= front - direction[0] <= most and abs(long - direction[1]) <= LOOSEST),
            abs(front - direction[0]) + abs(long - direction[1]),
            front - direction[0] < least,
        ),
    )
    play = (front - side, depth - wall)
    across, deep = (
        0 if least <= p <= most else wanted - p for p, wanted in zip(play, (wish, least), strict=True)
    )
    # The other way: a drawer as much narrower or lower.
    drawn_in = [-across, 0, -deep] if side == width else [0, -across, -deep]
    fixes = (resized(context, sleeve, [across, deep, 0]), resized(context, drawer, drawn_in))
    sizes_said = {
        "across": Measured(side),
        "deep": Measured(wall),
        "front": Measured(front),
        "side": Measured(depth),
    }
    if min(play) < least:
        key = "sleeve-too-small.across" if play[0] <= play[1] else "sleeve-too-small.deep"
        said = message(key, **sizes_said, by=Measured(least - min(play)))
        yield Finding.of(Level.ERROR, said, where, index, fixes)
    elif max(play) > most:
        said = message("sleeve-too-loose", **sizes_said, by=Measured(max(play)))
        yield Finding.of(Level.WARNING, said, where, index, fixes)
    else:
        said = message("sleeve-clears", **sizes_said, play=Measured(play[0]), play_deep=Measured(play[1]))
        yield Finding(Level.NOTE, said, where, index)


def _shared(context: CheckContext, where: Message, one: Piece, other: Piece, fit: Fit) -> Iterator[Finding]:
    """Two pieces that meet along a panel: some panel of the one is as long as one of the other.

    Where panels are named, those are compared and no others.
    """
    index = context.project.pieces.index(other)
    for piece, panel in ((one, fit.outer_panel), (other, fit.inner_panel)):
        if panel is not None and panel_size(piece, panel) is None:
            place = message("place.panel", piece=piece.name, column=panel.column, row=panel.row)
            yield Finding(Level.ERROR, message("fit-without-panel", where=place), where, index)
            return
    named = fit.outer_panel and panel_size(one, fit.outer_panel)
    inner = fit.inner_panel
    pairs = [
        (abs(a - b), a, b, side, n)
        for a in (named or dict.fromkeys([*columns(one), *rows(one)]))
        for side in Side
        for n, b in enumerate(panels_along(other, side))
        if inner is None or n + 1 == (inner.column if side is Side.WIDTH else inner.row)
    ]
    apart, a, b, side, n = min(pairs, key=lambda pair: pair[0])
    if apart == 0:
        return
    fix = _refit(context, other, [(side, n, a - b)])
    if apart > SLIP:
        said = message(
            "no-shared-panel", one=one.name, other=other.name, first=Measured(a), second=Measured(b)
        )
        yield Finding(Level.WARNING, said, where, index, fix)
        return
    said = message(
        "panels-differ",
        one=one.name,
        other=other.name,
        first=Measured(a),
        second=Measured(b),
        apart=Measured(apart),
    )
    yield Finding(Level.WARNING, said, where, index, fix)
