"""The pattern of docstrings in the core, and what breaks it.

Every module, public class, public function and public method says in its first line what it is. Left out are a
method that a base class already speaks for, and one whose body is a single return: it says so itself. A public
function that itself raises one of the core's errors names it under ``Raises``. Units stand in names; a docstring gives
them, in brackets, where a name can't. Sources stand beside the check that uses them and in the tables.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

from tests.house.code import modules, name_of, tree

_ERRORS = {"ParameterError", "InfeasibleError"}


def undescribed() -> list[str]:
    """Public things of the core that don't say what they are, and errors that aren't named."""
    found = []
    for file in modules().values():
        module = tree(file)
        if module.body and not ast.get_docstring(module):
            found.append(name_of(file))
        found += [f"{name_of(file)}:{node.lineno} {what}" for node, what in _faults(module, file)]
    return found


def _faults(module: ast.Module, file: Path) -> Iterator[tuple[ast.AST, str]]:
    for node in module.body:
        if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
            if not ast.get_docstring(node):
                yield node, node.name
            for each in node.body:
                public = isinstance(each, ast.FunctionDef) and not each.name.startswith("_")
                if public and not (ast.get_docstring(each) or _spoken_for(node, each)):
                    yield each, f"{node.name}.{each.name}"
        elif isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
            said = ast.get_docstring(node) or ""
            if not said:
                yield node, node.name
            yield from ((node, f"{node.name} raises {error}") for error in _raised(node) if error not in said)


def _spoken_for(owner: ast.ClassDef, method: ast.FunctionDef) -> bool:
    if len(method.body) == 1 and isinstance(method.body[0], ast.Return):
        return True
    return any(method.name in _described(base.id) for base in owner.bases if isinstance(base, ast.Name))


def _described(name: str) -> set[str]:
    """Methods that a class of the core, or a base of it, describes."""
    for file in modules().values():
        for node in tree(file).body:
            if isinstance(node, ast.ClassDef) and node.name == name:
                own = {each.name for each in node.body if isinstance(each, ast.FunctionDef) and ast.get_docstring(each)}
                return own.union(*(_described(base.id) for base in node.bases if isinstance(base, ast.Name)))
    return set()


def _raised(function: ast.FunctionDef) -> set[str]:
    calls = (node.exc for node in ast.walk(function) if isinstance(node, ast.Raise))
    names = {call.func.id for call in calls if isinstance(call, ast.Call) and isinstance(call.func, ast.Name)}
    return names & _ERRORS
