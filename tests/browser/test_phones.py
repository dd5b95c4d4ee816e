"""Phones beside the desk: paired over TLS on an address of their own, and away for hours."""

import json
import ssl
import threading
import urllib.error
import urllib.request
from collections.abc import Iterator
from http.cookies import SimpleCookie
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect
from serving import PHONE, Server

from kitchens import sink_wall
from pennant.files.job_json import write_job
from pennant.store.database import Database

LAN = "127.0.0.2"


@pytest.fixture
def desk(shared_server: Server, tmp_path: Path) -> Iterator[Server]:
    """A server that phones reach at another address."""
    Database(shared_server.data).backup(tmp_path / "phones.db")
    server = Server(tmp_path / "phones.db", lan=LAN)
    yield server
    server.kill()


def asked(url: str, method: str = "GET", body: object = None, cookie: str = "") -> object:
    """What is answered; the certificate is the machine's own."""
    headers = {"content-type": "application/json", "cookie": cookie}
    data = json.dumps(body).encode() if body is not None else None
    request = urllib.request.Request(url, data, headers, method=method)
    trusting = ssl.create_default_context()
    trusting.check_hostname, trusting.verify_mode = False, ssl.CERT_NONE
    with urllib.request.urlopen(request, timeout=10, context=trusting) as answer:
        return json.loads(answer.read() or "null"), answer.headers


def a_job(server: Server) -> str:
    request = urllib.request.Request(
        f"{server.url}/api/jobs/import", write_job(sink_wall()).encode(), method="POST"
    )
    with urllib.request.urlopen(request, timeout=20) as answer:
        return str(json.loads(answer.read())["id"])


class TestPaired:
    """From the code at the desk to the wall, and back."""

    def test_a_phone_is_paired_notes_and_is_unpaired(self, browser: Browser, desk: Server) -> None:
        id_ = a_job(desk)
        at_desk = browser.new_page()
        at_desk.goto(f"{desk.url}/phones?job={id_}")
        at_desk.get_by_role("button", name="Show a code").click()
        expect(at_desk.get_by_alt_text("The code, to be scanned")).to_be_visible()
        (offer, _) = asked(f"{desk.url}/api/phones/offer", "POST", {"jobs": [id_]})
        context = browser.new_context(viewport=PHONE, ignore_https_errors=True)  # type: ignore[arg-type]
        phone = context.new_page()
        phone.goto(offer["address"])
        phone.wait_for_url("**/pair")  # the code does not stay in the address
        phone.get_by_label("What is this phone called?").fill("Left hand")
        phone.get_by_role("button", name="Pair this phone").click()
        phone.get_by_role("link", name="Fennel Row, sink wall").click()
        phone.get_by_role("navigation", name="Parts").get_by_role(
            "button", name="Set", exact=True
        ).click()
        phone.get_by_role("button", name="✓ Course 1 set").click()
        expect(phone.get_by_text("waits for the server")).to_be_hidden()
        expect(at_desk.get_by_role("listitem").filter(has_text="Left hand")).to_be_visible()
        at_desk.get_by_role("button", name="Unpair").click()
        expect(at_desk.get_by_text("None.")).to_be_visible()
        phone.get_by_role("button", name="✓ Course 2 set").click()
        expect(phone.get_by_role("alert")).to_contain_text("not paired any more")
        expect(phone.get_by_text("1 note waits")).to_be_visible()
        (site, _) = asked(f"{desk.url}/api/jobs/{id_}/site")
        assert len(site["entries"]) == 1
        at_desk.close()
        context.close()

    def test_two_phones_send_what_they_kept_while_the_server_dies(self, desk: Server) -> None:
        """Nothing lost, nothing twice, whoever is killed when."""
        id_ = a_job(desk)
        cookies = [self._paired(desk, id_, name) for name in ("cuts", "sets")]
        sent: list[str] = []

        def send(name: str, cookie: str) -> None:
            for number in range(6):
                key = f"{name}-{number:04d}"
                body = {
                    "key": key,
                    "entry": {"kind": "remark", "words": key},
                    "said_at": "2026-11-25T08:00:00Z",
                    "sent_at": "2026-11-25T11:00:00Z",
                }
                while True:
                    try:
                        asked(f"{desk.lan_url}/api/jobs/{id_}/site", "POST", body, cookie)
                        break
                    except (OSError, urllib.error.URLError, ValueError):
                        continue
                sent.append(key)

        senders = [
            threading.Thread(target=send, args=(name, cookie))
            for name, cookie in zip(("cuts", "sets"), cookies, strict=True)
        ]
        for one in senders:
            one.start()
        for _ in range(2):
            desk.kill()
            desk.start()
        for one in senders:
            one.join(60)
        (site, _) = asked(f"{desk.url}/api/jobs/{id_}/site")
        assert sorted(one["key"] for one in site["entries"]) == sorted(sent)
        assert len(sent) == 12

    def _paired(self, desk: Server, job: str, name: str) -> str:
        (offer, _) = asked(f"{desk.url}/api/phones/offer", "POST", {"jobs": [job]})
        token = offer["address"].partition("#")[2]
        (_, headers) = asked(f"{desk.lan_url}/api/pair", "POST", {"token": token, "name": name})
        morsel = SimpleCookie(headers["set-cookie"])["pennant-phone"]
        assert morsel["httponly"]
        assert morsel["secure"]
        assert morsel["samesite"] == "strict"
        return f"pennant-phone={morsel.value}"


