"""Formulas that are evaluated: the number and its explanation are one thing and can’t part.

A formula is written as it is shown, ``Q = U·A·(Ti − To)``; angles go in as degrees and count as radians.
"""

from __future__ import annotations

import ast
import math
import operator
from collections.abc import Callable
from functools import lru_cache
from typing import Any

from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.base.sources import Source
from sabaka_core.kit.metrics import Input, Working

_SIGNS = {"·": "*", "×": "*", "−": "-", "÷": "/", "²": "**2", "³": "**3", "√": "sqrt", "π": "pi", "½": "0.5"}
_FUNCTIONS: dict[str, Callable[..., float]] = {
    "sqrt": math.sqrt,
    "cbrt": math.cbrt,
    "sin": math.sin,
    "cos": math.cos,
    "tan": math.tan,
    "atan": math.atan,
    "asin": math.asin,
    "acosh": math.acosh,
    "sinh": math.sinh,
    "min": min,
    "max": max,
    "abs": abs,
    "floor": math.floor,
    "ceil": math.ceil,
    "deg": math.degrees,
}
_OPERATORS: dict[type[ast.AST], Callable[..., float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.Pow: operator.pow,
    ast.USub: operator.neg,
}


def given(symbol: str, name: str, quantity: Quantity, source: Source | None = None) -> Input:
    """One number that goes into a formula."""
    return Input(symbol=symbol, name=name, quantity=quantity, source=source)


def computed(formula: str, *inputs: Input) -> tuple[float, Working]:
    """A number worked out by a formula, and the working that shows it.

    Args:
        formula: as it is shown; what stands left of ``=`` is its name.
        inputs: each symbol of it, in the unit in which it is shown; an angle counts in radians.
    Raises:
        ValueError: it can’t be read, or a symbol isn’t given.
    """
    return evaluated(formula, inputs), Working(kind="computed", formula=formula, inputs=inputs)


def simulated(model: str, *inputs: Input, check: Text) -> Working:
    """The working of a number that a model gave: what the model does, what went in, and what holds the result."""
    return Working(kind="simulated", formula=model, inputs=inputs, check=check)


def read_off(solid: str, *inputs: Input) -> Working:
    """The working of a number that was read off a solid, or taken as it was set."""
    return Working(kind="read off", formula=solid, inputs=inputs)


def evaluated(formula: str, inputs: tuple[Input, ...]) -> float:
    """What a formula gives for its inputs.

    Raises:
        ValueError: it can’t be read, or a symbol isn’t given.
    """
    values = {"pi": math.pi}
    for each in inputs:
        turn = each.quantity.unit == "deg"
        values[each.symbol] = math.radians(each.quantity.value) if turn else each.quantity.value
    return float(_value(_tree(formula), values))


@lru_cache(maxsize=512)
def _tree(formula: str) -> ast.expr:
    text = formula.split("=", 1)[-1]
    for sign, plain in _SIGNS.items():
        text = text.replace(sign, plain)
    try:
        return ast.parse(text.strip(), mode="eval").body
    except SyntaxError:
        raise ValueError(f"“{formula}” can’t be evaluated") from None


def _value(node: ast.expr, values: dict[str, float]) -> Any:
    match node:
        case ast.Constant(value=int() | float()):
            return node.value
        case ast.Name(id=name) if name in values:
            return values[name]
        case ast.BinOp() if type(node.op) in _OPERATORS:
            return _OPERATORS[type(node.op)](_value(node.left, values), _value(node.right, values))
        case ast.UnaryOp() if type(node.op) in _OPERATORS:
            return _OPERATORS[type(node.op)](_value(node.operand, values))
        case ast.Call(func=ast.Name(id=name)) if name in _FUNCTIONS:
            return _FUNCTIONS[name](*(_value(each, values) for each in node.args))
        case _:
            raise ValueError(f"“{ast.unparse(node)}” isn’t given")
