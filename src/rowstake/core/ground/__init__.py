"""The ground along a line: levels at stations, read by level and staff or measured, and walls to stand on."""

from rowstake.core.ground.profile import Profile, even_fall, lay_ground
from rowstake.core.ground.readings import read_levels

__all__ = ["Profile", "even_fall", "lay_ground", "read_levels"]
