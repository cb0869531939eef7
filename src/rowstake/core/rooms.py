"""Things kept one a file: found by walking a package, so that adding a file adds the thing."""

from __future__ import annotations

import importlib
import pkgutil
from typing import Any


def kept_in(package: str, attribute: str, *, but: tuple[str, ...] = ("base",)) -> dict[str, Any]:
    """The attribute of every module of a package, by the module's name."""
    room = importlib.import_module(package)
    names = [m.name for m in pkgutil.iter_modules(room.__path__) if m.name not in but]
    return {name: getattr(importlib.import_module(f"{package}.{name}"), attribute) for name in names}
