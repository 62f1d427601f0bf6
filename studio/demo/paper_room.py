"""The demo: a made-up paper room that holds a seed-swap evening for an allotment club.

Every name, paper, price and pack size here is invented.
"""
# ruff: noqa: E501 - a table of data reads best a row a line

from __future__ import annotations

from typing import Any

__all__ = ["CLASSES", "PACKS", "PAPERS", "PROJECTS", "STUDIO", "SUPPLIES"]

STUDIO = {"name": "The Tansy Row paper room", "units": "in", "currency": "EUR"}


CARD_SHOP, PAPER_SHOP, SMALL_SHOP = "The card barrow", "Reed Lane papers, by post", "Button and twine"


def _cardstock(name: str, ground: str, ink: str, on_hand: int, **more: Any) -> dict[str, Any]:
    return {
        "name": name, "kind": "cardstock", "weight": 300, "width": "8 1/2", "height": "11", "pack_sheets": 24,
        "pack_price": "11.40", "on_hand": on_hand, "shop": CARD_SHOP, "low": 8, "ground": ground, "ink": ink, **more,
    }  # fmt: skip


PACKS: list[dict[str, Any]] = [
    {
        "name": "Garden year, six designs",
        "sheets": 12,
        "price": "9.60",
        "code": "RL-290",
        "shop": PAPER_SHOP,
        "lead_days": 4,
    },
]


def _patterned(
    name: str, motif: str, print_: str, ground: str, ink: str, on_hand: int, **more: Any
) -> dict[str, Any]:
    return {
        "name": name, "kind": "patterned", "weight": 120, "width": "12", "height": "12", "print": print_,
        "motif": motif, "pack_sheets": 6, "pack_price": "7.50", "on_hand": on_hand, "shop": PAPER_SHOP, "lead_days": 4,
        "ground": ground, "ink": ink, **more,
    }  # fmt: skip


PAPERS: list[dict[str, Any]] = [
    _cardstock("Loam kraft", "#c8a978", "#8a6b3d", 31, offcuts=[{"width": "3", "height": "11", "count": 2}]),
    _cardstock("Oat milk", "#efe4cc", "#c9b78f", 12),
    _cardstock("Beetroot", "#7c2747", "#b65a7c", 9, pack_sheets=20, pack_price="12.80"),
    _patterned("Fern sprigs", "sprigs", "one-way", "#dfe8cf", "#4d7038", 4, code="RL-201"),
    _patterned("Dusk stripe", "stripes", "two-way", "#d9d3e6", "#5b4b8a", 1, code="RL-202"),
    _patterned("Pea dots", "dots", "none", "#f3e3a9", "#7f9a2f", 6),
    _patterned("Furrow check", "checks", "two-way", "#f0d3bd", "#a8532b", 0, code="RL-204"),
    _patterned("Rain butt waves", "waves", "one-way", "#cfe3e6", "#2f7480", 3,
               pack="Garden year, six designs", pack_sheets=2, pack_price=None, edges={"bottom": "1/2"}),
    {
        "name": "Cold-frame film", "kind": "window film", "width": "8 1/2", "height": "11",
        "pack_sheets": 10, "pack_price": "6.20", "on_hand": 2, "shop": CARD_SHOP, "ground": "#e8eef0", "ink": "#b9c9ce",
    },
]  # fmt: skip

SUPPLIES: list[dict[str, Any]] = [
    {
        "name": "Foam pads",
        "unit": "each",
        "pack_size": "300",
        "pack_price": "5.20",
        "on_hand": "40",
        "shop": SMALL_SHOP,
        "low": "100",
    },
    {
        "name": "Strong tape, 1/4 in",
        "unit": "length",
        "pack_size": "393",
        "shop": SMALL_SHOP,
        "pack_price": "3.60",
        "on_hand": "120",
    },
    {
        "name": "Hemp ribbon",
        "unit": "length",
        "pack_size": "360",
        "pack_price": "4.80",
        "joinable": False,
        "shop": SMALL_SHOP,
    },
    {"name": "Runner refill", "unit": "length", "pack_size": "315", "pack_price": "4.60", "on_hand": "200"},
    {"name": "Wet glue", "unit": "ml", "pack_size": "50", "pack_price": "4.10", "on_hand": "30"},
    {"name": "Copper brads", "unit": "each", "pack_size": "50", "pack_price": "3.25", "on_hand": "50"},
    {
        "name": "Seed envelopes, C7",
        "unit": "each",
        "pack_size": "25",
        "pack_price": "2.90",
        "on_hand": "10",
        "holds": {"width": "81 mm", "height": "114 mm"},
    },
    {
        "name": "Paper gift bags",
        "unit": "each",
        "pack_size": "12",
        "pack_price": "6.40",
        "on_hand": "14",
        "holds": {"width": "7", "height": "9", "depth": "3 1/2"},
    },
]


