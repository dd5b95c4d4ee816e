"""How a job that cannot be drawn is refused: the field, what is wrong, what would be right."""

from collections.abc import Iterator
from contextlib import contextmanager

from pennant.core.document.values import Value


class Problem(Value):
    """One thing that cannot be drawn. ``pointer`` is a JSON pointer into the job."""

    pointer: str
    message: str


class JobRefused(ValueError):
    """The job cannot be drawn. ``problems`` says why, field by field."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{p.pointer}: {p.message}" for p in problems))


class NotReckoned(JobRefused):
    """A part of a job that could not be reckoned: a defect of Pennant's, never of the job's.

    What was raised is its ``__cause__``; whoever answers for it logs that.
    """

    def __init__(self, part: str) -> None:
        self.part = part
        message = (
            f"{part} could not be reckoned: a fault in Pennant, not in what was typed. Undo the "
            "last change, or put it another way; save the job file to show what happened"
        )
        super().__init__([Problem(pointer="", message=message)])


@contextmanager
def reckoning(part: str) -> Iterator[None]:
    """Turn whatever is raised while ``part`` is reckoned into `NotReckoned`, refusals apart."""
    try:
        yield
    except JobRefused:
        raise
    except Exception as error:
        raise NotReckoned(part) from error
