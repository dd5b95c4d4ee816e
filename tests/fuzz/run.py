"""``make fuzz``: a server of its own is sent thousands of spoilt jobs, and killed now and then.

Each is viewed, kept over a job, and then that job and the list are opened, and undone. As many
entries of the record are spoilt and noted, with photographs, zips and what site files give back;
after each the record is opened in every form. Counted are answers of 500, what was refused and kept
all the same, calls of more than five seconds, and what was acknowledged and lost by a kill. It ends
by itself, and fails where any of these is not none.
"""

import argparse
import json
import random
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import httpx2 as httpx
from mutations import mutated
from serving import Server

from kitchens import sink_wall
from pennant.demos import demo_jobs

ROOT = Path(__file__).parents[2]
SLOW = 5.0
"""Seconds that no call may take, searches apart."""
FRONT_PAGE = 1.0
"""Seconds for the list of jobs while fifty searches are asked for."""


Entry = Callable[[list[str]], dict[str, Any]]
ENTRIES: tuple[Entry, ...] = (
    lambda ids: {"kind": "pieces", "event": "set", "pieces": ids},
    lambda ids: {"kind": "pieces", "event": "broken", "pieces": ids[:1]},
    lambda ids: {"kind": "section", "event": "spread", "number": 1, "pieces": ids},
    lambda _: {"kind": "batch", "event": "mixed", "what": "adhesive", "powder": 1.5, "water": 0.4},
    lambda _: {"kind": "step", "step": "clear", "event": "done", "words": "by noon"},
    lambda _: {"kind": "box", "name": "1", "lot": "L7", "shade": "pale", "broken": 1},
    lambda _: {"kind": "culls", "tiles": 3, "words": "chipped"},
    lambda ids: {"kind": "reading", "reading": {"kind": "height", "piece": ids[0], "value": "9"}},
    lambda ids: {
        "kind": "reading",
        "reading": {"kind": "left", "piece": ids[0], "side": "right", "value": "40 1/8"},
    },
    lambda ids: {
        "kind": "reading",
        "reading": {"kind": "joint", "piece": ids[0], "other": ids[1], "value": "1/8"},
    },
    lambda _: {
        "kind": "reading",
        "reading": {"kind": "lean", "wall": "a", "side": "left", "value": "1/4"},
    },
    lambda ids: {"kind": "refit", "words": "Cut it", "piece": ids[0], "size": "3 1/2"},
    lambda _: {"kind": "photograph", "name": "0123456789ab", "words": "gone"},
    lambda _: {"kind": "remark", "words": "The wall is out of plumb"},
    lambda _: {"kind": "taken back"},
)
"""One of each kind, about some pieces."""
PICTURE = (ROOT / "docs" / "screenshots" / "phone.png").read_bytes()


