"""The choice of patterns: a linear program for the duals, an integer one for the plan (HiGHS)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np
import numpy.typing as npt

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Stock
from neat_sheaf.nesting.pattern import Pattern

__all__ = ["Chosen", "Relaxed", "choose", "relax"]

# An offcut costs a little, so that it is taken only where it helps.
_OFFCUT_COST = 1e-3
_SHEET_NODES = 300
_ITERATION = 200  # steps that an iteration of the simplex method counts as


@dataclass(frozen=True, slots=True)
class Relaxed:
    """The linear optimum: how often each candidate, and what one more of each kind is duals."""

    uses: list[float]
    duals: list[float]


@dataclass(frozen=True, slots=True)
class Chosen:
    """How often to cut each candidate, None where no choice was found; ``decided``: there is no cheaper one.

    Where the search stopped at its target it is not ``decided``, since a cheaper one was not looked for.
    """

    times: list[int] | None
    decided: bool


def _model(pool: Sequence[Pattern], demand: Sequence[int], stock: Sequence[Stock]) -> highspy.Highs:
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("threads", 1)
    solver.setOptionValue("random_seed", 1)
    limited = [n for n, s in enumerate(stock) if s.limit is not None]
    rows, size = len(demand) + len(limited), len(pool)
    least = np.array([*map(float, demand), *[-highspy.kHighsInf] * len(limited)])
    most = np.array([highspy.kHighsInf] * len(demand) + [float(stock[n].limit or 0) for n in limited])
    none = np.zeros(0, dtype=np.int32)
    solver.addRows(rows, least, most, 0, none, none, np.zeros(0))
    if not pool:
        return solver
    of_stock = np.array([c.stock for c in pool])
    takes = np.zeros((size, rows))
    takes[:, : len(demand)] = [c.holds for c in pool]
    for row, n in enumerate(limited, len(demand)):
        takes[:, row] = of_stock == n
    costs = _costs(pool, stock, _OFFCUT_COST)
    column, row_of = np.nonzero(takes)
    starts = np.searchsorted(column, np.arange(size))
    solver.addCols(
        size, costs, np.zeros(size), np.full(size, highspy.kHighsInf), len(column),
        starts.astype(np.int32), row_of.astype(np.int32), takes[column, row_of],
    )  # fmt: skip
    return solver


def _costs(pool: Sequence[Pattern], stock: Sequence[Stock], offcut: float) -> npt.NDArray[np.float64]:
    return np.array([float(s.cost) if s.is_sheet else offcut for s in (stock[c.stock] for c in pool)])


def relax(pool: Sequence[Pattern], demand: Sequence[int], stock: Sequence[Stock]) -> Relaxed:
    """Solve the linear relaxation. The pool must cover every kind with a demand."""
    solver = _model(pool, demand, stock)
    solver.run()
    solution = solver.getSolution()
    return Relaxed(
        [max(0.0, v) for v in solution.col_value],
        [max(0.0, d) for d in solution.row_dual[: len(demand)]],
    )


def choose(
    pool: Sequence[Pattern],
    demand: Sequence[int],
    stock: Sequence[Stock],
    *,
    target: int = 0,
    most: int | None = None,
    control: SearchControl | None = None,
    nodes: int = _SHEET_NODES,
) -> Chosen:
    """How often to cut each candidate so that every demand is covered.

    The least cost (stopping at ``target``, a proved bound), and no more than ``most``. Stops after so
    many ``nodes`` of the search tree, so that the answer does not depend on the machine's speed.
    """
    solver = _model(pool, demand, stock)
    size = len(pool)
    every = np.arange(size, dtype=np.int32)
    if most is not None:
        solver.addRow(-highspy.kHighsInf, most + 0.5, size, every, _costs(pool, stock, 0.0))
    solver.changeColsIntegrality(size, every, np.array([highspy.HighsVarType.kInteger] * size))
    solver.setOptionValue("mip_max_nodes", nodes)
    # Offcuts may add up to less than half a sheet's cost above the bound.
    solver.setOptionValue("objective_target", target + 0.5)
    solver.setOptionValue("mip_detect_symmetry", False)
    # On models this small it takes longer than all the rest; measured: half the time without it.
    solver.setOptionValue("mip_heuristic_run_feasibility_jump", False)
    # Each of these solves integer programs of its own, which no limit of nodes bounds: 60 s where the
    # search itself takes 2.
    for heuristic in ("rins", "rens", "root_reduced_cost"):
        solver.setOptionValue(f"mip_heuristic_run_{heuristic}", False)
    solver.setOptionValue("mip_rel_gap", 0.0)
    solver.setOptionValue("mip_abs_gap", 1e-4)
    solver.run()
    if control is not None:
        control.spend(_ITERATION * max(0, solver.getInfo().simplex_iteration_count))
    status = solver.getModelStatus()
    values = solver.getSolution().col_value
    if status == highspy.HighsModelStatus.kInfeasible or len(values) < size:
        return Chosen(None, status == highspy.HighsModelStatus.kInfeasible)
    chosen = [round(values[n]) for n in range(size)]
    if not _covers(chosen, pool, demand, stock):
        return Chosen(None, False)
    return Chosen(chosen, status == highspy.HighsModelStatus.kOptimal)


def _covers(
    chosen: Sequence[int], pool: Sequence[Pattern], demand: Sequence[int], stock: Sequence[Stock]
) -> bool:
    """The solver works in floats; the plan is judged again in whole numbers."""
    for k, wanted in enumerate(demand):
        if sum(t * c.holds[k] for t, c in zip(chosen, pool, strict=True)) < wanted:
            return False
    for n, s in enumerate(stock):
        used = sum(t for t, c in zip(chosen, pool, strict=True) if c.stock == n)
        if s.limit is not None and used > s.limit:
            return False
    return min(chosen, default=0) >= 0
