"""A linear program put together piece by piece, solved by HiGHS.

Vocabulary: an *expression* (``Expr``) is a sum of variables times numbers plus a number; a
*wish* may be missed at a price per unit. HiGHS (Huangfu and Hall, "Parallelizing the dual
revised simplex method", 2018) is reached through SciPy; its dual simplex ends in a corner of
the polyhedron, and the corners of a program of differences with whole right-hand sides are
whole (its matrix is totally unimodular: Heller and Tompkins 1956).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, TypeAlias

import numpy as np
from scipy.optimize import linprog
from scipy.sparse import csr_array

Number: TypeAlias = float | int

_OPTIMAL: Final = 0


@dataclass(frozen=True, slots=True)
class Expr:
    """A sum of variables times numbers, and a number; it adds, subtracts and scales like one."""

    terms: tuple[tuple[int, Number], ...] = ()
    constant: Number = 0

    def __add__(self, other: Expr | Number) -> Expr:
        """Return the sum."""
        if not isinstance(other, Expr):
            return Expr(self.terms, self.constant + other)
        return Expr(self.terms + other.terms, self.constant + other.constant)

    def __sub__(self, other: Expr | Number) -> Expr:
        """Return the difference."""
        return self + (other * -1)

    def __rsub__(self, number: Number) -> Expr:
        """Return a number less the expression."""
        return self * -1 + number

    def __mul__(self, factor: Number) -> Expr:
        """Return the expression so many times."""
        return Expr(tuple((var, factor * part) for var, part in self.terms), self.constant * factor)


@dataclass(frozen=True, slots=True)
class Solved:
    """The values of a program at its optimum, and what the wishes that were missed cost together."""

    values: tuple[float, ...]
    cost: float

    def value(self, expr: Expr) -> float:
        """Return what an expression comes to."""
        return float(expr.constant) + sum(part * self.values[var] for var, part in expr.terms)

    def whole(self, expr: Expr) -> int:
        """Return what an expression comes to that is known to be whole."""
        return round(self.value(expr))


class Program:
    """Variables, rules and wishes of one program; ``solved`` minimises what the wishes cost."""

    def __init__(self) -> None:
        self._bounds: list[tuple[float | None, float | None]] = []
        self._costs: list[float] = []
        self._rows: list[int] = []
        self._columns: list[int] = []
        self._parts: list[float] = []
        self._limits: list[float] = []

    def variable(self, low: Number | None = None, high: Number | None = None, price: float = 0.0) -> Expr:
        """Return a new variable between two limits; ``price`` is what one of it costs."""
        self._bounds.append((low, high))
        self._costs.append(price)
        return Expr(((len(self._costs) - 1, 1),))

    def at_least(self, expr: Expr, least: Number | Expr) -> None:
        """Hold an expression at ``least`` or more."""
        row = expr - least if isinstance(least, Expr) else expr + -least
        index = len(self._limits)
        for var, part in row.terms:
            self._rows.append(index)
            self._columns.append(var)
            self._parts.append(-part)
        self._limits.append(row.constant)

    def equal(self, expr: Expr, to: Number | Expr) -> None:
        """Hold an expression at a value."""
        self.at_least(expr, to)
        self.at_least(expr * -1, to * -1)

    def wish_at_least(self, expr: Expr, least: Number | Expr, price: float) -> None:
        """Ask for ``least`` or more; each unit that is missing costs ``price``."""
        self.at_least(expr + self.variable(0, None, price), least)

    def wish(self, expr: Expr, to: Number | Expr, price: float) -> None:
        """Ask for a value; each unit off it costs ``price``."""
        missed = self.variable(0, None, price)
        self.at_least(expr + missed, to)
        self.at_least(missed - expr, to * -1)

    def solved(self) -> Solved | None:
        """Return the optimum, or None where the rules cannot all hold."""
        if not self._costs:
            return Solved((), 0.0) if all(limit >= 0 for limit in self._limits) else None
        if not self._limits:
            self.at_least(Expr(), 0)
        matrix = csr_array((self._parts, (self._rows, self._columns)), shape=(len(self._limits), len(self._costs)))
        result = linprog(np.array(self._costs), matrix, np.array(self._limits), bounds=self._bounds, method="highs-ds")
        if result.status != _OPTIMAL:
            return None
        return Solved(tuple(float(value) for value in result.x), float(result.fun))
