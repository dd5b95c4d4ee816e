"""The person's own pace and breakage over the jobs before, beside what is reckoned with."""

from collections.abc import Iterable

from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.site.paces import Paces
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.counts import counted

LEAST_CUTS = 20
"""Cuts that must have been made over all jobs, before their breakage is told."""


class OwnRule(Value):
    """A setting as one's own jobs would have it: its name, the value, and what it comes from."""

    name: str
    value: float
    says: str


def own_rules(jobs: Iterable[tuple[Job, Paces]]) -> list[OwnRule]:
    """Return the settings that the records of jobs say something about.

    The pace is that of the tile and pattern it is meant for: what was set in an hour against what
    was reckoned for that job, by the pieces that were set.
    """
    pieces, reckoned, own, broke, cuts, count = 0.0, 0.0, 0.0, 0, 0, 0
    for job, paces in jobs:
        count += 1
        broke += paces.broke_share[0]
        cuts += paces.broke_share[1]
        if (an_hour := paces.set_an_hour) is not None:
            many = sum(one.pieces for one in paces.setting)
            pieces += many
            own += many * an_hour / pieces_an_hour(job).value * job.settings.pace
            reckoned += many * job.settings.pace
    over = f"over {counted(count, 'job')}"
    found = []
    if pieces:
        found.append(
            OwnRule(
                name="pace",
                value=round(own / pieces, 1),
                says=f"your own {over}: {own / pieces:.0f}, {pieces:.0f} pieces set",
            )
        )
    if cuts >= LEAST_CUTS:
        share = round(broke / cuts, 3)
        found.append(
            OwnRule(
                name="break_cut",
                value=share,
                says=f"your own {over}: {share:.0%}, {broke} of {cuts} cuts broke",
            )
        )
    return found
