"""Property tests try the same cases at every run; with PENNANT_SEARCH they look for new ones."""

import os

from hypothesis import settings
from hypothesis.internal.conjecture import providers

settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("search", deadline=None)
settings.load_profile("search" if os.environ.get("PENNANT_SEARCH") else "steady")
if not os.environ.get("PENNANT_SEARCH"):
    # Numbers that stand in the sources would be tried as well, so that cases changed with any line
    # of them and with which modules a worker happens to have loaded: the same cases every time.
    providers._get_local_constants = lambda: providers._local_constants
