"""Days by hand: working days, waits that cold makes longer, days lost, what is done, two jobs of one crew."""

import datetime
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.calendar.day_sheet import day_sheet
from rowstake.core.calendar.of_job import days_told, own
from rowstake.core.calendar.placed import CrewTime, Own, placed
from rowstake.core.calendar.tasks import After, Task, tasks
from rowstake.core.calendar.weather import DayWeather, Weather
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault
from rowstake.core.job.terms import Calendar
from rowstake.core.plan import plan
from tests.decks import deck
from tests.jobs import edited, fence, put

MON = datetime.date(2026, 11, 30)
MILD = CATALOGUE.climates["mild_wet"]


def day(n):
    return MON + datetime.timedelta(days=n)


def working(forecast=None, **terms):
    return CrewTime(Calendar(**terms), Weather(MILD, forecast or {}))


def at(day_, hour):
    return datetime.datetime.combine(day_, datetime.time(hour))


def calendar_of(made, today, forecast=None):
    return placed([own(made, "job", today, forecast)])


def by_id(every):
    return {p.task.id: p for p in every}


def test_hours_run_over_evenings_weekends_and_holidays():
    """20 hours from Thursday at 8: 8 on Thursday, 8 on Friday, Monday is kept free, 4 on Tuesday: until noon."""
    start, end, days, lost = working(holidays=[day(7)]).worked(at(day(3), 8), 20, "")
    assert (start, end, lost) == (at(day(3), 8), at(day(8), 12), ())
    assert days == (day(3), day(4), day(8))
    assert working().later(at(day(3), 15), 2) == at(day(7), 8)  # two working days after a Thursday


def test_concrete_sets_slower_in_the_cold():
    """24 hours at 6 °C take twice as long; in July they do not."""
    weather = Weather(MILD, {})
    assert weather.sets_after_h(24, at(datetime.date(2026, 12, 7), 16)) == 48
    assert weather.sets_after_h(24, at(datetime.date(2026, 7, 6), 16)) == 24
    mixed = Weather(MILD, {datetime.date(2026, 12, 7): DayWeather(11, 15)})
    assert (
        mixed.sets_after_h(48, at(datetime.date(2026, 12, 7), 8)) == 24 + 48
    )  # a day's worth on the warm day, the rest in the cold


@pytest.mark.parametrize(
    ("work", "weather", "why"),
    [
        ("dig", DayWeather(-6, 1), "frost, -6 °C"), ("dig", DayWeather(-3, 1), ""), ("pour", DayWeather(-1, 6), "frost, -1 °C"),
        ("pour", DayWeather(2, 6, 9), "rain, 9 mm"), ("build", DayWeather(2, 6, 9, 18), "wind, gusts of 18 m/s"), ("build", DayWeather(2, 6, 9), ""),
        ("stain", DayWeather(8, 14, 0, 3, 90), "damp, 90 % humidity"), ("stain", DayWeather(8, 14), ""), ("", DayWeather(-20, -10, 99, 99), ""),
    ],
)  # fmt: skip
def test_what_the_weather_stops(work, weather, why):
    assert Weather(MILD, {MON: weather}).stops(MON, work) == why


def test_weather_is_told_in_the_units_of_the_job():
    weather = Weather(MILD, {MON: DayWeather(-6, 10, 12.7, 13.4112)}, feet=True)
    assert weather.stops(MON, "dig") == "frost, 21 °F"
    assert weather.sky(weather.forecast[MON]) == "21 to 50 °F, 0.50 in rain, gusts 30 mph"


def test_a_day_of_rain_moves_the_pour_and_all_that_waits_for_it():
    told = put("terms.calendar.start", "2026-12-07")
    made = plan(edited(fence((9000, 0)), told))
    dry = by_id(calendar_of(made, MON))
    pour = dry["set"].days[0]
    wet = by_id(calendar_of(made, MON, {pour: DayWeather(4, 8, 9)}))
    assert wet["set"].lost == ((pour, "rain, 9 mm"),)
    assert wet["set"].days[0] > pour
    assert wet["frame"].start > dry["frame"].start
    lost = plan(edited(fence((9000, 0)), told, put("terms.calendar.lost", [pour.isoformat()])))
    assert by_id(calendar_of(lost, MON))["set"].days[0] > pour


def test_a_fence_day_by_day():
    """Started on a Monday: services 5 working days ahead, so the holes on the next Monday; rails not before the concrete has set, which
    takes twice 24 hours in December."""
    every = by_id(calendar_of(plan(edited(fence((9000, 0)), put("terms.calendar.start", "2026-11-30"))), MON))
    assert every["locate"].days == (MON,)
    assert every["brought_holes"].days == (day(3),)
    assert every["dig"].days[0] == day(7)
    assert every["frame"].start >= every["set"].end + datetime.timedelta(hours=48)
    assert every["look_holes"].start >= every["dig"].end
    assert every["tighten"].start >= every["skin"].end + datetime.timedelta(days=60)
    on = [p.task.id for p in every.values() if p.chain]
    assert {"locate", "dig", "set", "frame", "skin"} <= set(on)
    assert "brought_rest" not in on


