"""Boxes stay small: no function of the core is longer than a page. How tangled they may be is held by the lint."""

import ast
from pathlib import Path

import rowstake.core

MOST_LINES = 60


def test_no_function_of_the_core_is_longer_than_a_page():
    long = []
    for file in sorted(Path(rowstake.core.__file__).parent.rglob("*.py")):
        for node in ast.walk(ast.parse(file.read_text("utf-8"))):
            if isinstance(node, ast.FunctionDef) and (lines := (node.end_lineno or 0) - node.lineno + 1) > MOST_LINES:
                long.append((file.name, node.name, lines))
    assert not long
