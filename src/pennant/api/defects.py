"""The log of what could not be reckoned: each line is a defect of Pennant's, to be mended."""

import logging

from pennant.core.document.refusal import NotReckoned

log = logging.getLogger("pennant")


def log_defect(where: str, error: Exception) -> None:
    """Log an error that is a defect; what is wrong with a job itself is not logged."""
    if isinstance(error, NotReckoned):
        log.error("%s: %s", where, error, exc_info=error)
