"""How much of anything there may be: what a table holds, and what a request may ask to be worked on.

Nobody's job comes near these. They are here so that a slip of the pen, or somebody's ill will, gets
an answer with its place and the fix, and not a machine that works for hours. From memory, but where
a reason is given.
"""

from __future__ import annotations

from decimal import Decimal

from neat_sheaf.measure.length import MILLIMETRE, Length

__all__ = [
    "LARGEST_FILE",
    "LARGEST_SHEET",
    "LEAST_SIZE",
    "LONGEST_DRYING",
    "LONGEST_NAME",
    "LONGEST_TEXT",
    "MONEY_DECIMALS",
    "MOST_COLOURWAYS",
    "MOST_EXTRAS",
    "MOST_FAULTS",
    "MOST_FEES",
    "MOST_GIVEN",
    "MOST_GRAMS",
    "MOST_ITEMS",
    "MOST_KEYS",
    "MOST_KITS",
    "MOST_LINES",
    "MOST_MONEY",
    "MOST_OFFERS",
    "MOST_PIECES",
    "MOST_PILES",
    "MOST_PRICES",
    "MOST_PRINTED_LAYOUTS",
    "MOST_PRINTED_PIECES",
    "MOST_QUANTITY",
    "MOST_SEAT_ROWS",
    "MOST_SHARING",
    "MOST_SPARES",
    "MOST_USES",
    "QUANTITY_DECIMALS",
    "WIDEST_EDGE",
]

LARGEST_FILE = 4_000_000  # characters
MOST_KEYS = 400  # of one object
MOST_ITEMS = 2_000  # of one list
MOST_FAULTS = 100  # listed of one file; who reads more?
LONGEST_TEXT = 400  # characters
LONGEST_DRYING = 10_080  # minutes: a week
LONGEST_NAME = 120  # characters: of a project, class, paper, supply, pack, colourway, studio
MOST_PIECES = 500  # kinds on a list
MOST_LINES = 3_000  # scores, slits, holes, corners, tabs and faces of a whole list
MOST_COLOURWAYS = 60
MOST_KITS = 120_000
MOST_PILES = 1_000  # of unlike parts that wait at one time
WIDEST_EDGE = Length(50 * MILLIMETRE)  # that is taken off a sheet to make it square, or left for safety
MOST_EXTRAS = 50  # costs of a class beside its papers and supplies
MOST_OFFERS = 5  # other packs that one thing is sold in
MOST_GRAMS = 5_000  # that a square metre of paper or board weighs
MOST_FEES = 20  # that a class has beside the usual one
MOST_SHARING = 1_000  # people who share one of something
MOST_USES = 100_000  # that the cost of a tool is shared over
MOST_GIVEN = 1_000  # pieces of one kind from one pass of a die
MOST_SPARES = 1_000  # pieces of one kind, for each colourway
MOST_SEAT_ROWS = 200  # numbers of seats laid side by side
MOST_PRINTED_LAYOUTS = 200
MOST_PRINTED_PIECES = 200
MOST_PRICES = 10_000  # lines of a price list
MOST_MONEY = Decimal(99_999_999)  # whole currency units; what the studio's tables hold
MONEY_DECIMALS = 4
MOST_QUANTITY = Decimal(999_999_999)
QUANTITY_DECIMALS = 6
# Nothing narrower is cut by a trimmer, punched or handed out.
LEAST_SIZE = MILLIMETRE
# Longer than any sheet, and than most rolls that are cut from.
LARGEST_SHEET = Length(5_000 * MILLIMETRE)
