"""A step of the work: what it follows, what it waits for, how long it takes and who does it."""

from typing import Literal

from pydantic import Field

from pennant.core.document.schedule import Dated
from pennant.core.document.values import Value
from pennant.core.takes.working import Working

Phase = Literal["before", "prepare", "set out", "set", "grout", "finish", "own"]
PHASES: tuple[Phase, ...] = ("before", "prepare", "set out", "set", "grout", "finish", "own")
StepId = Literal[
    "tile-comes",
    "counter-fitted",
    "boxes",
    "grout-trial",
    "unpack",
    "clear",
    "power-off",
    "tile-off",
    "scrape-off",
    "wash",
    "patch",
    "boards",
    "board-joints",
    "scuff",
    "glue-coat",
    "prime",
    "mat",
    "set-out",
    "batten",
    "gap-screws",
    "trim-fit",
    "cut-first",
    "seal-face",
    "counter-layers",
    "set-edges",
    "set-counter",
    "set",
    "hood-comes",
    "set-held",
    "set-last",
    "clean-joints",
    "seal-before",
    "grout",
    "touch-up",
    "seal-grout",
    "sealant",
    "devices",
    "plumber",
    "appliances",
    "hand-over",
]
Who = Literal["anyone", "electrician", "plumber", "supplier", "counter fitter"]
Caution = Literal[
    "power",
    "licensed-electric",
    "gas",
    "lifting",
    "lead",
    "asbestos",
    "dust",
    "cement",
    "solvents",
    "heat",
    "hidden-pipes",
    "wash-water",
    "saw-outlet",
    "falling",
    "buckets",
    "plumbing",
]
WaitFor = Literal["dry", "set", "cure", "warm", "colour", "next-day"]
DoubtRule = Literal[
    "primer-not-asked",
    "sealer-not-asked",
    "adhesive-not-asked",
    "slow-drying",
    "two-people",
]


class Wait(Value):
    """Hours that must pass after a step, for what, and who says so.

    ``source`` is ``sheet: NAME``, ``times.NAME``, ``settings.NAME`` or ``kind`` (of adhesive).
    """

    hours: float
    what: WaitFor
    source: str

    @property
    def minutes(self) -> int:
        """The same in minutes."""
        return round(self.hours * 60)


class Follows(Value):
    """A step that must be done before, and the wait after it."""

    step: str
    wait: Wait | None = None


class Return(Value):
    """Coming back to what was done: ``least`` to ``most`` minutes after its end.

    ``next_day`` is how many minutes it takes on the next day of work, where the hours of the day
    are too short to come back in time; 0 where it cannot wait.
    """

    what: Literal["haze", "polish", "strike"]
    least: int
    most: int
    minutes: int
    next_day: int = 0

    @property
    def at_least(self) -> int:
        """How long it takes at least, on whichever day."""
        return min(self.minutes, self.next_day or self.minutes)


class Step(Value):
    """One step as it is planned. ``minutes`` are of hands; what is waited for follows from it.

    ``hands`` is how many of one's own people it takes, 0 where others do it. ``id`` is its rule's,
    with a number after ``@`` where a step is done by sections.
    """

    id: str
    rule: StepId | None = Field(description="None for a step that the job's owner added.")
    name: str = Field(default="", description="Of a step that the job's owner added.")
    held: bool = Field(
        default=False, description="Done once more, for what was held back when the rest was done."
    )
    phase: Phase
    minutes: int
    working: Working
    hands: int = 1
    who: Who = "anyone"
    follows: tuple[Follows, ...] = ()
    returns: tuple[Return, ...] = ()
    needs: tuple[str, ...] = Field(default=(), description="Lines of what the job takes.")
    unbroken: bool = Field(default=False, description="Not over a break or a night.")
    loud: bool = False
    sawing: bool = False
    shakes: bool = Field(default=False, description="Not while tile sets.")
    on: Dated | None = Field(default=None, description="It waits for the day of this.")
    pieces: tuple[str, ...] = ()
    area: float = Field(default=0.0, description="Square metres, of what is set or grouted.")
    sections: tuple[tuple[str, ...], ...] = Field(
        default=(), description="Pieces that are spread for at once, in order."
    )
    cautions: tuple[Caution, ...] = ()
    doubt: DoubtRule | None = None
