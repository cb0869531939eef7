"""Boxes stay small: no function of the core is longer than a page, and no name is two things. How tangled they may be is held by the lint."""

import ast
from pathlib import Path

import rowstake
import rowstake.core

MOST_LINES = 60


def test_no_function_of_the_core_is_longer_than_a_page():
    long = []
    for file in sorted(Path(rowstake.core.__file__).parent.rglob("*.py")):
        for node in ast.walk(ast.parse(file.read_text("utf-8"))):
            if isinstance(node, ast.FunctionDef) and (lines := (node.end_lineno or 0) - node.lineno + 1) > MOST_LINES:
                long.append((file.name, node.name, lines))
    assert not long


def test_one_name_is_one_thing():
    where: dict[str, list[str]] = {}
    house = Path(rowstake.__file__).parent
    for file in sorted(house.rglob("*.py")):
        for node in ast.parse(file.read_text("utf-8")).body:
            if isinstance(node, ast.ClassDef):
                where.setdefault(node.name, []).append(str(file.relative_to(house)))
    assert len(where) > 400
    assert {name: files for name, files in where.items() if len(files) > 1} == {}
