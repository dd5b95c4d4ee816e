"""The wheel: one file with the pages in it, which runs where there is no Node and no checkout."""

import shutil
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
ASKS = (
    "import pennant.cli as cli, sys; print(cli.__file__); print(cli.PAGES);"
    "sys.exit(cli.main(['plan', sys.argv[1]]))"
)


@pytest.fixture(scope="module")
def installed(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A folder into which the wheel was installed, of the pages as they are built."""
    folder = tmp_path_factory.mktemp("wheel")
    source = folder / "source"
    shutil.copytree(ROOT / "src", source / "src", ignore=shutil.ignore_patterns("__pycache__"))
    shutil.copytree(ROOT / "web" / "dist", source / "src" / "pennant" / "pages")
    shutil.copy(ROOT / "pyproject.toml", source)
    pip = [sys.executable, "-m", "pip", "--quiet", "--disable-pip-version-check"]
    alone = ["--no-deps", "--no-build-isolation", "--no-index"]
    subprocess.run([*pip, "wheel", *alone, "--wheel-dir", folder, source], check=True)
    (wheel,) = folder.glob("pennant-*.whl")
    there = folder / "there"
    subprocess.run(
        [*pip, "install", "--no-deps", "--no-index", "--target", there, wheel], check=True
    )
    return there


def test_it_brings_its_pages_and_plans(installed: Path) -> None:
    demo = installed / "pennant" / "demo" / "fennel-row.json"
    said = subprocess.run(
        [sys.executable, "-c", ASKS, str(demo)],
        capture_output=True,
        text=True,
        check=True,
        env={"PYTHONPATH": str(installed)},
        cwd=installed,
    ).stdout.splitlines()
    assert Path(said[0]).is_relative_to(installed)
    pages = Path(said[1])
    assert pages.is_relative_to(installed)
    assert (pages / "index.html").read_text("utf-8").startswith("<!doctype html>")
    assert (pages / "site-file" / "site.js").exists()
    assert any("229 tiles" in line or "242 tiles" in line for line in said)
