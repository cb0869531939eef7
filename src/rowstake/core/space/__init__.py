"""Where parts are: solids, how they meet, and how they are seen. Millimetres; x and y on the plan, z up, right-handed."""

from rowstake.core.space.solid import Face, Flat, Pose, Solid, Vec

__all__ = ["Face", "Flat", "Pose", "Solid", "Vec"]
