"""Holds one state of the code against another: every answer for the demos and random kitchens.

    python tests/answers/answers.py kitchens KITCHENS.json      # writes down kitchens to ask about
    python tests/answers/answers.py write KITCHENS.json FILE    # writes down every answer
    python tests/answers/answers.py compare FILE OTHER          # says what differs

Before a change of structure the answers are written down; after it they are the same, but for keys
that are called otherwise now (`RENAMED`) or are new (`NEW`).
"""

import gzip
import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

RENAMED: dict[str, str] = {}
"""Keys by their old name, and the new one."""
NEW: frozenset[str] = frozenset({"form", "under_tile", "roles", "brief", "label"})
"""Keys that only the newer answers have."""
EACH = 30
"""Random kitchens of each kind."""
COMPARED = 24
"""Kitchens whose starts are compared, which takes most of the time."""


def kitchens() -> Iterator[dict[str, Any]]:
    """Yield the demos and random kitchens as job files."""
    import random_walls

    from kitchens import sink_wall
    from pennant.demos import demo_jobs

    for job in (*demo_jobs(), sink_wall()):
        yield json.loads(job.model_dump_json())
    for kind in ("square_jobs", "jobs", "fitted_jobs", "kitchens"):
        yield from _found(getattr(random_walls, kind)())


def _found(strategy: Any) -> list[dict[str, Any]]:
    """The same examples of a strategy at every run."""
    from hypothesis import HealthCheck, given, settings

    found: list[dict[str, Any]] = []

    @settings(
        max_examples=EACH,
        derandomize=True,
        database=None,
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )
    @given(strategy)
    def collect(job: Any) -> None:
        found.append(json.loads(job.model_dump_json()))

    collect()
    return found[:EACH]


def answers(document: dict[str, Any], *, starts: bool) -> dict[str, Any]:
    """Return every answer for one job file."""
    from pennant.api import models
    from pennant.files.job_json import job_of

    job = job_of(document)
    view = models.view_of(job)
    found: dict[str, Any] = {"view": view}
    from pennant.words.cuts import cut_sheet
    from pennant.words.setting_out import setting_out_in_words

    found["cuts"] = cut_sheet(job, view.plan)
    found["agree"] = models.agree_page(job)
    found["setting-out"] = list(setting_out_in_words(job, view.plan))
    if starts:
        found["starts"] = [models.board_of(job, wall.id) for wall in job.walls[:1]]
    return {name: _data(one) for name, one in found.items()}


def _data(value: Any) -> Any:
    return (
        [_data(one) for one in value]
        if isinstance(value, list)
        else json.loads(value.model_dump_json())
    )


def differences(old: Any, new: Any, at: str = "") -> Iterator[str]:
    """Yield where two answers differ."""
    if isinstance(old, dict) and isinstance(new, dict):
        old = {RENAMED.get(key, key): value for key, value in old.items()}
        for key in sorted(old.keys() | new.keys()):
            if key in old and key in new:
                yield from differences(old[key], new[key], f"{at}/{key}")
            elif key in old or key not in NEW:
                yield f"{at}/{key}: only in the {'old' if key in old else 'new'}"
    elif isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        for number, (a, b) in enumerate(zip(old, new, strict=True)):
            yield from differences(a, b, f"{at}/{number}")
    elif old != new:
        yield f"{at}: {str(old)[:80]} -> {str(new)[:80]}"


def main(command: str, first: str, second: str = "") -> int:
    """Run one command."""
    if command == "kitchens":
        Path(first).write_text(json.dumps(list(kitchens())))
        return 0
    if command == "write":
        asked = json.loads(Path(first).read_text())
        found = [answers(one, starts=n < COMPARED) for n, one in enumerate(asked)]
        Path(second).write_bytes(gzip.compress(json.dumps(found).encode(), 1))
        return 0
    old, new = (json.loads(gzip.decompress(Path(file).read_bytes())) for file in (first, second))
    told = [
        f"{n}{line}"
        for n, pair in enumerate(zip(old, new, strict=True))
        for line in differences(*pair)
    ]
    print("\n".join(told))
    print(f"{len(told)} differences in the answers for {len(old)} kitchens")
    return 1 if told else 0


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:]))
