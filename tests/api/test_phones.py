"""Phones: paired by a code that is good once, given some jobs, and nothing else ever."""

from pathlib import Path
from typing import Any

import pytest
from cryptography import x509
from fastapi.testclient import TestClient

from kitchens import a_job
from pennant.api import pairing as pairings
from pennant.api.app import make_app
from pennant.api.certificate import certificate_for, fingerprint_of
from pennant.api.pairing import OFFER_SECONDS, SLOWEST, Listening, Pairing, TooSoon, WrongToken
from pennant.api.phone_app import make_phone_app
from pennant.files.job_json import write_job
from pennant.store.database import Database

HOST = "127.0.0.2"


class Time:
    """A clock that is put forward by hand."""

    def __init__(self) -> None:
        self.now = 1_000.0

    def __call__(self) -> float:
        return self.now


class Kit:
    """The desk and a phone over one file, with two jobs."""

    def __init__(self, folder: Path) -> None:
        self.time = Time()
        self.database = Database(folder / "jobs.db")
        self.pairing = Pairing(Listening(f"https://{HOST}:8766", "AB:CD"), clock=self.time)
        desk = make_app(self.database, None, pairing=self.pairing)
        self.desk = TestClient(desk, base_url="http://127.0.0.1")
        self.phone_app = make_phone_app(self.database, None, self.pairing, HOST)
        self.given, self.other = (
            str(self.desk.post("/api/jobs/import", content=write_job(a_job())).json()["id"])
            for _ in range(2)
        )

    def phone(self) -> TestClient:
        """A device that was never here."""
        return TestClient(self.phone_app, base_url=f"https://{HOST}")

    def token(self) -> str:
        """A code for the first job."""
        offer = self.desk.post("/api/phones/offer", json={"jobs": [self.given]}).json()
        return str(offer["address"].partition("#")[2])

    def paired(self, name: str = "the one that sets") -> TestClient:
        """A phone that was paired."""
        phone = self.phone()
        answer = phone.post("/api/pair", json={"token": self.token(), "name": name})
        assert answer.status_code == 200, answer.text
        return phone


@pytest.fixture
def kit(tmp_path: Path) -> Kit:
    return Kit(tmp_path)


def remark(key: str) -> dict[str, Any]:
    return {"key": key, "entry": {"kind": "remark", "words": key}}


class TestPairing:
    """A code from the desk, once, within minutes."""

    def test_a_paired_phone_is_known_and_sees_what_it_was_given(self, kit: Kit) -> None:
        phone = kit.paired("Left hand")
        here = phone.get("/api/here").json()
        assert here["phone"] == "Left hand"
        assert [job["id"] for job in here["jobs"]] == [kit.given]
        assert phone.get(f"/api/jobs/{kit.given}/site-kit").json()["job"] == kit.given
        (listed,) = kit.desk.get("/api/phones").json()["phones"]
        assert (listed["name"], listed["jobs"]) == ("Left hand", [kit.given])

    def test_a_code_is_good_once(self, kit: Kit) -> None:
        token = kit.token()
        assert kit.phone().post("/api/pair", json={"token": token, "name": "a"}).status_code == 200
        again = kit.phone().post("/api/pair", json={"token": token, "name": "b"})
        assert again.status_code == 403
        assert len(kit.desk.get("/api/phones").json()["phones"]) == 1

    def test_a_code_is_good_for_minutes(self, kit: Kit) -> None:
        token = kit.token()
        kit.time.now += OFFER_SECONDS
        late = kit.phone().post("/api/pair", json={"token": token, "name": "a"})
        assert late.status_code == 403

    def test_wrong_codes_slow_down_who_sends_them(self, kit: Kit) -> None:
        token = kit.token()
        wrong = kit.phone().post("/api/pair", json={"token": "guessed", "name": "a"})
        assert wrong.status_code == 403
        soon = kit.phone().post("/api/pair", json={"token": token, "name": "a"})
        assert (soon.status_code, soon.headers["retry-after"]) == (429, "1")
        kit.time.now += 1
        assert kit.phone().post("/api/pair", json={"token": token, "name": "a"}).status_code == 200

    def test_each_wrong_one_makes_the_wait_longer_up_to_a_minute(self) -> None:
        time = Time()
        pairing, waits = Pairing(clock=time), []
        for _ in range(9):
            with pytest.raises(WrongToken):
                pairing.spend("guessed", "there")
            with pytest.raises(TooSoon) as told:
                pairing.spend("guessed", "there")
            waits.append(told.value.seconds)
            time.now += told.value.seconds
        assert waits == [1, 2, 4, 8, 16, 32, SLOWEST, SLOWEST, SLOWEST]
        time.now += pairings.FORGOTTEN_AFTER + 1
        with pytest.raises(WrongToken):
            pairing.spend("guessed", "there")

    def test_a_right_code_from_elsewhere_is_not_put_off(self) -> None:
        pairing = Pairing(clock=Time())
        token = pairing.offer(("a-job",))
        for _ in range(3):
            with pytest.raises((WrongToken, TooSoon)):
                pairing.spend("guessed", "there")
        assert pairing.spend(token, "here") == ("a-job",)

    def test_paired_anew_a_phone_is_listed_once_and_keeps_its_jobs(self, kit: Kit) -> None:
        phone = kit.paired()
        token = kit.desk.post("/api/phones/offer", json={"jobs": [kit.other]}).json()["address"]
        body = {"token": token.partition("#")[2], "name": "Phone"}
        assert phone.post("/api/pair", json=body).status_code == 200
        (listed,) = kit.desk.get("/api/phones").json()["phones"]
        assert set(listed["jobs"]) == {kit.given, kit.other}

    def test_no_code_where_nothing_listens(self, kit: Kit) -> None:
        kit.pairing.listening = None
        answer = kit.desk.post("/api/phones/offer", json={"jobs": [kit.given]})
        assert answer.status_code == 422
        assert "serve --lan" in answer.text

    def test_unpaired_it_sees_nothing_at_once(self, kit: Kit) -> None:
        phone = kit.paired()
        (listed,) = kit.desk.get("/api/phones").json()["phones"]
        assert kit.desk.delete(f"/api/phones/{listed['id']}").status_code == 204
        assert phone.get("/api/here").status_code == 401
        assert phone.post(f"/api/jobs/{kit.given}/site", json=remark("key-0001")).status_code == 401
        assert kit.desk.get(f"/api/jobs/{kit.given}/site").json()["entries"] == []
        assert kit.desk.delete(f"/api/phones/{listed['id']}").status_code == 404


