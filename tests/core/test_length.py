import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.faults import JobFault
from rowstake.core.measure import Printer, parse_distance, parse_lean, parse_length, parse_speed, parse_volume

IN = 25.4


@pytest.mark.parametrize(
    "text, units, mm",
    [
        ("7'-6 1/2\"", "ft-in", 90.5 * IN),
        ("7 ft 6", "ft-in", 90 * IN),
        ("90 1/2", "ft-in", 90.5 * IN),
        ('90.5"', "mm", 90.5 * IN),
        ("7-6-8", "ft-in", 90.5 * IN),
        ("2290", "mm", 2290),
        ("2290", "ft-in", 2290 * IN),
        ("2.29 m", "ft-in", 2290),
        ("2290mm", "mm", 2290),
        ("2.29m", "mm", 2290),
        ("22.5 cm", "mm", 225),
        ("7′6½″", "mm", 90.5 * IN),
        ("7’ 6 1⁄2”", "mm", 90.5 * IN),
        ("7ft 6in", "mm", 90 * IN),
        ("5/8", "ft-in", 0.625 * IN),
        ("⅞″", "mm", 0.875 * IN),
        ("1 foot", "mm", 12 * IN),
        ("3 feet 2 inches", "mm", 38 * IN),
        ("0", "mm", 0),
    ],
)
def test_reads_what_builders_write(text, units, mm):
    assert parse_length(text, units) == pytest.approx(mm, abs=1e-9)


@pytest.mark.parametrize(
    "text", ["", "abc", "5 5 5", "nan", "inf", "1/0", "7-6-18", "1e9", "--3", "12 parsecs", "'", "½ m x"]
)
def test_nonsense_gets_an_example(text):
    with pytest.raises(JobFault) as caught:
        parse_length(text, "ft-in", "fence.legs.0.length_mm")
    fault = caught.value.faults[0]
    assert fault.field == "fence.legs.0.length_mm"
    assert "7 ft 6" in fault.allowed


@pytest.mark.parametrize(
    "text, allowed", [("-5", "zero or more"), ("10.001 km", "a length"), ("10001 m", "up to 10 km")]
)
def test_out_of_range(text, allowed):
    with pytest.raises(JobFault) as caught:
        parse_length(text)
    assert allowed in caught.value.faults[0].allowed


@given(st.integers(0, 10_000 * 16), st.sampled_from([8, 16, 32]))
def test_feet_and_inches_round_trip(sixteenths, fraction):
    p = Printer("ft-in", fraction)
    mm = sixteenths / 16 * IN
    printed = p.bare(mm)
    again = parse_length(printed, "ft-in")
    assert abs(again - mm) <= IN / fraction / 2 + 1e-6
    assert p.bare(again) == printed


@given(st.floats(0, 9_999_999))
def test_millimetres_round_trip(mm):
    again = parse_length(Printer("mm").length(mm), "ft-in")
    assert abs(again - mm) <= 0.5 + 1e-6


@given(st.text(max_size=20))
def test_any_text_is_a_length_or_a_clear_fault(text):
    try:
        value = parse_length(text)
    except JobFault as fault:
        assert fault.faults[0].allowed
    else:
        assert 0 <= value <= 10_000_000


def test_prints():
    assert Printer("ft-in").bare(90.5 * IN) == "7'-6 1/2\""
    assert Printer("ft-in").bare(12 * IN) == "1'-0\""
    assert Printer("ft-in", 8).bare(0.44 * IN) == '1/2"'
    assert Printer("ft-in").bare(11.99 * IN) == "1'-0\""
    assert Printer("mm").length(1218.75) == "1219 mm"
    assert Printer("mm").fine(78.5) == "78.5 mm"
    assert Printer("mm").fine(103.0) == "103 mm"
    assert [Printer("mm").fine(mm) for mm in (-0.5, -0.04, -12.34)] == ["-0.5 mm", "0 mm", "-12.3 mm"]
    assert Printer("mm").bare(-0.2) == "0"


@pytest.mark.parametrize(
    "mm, shown",
    [
        (120.625 * IN, "10'-0 5/8\""),
        (120 * IN, "10'-0\""),
        (0.625 * IN, '5/8"'),
        (12.5 * IN, "1'-0 1/2\""),
        (-120.5 * IN, "-10'-0 1/2\""),
    ],
)
def test_feet_always_carry_their_inches(mm, shown):
    assert Printer("ft-in", 16).bare(mm) == shown


