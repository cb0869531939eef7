"""What is bought: by its entry and sizes, in the words of the region; never by a sentence."""

from collections import Counter
from importlib import resources

import pytest

from rowstake.core.catalogue import CATALOGUE, GoodEntry
from rowstake.core.fasteners import Sold
from rowstake.core.goods import GOODS, register, timber
from rowstake.core.job import read_job_text
from rowstake.core.plan import plan
from tests.holds.solids import check_bought
from tests.jobs import edited, fence, put

DEMO = sorted(resources.files("rowstake.demo").iterdir(), key=lambda f: f.name)
MM, INCHES = Sold("mm"), Sold("ft-in")


def test_words_follow_the_region_and_keys_do_not():
    assert MM.good("screw", 55.0).words == "screw 55 mm"
    assert INCHES.good("screw", 63.5).words == 'screw 2 1/2"'
    assert INCHES.good("screw", 63.5).key == MM.good("screw", 63.5).key == "screw:63.5"
    assert INCHES.good("lateral_tie").words == "lateral tie, 1500 lb"
    assert MM.good("bar", 19.0, 912.0).key == "bar:19:912"
    assert timber("uk_47x150").key == "uk_47x150"
    assert timber("uk_47x150").section == CATALOGUE.sections["uk_47x150"]


def test_bad_goods_are_refused():
    with pytest.raises(KeyError):
        MM.good("balloon")
    with pytest.raises(ValueError, match="takes 1 sizes"):
        MM.good("screw")
    register([GOODS["latch"]])
    with pytest.raises(ValueError, match="“latch” is there already"):
        register([GoodEntry(id="latch", words="another latch")])


@pytest.mark.parametrize("job", [read_job_text(f.read_text("utf-8")) for f in DEMO if f.name.endswith(".json")])
def test_every_good_is_bought_and_has_a_key(job):
    made = plan(job)
    bought = {line.good.key for line in made.lists.buy}
    for part in made.parts:
        assert part.good.key in bought or (part.good.section is None and not part.good.entry.bought), part
    check_bought(made)
    for line in made.lists.buy:
        assert line.good.section or line.good.id in GOODS
        assert line.item.startswith(line.good.words) or line.group == "Concrete and gravel"


def test_what_there_is_to_carry_by_hand():
    """One bay of 1.8 m in timber of 450 kg/m³ dry. Two posts of 3 m: 2 × 0.1² × 3 × 450 = 27.0. Rails, a 2.4 and a 4.2:
    0.038 × 0.087 × 6.6 × 450 = 9.82. Thirteen boards of 1.8 m: 13 × 0.019 × 0.15 × 1.8 × 450 = 30.01. Fourteen bags of 20,
    25 of gravel, a tin of preservative of 1: 372.83 kg in all."""
    made = plan(edited(fence((1800, 0)), put("fence.posts.species", "c16")))
    by_group = Counter()
    for line in made.lists.buy:
        by_group[line.group] += line.kg
    told = {group: pytest.approx(kg, abs=0.005) for group, kg in
            {"Posts": 27.0, "Rails and frames": 9.82, "Boards": 30.01, "Concrete and gravel": 305, "Hardware": 1, "Fixings": 0}.items()}  # fmt: skip
    assert by_group == told
    [figure] = [f for f in made.trade.figures(made) if f.key == "load"]
    assert (figure.text, figure.number) == ("373 kg", pytest.approx(372.8, abs=0.05))
