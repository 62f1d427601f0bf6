"""Which messages some code makes, and what the sentences of a catalogue ask for."""

from __future__ import annotations

import ast
import re
from pathlib import Path

from fluent.syntax import ast as ftl
from fluent.syntax.visitor import Visitor

__all__ = ["CALLS", "Sentences", "keyed_calls", "unspoken"]

# Functions whose first text after these many arguments is a message's key.
CALLS = {"message": 0, "fault": None, "ask": None, "say": 0, "_ask": None}


class Sentences:
    """What a catalogue's sentences ask for: the parameters of each key."""

    def __init__(self, resources):
        self.params: dict[str, set[str]] = {}
        for resource in resources:
            for entry in resource.body:
                if isinstance(entry, ftl.Message):
                    if entry.value is not None:
                        self.params[entry.id.name] = self._of(entry.value)
                    for attribute in entry.attributes:
                        self.params[f"{entry.id.name}.{attribute.id.name}"] = self._of(attribute.value)

    @staticmethod
    def _of(pattern) -> set[str]:
        found: set[str] = set()

        class Find(Visitor):
            def visit_VariableReference(self, node):  # noqa: N802 - the visitor's own naming
                found.add(node.id.name)

        Find().visit(pattern)
        return found


def keyed_calls(folder: Path, names: set[str]):
    """(file, line, key or its beginning, parameter names or None) of every call that makes a message."""
    for path in sorted(folder.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text())):
            if not isinstance(node, ast.Call):
                continue
            name = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
            if name not in names:
                continue
            for argument in node.args[:2]:
                for key, whole in texts_of(argument):
                    if re.fullmatch(r"[a-z][a-z0-9-]*(\.[a-z0-9-]*)?", key):
                        named = {k.arg for k in node.keywords}
                        yield path, node.lineno, key, whole, None if None in named else named


def texts_of(node):
    """The texts that an argument may be, whole or only as far as they are fixed."""
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        yield node.value, True
    elif isinstance(node, ast.JoinedStr) and isinstance(node.values[0], ast.Constant):
        yield str(node.values[0].value), False
    elif isinstance(node, ast.IfExp):
        yield from texts_of(node.body)
        yield from texts_of(node.orelse)


def unspoken(source: Path, sentences: Sentences, leave: str = "") -> tuple[int, list[str]]:
    """How many messages the code makes, and those that no sentence has just the parameters of.

    Calls in files under a folder named ``leave`` are left out.
    """
    seen, wrong = 0, []
    for path, line, key, whole, params in keyed_calls(source, set(CALLS)):
        if leave and leave in path.parts:
            continue
        where = f"{path.name}:{line}: {key}"
        if not whole:
            if not any(known.startswith(key) for known in sentences.params):
                wrong.append(f"{where}: nothing begins so")
        elif key in sentences.params:
            seen += 1
            if params is not None and params != sentences.params[key]:
                wrong.append(f"{where}: {params} for {sentences.params[key]}")
        # A path or an example may look like a key; what is made into a message never has its form.
        elif set("-.") & set(key):
            wrong.append(f"{where}: no sentence")
    return seen, wrong
