"""The closed formulas as TypeScript, written from the very functions of the core."""

from __future__ import annotations

import ast
import inspect

from rowstake.core.reckoners import closed

HEAD = "// Written by `rowstake formulas` from the core; a test holds both equal. Not to be changed by hand. Lengths in mm.\n"
CALLS = {
    "ceil": "Math.ceil",
    "floor": "Math.floor",
    "hypot": "Math.hypot",
    "max": "Math.max",
    "min": "Math.min",
    "abs": "Math.abs",
}
SIGNS: dict[type[ast.AST], str] = {ast.Add: "+", ast.Sub: "-", ast.Mult: "*", ast.Div: "/", ast.LtE: "<=", ast.Lt: "<"}


def closed_ts() -> str:
    """All of them, in the order in which they stand. Raises `NotImplementedError` for what is not plain enough."""
    out = [HEAD]
    for node in ast.parse(inspect.getsource(closed)).body:
        if isinstance(node, ast.Assign) and isinstance(node.targets[0], ast.Name):
            out.append(f"const {node.targets[0].id} = {_said(node.value)};\n")
        elif isinstance(node, ast.FunctionDef):
            out.append(_function(node))
    return "\n".join(out)


def _function(node: ast.FunctionDef) -> str:
    names = ", ".join(f"{arg.arg}: number" for arg in node.args.args)
    doc, *body = node.body
    assert isinstance(doc, ast.Expr)
    words = str(ast.literal_eval(doc.value)).replace("\n    ", " ")
    lines = [f"/** {words} */", f"export function {_name(node.name)}({names}): number {{"]
    for line in body:
        if isinstance(line, ast.Assign) and isinstance(line.targets[0], ast.Name):
            lines.append(f"  const {line.targets[0].id} = {_said(line.value)};")
        elif isinstance(line, ast.Return) and line.value is not None:
            lines.append(f"  return {_said(line.value)};")
        else:
            raise NotImplementedError(ast.unparse(line))
    return "\n".join([*lines, "}\n"])


def _name(name: str) -> str:
    first, *rest = name.split("_")
    return first + "".join(word.capitalize() for word in rest)


def _said(node: ast.expr) -> str:
    match node:
        case ast.Name(id=id):
            return id
        case ast.Constant(value=value):
            return repr(value)
        case ast.BinOp(left=left, op=op, right=right):
            return f"({_said(left)} {SIGNS[type(op)]} {_said(right)})"
        case ast.Compare(left=left, ops=[op], comparators=[right]):
            return f"({_said(left)} {SIGNS[type(op)]} {_said(right)})"
        case ast.IfExp(test=test, body=body, orelse=orelse):
            return f"({_said(test)} ? {_said(body)} : {_said(orelse)})"
        case ast.Call(func=ast.Name(id=id), args=args):
            return f"{CALLS.get(id) or _name(id)}({', '.join(map(_said, args))})"
        case _:
            raise NotImplementedError(ast.unparse(node))