def _score(along: str, *at: str) -> dict[str, Any]:
    return {"along": along, "at": list(at)}


def _four_sides(width: tuple[str, str], height: tuple[str, str]) -> list[dict[str, Any]]:
    return [_score("width", *width), _score("height", *height)]


PROJECTS: list[dict[str, Any]] = [
    {
        "name": "Seed drawer",
        "pieces": [
            {
                "name": "Drawer", "paper": "body", "width": "5 1/2", "height": "7",
                "scores": _four_sides(("1", "4 1/2"), ("1", "6")),
                "slits": [
                    {"along": "width", "at": ["1", "4 1/2"], "from": "0", "to": "1", "relief": "1/16"},
                    {"along": "width", "at": ["1", "4 1/2"], "from": "6", "to": "7", "relief": "1/16"},
                ],
                "tabs": [
                    {"column": c, "row": r} for c in (1, 3) for r in (1, 3)
                ],
            },
            {
                "name": "Sleeve", "paper": "sleeve", "width": "10 1/4", "height": "5",
                "scores": [_score("width", "3 5/8", "4 11/16", "8 5/16", "9 3/8")],
                "tabs": [{"column": 5, "row": 1, "runs": 2}],
                "faces": [{"column": 1, "row": 1, "name": "front"}, {"column": 3, "row": 1, "name": "back"}],
            },
            {
                "name": "Sleeve front mat", "paper": "print", "per_kit": 1, "width": "3 3/8", "height": "4 3/4",
                "follows_print": True, "mat_of": {"piece": "Sleeve", "column": 1, "row": 1},
            },
            {
                "name": "Sleeve back mat", "paper": "print", "per_kit": 1, "width": "3 3/8", "height": "4 3/4",
                "follows_print": True, "mat_of": {"piece": "Sleeve", "column": 3, "row": 1},
            },
            {
                "name": "Drawer front mat", "paper": "print", "width": "3 1/4", "height": "3/4",
                "follows_print": True, "mat_of": {"piece": "Drawer", "column": 2, "row": 1},
            },
            {
                "name": "Divider", "paper": "body", "per_kit": 2, "width": "3 3/8", "height": "1 7/8",
                "scores": [_score("height", "1")],
            },
            {"name": "Pull tab", "paper": "accent", "width": "3/4", "height": "2 1/2",
             "scores": [_score("height", "1 1/4")]},
            {"name": "Label", "paper": "accent", "width": "2", "height": "2", "cut": "punch", "margin": "1/8"},
        ],
        "supplies": [
            {"supply": "Strong tape, 1/4 in", "sticks": ["tab"]},
            {"supply": "Runner refill", "sticks": ["mat"]},
            {"supply": "Foam pads", "lifts": ["Label"]},
            {"supply": "Hemp ribbon", "per_kit": "24", "girth": "11 1/2", "bow": "12"},
        ],
        "fits": [{"kind": "sleeve", "outer": "Sleeve", "inner": "Drawer"}],
        "tools": ["trimmer", "scoring board", "bone folder", "circle punch"],
        "steps": [
            {"says": "Trim all pieces, one setting at a time", "tool": "trimmer", "minutes": "4", "when": "before",
             "pieces": ["Drawer", "Sleeve", "Sleeve front mat", "Sleeve back mat", "Drawer front mat", "Divider",
                        "Pull tab"], "cautions": ["blades"]},
            {"says": "Punch the label", "tool": "circle punch", "minutes": "0.5", "when": "before",
             "pieces": ["Label"]},
            {"says": "Score the drawer on all four sides, slit the corners", "tool": "scoring board",
             "minutes": "3", "when": "before", "pieces": ["Drawer", "Sleeve", "Divider", "Pull tab"]},
            {"says": "Fold the drawer up and tape its corners", "tool": "bone folder", "minutes": "6",
             "pieces": ["Drawer"], "supplies": ["Strong tape, 1/4 in"]},
            {"says": "Glue the mats on while everything lies flat, prints upright", "minutes": "5", "supplies": ["Runner refill"],
             "pieces": ["Sleeve front mat", "Sleeve back mat", "Drawer front mat"]},
            {"says": "Wrap the sleeve around the drawer and close it", "minutes": "3", "pieces": ["Sleeve"],
             "supplies": ["Strong tape, 1/4 in"]},
            {"says": "Set the dividers in, fill the envelopes, pad the label on and tie the ribbon",
             "minutes": "8", "pieces": ["Divider", "Pull tab", "Label"],
             "supplies": ["Foam pads", "Hemp ribbon", "Seed envelopes, C7"]},
        ],
        "contents": [
            {"name": "Seed envelopes", "width": "3 1/4", "depth": "3/4", "height": "4 3/8",
             "piece": "Drawer", "rigid": False, "supply": "Seed envelopes, C7", "count": 3},
        ],
        "variants": [
            {"name": "Tall", "numbers": [
                {"piece": "Drawer", "number": "height", "value": "8"},
                {"piece": "Drawer", "number": "score height 2", "value": "7"},
                {"piece": "Sleeve", "number": "height", "value": "6"},
                {"piece": "Sleeve front mat", "number": "height", "value": "5 3/4"},
                {"piece": "Sleeve back mat", "number": "height", "value": "5 3/4"},
            ]},
        ],
    },
    {
        "name": "Row-marker fan",
        "pieces": [
            {"name": "Blade", "paper": "body", "per_kit": 6, "width": "1 1/4", "height": "6",
             "holes": [{"x": "5/8", "y": "3/8", "diameter": "1/8"}],
             "corners": [{"at": ["top-left", "top-right"], "shape": "round", "size": "1/4"}]},
            {"name": "Blade mat", "paper": "print", "per_kit": 6, "width": "1 1/8", "height": "4",
             "follows_print": True},
            {"name": "Cover", "paper": "accent", "per_kit": 2, "width": "1 3/8", "height": "6 1/8",
             "holes": [{"x": "11/16", "y": "7/16", "diameter": "1/8"}]},
            {"name": "Belly band", "paper": "accent", "width": "1", "height": "5 1/2",
             "scores": [_score("height", "1 1/2", "2", "3 1/2", "4")]},
        ],
        "supplies": [
            {"supply": "Copper brads", "per_kit": "1"},
            {"supply": "Wet glue", "per_kit": "1.5"},
            {"supply": "Hemp ribbon", "per_kit": "16", "cuts": 2},
        ],
    },
    {
        "name": "Potting-shed tin",
        "pieces": [
            {"name": "Base", "paper": "body", "width": "7 3/8", "height": "7 3/8",
             "scores": _four_sides(("1", "6 3/8"), ("1", "6 3/8")),
             "slits": [{"along": "width", "at": ["1", "6 3/8"], "from": "0", "to": "1"},
                       {"along": "width", "at": ["1", "6 3/8"], "from": "6 3/8", "to": "7 3/8"}]},
            {"name": "Lid", "paper": "lid", "width": "7 1/2", "height": "7 1/2",
             "scores": _four_sides(("1", "6 1/2"), ("1", "6 1/2")),
             "slits": [{"along": "width", "at": ["1", "6 1/2"], "from": "0", "to": "1"},
                       {"along": "width", "at": ["1", "6 1/2"], "from": "6 1/2", "to": "7 1/2"}]},
            {"name": "Lid mat", "paper": "print", "width": "5 1/4", "height": "5",
             "follows_print": True, "mat_of": {"piece": "Lid", "column": 2, "row": 2}},
            {"name": "Wall mat", "paper": "print", "per_kit": 4, "width": "5 1/8", "height": "3/4",
             "follows_print": True, "mat_of": {"piece": "Base", "column": 2, "row": 1}},
            {"name": "Window", "paper": "window", "width": "3", "height": "3"},
            {"name": "Shed roof", "paper": "lid", "width": "6", "height": "3 1/2",
             "scores": [_score("width", "3")]},
        ],
        "fits": [{"kind": "lid", "outer": "Lid", "inner": "Base"}],
        "supplies": [
            {"supply": "Strong tape, 1/4 in", "per_kit": "20", "sticks": ["tab"]},
            {"supply": "Wet glue", "sticks": ["mat"]},
        ],
    },
]  # fmt: skip