def test_a_supplier_that_takes_long_moves_his_delivery():
    made = plan(edited(fence((9000, 0)), put("terms.calendar.start", "2026-11-30")))
    late = by_id(placed([own(made, "job", MON, None, {1: 0, 2: 8})]))
    assert (late["brought_holes"].days, late["brought_rest"].days) == ((day(3),), (day(10),))
    assert late["frame"].start.date() >= day(10)


def test_a_stack_of_wet_boards_is_capped_three_weeks_later():
    job = edited(
        fence((9000, 0)),
        {"do": "style", "style": "stacked_channels"},
        put("fence.skin.stock", "wet"),
        put("terms.calendar.start", "2026-11-30"),
    )
    every = by_id(calendar_of(plan(job), MON))
    assert every["caps"].start >= every["skin"].end + datetime.timedelta(days=21)
    dry = edited(job, put("fence.skin.stock", "indoors"))
    assert "caps" not in by_id(calendar_of(plan(dry), MON))


def test_what_is_done_is_not_moved_and_the_rest_follows_it():
    job = edited(
        fence((9000, 0)),
        put("terms.calendar.start", "2026-11-30"),
        put("terms.calendar.done", {"locate": "2026-11-23", "dig": "2026-12-01"}),
    )
    made = own(plan(job), "job", MON)
    every = placed([made])
    found = by_id(every)
    assert found["dig"].done
    assert found["dig"].days == (day(1),)
    assert found["set"].start >= found["brought_holes"].start
    told = days_told(every, made.working, made.people, day(3))
    assert next(r for r in told.rows if r.id == "brought_holes").may_start is False  # the order is not done
    assert {r.id for r in told.rows if r.may_start} >= {"order", "look_holes"}


def test_a_crew_does_one_thing_at_a_time_over_two_jobs():
    work = [Task("a", "A", "work", 8), Task("b", "B", "work", 8, (After("a", 24, why="sets"),))]
    one, two = (Own(key, work, working(), 1, MON, "crew") for key in ("1", "2"))
    alone = by_id(placed([one]))
    assert [alone[x].days for x in "ab"] == [(MON,), (day(2),)]
    both = placed([one, two])
    spans = sorted((p.start, p.end) for p in both)
    assert all(a[1] <= b[0] for a, b in pairwise(spans))
    apart = placed([one, Own("2", work, working(), 1, MON, "another crew")])
    assert {p.key: p.days for p in apart}["2/a"] == (MON,)


def test_no_day_to_work_on_is_refused():
    with pytest.raises(JobFault, match="finds no day"):
        working(days=["sun"], hours=1).worked(at(MON, 8), 5000, "")
    with pytest.raises(JobFault, match="days: at least 1 of them"):
        edited(fence((9000, 0)), put("terms.calendar.days", []))


@given(
    st.integers(1, 6),
    st.floats(1, 12),
    st.sets(st.sampled_from(["mon", "tue", "wed", "thu", "fri", "sat"]), min_size=1),
    st.integers(0, 6),
)
def test_no_task_begins_before_what_it_waits_for_or_on_a_day_off(crew, hours, days, later):
    made = plan(deck(3000, 2400, 500))
    calendar = Calendar(days=tuple(sorted(days)), hours=hours, start=day(later), lost=(day(8), day(9)))
    work = CrewTime(calendar, Weather(MILD, {}))
    every = placed([Own("job", tasks(made), work, crew, day(later))])
    found = by_id(every)
    for p in every:
        for after in p.task.after:
            if after.id in found:
                assert p.start >= found[after.id].end
        if p.task.kind == "work":
            assert all(work.open(d) and d not in calendar.lost for d in p.days)
            assert (p.end - p.start).total_seconds() >= p.task.hours / crew * 3600 - 1


def test_the_sheet_of_a_day_says_what_to_take_along():
    made = own(
        plan(edited(fence((9000, 0)), put("terms.calendar.start", "2026-11-30"))),
        "job",
        MON,
        {day(7): DayWeather(3, 9, 2)},
    )
    every = placed([made])
    sheet = day_sheet(plan(fence((9000, 0))), every, made.working, day(7))
    assert sheet.tasks[0].name == "Dig the holes"
    assert any("posts" in what or "100×100" in what for what in sheet.material)
    assert any(mark.startswith("P1:") for mark in sheet.marks)
    assert any("services" in words for words in sheet.cautions)
    assert sheet.weather == "3 to 9 °C, 2 mm rain"
    idle = day_sheet(plan(fence((9000, 0))), every, made.working, day(1))
    assert (idle.tasks, idle.tools) == ((), ())
    assert idle.next[0].startswith("Thu 3 Dec")
