"""American words go with inches and British ones with millimetres; names that were given stay."""

import re

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.demos import demo_jobs
from pennant.words.regional import WORDS, Spoken, Voice, in_words_of, region_of, spoken_of
from pennant.words.report import report

AMERICAN = re.compile(r"\b(outlet|faucet|cooktop|caulk|color|center|gray|liter)s?\b", re.IGNORECASE)
BRITISH = re.compile(r"\b(socket|hob|sealant|colour|centre|grey|litre|worktop)s?\b", re.IGNORECASE)


def test_words_go_with_the_unit_unless_the_job_says_otherwise() -> None:
    inches = a_job()
    assert region_of(inches) == "american"
    assert region_of(a_job(units="mm")) == "british"
    assert region_of(inches.model_copy(update={"words": "british"})) == "british"


@pytest.mark.parametrize(
    ("said", "american", "british"),
    [
        ("Sockets", "Outlets", "Sockets"),
        ("the counter's gap", "the counter's gap", "the worktop's gap"),
        ("centred on the centreline", "centered on the centerline", "centred on the centreline"),
        (
            "a range hood over the range",
            "a range hood over the range",
            "a cooker hood over the cooker",
        ),
        ("GFCI", "GFCI", "RCD"),
        ("a colourless sealant", "a colorless caulk", "a colourless sealant"),
        ("taped, not tapped; taps", "taped, not tapped; faucets", "taped, not tapped; taps"),
        ("encounter, staple, arrange", "encounter, staple, arrange", "encounter, staple, arrange"),
    ],
)
def test_a_word_with_its_ending_and_capital(said: str, american: str, british: str) -> None:
    assert in_words_of("american", said) == american
    assert in_words_of("british", said) == british


@pytest.mark.parametrize(("american", "british"), WORDS)
def test_each_word_is_said_on_either_side(american: str, british: str) -> None:
    assert in_words_of("british", american) == british
    assert in_words_of("american", british) == american


def test_what_somebody_named_stays_and_what_nobody_named_does_not() -> None:
    outlets = [
        {"kind": "outlet", "id": "o", "name": "Outlet 2", "at": "20", "up": "9"},
        {"kind": "outlet", "id": "p", "name": "Outlet by the counter's end", "at": "40", "up": "9"},
    ]
    job = a_job(things=outlets, units="mm", length="3000", top="800", tile=("200", "60"))
    assert spoken_of(job).names == ("Outlet by the counter's end",)
    said = Voice.of(job)("Outlet 2 and Outlet by the counter's end, above the counter")
    assert said == "Socket 2 and Outlet by the counter's end, above the worktop"


def test_a_page_is_changed_between_its_tags_alone() -> None:
    voice = Voice(Spoken(region="american"))
    page = '<p class="colour">Grout colour</p><p title="hob">hob</p>'
    assert voice.in_page(page) == '<p class="colour">Grout color</p><p title="hob">cooktop</p>'


@pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
def test_a_printed_plan_has_the_words_of_one_side(job: Job) -> None:
    text = Voice.of(job)(report(job, plan(job, "fewest")))
    for name in spoken_of(job).names:
        text = text.replace(name, "")
    other = BRITISH if job.units == "in" else AMERICAN
    assert other.findall(text) == []
