"""Change the core's sources in one place at a time, and see whether its tests fail.

Run by ``make mutate``, on copies: nothing here is touched. What survives is printed with its line;
``docs/mutations.md`` says of each known one why no test can tell it.
"""

import json
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from os import cpu_count
from pathlib import Path
from typing import NamedTuple

HOME = Path(__file__).parents[1]
COSMIC_RAY = HOME / ".mutation" / "bin"
TESTS_OF = {
    "layout/stagger": ["test_stagger.py", "test_ledger.py::TestStarts::test_of_any_seed"],
    "layout/finished_top": ["test_finished_top.py"],
    "reading/depth": ["test_depth.py"],
    "site/clocks": ["test_clocks.py"],
    "takes/sticks": ["test_sticks.py"],
    "layout/fit": ["test_fit_spans.py", "test_fit.py"],
    "geometry/kept": ["test_kept.py"],
    "document/lengths": ["test_lengths.py"],
    "layout/start": ["test_start.py"],
    "reading/legs": ["test_legs.py"],
    "reading/seen": ["test_seen.py"],
    "takes/mixing": ["test_mixing.py"],
}
"""For each module of the core that is tried, the tests that hold it."""
LEFT_OUT = [
    ".*(BitOr|BitAnd|BitXor|Shift|Pow|Mod|FloorDiv|Invert|_Is|Is_|IsNot).*",
    "core/RemoveDecorator", "core/ExceptionReplacer",
]  # fmt: skip
"""Changes that nobody makes by mistake."""
TIMEOUT = 60.0
"""Seconds: a change that makes the tests run so long has been found."""


class Survivor(NamedTuple):
    """A change that no test noticed."""

    module: str
    line: int
    change: str


def main() -> int:
    """Try the modules named, or all; print what survives, and how many changes there were."""
    chosen = sys.argv[1:] or list(TESTS_OF)
    with ThreadPoolExecutor(cpu_count()) as pool:
        found = list(pool.map(tried, chosen))
    for module, (count, survivors) in zip(chosen, found, strict=True):
        print(f"{module}: {count} changes, {len(survivors)} survive")
        for one in survivors:
            print(f"  line {one.line}: {one.change}")
    return 0


def tried(module: str) -> tuple[int, list[Survivor]]:
    """Return how many changes of a module were tried, and those that survived."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder)
        for name in ("src", "tests"):
            shutil.copytree(HOME / name, copy / name, ignore=shutil.ignore_patterns("__pycache__"))
        shutil.copy(HOME / "pyproject.toml", copy)
        (copy / "mutate.toml").write_text(config(module, copy), "utf-8")
        for command in (
            ["cosmic-ray", "init", "mutate.toml", "changes.sqlite"],
            ["cr-filter-operators", "changes.sqlite", "mutate.toml"],
            ["cosmic-ray", "exec", "mutate.toml", "changes.sqlite"],
        ):
            subprocess.run([COSMIC_RAY / command[0], *command[1:]], cwd=copy, check=True)
        dump = subprocess.run(
            [COSMIC_RAY / "cosmic-ray", "dump", "changes.sqlite"], cwd=copy, check=True,
            capture_output=True, text=True,
        ).stdout  # fmt: skip
    return read(module, dump)


def config(module: str, copy: Path) -> str:
    """How the changes of a module are made and tried."""
    tests = " ".join(f"tests/core/{name}" for name in TESTS_OF[module])
    python = HOME / ".venv" / "bin" / "python"
    command = (
        f"env PYTHONPATH={copy / 'src'}:{copy / 'tests'} PYTHONDONTWRITEBYTECODE=1 {python} "
        f"-m pytest -q -x -p no:xdist -p no:cacheprovider {tests}"
    )
    return "\n".join([
        "[cosmic-ray]", f'module-path = "src/pennant/core/{module}.py"', f"timeout = {TIMEOUT}",
        "excluded-modules = []", f'test-command = "{command}"',
        "[cosmic-ray.distributor]", 'name = "local"',
        "[cosmic-ray.filters.operators-filter]", f"exclude-operators = {json.dumps(LEFT_OUT)}", "",
    ])  # fmt: skip


def read(module: str, dump: str) -> tuple[int, list[Survivor]]:
    """Return the count of changes that were tried, and the survivors, from a session's dump."""
    count, survivors = 0, []
    for line in dump.splitlines():
        item, result = json.loads(line)
        if result is None or result["worker_outcome"] == "skipped":
            continue
        count += 1
        if result["test_outcome"] == "survived":
            (change,) = item["mutations"]
            diff = [
                row[1:].strip() for row in (result["diff"] or "").splitlines()
                if row.startswith("+") and not row.startswith("+++")
            ]  # fmt: skip
            survivors.append(Survivor(module, change["start_pos"][0], " ".join(diff)))
    return count, sorted(survivors)


if __name__ == "__main__":
    sys.exit(main())