class TestAway:
    """Where the server cannot be reached, the pages open from what the browser kept."""

    @pytest.mark.own_server
    def test_opened_noted_and_sent_later(
        self, browser: Browser, server: Server, tmp_path: Path
    ) -> None:
        id_ = a_job(server)
        context = browser.new_context(viewport=PHONE)  # type: ignore[arg-type]
        page = context.new_page()
        page.goto(f"{server.url}/jobs/{id_}/site")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        self._set(page)
        expect(page.get_by_role("button", name="✓ Course 1 set")).to_be_visible()
        server.kill()
        page.reload()
        self._set(page)
        page.get_by_role("button", name="✓ Course 1 set").click()
        page.get_by_role("button", name="A batch of adhesive is mixed").click()
        expect(page.locator("[data-piece='A1.1']")).to_have_attribute("data-state", "set")
        expect(page.get_by_role("button", name="Adhesive in the bucket")).to_be_visible()
        page.goto(server.url)
        page.get_by_role("link", name="Fennel Row, sink wall").click()
        expect(page.get_by_text("2 notes wait for the server")).to_be_visible()
        server.start()
        expect(page.get_by_text("2 notes wait for the server")).to_be_hidden()
        (site, _) = asked(f"{server.url}/api/jobs/{id_}/site")
        assert len(site["entries"]) == 2
        context.close()

    @pytest.mark.own_server
    def test_planned_again_meanwhile(self, browser: Browser, server: Server) -> None:
        """What was noted on the plan of then is settled on it, and told apart where it is gone."""
        id_ = a_job(server)
        (kit, _) = asked(f"{server.url}/api/jobs/{id_}/site-kit")
        first = kit["surfaces"][0]["pieces"][0]
        (state, _) = asked(f"{server.url}/api/jobs/{id_}")
        job = state["view"]["job"]
        job["walls"][0]["start"]["across"]["nudge"] = 40
        asked(
            f"{server.url}/api/jobs/{id_}",
            "PUT",
            {"edition": state["edition"], "label": "Moved", "job": job},
        )
        entry = {"kind": "pieces", "event": "set", "pieces": [first["id"]]}
        note = {"key": "away-0001", "entry": entry, "revision": kit["revision"]}
        (site, _) = asked(f"{server.url}/api/jobs/{id_}/site", "POST", note)
        assert site["record"]["elsewhere"] == [f"{first['id']}, set"]

    def _set(self, page: Page) -> None:
        parts = page.get_by_role("navigation", name="Parts")
        parts.get_by_role("button", name="Set", exact=True).click()
