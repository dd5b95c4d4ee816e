"""The days over HTTP: planned, said, and as a calendar file."""

import json
from datetime import UTC, datetime
from typing import Any

import icalendar
import pytest
from fastapi.testclient import TestClient

from kitchens import WINDOW, a_job
from pennant.core.document.job import Job
from pennant.files.job_json import write_job
from pennant.words.regional import Voice


def a_dated_job(**schedule: Any) -> Job:
    """A wall whose days are planned with these hours and dates."""
    job = a_job(openings=[WINDOW], settings={})
    return Job.model_validate({**job.model_dump(mode="json"), "schedule": schedule})


def asked(client: TestClient, job: Job) -> Any:
    """The page of the days."""
    return client.post("/api/days", json=json.loads(job.model_dump_json()))


class TestPage:
    """Every step has its card, and every piece its section."""

    def test_cards_strip_and_sections(self, client: TestClient) -> None:
        page = asked(client, a_dated_job()).json()
        said = page["days"]
        cards = [card for day in said["days"] for card in day["cards"]]
        numbers = [card["number"] for card in cards]
        assert numbers == list(range(1, len(cards) + 1))
        blocks = [block for day in said["days"] for block in day["blocks"]]
        assert {block["number"] for block in blocks} == set(numbers)
        sections = [set(pieces) for _, pieces in said["sections"]]
        assert sum(map(len, sections)) == len(set().union(*sections))
        assert {one["work"] for one in page["pictures"]} == {"set", "grout"}
        assert all(one["svg"].startswith("<svg") for one in page["pictures"])

    def test_the_wait_says_where_it_comes_from(self, client: TestClient) -> None:
        said = asked(client, a_dated_job()).json()["days"]
        waits = {wait["says"] for day in said["days"] for wait in day["waits"]}
        assert any("usual for thinset" in one for one in waits)

    def test_a_first_day_that_is_past_is_said_with_the_nearest(self, client: TestClient) -> None:
        said = asked(client, a_dated_job(first="2020-03-16")).json()["days"]
        assert any("is past" in one and "nearest" in one for one in said["clashes"])

    @pytest.mark.parametrize(
        ("schedule", "pointer"),
        [({"hours": [""] * 7}, "/schedule/hours"), ({"by": "2031-03-16"}, "/schedule/by")],
    )
    def test_what_cannot_be_planned_is_refused_at_its_field(
        self, client: TestClient, schedule: dict[str, Any], pointer: str
    ) -> None:
        answer = asked(client, a_dated_job(**schedule))
        assert answer.status_code == 422
        assert [one["pointer"] for one in answer.json()["errors"]] == [pointer]

    def test_times_are_listed_with_their_reasons(self, client: TestClient) -> None:
        times = client.get("/api/times").json()
        assert all(one["why"] and one["unit"] for one in times)


class TestCalendarFile:
    """Work, waits that block nothing, and who comes reminded of a day ahead."""

    def _calendar(self, client: TestClient, **schedule: Any) -> icalendar.Calendar:
        job = a_dated_job(**{"first": "2031-03-17", **schedule})
        id_ = client.post("/api/jobs/import", content=write_job(job)).json()["id"]
        answer = client.get(f"/api/jobs/{id_}/as/ics")
        assert answer.headers["content-type"].startswith("text/calendar")
        return icalendar.Calendar.from_ical(answer.content)

    def _events(self, client: TestClient, **schedule: Any) -> list[icalendar.Event]:
        calendar = self._calendar(client, **schedule)
        return [one for one in calendar.subcomponents if isinstance(one, icalendar.Event)]

    def test_every_card_and_every_wait(self, client: TestClient) -> None:
        events = self._events(client)
        said = asked(client, a_dated_job(first="2031-03-17")).json()["days"]
        cards = [card["name"] for day in said["days"] for card in day["cards"]]
        work = [one for one in events if one.get("TRANSP") != "TRANSPARENT"]
        voice = Voice.of(a_dated_job(first="2031-03-17"))
        assert [str(one["SUMMARY"]) for one in work] == [voice(card) for card in cards]
        assert all(one.start < one.end for one in events)
        waits = [one for one in events if one.get("TRANSP") == "TRANSPARENT"]
        assert any((one.end - one.start).total_seconds() == 24 * 3600 for one in waits)
        assert len({str(one["UID"]) for one in events}) == len(events)

    def test_a_delivery_is_reminded_of(self, client: TestClient) -> None:
        events = self._events(client, outside=[{"what": "tile", "on": "day 2"}])
        (tile,) = [one for one in events if str(one["SUMMARY"]) == "Tile comes"]
        assert len(tile.subcomponents) == 1

    def test_in_the_kitchens_own_zone(self, client: TestClient) -> None:
        first = self._events(client, zone="Europe/Berlin")[0]
        assert first.start.astimezone(UTC) == datetime(2031, 3, 17, 7, tzinfo=UTC)

    def test_a_later_edition_counts_over_an_earlier_one(self, client: TestClient) -> None:
        job = a_dated_job(first="2031-03-17")
        id_ = client.post("/api/jobs/import", content=write_job(job)).json()["id"]
        path = f"/api/jobs/{id_}"
        stored = client.get(path).json()

        def sequences() -> set[int]:
            calendar = icalendar.Calendar.from_ical(client.get(f"{path}/as/ics").content)
            return {int(one["SEQUENCE"]) for one in calendar.walk("VEVENT")}

        (before,) = sequences()
        changed = {**stored["view"]["job"], "name": "Another name"}
        body = {"job": changed, "edition": stored["edition"], "label": "Name"}
        assert client.put(path, json=body).is_success
        (after,) = sequences()
        assert before < after

    def test_the_file_brings_the_rule_of_its_zone(self, client: TestClient) -> None:
        calendar = self._calendar(client, zone="Europe/Berlin")
        zones = [str(one["TZID"]) for one in calendar.walk("VTIMEZONE")]
        assert zones == ["Europe/Berlin"]

    def test_events_keep_their_names_when_the_days_move(self, client: TestClient) -> None:
        def named(first: str) -> set[str]:
            events = self._events(client, first=first)
            return {str(one["UID"]).partition("-")[2] for one in events}

        assert named("2031-03-17") == named("2031-04-02")

    def test_without_a_first_day_it_asks_for_one(self, client: TestClient) -> None:
        id_ = client.post("/api/jobs/import", content=write_job(a_dated_job())).json()["id"]
        answer = client.get(f"/api/jobs/{id_}/as/ics")
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/schedule/first"