def spoilt_bytes(whole: bytes, chance: random.Random) -> bytes:
    """A file cut short, with some bytes changed, or as it is."""
    made = bytearray(whole)
    for _ in range(chance.choice((0, 0, 1, 3, 30))):
        made[chance.randrange(len(made))] = chance.randrange(256)
    return bytes(made[: chance.choice((len(made), len(made), len(made) // 2, 40))])


class Run:
    """One run: what was sent, and what came of it."""

    def __init__(self, server: Server, seed: int) -> None:
        self.server, self.chance = server, random.Random(seed)
        self.client = httpx.Client(base_url=server.url, timeout=60)
        self.faults = Counter[str]()
        self.answers = Counter[str]()
        self.slowest = 0.0
        bases = [*demo_jobs(), sink_wall()]
        self.documents = [json.loads(job.model_dump_json()) for job in bases]
        plain = json.loads(sink_wall().model_dump_json())
        plain["walls"][0]["start"] = {}
        self.documents.append(plain)

    def call(self, method: str, path: str, body: object = None) -> httpx.Response:
        """Ask, and count what must not be."""
        began = time.monotonic()
        text = None if body is None else json.dumps(body)
        answer = self.client.request(
            method, path, content=text, headers={"content-type": "application/json"}
        )
        took = time.monotonic() - began
        self.slowest = max(self.slowest, took)
        self.answers[f"{answer.status_code}"] += 1
        if answer.status_code == 500:
            self.fault("answers of 500", f"{method} {path} {answer.text[:200]}", body)
        if "could not be reckoned" in answer.text:
            self.fault("jobs that could not be reckoned", f"{method} {path}", body)
        if took > SLOW:
            self.fault("slow calls", f"{method} {path} {took:.1f} s", body)
        return answer

    def fault(self, kind: str, said: str, body: object) -> None:
        """Count a fault, and show the first of its kind whole."""
        self.faults[kind] += 1
        if self.faults[kind] <= 3:
            file = Path(tempfile.gettempdir()) / f"pennant-fuzz-{kind.split()[0]}-{len(said)}.json"
            file.write_text(json.dumps(body))
            print(f"{kind}: {said}\n  sent: {file}", flush=True)

    def one(self) -> None:
        """One spoilt job: viewed, kept, listed, opened, undone."""
        base = self.chance.choice(self.documents)
        job = self.call("POST", "/api/jobs/import", base).json()
        path = f"/api/jobs/{job['id']}"
        edition = job["edition"]
        for _ in range(4):
            spoilt = mutated(base, self.chance, self.chance.choice((1, 1, 1, 2, 4)))
            viewed = self.call("POST", "/api/view", spoilt)
            kept = self.call("PUT", path, {"edition": edition, "label": "Spoilt", "job": spoilt})
            if viewed.status_code != kept.status_code:
                self.fault("viewed and kept differ", f"{viewed.text[:99]} {kept.text[:99]}", spoilt)
            now = self.call("GET", path).json()
            expected = kept.json()["edition"] if kept.status_code == 200 else edition
            if now["edition"] != expected or now["view"] is None:
                self.fault("refused changes kept", f"{kept.status_code} {path}", spoilt)
            edition = now["edition"]
        self.call("POST", f"{path}/undo", {"edition": edition})
        if self.call("GET", "/api/jobs").status_code != 200:
            self.fault("lists that failed", "", None)
        self.call("DELETE", path)

    def noted(self) -> None:
        """Spoilt entries of one job: noted, read again in every form, never kept if refused."""
        job = self.call("POST", "/api/jobs/import", self.documents[-1]).json()
        path = f"/api/jobs/{job['id']}"
        pieces = [one["id"] for one in job["view"]["plan"]["surfaces"][0]["pieces"]]
        there = 0
        for _ in range(4):
            entry = self.chance.choice(ENTRIES)(self.chance.sample(pieces, 3))
            body = mutated(
                {
                    "key": f"fuzz-{self.chance.random()}",
                    "units": "in",
                    "entry": entry,
                    "said_at": "2026-03-17T09:00:00Z",
                    "sent_at": "2026-03-17T09:30:00Z",
                },
                self.chance,
                self.chance.choice((0, 1, 1, 2, 3)),
            )
            kept = self.call("POST", f"{path}/site", body)
            there = self.record(path, there, kept, body)
            back = mutated(self.given_back(job, body), self.chance, self.chance.choice((0, 1, 2)))
            read = self.call("POST", f"{path}/given-back", back)
            there = self.record(path, there, read, back)
        picture = spoilt_bytes(PICTURE, self.chance)
        kept = self.sent(f"{path}/photographs?key=fuzz-{self.chance.random()}", picture)
        self.record(path, there, kept, None)
        packed = self.client.get(f"{path}/as-zip").content
        jobs = len(self.call("GET", "/api/jobs").json())
        came = self.sent("/api/jobs/import/zip", spoilt_bytes(packed, self.chance))
        more = len(self.call("GET", "/api/jobs").json()) - jobs
        if more != (came.status_code == 201):
            self.fault("zips kept in part", f"{came.status_code} {more}", None)
        if came.status_code == 201:
            self.call("DELETE", f"/api/jobs/{came.json()['id']}")
        self.call("DELETE", path)

    def sent(self, path: str, body: bytes) -> httpx.Response:
        """Send bytes, and count what must not be."""
        answer = self.client.post(path, content=body)
        self.answers[f"{answer.status_code}"] += 1
        if answer.status_code == 500:
            self.fault("answers of 500", f"POST {path} {answer.text[:200]}", None)
        return answer

    def record(self, path: str, before: int, answer: httpx.Response, sent: object) -> int:
        """Read the record in every form, and return how many entries it has."""
        for form in ("site", "site-kit", "as/csv?only=record", "as-zip"):
            said = self.call("GET", f"{path}/{form}")
            if said.status_code != 200:
                self.fault("records that cannot be read", f"{form} {said.text[:200]}", sent)
        found = len(self.call("GET", f"{path}/site").json()["entries"])
        if answer.status_code >= 400 and found != before:
            self.fault("refused entries kept", f"{path} {answer.text[:200]}", sent)
        return found

    def given_back(self, job: dict[str, Any], noted: Any) -> dict[str, Any]:
        """What a site file gives back with one note."""
        entry = noted.get("entry") if isinstance(noted, dict) else None
        kit = self.call("GET", f"/api/jobs/{job['id']}/site-kit").json()
        said = entry if isinstance(entry, dict) else {"kind": "remark", "words": "x"}
        key = f"back-{self.chance.random()}"
        note = {"key": key, "said_at": "2026-03-17T09:00:00Z", "entry": said}
        return {
            "form": "pennant site notes",
            "version": 1,
            "name": kit["name"],
            "job": kit["job"],
            "revision": kit["revision"],
            "digest": kit["digest"],
            "units": "in",
            "made_at": "2026-03-17T08:00:00Z",
            "given_at": "2026-03-17T10:00:00Z",
            "notes": [note],
        }

    def killed(self) -> None:
        """What was acknowledged before a kill is there afterwards: changes, notes, photographs."""
        job = self.call("POST", "/api/jobs/import", self.documents[-1]).json()
        path, edition = f"/api/jobs/{job['id']}", job["edition"]
        piece = job["view"]["plan"]["surfaces"][0]["pieces"][0]["id"]
        keys = set()
        for number in range(self.chance.randint(1, 4)):
            body = {**self.documents[-1], "name": f"Kept {number}"}
            edition = self.call("PUT", path, {"edition": edition, "job": body}).json()["edition"]
            key = f"kill-{self.chance.random()}"
            entry = {"kind": "pieces", "event": "set", "pieces": [piece]}
            if self.call("POST", f"{path}/site", {"key": key, "entry": entry}).status_code == 200:
                keys.add(key)
            if self.sent(f"{path}/photographs?key={key}-p", PICTURE).status_code == 201:
                keys.add(f"{key}-p")
        packed = self.client.get(f"{path}/as-zip").content
        copy = self.sent("/api/jobs/import/zip", packed).json()["id"]
        self.server.kill()
        self.server.start()
        if self.call("GET", path).json()["edition"] != edition:
            self.fault("acknowledged changes lost", path, None)
        for id_ in (job["id"], copy):
            there = self.call("GET", f"/api/jobs/{id_}/site").json()["entries"]
            if len(there) != len(keys):
                self.fault("acknowledged notes lost", f"{len(keys) - len(there)} of {id_}", None)
            self.call("DELETE", f"/api/jobs/{id_}")

    def searched(self) -> float:
        """Ask for fifty searches at once, and return the seconds that the list then takes."""
        body = json.dumps({"job": self.documents[0], "wall": self.documents[0]["walls"][0]["id"]})

        def search(_: int) -> int:
            with httpx.Client(base_url=self.server.url, timeout=120) as client:
                headers = {"content-type": "application/json"}
                return client.post("/api/starts", content=body, headers=headers).status_code

        with ThreadPoolExecutor(50) as pool:
            asked = [pool.submit(search, number) for number in range(50)]
            waited = []
            for _ in range(5):
                began = time.monotonic()
                self.client.get("/api/jobs")
                waited.append(time.monotonic() - began)
            statuses = Counter(one.result() for one in asked)
        print(f"50 searches: {dict(statuses)}; the list took {max(waited):.2f} s at most")
        if max(waited) > FRONT_PAGE:
            self.fault("lists that waited for searches", f"{max(waited):.2f} s", None)
        return max(waited)


def main() -> int:
    """Run, print what was counted, and return 1 where anything must not be."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--jobs", type=int, default=2000, help="spoilt jobs to send")
    parser.add_argument("--kills", type=int, default=20)
    parser.add_argument("--seed", type=int, default=random.randrange(10**6))
    asked = parser.parse_args()
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder) / "home" / "fuzz.db") as server,
    ):
        run = Run(server, asked.seed)
        for _ in range(-(-asked.jobs // 4)):
            run.one()
            run.noted()
        run.searched()
        for _ in range(asked.kills):
            run.killed()
    print(f"seed {asked.seed}: answers {dict(run.answers)}; slowest {run.slowest:.1f} s")
    print(f"faults: {dict(run.faults) or 'none'}")
    return 1 if run.faults else 0


if __name__ == "__main__":
    sys.exit(main())
