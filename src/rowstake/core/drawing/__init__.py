"""Drawings: scenes made from the parts of a plan. What is drawn is what is counted."""

from rowstake.core.drawing.scene import Scene, Shape

__all__ = ["Scene", "Shape"]
