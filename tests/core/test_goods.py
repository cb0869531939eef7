"""What is bought: by its entry and sizes, in the words of the region; never by a sentence."""

from importlib import resources

import pytest

from rowstake.core.catalogue import CATALOGUE, GoodEntry
from rowstake.core.fasteners import Sold
from rowstake.core.goods import GOODS, register, timber
from rowstake.core.job import read_job_text
from rowstake.core.plan import plan
from tests.core.test_deck_vectors_and_advice import TROUBLE

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


@pytest.mark.parametrize(
    "job",
    [*(read_job_text(f.read_text("utf-8")) for f in DEMO if f.name.endswith(".json")), *list(TROUBLE.values())[::4]],
)
def test_every_good_is_bought_and_has_a_key(job):
    made = plan(job)
    bought = {line.good.key for line in made.lists.buy}
    for part in made.parts:
        assert part.good.key in bought or (part.good.section is None and not part.good.entry.bought), part
    for line in made.lists.buy:
        assert line.good.section or line.good.id in GOODS
        assert line.item.startswith(line.good.words) or line.group == "Concrete and gravel"
