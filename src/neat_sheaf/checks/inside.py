"""What goes inside, against the room that the folded thing has."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import permutations

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level
from neat_sheaf.checks.gluing import room_in
from neat_sheaf.checks.packing import packs
from neat_sheaf.checks.resizing import resized
from neat_sheaf.folding import Sizes
from neat_sheaf.folding.library import SLACK
from neat_sheaf.messages import Boxed, Measured, Several, message, several
from neat_sheaf.project.assembly import Content

__all__ = ["check_content", "check_contents"]

_DIRECTIONS = ("width", "depth", "height")
_Order = tuple[int, ...]


def check_content(context: CheckContext, content: Content) -> Iterator[Finding]:
    """What goes inside against the room there is: which dimension fails, and by how much."""
    piece = context.project.piece(content.piece)
    where = message("place.content", content=content.name, piece=content.piece)
    less = replace(context.project, contents=tuple(c for c in context.project.contents if c != content))
    if piece is None:
        said = message("content-without-piece", content=content.name, piece=content.piece)
        fix = Fix(message("fix-content", content=content.name), less)
        yield Finding(Level.ERROR, said, where, None, fix)
        return
    index = context.project.pieces.index(piece)
    room = room_in(context, piece)
    if room is None:
        yield Finding(Level.NOTE, message("inside-unknown", piece=piece.name), where, index)
        return
    order, excess = _best(content, room)
    if not any(excess):
        key = "content-fits.straight" if order == (0, 1, 2) else "content-fits.turned"
        lying = Boxed(*(_sizes(content)[n] for n in order))
        said = message(key, content=content.name, piece=piece.name, room=Boxed(*room), lying=lying)
        yield Finding(Level.NOTE, said, where, index)
        return
    fails: Several = several(
        (
            message(
                f"content-side.{_DIRECTIONS[order[direction]]}",
                size=Measured(_sizes(content)[order[direction]]),
                by=Measured(by),
            )
            for direction, by in enumerate(excess)
            if by
        ),
        "and",
    )
    slack = SLACK if content.rigid and room[2] else 0
    said = message(
        "content-too-large.rigid" if slack else "content-too-large.soft",
        content=content.name,
        piece=piece.name,
        room=Boxed(*room),
        fails=fails,
        **({"slack": Measured(slack)} if slack else {}),
    )
    own = context.folded(piece).room == room
    yield Finding(Level.ERROR, said, where, index, resized(context, piece, excess) if own else None)


def _sizes(content: Content) -> tuple[int, int, int]:
    return content.width, content.depth, content.height


def _best(content: Content, room: Sizes) -> tuple[_Order, list[int]]:
    """The way round in which it lies best, and what it lacks in each direction of the room."""
    orders = sorted(permutations(range(3)), key=lambda order: (sum(_over(content, room, order)), order))
    return orders[0], _over(content, room, orders[0])


def _over(content: Content, room: Sizes, order: _Order) -> list[int]:
    item = _sizes(content)
    if room[2] == 0:
        # From memory: a thing bulges a flat pocket, and takes its own depth off both ways.
        deep = item[order[2]]
        return [*(max(0, item[order[n]] + deep - room[n]) for n in (0, 1)), 0]
    slack = SLACK if content.rigid else 0
    # A soft thing may bulge the thinnest direction of the room that it lies in.
    thinnest = room.index(min(room))
    return [
        0 if not content.rigid and n == thinnest else max(0, item[d] + slack - room[n])
        for n, d in enumerate(order)
    ]


def check_contents(context: CheckContext) -> Iterator[Finding]:
    """Everything that goes into one piece: rigid things packed, soft ones within the volume left."""
    for index, piece in enumerate(context.project.pieces):
        inside = [content for content in context.project.contents if content.piece == piece.name]
        room = room_in(context, piece) if len(inside) > 1 else None
        if room is None or room[2] == 0 or any(any(_best(one, room)[1]) for one in inside):
            continue
        where = message("place.named", name=piece.name)
        left = room[0] * room[1] * room[2] - sum(one.width * one.depth * one.height for one in inside)
        names = several((one.name for one in inside), "and")
        if left < 0:
            yield Finding(
                Level.ERROR, message("contents-too-many", contents=names, piece=piece.name), where, index
            )
            continue
        rigid = [_sizes(one) for one in inside if one.rigid]
        key = "contents-together.fit" if packs(rigid, room) else "contents-together.unknown"
        yield Finding(Level.NOTE, message(key, contents=names, piece=piece.name), where, index)
