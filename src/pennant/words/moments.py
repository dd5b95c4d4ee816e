"""Moments: minutes from 1970, as the record counts them, and the same as files and people say."""

from datetime import UTC, datetime
from zoneinfo import ZoneInfo

from pennant.core.document.job import Job


def moment(minute: float) -> str:
    """Return a moment (minutes from 1970) as ISO 8601, UTC."""
    return datetime.fromtimestamp(minute * 60, UTC).isoformat(timespec="seconds")


def minute_of(iso: str) -> float:
    """Return an ISO 8601 moment as minutes from 1970."""
    at = datetime.fromisoformat(iso)
    return (at if at.tzinfo else at.replace(tzinfo=UTC)).timestamp() / 60


def local(minute: float, job: Job) -> datetime:
    """Return a moment by the kitchen's own clock, or this machine's where no zone is said."""
    at = datetime.fromtimestamp(minute * 60, UTC)
    return at.astimezone(ZoneInfo(job.schedule.zone) if job.schedule.zone else None)
