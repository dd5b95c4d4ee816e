"""``make fuzz``: a server of its own is sent thousands of spoilt jobs, and killed now and then.

Each is viewed, kept over a job, and then that job and the list are opened, and undone. Counted are
answers of 500, refused changes that were kept all the same, calls of more than five seconds, and
acknowledged changes that a kill lost. It ends by itself, and fails where any of these is not none.
"""

import argparse
import json
import random
import sys
import tempfile
import time
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import httpx2 as httpx
from mutations import mutated
from serving import Server

from kitchens import sink_wall
from pennant.demos import demo_jobs

SLOW = 5.0
"""Seconds that no call may take, searches apart."""
FRONT_PAGE = 1.0
"""Seconds for the list of jobs while fifty searches are asked for."""


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
        answer = self.client.request(method, path, content=text,
                                     headers={"content-type": "application/json"})  # fmt: skip
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

    def killed(self) -> None:
        """What was acknowledged before a kill is there afterwards."""
        job = self.call("POST", "/api/jobs/import", self.documents[-1]).json()
        path, edition = f"/api/jobs/{job['id']}", job["edition"]
        for number in range(self.chance.randint(1, 4)):
            body = {**self.documents[-1], "name": f"Kept {number}"}
            edition = self.call("PUT", path, {"edition": edition, "job": body}).json()["edition"]
        self.server.kill()
        self.server.start()
        if self.call("GET", path).json()["edition"] != edition:
            self.fault("acknowledged changes lost", path, None)
        self.call("DELETE", path)

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
        run.searched()
        for _ in range(asked.kills):
            run.killed()
    print(f"seed {asked.seed}: answers {dict(run.answers)}; slowest {run.slowest:.1f} s")
    print(f"faults: {dict(run.faults) or 'none'}")
    return 1 if run.faults else 0


if __name__ == "__main__":
    sys.exit(main())
