"""The cheapest whole numbers that cover what is asked: which stops to make, which dies to run together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np

__all__ = ["Cover", "Row", "least_cover"]

Row = tuple[Sequence[int], int]
"""Columns, and how often one of them has to be taken at least."""

_NODES = 20_000


@dataclass(frozen=True, slots=True)
class Cover:
    """How often each column is taken; ``proved``: nothing cheaper covers every row."""

    times: tuple[int, ...]
    proved: bool


def least_cover(costs: Sequence[int], rows: Sequence[Row], most: int) -> Cover | None:
    """The cheapest cover with each column taken ``most`` times at most, by an integer program.

    None where the solver ends with nothing that covers every row.
    """
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("mip_max_nodes", _NODES)
    solver.setOptionValue("mip_rel_gap", 0.0)
    size, none = len(costs), np.zeros(0, dtype=np.int32)
    limits = np.full(size, float(most))
    prices = np.array(costs, dtype=np.float64)
    solver.addCols(size, prices, np.zeros(size), limits, 0, none, none, np.zeros(0))
    every = np.arange(size, dtype=np.int32)
    solver.changeColsIntegrality(size, every, np.full(size, highspy.HighsVarType.kInteger))
    for columns, least in rows:
        taken = np.array(columns, dtype=np.int32)
        solver.addRow(float(least), highspy.kHighsInf, len(taken), taken, np.ones(len(taken)))
    solver.run()
    proved = solver.getModelStatus() == highspy.HighsModelStatus.kOptimal
    times = tuple(round(value) for value in solver.getSolution().col_value)
    # The solver works in floating point: whole numbers are checked as whole numbers.
    met = len(times) == size and all(sum(times[n] for n in columns) >= least for columns, least in rows)
    return Cover(times, proved) if met else None
