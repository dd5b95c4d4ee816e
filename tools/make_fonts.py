"""Makes the fonts of the papers out of those that the pages ship with. ``make fonts``.

The pages' packages hold each font in parts, packed for the web; a PDF embeds TrueType.
"""

import tempfile
from pathlib import Path

from fontTools.merge import Merger
from fontTools.ttLib import TTFont

ROOT = Path(__file__).parents[1]
PACKAGES = ROOT / "web" / "node_modules" / "@fontsource"
FONTS = ROOT / "src" / "pennant" / "files" / "fonts"
WANTED = {
    "barlow": ("barlow", 400), "barlow-bold": ("barlow", 600),
    "barlow-condensed": ("barlow-condensed", 600),
}  # fmt: skip


def main() -> None:
    """Make each font, its parts joined."""
    for name, (package, weight) in WANTED.items():
        with tempfile.TemporaryDirectory() as folder:
            parts = []
            for part in ("latin", "latin-ext"):
                packed = PACKAGES / package / "files" / f"{package}-{part}-{weight}-normal.woff"
                font = TTFont(packed)
                font.flavor = None
                path = Path(folder) / f"{part}.ttf"
                font.save(path)
                parts.append(str(path))
            Merger().merge(parts).save(FONTS / f"{name}.ttf")
        (FONTS / "LICENSE").write_text((PACKAGES / package / "LICENSE").read_text("utf-8"), "utf-8")


if __name__ == "__main__":
    main()
