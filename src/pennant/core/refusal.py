"""How a job that cannot be drawn is refused: the field, what is wrong, what would be right."""

from pennant.core.values import Value


class Problem(Value):
    """One thing that cannot be drawn. ``pointer`` is a JSON pointer into the job."""

    pointer: str
    message: str


class JobRefused(ValueError):
    """The job cannot be drawn. ``problems`` says why, field by field."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{p.pointer}: {p.message}" for p in problems))
