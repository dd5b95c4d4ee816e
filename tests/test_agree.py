"""What a client agrees to, and what is told when it is otherwise later."""

import math
import re

import pytest

from kitchens import WINDOW, a_job, demo
from pennant.core.document.agreement import Agreement
from pennant.core.document.job import Job
from pennant.core.geometry.tolerance import SAME_SIZE
from pennant.core.plan import plan
from pennant.demos import demo_jobs
from pennant.drawing.kitchen import kitchen_drawing
from pennant.files.picture_svg import picture_svg
from pennant.words.agree import LESS_THAN, OUT_OF_SIGHT, Agreeing, agreeing

JOB = a_job(openings=[WINDOW])


def page(job: Job) -> Agreeing:
    """The page of a job."""
    return agreeing(job, plan(job))


def agreed(job: Job) -> Job:
    """The job as the client agreed to it."""
    items = page(job).items
    return job.model_copy(
        update={"agreed": Agreement(by="A. Client", on="2026-03-02", items=items)}
    )


class TestWhatIsShown:
    """Every piece that somebody may object to, once."""

    @pytest.mark.parametrize("job", [JOB, demo("Fennel Row"), demo("Alder Wharf")])
    def test_every_finding_and_every_small_piece_in_view(self, job: Job) -> None:
        made = plan(job)
        shown = {ids for wall in page(job).walls for item in wall.items if (ids := item.pieces)}
        for finding in made.findings:
            assert not finding.pieces or finding.pieces in shown
        for reading in made.edges:
            for gets in reading.gets:
                half = LESS_THAN * (gets.whole - job.pattern.joint) - SAME_SIZE
                small = gets.size < half and not gets.notched
                if small and reading.kind not in OUT_OF_SIGHT:
                    assert gets.pieces in shown

    def test_items_are_numbered_from_one(self) -> None:
        for wall in page(demo("Fennel Row")).walls:
            numbers = [item.number for item in wall.items if item.pieces]
            assert numbers == list(range(1, len(numbers) + 1))

    def test_no_two_have_one_key(self) -> None:
        for job in (JOB, *demo_jobs()):
            keys = [item.key for item in page(job).items]
            assert len(set(keys)) == len(keys)


class TestPicture:
    """Each numbered item has its number in the picture, whole and clear of the others."""

    @pytest.mark.parametrize("job", [JOB, *demo_jobs()], ids=lambda job: job.name)
    def test_every_number_stands_by_itself(self, job: Job) -> None:
        made = plan(job)
        for wall in page(job).walls:
            marks = [(str(item.number), item.pieces) for item in wall.items if item.number]
            svg = picture_svg(kitchen_drawing(job, made, only=wall.surface, marks=marks))
            rings = [
                tuple(map(float, ring))
                for ring in re.findall(r'"ring" cx="([-\d.]+)" cy="([-\d.]+)" r="([\d.]+)"', svg)
            ]
            assert len(rings) == len(marks)
            x0, y0, x1, y1 = made.surface(wall.surface).frame
            for number, (x, y, radius) in enumerate(rings):
                assert radius - 0.1 <= x <= x1 - x0 - radius + 0.1
                assert -0.1 <= y - radius <= y + radius <= y1 - y0 + 0.1
                for other_x, other_y, _ in rings[:number]:
                    assert math.dist((x, y), (other_x, other_y)) >= 2 * radius - 0.3

    def test_the_flag_of_a_start_past_the_end_stands_at_the_end(self) -> None:
        job = a_job(start={"across": {"kind": "full-left", "nudge": "-3"}})
        picture = kitchen_drawing(job, plan(job))
        (flag,) = (one for one in picture.shapes if one.role == "flag")
        assert min(x for ring in flag.rings for x, _ in ring) == 0


class TestSince:
    """A later change says what it changed."""

    def test_nothing_changed(self) -> None:
        assert page(agreed(JOB)).changed == ()

    def test_another_grout(self) -> None:
        job = agreed(demo("Fennel Row"))
        grout = job.products.grout
        assert grout is not None
        slate = grout.model_copy(update={"name": "Slate", "colour": "#202224"})
        products = job.products.model_copy(update={"grout": slate})
        (changed,) = page(job.model_copy(update={"products": products})).changed
        assert changed.key == "grout"
        assert changed.now.startswith("Grout: Slate; contrast: every uneven joint shows")

    def test_another_joint(self) -> None:
        job = agreed(JOB)
        wider = job.model_copy(
            update={"pattern": job.pattern.model_copy(update={"joint": 25.4 / 4})}
        )
        changed = {one.key: one for one in page(wider).changed}
        assert "1/8" in changed["pattern"].was
        assert "1/4" in changed["pattern"].now

    def test_what_is_gone_and_what_is_new_are_told_apart(self) -> None:
        job = agreed(JOB)
        stack = a_job(openings=[WINDOW], bond=(0, 1)).pattern
        changed = page(job.model_copy(update={"pattern": stack})).changed
        assert any(one.was and one.now for one in changed)
        assert all(one.was != one.now for one in changed)

    def test_an_agreement_is_kept_in_the_file(self) -> None:
        job = agreed(JOB)
        assert Job.model_validate_json(job.model_dump_json()).agreed == job.agreed


class TestWordsOfBefore:
    """Whoever agreed to a corner in the words of before agreed to the same corner."""

    def test_other_words_for_the_same_are_no_change(self) -> None:
        job = demo("Fennel Row")
        corners = {item.key: item.said_before for item in page(job).whole if item.said_before}
        assert corners
        now = agreed(job)
        assert now.agreed is not None
        items = tuple(
            item.model_copy(update={"says": corners.get(item.key, item.says)})
            for item in now.agreed.items
        )
        then = now.model_copy(update={"agreed": now.agreed.model_copy(update={"items": items})})
        assert page(then).changed == ()
