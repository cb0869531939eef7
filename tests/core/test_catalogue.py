import tomllib
from pathlib import Path

import pytest

from rowstake.core import catalogue
from rowstake.core.catalogue import CATALOGUE, AdviceEntry, _entry
from rowstake.core.faults import JobFault
from rowstake.core.setting import methods
from rowstake.core.structure.timber import bending_mpa, read_stick, shear_mpa, stiffness_mpa
from rowstake.core.trades.fence.styles import styles

DATA = Path(catalogue.__file__).parent / "data"
PSI = 0.006894757


@pytest.mark.parametrize("path", sorted(DATA.glob("*.toml")), ids=lambda p: p.stem)
def test_every_entry_names_its_source(path):
    if path.stem.startswith("choices_"):
        return  # words, no facts
    if path.stem in ("cautions", "movement"):
        assert path.stem == "cautions" or CATALOGUE.movement.sources
        return
    told = tomllib.loads(path.read_text())
    if isinstance(told.get("source"), str):
        return  # one subject, one source
    for name, entry in told.items():
        inner = [v for v in entry.values() if isinstance(v, dict) and "source" in v]
        assert entry.get("source") or len(inner) == len(entry), name


def test_one_file_and_one_entry_each():
    assert set(styles()) == set(CATALOGUE.styles)
    assert set(methods()) == set(CATALOGUE.methods)


def test_every_region_can_be_planned_from():
    for region in CATALOGUE.regions.values():
        for key in (region.post, region.gate_post, region.rail, region.gate_frame):
            assert CATALOGUE.sections[key].region == region.id
        for style in CATALOGUE.styles.values():
            assert CATALOGUE.sections[style.boards[region.id]].use == style.use


@pytest.mark.parametrize(
    "species, size, psi",
    [
        ("southern_pine", "4x4", 1100 * 1.6),  # under 1150 psi: no wet factor
        ("southern_pine", "6x6", 850 * 1.6),
        ("douglas_fir_larch", "4x4", 900 * 1.5 * 0.85 * 0.8 * 1.6),  # 1350 psi is over 1150; incised
        ("douglas_fir_larch", "6x6", 750 * 0.8 * 1.6),  # timbers of 5 in and more: no wet factor
        ("western_cedar", "4x6", 700 * 1.3 * 1.6),
    ],
)
def test_gust_bending_by_hand(species, size, psi):
    assert bending_mpa(CATALOGUE.species[species], read_stick(size), short_term=True) == pytest.approx(
        psi * PSI, rel=1e-6
    )


def test_other_values_by_hand():
    hem = CATALOGUE.species["hem_fir"]
    assert shear_mpa(hem) == pytest.approx(150 * 0.97 * 0.8 * PSI, rel=1e-6)
    assert stiffness_mpa(hem) == pytest.approx(1.3e6 * 0.9 * 0.95 * PSI, rel=1e-6)
    assert bending_mpa(CATALOGUE.species["c16"], read_stick("100x100"), short_term=True) == 5.7
    assert read_stick("4x6").section_modulus_mm3 == pytest.approx(3.5 * 5.5**2 / 6 * 25.4**3)
    assert read_stick("na_6x6").nominal == (6, 6)


def test_a_bad_entry_is_named():
    bad = {"stake": "skin", "weight": "must", "source": "maker-neutral trade practice"}
    with pytest.raises(JobFault) as caught:
        _entry("advice", "sliver", bad, AdviceEntry)
    fault = caught.value.faults[0]
    assert (fault.field, fault.given, fault.allowed) == (
        "catalogue.advice.sliver.weight",
        "must",
        "one of 'needs' or 'note'",
    )
