"""What fits what: lid over base, sleeve around drawer, panels that two pieces share, contents inside."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import permutations

from neat_sheaf.assembly import Content
from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.geometry import columns, floor, inside, panels_along, rows, stretched, wrap_side
from neat_sheaf.habits import LidFeel
from neat_sheaf.length import Length, inches
from neat_sheaf.project import Fit, FitKind, Line, Piece, Side

__all__ = ["check_content", "check_fit"]

LOOSEST = inches("3/16")  # Common practice: a lid with more play than this falls off.
SLIP = inches("1/4")  # From memory: panels that differ by more were not meant to be alike.
SLACK = inches("1/8")  # From memory: what a rigid thing wants to slide in, in all.


def check_fit(table: Table, fit: Fit) -> Iterator[Finding]:
    """Findings about two pieces that go together."""
    outer, inner = table.project.piece(fit.outer), table.project.piece(fit.inner)
    words = {FitKind.LID: "over", FitKind.SLEEVE: "around", FitKind.SHARED: "and"}
    where = f"{fit.outer} {words[fit.kind]} {fit.inner}"
    if outer is None or inner is None:
        missing = fit.outer if outer is None else fit.inner
        less = replace(table.project, fits=tuple(f for f in table.project.fits if f != fit))
        says = f"there is no piece called {missing}"
        yield Finding(Level.ERROR, "fit-without-piece", where, says, None, Mend("forget this fit", less))
    elif fit.kind is FitKind.LID:
        yield from _lid(table, where, outer, inner)
    elif fit.kind is FitKind.SLEEVE:
        yield from _sleeve(table, where, outer, inner)
    else:
        yield from _shared(table, where, outer, inner)


def _least(table: Table, outer: Piece, inner: Piece) -> Length:
    """The smallest clearance: snug, or twice the thicker stock's caliper. Common practice."""
    return Length(max(LidFeel.SNUG.clearance, 2 * table.caliper(outer.paper, inner.paper)))


def _wished(table: Table, outer: Piece, inner: Piece) -> Length:
    return Length(max(table.habits.lid.clearance, _least(table, outer, inner)))


def _mend(table: Table, piece: Piece, changes: list[tuple[Side, int, int]]) -> Mend | None:
    """The piece with some panels (numbers from 0) stretched by so many nm; None where one would vanish."""
    mended = piece
    for side, panel, by in changes:
        if panels_along(mended, side)[panel] + by <= 0:
            return None
        mended = stretched(mended, side, panel, by)
    size = table.sizes(mended.width, mended.height)
    project = table.with_piece(table.project.pieces.index(piece), mended)
    return Mend(f"cut {piece.name} {size}, its scores moved along", project)


