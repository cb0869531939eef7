"""What design reckons with beside the values of the species."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class WindFacts(Fact):
    height_factor: dict[str, float]
    direction: float
    gust: float
    share: float
    force: float
    lever: float


class TimberFacts(Fact):
    gust_duration: float
    wet_over_psi: float
    wet_bending: float
    wet_shear: float
    wet_stiffness: float
    incised: float
    incised_stiffness: float
    deflection: float
    longest_mm: float
    sharing: list[float]
    repetitive: float


class ColumnFacts(Fact):
    least_share_of_e: float
    buckling: float
    crushing_mpa: float


class EarthFacts(Fact):
    deepest_m: float


class LedgerFixingFacts(Fact):
    capacity_n: dict[str, float]
    table_kpa: tuple[float, float]
    table_span_ft: list[float]
    table_in: dict[str, list[float]]
    widest_in: float
    screw_n: float
    least_in: float
    from_end_mm: float


class StructureFacts(Fact):
    wind: WindFacts
    timber: TimberFacts
    column: ColumnFacts
    earth: EarthFacts
    ledger: LedgerFixingFacts
