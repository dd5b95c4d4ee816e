"""What is said of the record: steps that are done, the pace, whether tile lasts, the hand-over."""

import csv
import io
from typing import Any

import pytest

from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.site.entries import (
    Entry,
    NotedBatch,
    NotedBox,
    NotedPieces,
    NotedReading,
    NotedRefit,
    NotedStep,
    Remark,
    TakenBack,
)
from pennant.core.site.paces import paces_of
from pennant.core.site.readings import LeftToLine
from pennant.core.site.record import SiteEvent, spot_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.files.record_csv import record_csv
from pennant.words.done import as_it_goes
from pennant.words.hand_over import hand_over
from pennant.words.moments import minute_of, moment
from pennant.words.own_pace import own_rules
from pennant.words.refit import measured_sizes
from pennant.words.site import site_in_words

START = minute_of("2026-03-17T08:00:00+00:00")


def entries(made: Plan, *said: tuple[float, Any]) -> list[Entry]:
    """Entries at so many minutes after eight."""
    spots = {piece.id: spot_of(piece) for piece in made.pieces}
    return [
        Entry(
            n,
            f"key-{n:04d}",
            START + after,
            one,
            tuple(SiteEvent(n, id_, one.event, spots[id_]) for id_ in one.pieces)
            if isinstance(one, NotedPieces)
            else (),
        )
        for n, (after, one) in enumerate(said, 1)
    ]


def course(made: Plan, number: int) -> tuple[str, ...]:
    return tuple(piece.id for piece in made.pieces if piece.course == number)


class TestDone:
    """The record says which steps are done; the days are planned from there."""

    def test_all_pieces_set_are_a_batch_done(self) -> None:
        job = a_job()
        made = plan(job)
        done = NotedPieces(event="set", pieces=tuple(piece.id for piece in made.pieces))
        steps = {one.step for one in as_it_goes(job, made, entries(made, (0, done))).schedule.done}
        assert "set@1" in steps
        assert not any(step.startswith("grout") for step in steps)

    def test_what_is_noted_as_done_or_left_out(self) -> None:
        job = a_job()
        made = plan(job)
        said = (
            NotedStep(step="wash"),
            NotedStep(step="clear", event="left out", words="was empty"),
        )
        found = as_it_goes(job, made, entries(made, *((0, one) for one in said))).schedule.done
        assert {one.step: one.left_out for one in found} == {"wash": "", "clear": "was empty"}

    def test_the_pace_so_far_plans_the_rest(self) -> None:
        job = a_job()
        made = plan(job)
        row = course(made, 0)
        minutes = len(row) / (pieces_an_hour(job).value / 2) * 60
        said = entries(
            made,
            (0, NotedBatch(event="mixed", what="adhesive")),
            (minutes, NotedPieces(event="set", pieces=row)),
        )
        going = as_it_goes(job, made, said)
        assert going.settings.pace == pytest.approx(job.settings.pace / 2)


class TestSaid:
    """In words, and as a table."""

    def test_where_the_work_stands(self) -> None:
        job = demo("Fennel Row")
        made = plan(job)
        said = entries(
            made,
            (0, NotedBatch(event="mixed", what="adhesive", lot="K4", powder=2.5)),
            (30, NotedPieces(event="set", pieces=course(made, 0))),
        )
        running = site_in_words(job, made, said, START + 40, {})
        assert not any("more to come" in line for line in running.paces)
        said.append(Entry(3, "key-0003", START + 50, NotedBatch(event="used up", what="adhesive")))
        site = site_in_words(job, made, said, START + 40, {})
        assert [one.says for one in site.entries][2] == "Adhesive mixed, lot K4, 2.5 kg"
        assert any(
            "1 batch mixed, 2.5 kg" in line and "more to come" in line for line in site.paces
        )
        assert site.now == moment(START + 40)
        assert "tiles left" in site.enough.says

    def test_more_must_be_ordered_in_time(self) -> None:
        job = a_job(schedule={"first": "2026-03-16"}, tile=("8", "2 1/2"))
        tile = job.tile.model_copy(update={"per_box": 1, "lot": "L9"})
        few = {"name": "1", "counts": [60]}
        job = Job.model_validate(
            job.model_dump(mode="json")
            | {
                "tile": tile.model_dump(mode="json"),
                "shades": {"names": ["one", "two"], "boxes": [few]},
            }
        )
        made = plan(job)
        says = site_in_words(job, made, [], START, {}).enough.says
        assert "short; order" in says
        assert "of lot L9 by " in says
        assert "March" in says

    def test_as_a_table_with_what_was_taken_back(self) -> None:
        job = a_job()
        made = plan(job)
        said = entries(
            made, (0, NotedPieces(event="set", pieces=("A1.1",))), (5, Remark(words="=1"))
        )
        said.append(Entry(9, "key-0009", START + 6, TakenBack(), takes_back=1))
        rows = list(csv.DictReader(io.StringIO(record_csv(job, made, said))))
        assert [(row["what"], row["taken back"]) for row in rows] == [
            ("A1.1 set", "yes"),
            ("'=1", ""),
        ]


class TestMeasured:
    """A last piece whose gap was measured is cut to that."""

    def test_to_the_size_that_was_left(self) -> None:
        """96 in less 3 15/16, eleven tiles of 8 and twelve joints of 1/8 are 2 9/16; a 1/4 less."""
        job = a_job()
        made = plan(job)
        before, last = course(made, 1)[-2:]
        box = {piece.id: piece.box for piece in made.pieces}
        reading = LeftToLine(piece=before, side="right", value=96 * 25.4 - box[before].x1 - 6.35)
        found = measured_sizes(job, made, entries(made, (0, NotedReading(reading=reading))))
        assert found == {last: "2 5/16 in"}


class TestHandOver:
    """The page that is left with the client says what the record knows."""

    def test_lots_dates_and_what_was_changed(self) -> None:
        job = a_job()
        made = plan(job)
        said = entries(
            made,
            (0, NotedBox(name="1", lot="B7")),
            (5, NotedBatch(event="mixed", what="adhesive", lot="K4")),
            (30, NotedPieces(event="set", pieces=course(made, 0))),
            (40, NotedRefit(words="Cut the last tile to fit")),
            (50, Remark(words="Wall was damp")),
        )
        found = dict(hand_over(job, made, (), said))
        assert any("lot B7" in line for line in found["What was laid"])
        assert "Adhesive: 1 batch, lot K4" in found["With what"]
        assert found["When"] == ["Last tile set: 2026-03-17"]
        assert [line.split(": ")[1] for line in found["What was changed in laying, and why"]] == [
            "Cut the last tile to fit",
            "Wall was damp",
        ]


class TestOwnRules:
    """One's own pace and breakage, once there is something to tell them from."""

    def test_the_pace_is_that_of_the_usual_tile(self) -> None:
        job = a_job()
        made = plan(job)
        row = course(made, 0)
        minutes = len(row) / pieces_an_hour(job).value * 60 / 2
        said = entries(
            made, (0, Remark(words="Begun")), (minutes, NotedPieces(event="set", pieces=row))
        )
        kinds = {piece.id: piece.kind for piece in made.pieces}
        (rule,) = own_rules([(job, paces_of(said, kinds))])
        assert (rule.name, rule.value) == ("pace", pytest.approx(job.settings.pace * 2, abs=0.1))

    def test_nothing_is_told_from_a_few_pieces(self) -> None:
        assert own_rules([(a_job(), paces_of([], {}))]) == []
