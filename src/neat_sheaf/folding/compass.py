"""Which way is up, to the right and towards the eye."""

from __future__ import annotations

from neat_sheaf.folding.motion import Vector, dot

__all__ = ["STANDS", "Compass", "cross", "minus"]


class Compass:
    """Which way is up, to the right and towards the eye, in the base's frame."""

    def __init__(self, up: Vector, front: Vector) -> None:
        self.up, self.front = up, front
        self.right = cross(up, front)

    def face(self, normal: Vector) -> str:
        """The face that looks that way."""
        ways = {"top": self.up, "front": self.front, "right": self.right}
        back = {"top": "bottom", "front": "back", "right": "left"}
        name = max(ways, key=lambda key: abs(dot(ways[key], normal)))
        return name if dot(ways[name], normal) > 0 else back[name]

    def points(self, face: str, way: Vector) -> str:
        """Where a direction points on a face, as seen from outside; empty on a level one."""
        if face in ("top", "bottom"):
            return ""
        up = dot(self.up, way)
        if abs(up) > 0.7:
            return "up" if up > 0 else "down"
        right = {
            "front": self.right,
            "back": minus(self.right),
            "right": minus(self.front),
            "left": self.front,
        }
        return "right" if dot(right[face], way) > 0 else "left"


def cross(a: Vector, b: Vector) -> Vector:
    """The vector product of two directions."""
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


def minus(a: Vector) -> Vector:
    """The opposite direction."""
    return (-a[0], -a[1], -a[2])


STANDS = Compass((0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
"""A thing whose base is its front, seen upright."""
