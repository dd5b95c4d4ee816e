"""Brick with wide joints: filled from a bag and struck, whatever holds it on the wall."""

from pennant.core.days.step import StepId
from pennant.words.steps import StepWords

POINTED: dict[StepId, StepWords] = {
    "grout": StepWords(
        "Fill the joints from a bag",
        (
            "Cut the nozzle a little narrower than the joint; fill upright joints first, then the "
            "level ones, right to the back and a little proud.",
            "Once a thumb leaves its print and nothing sticks to it, strike the joints with a "
            "jointer; brush the crumbs off when they are dry.",
            "No float and no wet sponge over the faces: brick keeps what is rubbed into it.",
            "Joints at counter, corner and cabinets stay open.",
        ),
        "Joints are full and closed, and the faces are clean.",
        short="filling the joints",
    ),
}
"""Steps of brick whose joints are pointed."""
