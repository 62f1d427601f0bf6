"""The least change in whole steps that meets some conditions: a small integer program (HiGHS)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import highspy
import numpy as np

__all__ = ["Condition", "least_change"]

MOST = 10_000  # steps, more than the longest sheet there is
_NODES = 20_000


@dataclass(frozen=True, slots=True)
class Condition:
    """``low`` <= the sum of each change times its factor <= ``high``; changes are named by their numbers."""

    factors: Mapping[int, int]
    low: int
    high: int


def least_change(weights: Sequence[int], conditions: Sequence[Condition]) -> list[int] | None:
    """Whole changes of the least weight (each by how far it is from none); None where there are none.

    Every change is the difference of two amounts that are not negative, so that its size is linear.
    """
    count = len(weights)
    if not count:
        return [] if all(one.low <= 0 <= one.high for one in conditions) else None
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("mip_max_nodes", _NODES)
    none = np.zeros(0, dtype=np.int32)
    costs = np.array([*weights, *weights], dtype=np.float64)
    solver.addCols(
        2 * count, costs, np.zeros(2 * count), np.full(2 * count, float(MOST)), 0, none, none, np.zeros(0)
    )
    every = np.arange(2 * count, dtype=np.int32)
    solver.changeColsIntegrality(2 * count, every, np.full(2 * count, highspy.HighsVarType.kInteger))
    for one in conditions:
        up, factors = list(one.factors), np.array(list(one.factors.values()), dtype=np.float64)
        columns = np.array([*up, *(n + count for n in up)], dtype=np.int32)
        solver.addRow(
            float(one.low), float(one.high), len(columns), columns, np.concatenate([factors, -factors])
        )
    solver.run()
    if solver.getModelStatus() != highspy.HighsModelStatus.kOptimal:
        return None
    values = [round(value) for value in solver.getSolution().col_value]
    found = [values[n] - values[n + count] for n in range(count)]
    # The solver works in floating point: whole numbers are checked as whole numbers.
    met = all(one.low <= sum(k * found[n] for n, k in one.factors.items()) <= one.high for one in conditions)
    return found if met else None
