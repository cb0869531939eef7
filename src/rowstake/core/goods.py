"""What is bought: timber by its section, everything else by its entry in `goods.toml` and the sizes it comes in."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from rowstake.core.catalogue import CATALOGUE, OWN, GoodEntry, Section
from rowstake.core.faults import refuse

Size = float | str

GOODS: dict[str, GoodEntry] = dict(CATALOGUE.goods)


@dataclass(frozen=True, slots=True)
class Good:
    """Something bought, or `soil`, which is not. `words` is what it is called in the region of the job; two goods are one
    where their ids and sizes are."""

    id: str
    sizes: tuple[Size, ...] = ()
    words: str = ""

    @property
    def key(self) -> str:
        """What a price hangs on: `uk_47x150`, `screw:55`, `bar:19:912`."""
        return ":".join(
            [self.id, *(s if isinstance(s, str) else f"{s:.4f}".rstrip("0").rstrip(".") for s in self.sizes)]
        )

    @property
    def keys(self) -> tuple[str, ...]:
        """Its key, and those of its kind with fewer sizes told, down to any size: what is priced alike."""
        told = self.key.split(":")
        return tuple(":".join(told[:n]) for n in range(len(told), 0, -1))

    @property
    def kg(self) -> float:
        """What one weighs, of anything but timber."""
        if not self.entry.kg_m2:
            return self.entry.kg
        high, wide = self.sizes[-2:]
        return self.entry.kg_m2 * float(high) * float(wide) / 1e6

    @property
    def of(self) -> str:
        """What it is in the catalogue: a crew's own is what it is bought instead of."""
        return GOODS[self.id].instead_of or self.id if self.id in GOODS else self.id

    @property
    def section(self) -> Section | None:
        """Of timber, its section."""
        return CATALOGUE.sections.get(self.id)

    @property
    def entry(self) -> GoodEntry:
        """Of anything but timber. Raises `KeyError` for timber."""
        return GOODS[self.id]


@cache
def timber(section: str) -> Good:
    """Timber of a section on sale. Raises `KeyError` for one that is not in the catalogue."""
    return Good(section, (), CATALOGUE.sections[section].name)


NEAR_NOMINAL = 0.2
"""A board that was measured is no more than this share wider or narrower than the section it is sold as, or it is another section."""


def as_measured(section: Section, mm: float | None, field: str) -> Section:
    """A section as wide as it was measured. Raises `JobFault` for a width that no such board has."""
    if mm is None:
        return section
    low, high = ((1 + share) * section.width_mm for share in (-NEAR_NOMINAL, NEAR_NOMINAL))
    if not low <= mm <= high:
        raise refuse(
            field, f"{mm:g} mm", f"{low:.0f} mm to {high:.0f} mm", f"That is not the width of a {section.name} board"
        )
    return section.model_copy(update={"width_mm": mm})


def known_key(key: str) -> bool:
    """Whether a price may hang on it: a section, or a good in any or some of the sizes it takes."""
    id, *sizes = key.removesuffix("/stainless").split(":")
    entry = GOODS.get(id)
    if entry is None and id.startswith(
        OWN
    ):  # of a job that nobody has opened yet: its timber by itself, its screws by their length too
        return len(sizes) <= 1
    if entry is None and id in CATALOGUE.sections:
        return not sizes
    return entry is not None and entry.bought and len(sizes) <= len(entry.takes)


def register(goods: Iterable[GoodEntry]) -> None:
    """Adds a trade's own goods. Raises `ValueError` for one that is there already and means something else."""
    for entry in goods:
        if GOODS.setdefault(entry.id, entry) != entry:
            raise ValueError(f"the good “{entry.id}” is there already")
