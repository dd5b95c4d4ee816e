"""How often Python looks for garbage that refers to itself in a circle."""

import gc

NEW_OBJECTS = 50_000
"""Of new objects, so many before the young ones are looked through: a plan makes tens of thousands
of which none is in a circle, and at Python's own 700 the looking takes two fifths of its time."""
YOUNG, MIDDLE = 20, 100
"""Rounds through the younger ones before the next older are looked through as well."""


def collect_seldom() -> None:
    """Look seldom, and never again through what the program itself is made of.

    What nothing refers to any more is freed at once all the same.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(NEW_OBJECTS, YOUNG, MIDDLE)