class TestNothingElse:
    """What is not on the list is not there, whoever asks and whatever it says it is."""

    def test_a_device_that_is_not_paired(self, kit: Kit) -> None:
        for secret in ("", "guessed", "' or 1=1 --"):
            phone = kit.phone()
            phone.cookies.set("pennant-phone", secret)
            for path in ("site-kit", "site"):
                assert phone.get(f"/api/jobs/{kit.given}/{path}").status_code == 401
            answer = phone.post(f"/api/jobs/{kit.given}/site", json=remark("key-0001"))
            assert answer.status_code == 401

    def test_a_job_that_it_was_not_given(self, kit: Kit) -> None:
        phone = kit.paired()
        for path in ("site-kit", "site"):
            assert phone.get(f"/api/jobs/{kit.other}/{path}").status_code == 404
        assert phone.post(f"/api/jobs/{kit.other}/site", json=remark("key-1")).status_code == 404
        upload = phone.post(f"/api/jobs/{kit.other}/photographs?key=key-0001", content=b"x")
        assert upload.status_code == 404
        assert kit.desk.get(f"/api/jobs/{kit.other}/site").json()["entries"] == []

    def test_no_route_of_the_desk(self, kit: Kit) -> None:
        phone, own = kit.paired(), 0
        document = kit.desk.app.openapi()
        allowed = {
            ("get", "/api/here"),
            ("get", "/api/jobs/{id_}/site-kit"),
            ("get", "/api/jobs/{id_}/site"),
            ("post", "/api/jobs/{id_}/site"),
            ("post", "/api/jobs/{id_}/refit"),
            ("post", "/api/jobs/{id_}/refit/take"),
            ("post", "/api/jobs/{id_}/photographs"),
        }
        for path, methods in document["paths"].items():
            for method in methods:
                url = path.replace("{id_}", kit.given).replace("{form}", "json")
                status = phone.request(method, url).status_code
                if (method, path) in allowed:
                    own += 1
                else:
                    assert status in (404, 405), (method, path, status)
        assert own == len(allowed)
        assert phone.get("/api/openapi.json").status_code == 404
        assert kit.desk.get(f"/api/jobs/{kit.given}").json()["edition"] == 1

    def test_it_is_no_desk_by_saying_so(self, kit: Kit) -> None:
        """The desk is known by its listener: a name for the host changes nothing."""
        phone = kit.paired()
        for host in ("127.0.0.1", "localhost", "evil.example"):
            answer = phone.get("/api/jobs", headers={"host": host})
            assert answer.status_code == 421

    def test_another_site_cannot_ask_for_it(self, kit: Kit) -> None:
        answer = kit.paired().post(
            f"/api/jobs/{kit.given}/site",
            json=remark("key-0001"),
            headers={"origin": "https://evil.example"},
        )
        assert answer.status_code == 403


class TestCertificate:
    """Made on the machine, its key its owner's alone, and made anew only where it must be."""

    def test_of_the_address_and_for_its_owner_alone(self, tmp_path: Path) -> None:
        certificate, key = certificate_for("192.168.7.9", tmp_path)
        assert key.stat().st_mode & 0o777 == 0o600
        read = x509.load_pem_x509_certificate(certificate.read_bytes())
        names = read.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
        assert [str(one) for one in names.get_values_for_type(x509.IPAddress)] == ["192.168.7.9"]
        assert len(fingerprint_of(certificate).split(":")) == 32

    def test_kept_for_the_same_address_and_made_anew_for_another(self, tmp_path: Path) -> None:
        first = fingerprint_of(certificate_for("192.168.7.9", tmp_path)[0])
        assert fingerprint_of(certificate_for("192.168.7.9", tmp_path)[0]) == first
        assert fingerprint_of(certificate_for("192.168.7.10", tmp_path)[0]) != first
        (tmp_path / "phones.crt").write_text("spoilt")
        assert fingerprint_of(certificate_for("192.168.7.10", tmp_path)[0]) != first
