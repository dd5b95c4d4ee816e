"""What was looked at and decided: doubts set aside, findings that are kept, what was agreed."""

from typing import Annotated

from pydantic import Field

from pennant.core.document.survey import Name
from pennant.core.document.values import Value


class Aside(Value):
    """A warning about the survey that was looked at and set aside, with the reason."""

    doubt: Annotated[str, Field(min_length=1, max_length=200)]
    why: Annotated[str, Field(min_length=1, max_length=200)]


class AcceptedFinding(Value):
    """A finding that somebody keeps as it is; it counts as long as it says what it said then."""

    surface: Annotated[str, Field(min_length=1, max_length=80)]
    finding: Annotated[str, Field(min_length=1, max_length=200)]
    says: Annotated[str, Field(min_length=1, max_length=400)]
    by: Name


class AgreedItem(Value):
    """One thing that was agreed, as it was said; ``key`` tells which thing it is."""

    key: Annotated[str, Field(min_length=1, max_length=400)]
    says: Annotated[str, Field(min_length=1, max_length=400)]


class Agreement(Value):
    """That the client agreed to the plan: who, on which day, and to what in words."""

    by: Name
    on: Annotated[str, Field(pattern=r"^\d{4}-\d\d-\d\d$", description="Year-month-day.")]
    items: tuple[AgreedItem, ...] = Field(default=(), max_length=2000)
