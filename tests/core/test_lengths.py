"""Lengths are read as people write them on a pad, and shown as they read a tape."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pennant.core.document.lengths import (
    STEP_MM,
    LengthError,
    parse_length,
    show_exact,
    show_length,
    show_with_unit,
)

TWENTY_ONE_AND_THREE_EIGHTHS = 21.375 * 25.4


class TestReading:
    """What people really type."""

    @pytest.mark.parametrize(
        "text",
        [
            "21 3/8",
            '21-3/8"',
            "21 - 3/8",
            "1' 9 3/8\"",
            "1' 9-3/8",
            "1'-9 3/8\"",
            "21.375in",
            "21.375 in",
            '21.375"',
            "21⅜",
            "21 ⅜ in",
            "1 ft 9 3/8 in",
            "1′ 9⅜″",
            " 21 3/8 inches ",
            "542.925 mm",
            "54.2925cm",
            "0.542925 m",
        ],
    )
    @pytest.mark.parametrize("units", ["in", "mm"])
    def test_the_same_length_in_many_ways(self, text: str, units: str) -> None:
        assert parse_length(text, units) == pytest.approx(TWENTY_ONE_AND_THREE_EIGHTHS, abs=1e-9)

    def test_a_bare_number_is_in_the_job_s_unit(self) -> None:
        assert parse_length("543", "mm") == 543
        assert parse_length("543", "in") == pytest.approx(543 * 25.4)
        assert parse_length("12,5", "mm") == 12.5

    def test_a_bare_fraction_is_inches_even_in_a_metric_job(self) -> None:
        assert parse_length("3/8", "mm") == pytest.approx(9.525)

    def test_feet_alone(self) -> None:
        assert parse_length("10'", "mm") == pytest.approx(3048)

    @pytest.mark.parametrize("text", ["21 3/8+", "21 3/8 -", "21-3/8+"])
    def test_a_strong_or_weak_mark_is_the_mark(self, text: str) -> None:
        assert parse_length(text, "in") == pytest.approx(TWENTY_ONE_AND_THREE_EIGHTHS)

    @pytest.mark.parametrize("text", ["-1/16", "−1/16", "- 1/16"])
    def test_a_move_to_the_left_is_negative(self, text: str) -> None:
        assert parse_length(text, "in") == pytest.approx(-25.4 / 16)


class TestRefusing:
    """What is no length is refused with what is wrong and what would be right."""

    @pytest.mark.parametrize(
        ("text", "wrong"),
        [
            ("", "is empty"),
            ("   ", "is empty"),
            ("-", "is not a length"),
            ("18/4/2", "is not a length"),
            ("1 2 3", "is not a length"),
            ("12,5,3", "more than one comma"),
            ("1,200", "thousands or a decimal comma"),
            ("4 5/4", "not under 1"),
            ("3/0", "divides by zero"),
            ("1' 2'", "feet followed by"),
            ("1' 30 mm", "feet followed by"),
            ("5 furlongs", "'furlongs' that is not known"),
            ("3/8 mm", "fractions are of inches"),
            ("nan", "is not a length"),
            ("1e308", "is not a length"),
            ("--3", "is not a length"),
            ("so 4", "is not a length"),
        ],
    )
    def test_with_a_reason(self, text: str, wrong: str) -> None:
        with pytest.raises(LengthError) as caught:
            parse_length(text, "in")
        assert wrong in str(caught.value)
        assert "write it like 21 3/8" in str(caught.value)

    def test_the_example_is_in_the_job_s_unit(self) -> None:
        with pytest.raises(LengthError, match=r"write it like 543, 54\.3 cm"):
            parse_length("x", "mm")


class TestShowing:
    """Rounded to the user's step, saying by + or - what the rounding left out."""

    @pytest.mark.parametrize(
        ("mm", "step", "text"),
        [
            (542.925, "1/16 in", "21 3/8"),
            (25.4, "1/16 in", "1"),
            (12.7, "1/16 in", "1/2"),
            (0.0, "1/16 in", "0"),
            (-1.5875, "1/16 in", "-1/16"),
            (543.3, "1/16 in", "21 3/8+"),
            (542.6, "1/16 in", "21 3/8-"),
            (0.79375, "1/32 in", "1/32"),
            (0.2, "1/16 in", "under 1/16"),
            (543.0, "1 mm", "543"),
            (542.9, "1 mm", "543-"),
            (543.2, "1 mm", "543+"),
            (543.5, "0.5 mm", "543.5"),
            (2400.0, "1 mm", "2400"),
        ],
    )
    def test_in_the_step(self, mm: float, step: str, text: str) -> None:
        assert show_length(mm, step) == text

    def test_with_its_unit(self) -> None:
        assert show_with_unit(542.925, "1/16 in") == "21 3/8 in"
        assert show_with_unit(543, "1 mm") == "543 mm"

    @given(st.floats(0, 30_000), st.sampled_from(sorted(STEP_MM)))
    def test_is_never_off_by_more_than_half_a_step(self, mm: float, step: str) -> None:
        text = show_length(mm, step)
        units = "in" if step.endswith("in") else "mm"
        if text.startswith("under "):
            # Nothing, as far as the tape shows; and the step that it is under is said.
            assert 0 < mm <= STEP_MM[step] / 2
            text = text.removeprefix("under ")
            assert parse_length(text, units) == pytest.approx(STEP_MM[step])
            return
        assert abs(parse_length(text, units) - mm) <= STEP_MM[step] / 2 + 1e-6

    @given(st.integers(-64 * 1000, 64 * 1000))
    def test_in_full_loses_no_sixty_fourth(self, sixty_fourths: int) -> None:
        mm = sixty_fourths * 25.4 / 64
        assert parse_length(show_exact(mm, "in"), "in") == pytest.approx(mm, abs=1e-9)

    @given(st.integers(-30_000_000, 30_000_000))
    def test_in_full_loses_no_micrometre(self, micrometres: int) -> None:
        mm = micrometres / 1000
        assert parse_length(show_exact(mm, "mm"), "mm") == pytest.approx(mm, abs=1e-9)
        assert parse_length(show_exact(mm, "in"), "in") == pytest.approx(mm, abs=0.002)
