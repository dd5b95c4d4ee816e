"""The site file: a whole job as one page that opens from a phone's own files, without any server.

Its scripts show steps, pieces, cuts and clocks and keep the record; where a viewer runs none, all
cuts and measures still stand on it as text and drawings. It asks nobody for anything.
"""

import base64
import hashlib
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from html import escape
from pathlib import Path

from pennant.drawing.palette import MATERIALS, PAGE
from pennant.files.forms import NotBuilt
from pennant.words.cuts import CutText
from pennant.words.regional import Voice
from pennant.words.setting_out import SettingOutText, StruckLine
from pennant.words.site_kit import SiteKit, SitePiece, SiteWall

SCRIPT, STYLE = "site-file/site.js", "site-file/site.css"
"""Where the built pages have what goes into every site file."""
TEXT_SHARE = 80
"""A wall is so many times as wide as its letters are high."""


@dataclass(frozen=True)
class Assets:
    """What every site file has in it: its script and its style sheet, as text."""

    script: str
    style: str


def assets_of(pages: Path) -> Assets:
    """Return the script and style of site files from the built pages; raise `NotBuilt`."""
    try:
        return Assets((pages / SCRIPT).read_text("utf-8"), (pages / STYLE).read_text("utf-8"))
    except OSError:
        raise NotBuilt("the pages are not built; run `make build`") from None


def site_file(kit: SiteKit, made_at: str, assets: Assets) -> str:
    """Return the page; ``made_at`` is when it is made, ISO 8601."""
    script = assets.script.replace("</script", "<\\/script").replace("<!--", "<\\!--")
    style = assets.style.replace("</style", "<\\/style")
    # Data for the script: no `<` in it, so that no text of the job can end the element.
    data = f'{{"made_at":"{made_at}","kit":{kit.model_dump_json()}}}'.replace("<", "\\u003c")
    policy = (
        f"default-src 'none'; script-src {_hash(script)}; style-src {_hash(style)}; "
        "font-src data:; img-src data:; base-uri 'none'; form-action 'none'"
    )
    return "".join(
        [
            '<!doctype html>\n<html lang="en">\n<head>\n<meta charset="utf-8">\n',
            f'<meta http-equiv="Content-Security-Policy" content="{policy}">\n',
            '<meta name="viewport" content="width=device-width, initial-scale=1">\n',
            f"<title>{escape(kit.name)}: on the wall</title>\n",
            f"<style>{style}</style>\n</head>\n<body>\n",
            '<div id="root"></div>\n<main id="all" class="all">\n',
            *map(Voice(kit.spoken).in_page, _all(kit, made_at)),
            f'</main>\n<script type="application/json" id="kit">{data}</script>\n',
            f"<script>{script}</script>\n</body>\n</html>\n",
        ]
    )


def _hash(text: str) -> str:
    digest = hashlib.sha256(text.encode()).digest()
    return f"'sha256-{base64.b64encode(digest).decode()}'"


def _all(kit: SiteKit, made_at: str) -> Iterator[str]:
    """Every cut and measure, to be read without scripts."""
    of = f", revision {kit.revision}" if kit.revision else ""
    yield f"<h1>{escape(kit.name)}: all cuts and measures</h1>\n"
    yield f"<p>Made {escape(made_at[:16].replace('T', ' '))}{of}.</p>\n"
    # Not a noscript element: some viewers run no scripts and yet do not show those. The script
    # takes it away.
    yield (
        '<p id="no-script"><strong>This viewer runs no scripts: clocks and the record are not '
        "there. Every cut and measure is below; keep the record on paper, or open the file in a "
        "browser.</strong></p>\n"
    )
    yield from _walls(kit)
    yield from _lines(kit)
    yield from _cuts(kit)
    yield from _steps(kit)
    yield from _mixing(kit)


def _listed(lines: Iterator[str] | list[str]) -> str:
    return f"<ul>{''.join(f'<li>{escape(line)}</li>' for line in lines)}</ul>\n"


def _walls(kit: SiteKit) -> Iterator[str]:
    for wall in kit.surfaces:
        yield f"<h2>{escape(wall.name)}</h2>\n"
        yield _picture(wall)
        by_course: dict[str, list[SitePiece]] = {}
        for piece in sorted(wall.pieces, key=lambda one: one.box[0]):
            by_course.setdefault(piece.place.split(",")[0], []).append(piece)
        yield _listed(
            [
                f"{course}: "
                + ", ".join(
                    f"{piece.id} (cut {piece.cut})" if piece.cut else piece.id for piece in pieces
                )
                for course, pieces in sorted(by_course.items(), key=_number)
            ]
        )


def _number(course: tuple[str, list[SitePiece]]) -> int:
    return int(course[0].split()[-1])


