"""How many examples property tests try: a few at every run, many where they are looked for."""

import os

from hypothesis import Phase, settings

SCALE = max(int(os.environ.get("PENNANT_SEARCH", "0")), 1)
"""Times as many examples as ``make test`` has time for, by ``make search``."""


def examples(many: int, phases: tuple[Phase, ...] = tuple(Phase)) -> settings:
    """Return the settings of a test that tries so many examples at every run."""
    return settings(max_examples=many * SCALE, deadline=None, phases=phases)