CLASSES: list[dict[str, Any]] = [
    {
        "name": "Seed-swap evening", "project": "Seed drawer", "in_days": 8, "place": "Tansy Row hall",
        "seats": 14, "samples": 1, "spares": 1, "fee": "18.00",
        "people": [
            ("Ida Marsh", "Fern", {"paid": True}), ("Jon Vale", "Dusk", {"paid": True}),
            ("Kim Orchard", "", {"note": "no nuts"}), ("Lea Thorne", "Dusk", {}), ("Mo Garrick", "Fern", {"posted": True}),
        ],
        "colourways": [
            {"name": "Fern", "share": 1,
             "papers": {"body": "Loam kraft", "sleeve": "Oat milk", "print": "Fern sprigs", "accent": "Beetroot"}},
            {"name": "Dusk", "share": 1,
             "papers": {"body": "Loam kraft", "sleeve": "Oat milk", "print": "Dusk stripe", "accent": "Beetroot"}},
        ],
    },
    {
        "name": "First sowings, beginners", "cut_steps": 4, "project": "Row-marker fan", "in_days": 33, "place": "Tansy Row hall",
        "seats": 10, "samples": 1, "spares": 0, "fee": "12.00", "done": ["score-long"], "bags": 3,
        "colourways": [
            {"name": "Pea", "share": 1,
             "papers": {"body": "Oat milk", "print": "Pea dots", "accent": "Beetroot"}},
        ],
    },
    {
        "name": "Allotment open day", "project": "Potting-shed tin", "in_days": 96, "place": "The glasshouse",
        "seats": 24, "samples": 2, "spares": 2, "fee": "22.00",
        "colourways": [
            {"name": "Furrow", "share": 2,
             "papers": {"body": "Loam kraft", "lid": "Beetroot", "print": "Furrow check", "window": "Cold-frame film"}},
            {"name": "Rain", "share": 1,
             "papers": {"body": "Loam kraft", "lid": "Oat milk", "print": "Rain butt waves",
                        "window": "Cold-frame film"}},
        ],
    },
    {
        "name": "Members’ evening", "project": "Row-marker fan", "in_days": -118, "hours": "5", "place": "The glasshouse",
        "seats": 8, "samples": 1, "spares": 1, "fee": "12.00",
        "log": {
            "took": {"cut": 58, "bag": 5, "score-long": 3, "hole-3175000": 9},
            "used": {"Wet glue": "16"}, "ran_out": [], "left": {"Pea": 1},
            "notes": [("well", "Everybody finished; the belly band is the nicest step.")],
        },
        "colourways": [
            {"name": "Pea", "share": 1,
             "papers": {"body": "Oat milk", "print": "Pea dots", "accent": "Beetroot"}},
        ],
    },
    {
        "name": "Spring fair", "project": "Row-marker fan", "in_days": -203, "hours": "4.5", "place": "Market square",
        "seats": 6, "samples": 1, "spares": 1, "fee": "10.00",
        "log": {
            "took": {"cut": 40, "bag": 4, "score-long": 2.5, "hole-3175000": 7},
            "used": {}, "ran_out": [], "left": {"Pea": 0}, "notes": [],
        },
        "colourways": [
            {"name": "Pea", "share": 1,
             "papers": {"body": "Oat milk", "print": "Pea dots", "accent": "Beetroot"}},
        ],
    },
    {
        "name": "Harvest supper", "project": "Row-marker fan", "in_days": -47, "hours": "6.5", "place": "Tansy Row hall",
        "seats": 12, "samples": 1, "spares": 1, "fee": "12.00", "bags": 14,
        "log": {
            "took": {"cut": 74, "bag": 8.5, "score-long": 4, "hole-3175000": 11},
            "used": {"Wet glue": "24", "Pea dots": "4"}, "ran_out": ["Pea dots"], "left": {"Furrow": 1},
            "notes": [
                ("wrong", "Two covers slipped on the last cut: hold the strip down with a ruler."),
                ("next", "Punch the holes before the mats are glued on."),
            ],
        },
        "colourways": [
            {"name": "Furrow", "share": 1,
             "papers": {"body": "Loam kraft", "print": "Pea dots", "accent": "Oat milk"}},
        ],
    },
]  # fmt: skip
