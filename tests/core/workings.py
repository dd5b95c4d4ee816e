"""The workings of a plan's quantities, step by step."""

from pennant.core.plan import Plan
from pennant.core.takes.quantity import Quantity
from pennant.core.takes.working import Working


def the(made: Plan, id_: str) -> Quantity:
    return next(quantity for quantity in made.quantities if quantity.id == id_)


def every(working: Working) -> list[Working]:
    """A working and all its steps."""
    return [working, *(one for term in working.terms for one in every(term))]


def steps(working: Working) -> dict[str, float]:
    """Every step of a working by its label."""
    found = {working.label: working.value}
    for term in working.terms:
        found |= steps(term)
    return found