def _picture(wall: SiteWall) -> str:
    x0, y0, x1, y1 = wall.frame
    text = max((x1 - x0) / TEXT_SHARE, 18)
    shapes = []
    for piece in wall.pieces:
        d = _path(piece.outline, 0.0)
        shapes.append(
            f'<path d="{d}" fill="{piece.colour}" fill-rule="evenodd" stroke="{PAGE["pencil"]}" '
            'stroke-width="1.5"/>'
        )
        left, low, right, high = piece.box
        if right - left > text * 2.6 and high - low > text * 1.1:
            shapes.append(
                f'<text x="{(left + right) / 2:.1f}" y="{-(low + high) / 2:.1f}" '
                f'font-size="{text:.1f}" text-anchor="middle" dominant-baseline="central">'
                f"{escape(piece.id)}</text>"
            )
    room = f"{x0:.1f} {-y1:.1f} {x1 - x0:.1f} {y1 - y0:.1f}"
    return (
        f'<div class="wall"><svg viewBox="{room}" role="img" '
        f'aria-label="{escape(wall.name)}, every piece">{"".join(shapes)}</svg></div>\n'
    )


def _path(rings: Sequence[Sequence[tuple[float, float]]], top: float) -> str:
    """Rings as a path whose y goes down from ``top``."""
    return "".join(
        "M" + "L".join(f"{x:.1f} {top - y:.1f}" for x, y in ring) + "Z" for ring in rings
    )


def _lines(kit: SiteKit) -> Iterator[str]:
    names = {wall.surface: wall.name for wall in kit.surfaces}
    for words in kit.setting_out:
        yield f"<h2>{escape(names.get(words.surface, words.surface))}: lines to strike</h2>\n"
        yield f"<p>{escape(words.begin)}</p>\n"
        yield _listed([_line(one) for one in _struck(words)])


def _struck(words: SettingOutText) -> Iterator[StruckLine]:
    for lines in (
        words.start,
        words.heights,
        words.joints,
        words.trims,
        words.diagonals,
        words.areas,
    ):
        yield from lines


def _line(one: StruckLine) -> str:
    return ": ".join(filter(None, (one.what, one.reads))) + (f" ({one.note})" if one.note else "")


def _cuts(kit: SiteKit) -> Iterator[str]:
    sheet = kit.cuts
    yield f"<h2>Cuts</h2>\n<p>{escape(sheet.stock)}. {escape(sheet.assumes)}</p>\n"
    yield _listed([f"{tool.says}. {tool.caution}" for tool in sheet.tools])
    for one in sheet.sheets:
        yield _listed([*one.lies, *one.levels])
        yield _listed(
            [f"{part.id}, {part.where}: {part.says}; {part.taken_from}" for part in one.parts]
        )
    for stage, title in sheet.stages.items():
        own = [cut for cut in sheet.cuts if cut.stage == stage]
        if own:
            yield f"<h3>{escape(title)}</h3>\n"
        for cut in own:
            yield from _cut(cut)


def _cut(cut: CutText) -> Iterator[str]:
    title = f"Cut {cut.number}: {len(cut.pieces)} × {cut.title}, {cut.tool}"
    yield f"<h4>{escape(title)}</h4>\n"
    shape, piece = _path([cut.shape], cut.height), _path(cut.outline, cut.height)
    room = f"-3 -3 {cut.width + 6:.1f} {cut.height + 6:.1f}"
    yield (
        f'<div class="cut"><svg viewBox="{room}" role="img" '
        f'aria-label="{escape(title)}"><path d="{shape}" fill="none" '
        f'stroke="{PAGE["pencil-soft"]}" stroke-dasharray="6 4"/>'
        f'<path d="{piece}" fill="{MATERIALS["tile"]}" fill-rule="evenodd" '
        f'stroke="{PAGE["pencil"]}" stroke-width="1.5"/></svg></div>\n'
    )
    marks = [mark.says for mark in cut.marks]
    lines = [cut.how, cut.where, cut.hides, cut.play, cut.risk]
    tiles = [
        f"{one.piece}: tile {one.tile}" + (f", with {', '.join(one.others)}" if one.others else "")
        for one in cut.tiles
    ]
    yield _listed([*marks, *filter(None, lines), "; ".join(tiles)])


def _steps(kit: SiteKit) -> Iterator[str]:
    if kit.cards:
        yield "<h2>Steps</h2>\n"
    for card in kit.cards:
        lasts = ", ".join(filter(None, (card.lasts, card.who)))
        yield f"<h3>{card.number}. {escape(card.name)}</h3>\n<p>{escape(lasts)}</p>\n"
        lines = [*(f"⚠ {one}" for one in card.cautions), *card.how]
        if card.ready:
            lines.append(f"Have ready: {'; '.join(card.ready)}")
        lines += [f"Done when: {card.right}"] if card.right else []
        lines += [card.stop] if card.stop else []
        lines += [one.says for one in card.times]
        yield _listed(lines)


def _mixing(kit: SiteKit) -> Iterator[str]:
    for mix in kit.site.cards:
        yield f"<h2>{escape(mix.what)}</h2>\n"
        yield _listed([mix.powder, mix.water, mix.makes, mix.minutes, mix.covers, mix.batches])
    if kit.lasting:
        yield "<h2>How long things last</h2>\n"
        yield _listed(
            [f"{one.name}: {_time(one.minutes)}, {one.who}. {one.next}" for one in kit.lasting]
        )


def _time(minutes: float) -> str:
    return f"{minutes:g} min" if minutes < 120 else f"{minutes / 60:g} h"
