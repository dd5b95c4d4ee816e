"""The colours of drawings, by name: the same on the pages, in pictures and on papers.

They stand in ``palette.json``, which the pages are built with too; docs/look.md says what each
means. What is printed is paler, so that numbers and cuts can be read on a grey print.
"""

import json
from importlib.resources import files

_PALETTE: dict[str, dict[str, str]] = json.loads(
    files("pennant.drawing").joinpath("palette.json").read_text("utf-8")
)
PAGE = _PALETTE["page"]
"""Where one reads and writes, and what is drawn with: pencil, chalk line, wax crayon, flag."""
MATERIALS = _PALETTE["materials"]
"""What a kitchen and its tools are made of; ``tile`` and ``joint`` where a job chose none."""
THING_COLOURS = _PALETTE["things"]
"""What stands on a wall or in a counter, by its kind."""
PRINT = _PALETTE["print"]
"""How roles are filled on paper, and its thin lines."""


def page_css() -> str:
    """Return the style sheet's names for the page's colours."""
    names = "".join(f"  --color-{name}: {colour};\n" for name, colour in PAGE.items())
    head = "/* Made of src/pennant/drawing/palette.json by `make api-types`. */\n"
    return f"{head}@theme {{\n{names}}}\n"
