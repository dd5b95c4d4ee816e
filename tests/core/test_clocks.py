"""Clocks: what runs out on site, from the record and the data sheets alone."""

from typing import Any, ClassVar

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.site.clocks import Clock, clocks_of
from pennant.core.site.entries import (
    Entry,
    NotedBatch,
    NotedPieces,
    NotedSection,
    TakenBack,
)
from pennant.core.site.paces import paces_of

PIECES = ("A1.1", "A1.2", "A1.3")
MIXED = NotedBatch(event="mixed", what="adhesive")
SPREAD = NotedSection(event="spread", number=1, pieces=PIECES)
GROUTED = NotedSection(event="grouted", number=2, pieces=PIECES)


def key(number: int) -> str:
    return f"key-{number:04d}"


def noted(*said: tuple[float, Any]) -> list[Entry]:
    """Entries at minutes; what is taken back is named by its number."""
    return [
        Entry(
            number,
            key(number),
            minute,
            TakenBack() if isinstance(one, int) else one,
            takes_back=one if isinstance(one, int) else None,
        )
        for number, (minute, one) in enumerate(said, 1)
    ]


def running(job: Job, *said: tuple[float, Any]) -> dict[str, Clock]:
    return {clock.runs: clock for clock in clocks_of(job, plan(job), noted(*said))}


class TestBatches:
    """A batch runs for its pot life, until it is gone or the next is mixed."""

    def test_for_its_pot_life_from_the_sheet(self) -> None:
        sheet = {"name": "Set slow", "kind": "thinset", "pot_life": 95, "pack": 10}
        job = a_job(products={"adhesive": sheet})
        clock = running(job, (1000.0, MIXED))["pot life"]
        assert (clock.starts, clock.ends, clock.source) == (1000.0, 1095.0, "sheet: Set slow")

    @pytest.mark.parametrize(
        "then",
        [
            NotedBatch(event="thrown away", what="adhesive", of=key(1)),
            NotedBatch(event="used up", what="adhesive"),
            1,  # the mixing was noted by mistake
        ],
    )
    def test_until_it_is_gone(self, then: Any) -> None:
        assert "pot life" not in running(a_job(), (0.0, MIXED), (10.0, then))

    def test_or_the_next_is_mixed(self) -> None:
        clock = running(a_job(), (0.0, MIXED), (70.0, MIXED))["pot life"]
        assert clock.entry == key(2)

    def test_grout_does_not_end_adhesive(self) -> None:
        grout = NotedBatch(event="mixed", what="grout")
        assert {"pot life", "grout life"} <= set(running(a_job(), (0.0, MIXED), (5.0, grout)))


