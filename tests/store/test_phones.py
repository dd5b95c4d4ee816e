"""Phones that were paired: known by what they send, of which only a digest is kept."""

import sqlite3
from pathlib import Path

import pytest

from pennant.store.database import Database
from pennant.store.phones import PhoneNotFound, Phones


@pytest.fixture
def phones(tmp_path: Path) -> Phones:
    return Phones(Database(tmp_path / "jobs.db"))


class TestPhones:
    """Paired, known again, unpaired."""

    def test_known_by_its_secret(self, phones: Phones) -> None:
        phone = phones.pair("Left hand", "secret-one", ["job-1", "job-2"])
        found = phones.by_secret("secret-one")
        assert found == phone
        assert found.jobs == ("job-1", "job-2")
        assert phones.by_secret("secret-two") is None
        assert phones.by_secret("") is None

    def test_the_secret_itself_is_not_in_the_file(self, phones: Phones, tmp_path: Path) -> None:
        phones.pair("Left hand", "secret-one", [])
        with sqlite3.connect(tmp_path / "jobs.db") as db:
            dump = "\n".join(db.iterdump())
        db.close()
        assert "Left hand" in dump
        assert "secret-one" not in dump

    def test_unpaired_it_is_unknown_and_stays_so(self, phones: Phones) -> None:
        phone = phones.pair("Left hand", "secret-one", [])
        other = phones.pair("Right hand", "secret-two", [])
        phones.unpair(phone.id)
        assert phones.by_secret("secret-one") is None
        assert phones.paired() == [other]
        with pytest.raises(PhoneNotFound, match=phone.id):
            phones.unpair(phone.id)

    def test_two_of_one_name_are_two(self, phones: Phones) -> None:
        first = phones.pair("Phone", "secret-one", ["a"])
        second = phones.pair("Phone", "secret-two", ["b"])
        assert first.id != second.id
        assert {one.id for one in phones.paired()} == {first.id, second.id}