@pytest.mark.parametrize(
    "text, units, mm",
    [
        ("1,9 m", "mm", 1900),
        ("2,29 m", "ft-in", 2290),
        ("12,500", "mm", 12_500),
        ("1,234,567 mm", "mm", 1_234_567),
        ('7,5"', "mm", 7.5 * IN),
    ],
)
def test_a_comma_is_a_decimal_unless_it_parts_thousands(text, units, mm):
    assert parse_length(text, units) == pytest.approx(mm)


@pytest.mark.parametrize(
    "text, units, field, asked",
    [
        ("1.9", "mm", "fence.legs.0.length_mm", "metres"), ("7", "mm", "deck.levels.0.shape.width_mm", "metres"), ("1,9", "mm", "gate.opening_mm", "metres"),
        ("8", "ft-in", "fence.legs.0.length_mm", "feet"), ("6", "ft-in", "fence.bays.max_mm", "feet"),
    ],
)  # fmt: skip
def test_what_is_surely_metres_or_feet_is_asked_about(text, units, field, asked):
    with pytest.raises(JobFault) as caught:
        parse_length(text, units, field)
    assert asked in caught.value.faults[0].message
    # A gap of 7 mm or 6 in is just that, and so is what names its unit.
    assert parse_length("7", "mm", "deck.boards.gap_mm") == 7
    assert parse_length(f"{text} mm", units, field) == pytest.approx(float(text.replace(",", ".")))


def test_sentences_of_the_catalogue_are_in_the_units_of_the_job():
    assert Printer("ft-in").worded("50 mm off soil, 10 mm at most") == '1 15/16" off soil, 3/8" at most'
    assert Printer("mm").worded("50 mm off soil") == "50 mm off soil"


@pytest.mark.parametrize(("text", "units", "km"), [
    ("25", "mm", 25), ("10", "ft-in", 16.09344), ("10 km", "ft-in", 10), ("7.5 miles", "mm", 12.07008), ("800 m", "mm", 0.8),
])  # fmt: skip
def test_ways_to_drive_are_read_and_printed(text, units, km):
    assert parse_distance(text, units, "terms.travel_km") == pytest.approx(km)
    assert parse_distance(Printer(units).distance(km), units, "x") == pytest.approx(km, rel=0.005)


def test_what_is_no_way_to_drive_and_no_wind_is_refused():
    with pytest.raises(JobFault, match="is not a distance"):
        parse_distance("ten leagues", "mm", "terms.travel_km")
    with pytest.raises(JobFault, match="is not a wind"):
        parse_speed("a gale", "mm", "site.gust_mps")


@pytest.mark.parametrize(("text", "units", "m3"), [
    ("6", "mm", 6), ("6 m³", "ft-in", 6), ("8", "ft-in", 6.116439), ("8 cu yd", "mm", 6.116439), ("27 cu ft", "mm", 0.7645549),
])  # fmt: skip
def test_volumes_are_read_and_printed(text, units, m3):
    assert parse_volume(text, units, "x") == pytest.approx(m3)
    assert parse_volume(Printer(units).volume(m3), units, "x") == pytest.approx(m3, rel=0.01)


@pytest.mark.parametrize(("text", "units", "mm_m", "told"), [
    ("5", "mm", 5, "5 mm a metre"), ("5 mm a metre", "ft-in", 5, '1/4" in 4 ft'), ("1/4", "ft-in", 5.208333, '1/4" in 4 ft'), ('1/8" in 4 ft', "mm", 2.604167, "2.6 mm a metre"),
])  # fmt: skip
def test_a_lean_is_read_over_the_level_that_it_is_read_with(text, units, mm_m, told):
    """1/4 in over 4 ft is 6.35 over 1219.2: 5.208 mm a metre."""
    assert parse_lean(text, units, "x") == pytest.approx(mm_m)
    assert Printer(units).lean(mm_m) == told


def test_winds_are_read_in_the_units_of_the_job():
    assert parse_speed("67", "ft-in", "x") == pytest.approx(29.95168)
    assert parse_speed("108 km/h", "ft-in", "x") == pytest.approx(30)
    assert parse_speed("30", "mm", "x") == 30
    assert Printer("ft-in").gust(29.95168) == "67 mph"
