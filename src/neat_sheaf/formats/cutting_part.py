"""How to cut, in a job file: its reader and its writer."""

from __future__ import annotations

import re
from typing import Any

from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.job import Cutting, Style
from neat_sheaf.limits import MOST_PILES, WIDEST_EDGE
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.messages import Measured
from neat_sheaf.pace import PACES, Pace

__all__ = ["cutting_document", "edge_length", "read_cutting"]

_FLAGS = ("mix_sizes", "papers_together", "empty_last")
_LENGTHS = ("squaring", "safety")


def cutting_document(cutting: Cutting, units: Unit) -> dict[str, Any]:
    """The settings as JSON values."""
    lengths = {name: size for name in _LENGTHS if (size := getattr(cutting, name))}
    return {
        "style": cutting.style.value,
        "sheets_at_once": cutting.sheets_at_once,
        "keep_offcut": " x ".join(write_length(side, units) for side in cutting.keep_offcut),
        "trimmer": write_length(cutting.trimmer, units),
        **{name: getattr(cutting, name) for name in _FLAGS},
        **{name: write_length(size, units) for name, size in lengths.items()},
        **({"most_piles": cutting.most_piles} if cutting.most_piles else {}),
        **{f"{name}_seconds": getattr(cutting.pace, name) for name in PACES},
        **_worth(cutting.pace),
    }


def read_cutting(node: JsonValue) -> Cutting:
    node.object(
        (),
        [
            "style",
            "sheets_at_once",
            "keep_offcut",
            "trimmer",
            *_FLAGS,
            *_LENGTHS,
            "most_piles",
            *(f"{name}_seconds" for name in PACES),
            "hour_worth",
            "sheet_worth",
        ],
    )  # fmt: skip
    plain = Cutting()
    paces = {
        name: node.take(f"{name}_seconds", lambda n: n.whole(0, 3600), getattr(plain.pace, name))
        for name in PACES
    }
    return Cutting(
        style=node.take("style", lambda n: n.choice(Style), plain.style),
        sheets_at_once=node.take("sheets_at_once", lambda n: n.whole(1, 100), 1),
        keep_offcut=node.take("keep_offcut", _two_sizes, plain.keep_offcut),
        trimmer=node.take("trimmer", JsonValue.size, plain.trimmer),
        mix_sizes=node.take("mix_sizes", JsonValue.flag, False),
        papers_together=node.take("papers_together", JsonValue.flag, False),
        empty_last=node.take("empty_last", JsonValue.flag, False),
        squaring=node.take("squaring", edge_length, Length(0)),
        safety=node.take("safety", edge_length, Length(0)),
        most_piles=node.take("most_piles", lambda n: n.whole(0, MOST_PILES), 0),
        pace=Pace(
            **paces,
            hour=node.take("hour_worth", JsonValue.amount, None),
            sheet=node.take("sheet_worth", JsonValue.amount, None),
        ),
    )


def _worth(pace: Pace) -> dict[str, str]:
    worth = {"hour_worth": pace.hour, "sheet_worth": pace.sheet}
    return {key: format(amount, "f") for key, amount in worth.items() if amount is not None}


def _two_sizes(node: JsonValue) -> tuple[Length, Length]:
    parts = re.split(r"\s*[x×X]\s*", node.text())
    if len(parts) != 2:
        raise node.fault("not-a-size", text=str(node.value))
    first, second = (JsonValue(part, node.path, node.units, node.faults).size() for part in parts)
    return first, second


def edge_length(node: JsonValue) -> Length:
    """A length that is taken off a sheet's edge, nm; a fault for one that is no edge any more."""
    size = node.length()
    if size > WIDEST_EDGE:
        raise node.fault("wider-than-an-edge", size=Measured(size), most=Measured(WIDEST_EDGE))
    return size
