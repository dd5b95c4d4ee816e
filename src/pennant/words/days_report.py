"""The days as text for a terminal or a printout."""

from pennant.words.days_values import DaysText


def days_report(words: DaysText) -> str:
    """Return the days for a person at a terminal."""
    lines = [
        words.headline,
        words.proof,
        *filter(None, [words.hire]),
        *(f"! {one}" for one in words.clashes),
    ]
    for day in words.days:
        if not day.cards:
            continue
        lines += ["", f"{day.name}{f', {day.date}' if day.date else ''}"]
        for card in day.cards:
            lines.append(f"  {card.at:<14} {card.name}{f' ({card.lasts})' if card.lasts else ''}")
            lines += [f"{'':17}{one.at:>5} {one.says}" for one in card.times]
            lines += [f"{'':17}△ {one}" for one in (*card.cautions, *filter(None, [card.doubt]))]
            if card.stop:
                lines.append(f"{'':17}{card.stop}")
    if words.uses:
        lines += ["", "The kitchen can be used again"]
    lines += [
        f"  {one.when:<18} {one.what}{f' ({one.why})' if one.why else ''}" for one in words.uses
    ]
    if words.shorter:
        lines += ["", "What would shorten it", *(f"  {one}" for one in words.shorter)]
    return "\n".join(lines) + "\n"
