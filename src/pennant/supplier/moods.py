"""How a simulated supplier answers, and where."""

from typing import Literal, get_args

PORT = 8790
Mood = Literal["well", "slow", "out of order", "nonsense"]
MOODS: tuple[Mood, ...] = get_args(Mood)