class TestCounter:
    """What stiffens or skins on a counter goes by the counter's own adhesive."""

    def kitchen(self) -> Job:
        tub = {"name": "Tub", "kind": "mastic", "pack": 8, "open_time": 30, "set_hours": 36}
        quick = {
            "name": "Quick",
            "kind": "quick thinset",
            "pack": 10,
            "pot_life": 22,
            "open_time": 10,
            "set_hours": 4,
        }
        tile = {"length": "6", "height": "6", "thickness": "3/8"}
        stack = {"kind": "courses", "joint": "1/8", "bond": {"p": 0, "q": 1}}
        counter = {"id": "w", "wall": "a", "width": "60", "depth": "25"}
        document = a_job(length="60", top="20").model_dump(mode="json")
        document["counters"] = [{**counter, "tile": tile, "pattern": stack}]
        document["products"] = {"adhesive": tub, "counter_adhesive": quick}
        return Job.model_validate(document)

    def test_a_batch_by_its_own_pot_life(self) -> None:
        below = NotedBatch(event="mixed", what="counter-adhesive")
        clock = running(self.kitchen(), (0.0, below))["counter pot life"]
        assert (clock.ends, clock.source) == (22.0, "sheet: Quick")
        gone = NotedBatch(event="used up", what="counter-adhesive")
        assert not running(self.kitchen(), (0.0, below), (9.0, gone))

    def test_a_section_by_its_own_open_time(self) -> None:
        job = self.kitchen()
        top = next(one for one in plan(job).surfaces if one.surface == "w")
        pieces = tuple(piece.id for piece in top.pieces[:3])
        spread = NotedSection(event="spread", number=1, pieces=pieces)
        assert running(job, (0.0, spread))["counter open time"].ends == 10.0
        assert running(job, (0.0, SPREAD))["open time"].ends == 30.0

    def test_grout_waits_for_whichever_sets_last(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        clock = running(self.kitchen(), (0.0, done))["bed sets"]
        assert (clock.ends, clock.source) == (36 * 60.0, "sheet: Tub")

    def test_a_batch_noted_before_the_counter_was_left_out_still_runs(self) -> None:
        below = NotedBatch(event="mixed", what="counter-adhesive")
        assert set(running(a_job(), (0.0, below))) == {"pot life"}


class TestOpenTime:
    """What is spread skins; it runs until its pieces are set or it is scraped off."""

    def test_for_the_pieces_that_are_not_set_yet(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES[:2])
        clock = running(a_job(), (0.0, SPREAD), (8.0, done))["open time"]
        assert clock.ends == a_job().times.open_time
        assert clock.pieces == PIECES[2:]

    def test_until_all_are_set(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        assert "open time" not in running(a_job(), (0.0, SPREAD), (8.0, done))

    def test_or_it_is_scraped_off(self) -> None:
        off = NotedSection(event="scraped off", of=key(1))
        assert "open time" not in running(a_job(), (0.0, SPREAD), (30.0, off))

    def test_after_what_was_set_is_taken_back_it_runs_again(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        assert "open time" in running(a_job(), (0.0, SPREAD), (8.0, done), (9.0, 2))


class TestGrout:
    """Grouted, wiped, rid of its haze, polished: each is due so long after the one before."""

    def test_wiped_first(self) -> None:
        found = running(a_job(), (100.0, GROUTED))
        assert found["first wipe"].ends == 100.0 + a_job().times.wipe_after
        assert "haze" not in found

    def test_then_the_haze_then_the_polish(self) -> None:
        times = a_job().times
        wiped = NotedSection(event="wiped", of=key(1))
        found = running(a_job(), (100.0, GROUTED), (114.0, wiped))
        assert found["haze"].ends == 114.0 + times.haze_after
        assert found["polish"].ends == 100.0 + 60 * times.polish_after
        assert found["polish"].until == 100.0 + 60 * times.polish_within
        hazed = NotedSection(event="haze off", of=key(1))
        found = running(a_job(), (100.0, GROUTED), (114.0, wiped), (150.0, hazed))
        assert "haze" not in found
        polished = NotedSection(event="polished", of=key(1))
        found = running(a_job(), (100.0, GROUTED), (114.0, wiped), (300.0, polished))
        assert set(found) == {"grout cures", "grout dries"}

    def test_ready_mixed_is_wiped_early(self) -> None:
        job = a_job(products={"grout": {"name": "Tub", "kind": "ready-mixed", "pack": 5}})
        assert running(job, (0.0, GROUTED))["first wipe"].ends == job.times.ready_wipe_after


class TestCures:
    """The bed sets from the last piece on, grout from the last section on."""

    def test_from_the_last_piece_that_was_set(self) -> None:
        first, last = (NotedPieces(event="set", pieces=(id_,)) for id_ in PIECES[:2])
        clock = running(a_job(), (0.0, first), (90.0, last))["bed sets"]
        assert (clock.starts, clock.ends) == (90.0, 90.0 + 24 * 60)

    def test_quick_adhesive_sooner(self) -> None:
        job = a_job(products={"adhesive": {"name": "Quick", "kind": "quick thinset", "pack": 10}})
        done = NotedPieces(event="set", pieces=PIECES)
        assert running(job, (0.0, done))["bed sets"].ends == 3 * 60

    def test_grout_keeps_water_off_for_a_day(self) -> None:
        clock = running(a_job(), (0.0, GROUTED))["grout cures"]
        assert clock.ends == 60 * a_job().times.water_after


class TestPaces:
    """What the record says of pace and breakage."""

    KINDS: ClassVar[dict[str, Any]] = {"A1.1": "full", "A1.2": "full", "A1.3": "crosscut"}

    def test_pieces_noted_together_share_the_minutes(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        found = paces_of(noted((0.0, MIXED), (9.0, done)), self.KINDS)
        assert {one.kind: one.minutes for one in found.setting} == {"full": 6.0, "crosscut": 3.0}

    def test_a_night_is_no_pace(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        assert paces_of(noted((0.0, MIXED), (900.0, done)), self.KINDS).setting == ()

    def test_what_is_noted_afterwards_in_one_go_is_no_pace(self) -> None:
        done = NotedPieces(event="set", pieces=PIECES)
        assert paces_of(noted((0.0, MIXED), (0.05, done)), self.KINDS).setting == ()

    def test_breakage_by_kind_of_cut(self) -> None:
        said = [NotedPieces(event=event, pieces=("A1.3",)) for event in ("broken", "cut")]  # type: ignore[arg-type]
        found = paces_of(noted((0.0, said[0]), (4.0, said[1])), self.KINDS)
        assert [(one.kind, one.cuts, one.broke) for one in found.breakage] == [("crosscut", 2, 1)]

    def test_batches_that_were_mixed(self) -> None:
        weighed = NotedBatch(event="mixed", what="adhesive", powder=4.5)
        found = paces_of(noted((0.0, MIXED), (60.0, weighed)), self.KINDS)
        assert [(one.batches, one.powder) for one in found.used] == [(2, 4.5)]
