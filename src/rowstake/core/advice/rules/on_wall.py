"""Posts that stand on a wall, where no hole can be dug."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.planned import Planned


def look(planned: Planned) -> Iterator[Finding]:
    profiles = planned.levels.profiles
    posts = [
        post.label
        for post in planned.layout.posts
        if all(profiles[leg].on_wall(min(at, profiles[leg].stations[-1] - 1)) for leg, at in post.stations)
    ]
    if posts:
        yield found(
            f"{len(posts)} posts stand on a wall" if len(posts) > 1 else f"{posts[0]} stands on a wall",
            "No hole can be dug there, and posts on plates or behind a wall are not planned here yet: leave the holes, concrete "
            "and post lengths of these out, and have the wall and its fixings looked at. Never fix to a neighbour's wall.",
            posts,
        )