def _lid(table: Table, where: str, lid: Piece, base: Piece) -> Iterator[Finding]:
    index = table.project.pieces.index(lid)
    over, under = floor(lid), floor(base)
    if over is None or under is None:
        flat = lid if over is None else base
        says = f"{flat.name} has no floor: it wants two scores along each side"
        mend = _tray_mend(table, flat, base if over is None else lid)
        yield Finding(Level.ERROR, "tray-without-floor", where, says, index, mend)
        return
    # The longer side of the lid goes over the longer side of the base.
    turned = (over[0] < over[1]) != (under[0] < under[1]) and over[0] != over[1] and under[0] != under[1]
    against = (under[1], under[0]) if turned else under
    play = (over[0] - against[0], over[1] - against[1])
    least, wish = _least(table, lid, base), _wished(table, lid, base)
    middles = (Side.WIDTH, len(columns(lid)) // 2), (Side.HEIGHT, len(rows(lid)) // 2)
    most = max(LOOSEST, least)
    changes = [(s, m, wish - p) for (s, m), p in zip(middles, play, strict=True) if not least <= p <= most]
    sizes = f"the lid's floor is {table.sizes(*over)}, the base's {table.sizes(*against)}"
    thick = " (twice the thickness of the paper)" if least > LidFeel.SNUG.clearance else ""
    if min(play) < least:
        says = f"{sizes}: the lid wants {table.said(least - min(play))} more to clear the base snugly{thick}"
        yield Finding(Level.ERROR, "lid-too-small", where, says, index, _mend(table, lid, changes))
    elif max(play) > most:
        says = f"{sizes}: {table.said(max(play))} of play, the lid may fall off"
        yield Finding(Level.WARNING, "lid-too-loose", where, says, index, _mend(table, lid, changes))
    else:
        feel = "snug" if max(play) < LidFeel.EASY.clearance else "easy"
        says = f"{sizes}: clears by {table.said(min(play))}, {feel}"
        yield Finding(Level.NOTE, "lid-clears", where, says, index)


def _tray_mend(table: Table, flat: Piece, other: Piece) -> Mend | None:
    """Walls all round as deep as the other tray's; where it has none, a sixth of the shorter side."""
    eighth = inches("1/8")
    if floor(other) is not None:
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
    mended = table.with_piece(table.project.pieces.index(flat), replace(flat, scores=scores + others))
    return Mend(f"score {table.said(wall)} on all four sides of {flat.name}", mended)


def _sleeve(table: Table, where: str, sleeve: Piece, drawer: Piece) -> Iterator[Finding]:
    index = table.project.pieces.index(sleeve)
    around, under = wrap_side(sleeve), inside(drawer)
    if around is None or under is None or wrap_side(drawer) is not None:
        if around is None:
            says = f"{sleeve.name} does not go around: it wants four panels or more along one side"
        else:
            says = f"{drawer.name} is no tray: it wants two scores along each side"
        yield Finding(Level.ERROR, "sleeve-without-panels", where, says, index)
        return
    sizes = panels_along(sleeve, around)
    width, height, wall = under.sizes
    front, depth = min(sizes[0], sizes[2]), min(sizes[1], sizes[3])
    least, wish = _least(table, sleeve, drawer), _wished(table, sleeve, drawer)
    # The sleeve runs along one side of the drawer; its panels go around the other. Which is which
    # is told by the nearer sizes, and where they are as near by what clears.
    long = max(panels_along(sleeve, Side.HEIGHT if around is Side.WIDTH else Side.WIDTH))
    side, _ = min(
        ((width, height), (height, width)),
        key=lambda way: (abs(front - way[0]) + abs(long - way[1]), front - way[0] < least),
    )
    play = (front - side, depth - wall)
    said = (
        f"the drawer is {table.said(side)} across and {table.said(wall)} deep, "
        f"the sleeve's panels {table.said(front)} and {table.said(depth)}"
    )
    wanted = ((0, side + wish), (2, side + wish), (1, wall + least), (3, wall + least))
    floors = {0: side, 2: side, 1: wall, 3: wall}
    most = max(LOOSEST, least)
    changes = [
        (around, n, size - sizes[n]) for n, size in wanted if not least <= sizes[n] - floors[n] <= most
    ]
    if min(play) < least:
        which = "across" if play[0] <= play[1] else "deep"
        says = f"{said}: it wants {table.said(least - min(play))} more {which} to slide"
        yield Finding(Level.ERROR, "sleeve-too-small", where, says, index, _mend(table, sleeve, changes))
    elif max(play) > most:
        says = f"{said}: {table.said(max(play))} of play, the drawer may slide out"
        yield Finding(Level.WARNING, "sleeve-too-loose", where, says, index, _mend(table, sleeve, changes))
    else:
        says = f"{said}: clears by {table.said(play[0])} across and {table.said(play[1])} deep"
        yield Finding(Level.NOTE, "sleeve-clears", where, says, index)


def _shared(table: Table, where: str, one: Piece, other: Piece) -> Iterator[Finding]:
    """Two pieces that meet along a panel: some panel of the one is as long as one of the other."""
    index = table.project.pieces.index(other)
    pairs = [
        (abs(a - b), a, b, side, n)
        for a in dict.fromkeys([*columns(one), *rows(one)])
        for side in Side
        for n, b in enumerate(panels_along(other, side))
    ]
    apart, a, b, side, n = min(pairs, key=lambda pair: pair[0])
    if apart == 0:
        return
    mend = _mend(table, other, [(side, n, a - b)])
    if apart > SLIP:
        says = (
            f"no panel of {one.name} is as long as one of {other.name}; "
            f"the nearest are {table.said(a)} and {table.said(b)}"
        )
        yield Finding(Level.WARNING, "no-shared-panel", where, says, index, mend)
        return
    says = (
        f"{one.name} has a panel of {table.said(a)} and {other.name} one of {table.said(b)}: "
        f"{table.said(apart)} apart, and they should be alike"
    )
    yield Finding(Level.WARNING, "panels-differ", where, says, index, mend)


_DIRECTIONS = ("width", "depth", "height")


def check_content(table: Table, content: Content) -> Iterator[Finding]:
    """What goes inside against the room there is: which dimension fails, and by how much."""
    piece = table.project.piece(content.piece)
    where = f"{content.name} in {content.piece}"
    less = replace(table.project, contents=tuple(c for c in table.project.contents if c != content))
    if piece is None:
        says = f"there is no piece called {content.piece} for {content.name} to go into"
        mend = Mend(f"take {content.name} off the contents", less)
        yield Finding(Level.ERROR, "content-without-piece", where, says, None, mend)
        return
    index = table.project.pieces.index(piece)
    room = inside(piece)
    if room is None or min(room.sizes) <= 0:
        says = f"{piece.name} folds to nothing with an inside that can be measured; compare by hand"
        yield Finding(Level.NOTE, "inside-unknown", where, says, index)
        return
    item = (content.width, content.depth, content.height)
    slack = SLACK if content.rigid else 0
    # A soft thing may bulge the thinnest way of the room that it lies in.
    thinnest = room.sizes.index(min(room.sizes))

    def over(order: tuple[int, ...]) -> list[int]:
        return [
            0 if not content.rigid and way == thinnest else max(0, item[d] + slack - room.sizes[way])
            for way, d in enumerate(order)
        ]

    best = min(permutations(range(3)), key=lambda order: sum(over(order)))
    excess = over(best)
    room_said = " x ".join(table.said(size) for size in room.sizes)
    if not any(excess):
        says = f"there is room for {content.name} inside {piece.name} ({room_said})"
        yield Finding(Level.NOTE, "content-fits", where, says, index)
        return
    fails = " and ".join(
        f"its {_DIRECTIONS[best[way]]} of {table.said(item[best[way]])} is {table.said(by)} too much"
        for way, by in enumerate(excess)
        if by
    )
    tray = wrap_side(piece) is None
    changes: list[tuple[Side, int, int]] = []
    for way, ((size, side, panels), by) in enumerate(zip(room.ways, excess, strict=True)):
        if by and way == 2 and tray:
            changes += _walls(piece, size + by)
        elif by:
            changes += [(side, panel, by) for panel in panels]
    says = f"no room for {content.name} inside {piece.name} ({room_said}): {fails}" + (
        f", with {table.said(slack)} of slack" if slack else ""
    )
    yield Finding(Level.ERROR, "content-too-large", where, says, index, _mend(table, piece, changes))


def _walls(piece: Piece, deep: int) -> list[tuple[Side, int, int]]:
    """The changes that make every wall of a tray at least that deep."""
    return [
        (side, n, deep - sizes[n])
        for side, sizes in ((Side.WIDTH, columns(piece)), (Side.HEIGHT, rows(piece)))
        for n in (0, len(sizes) - 1)
        if sizes[n] < deep
    ]
