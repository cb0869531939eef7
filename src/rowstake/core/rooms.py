"""Things kept one a file: found by walking a package, so that adding a file adds the thing."""

from __future__ import annotations

import importlib
import pkgutil
from importlib.util import find_spec
from typing import Any


def kept_in(package: str, attribute: str, *, but: tuple[str, ...] = ("base",)) -> dict[str, Any]:
    """The attribute of every module of a package, by the module's name."""
    room = importlib.import_module(package)
    names = [m.name for m in pkgutil.iter_modules(room.__path__) if m.name not in but]
    return {name: getattr(importlib.import_module(f"{package}.{name}"), attribute) for name in names}


def beside(package: str, room: str, attribute: str) -> dict[str, Any]:
    """The same of a room of that name in every package of a package, where it has one."""
    inner = importlib.import_module(package)
    rooms = [f"{package}.{m.name}.{room}" for m in pkgutil.iter_modules(inner.__path__) if m.ispkg]
    return {name: found for there in rooms if find_spec(there) for name, found in kept_in(there, attribute).items()}
