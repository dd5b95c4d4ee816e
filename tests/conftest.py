"""Property tests try the same cases at every run; with PENNANT_SEARCH they look for new ones."""

import os

from hypothesis import settings

settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("search", deadline=None)
settings.load_profile("search" if os.environ.get("PENNANT_SEARCH") else "steady")
