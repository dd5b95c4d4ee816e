"""Whoever says or draws a plan does neither lay, search nor plan to do so: it is given to them."""

import ast
from pathlib import Path

import pytest

import pennant

HOME = Path(pennant.__file__).parent
WORK = {
    "pennant.core.plan": {"plan", "drawn", "with_quantities"},
    "pennant.core.laying.lay_kitchen": {"lay", "laid_wall", "counter_laying"},
    "pennant.core.laying.lay_surface": {"laid_of"},
    "pennant.core.layout.field_of": {"field_of"},
    "pennant.core.search.best": {"best_round", "starts_of", "every_start", "best_found"},
    "pennant.core.search.cures": {"cures_of"},
    "pennant.core.search.products_tried": {"products_tried"},
    "pennant.core.search.counter_starts": {"counter_starts", "counter_outcome"},
    "pennant.core.search.ranking": {"compare"},
    "pennant.core.search.whole_kitchen": {"best_of_kitchen"},
}
"""By module of the core, the functions that lay tile, try starts or plan."""
FILES = sorted(path for room in ("words", "drawing") for path in (HOME / room).rglob("*.py"))


def brought_in(source: str) -> set[tuple[str, str]]:
    """What a module brings in by name from the others."""
    return {
        (str(node.module), alias.name)
        for node in ast.walk(ast.parse(source))
        if isinstance(node, ast.ImportFrom)
        for alias in node.names
    }


@pytest.mark.parametrize("path", FILES, ids=lambda path: str(path.relative_to(HOME)))
def test_is_given_what_it_says(path: Path) -> None:
    found = brought_in(path.read_text("utf-8"))
    assert not {(module, name) for module, name in found if name in WORK.get(module, ())}


def test_what_is_forbidden_is_there() -> None:
    for module, names in WORK.items():
        path = HOME.joinpath(*module.split(".")[1:]).with_suffix(".py")
        defined = {
            node.name
            for node in ast.parse(path.read_text("utf-8")).body
            if isinstance(node, ast.FunctionDef)
        }
        assert names <= defined
