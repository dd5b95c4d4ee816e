"""Light and dark: how bright a colour looks, and whether two stand out from one another."""

DARK_UNDER = 110.0
"""Of 255: grout and adhesive under this are dark, and show through one another as such."""
CONTRAST_OVER = 60.0
"""Of 255: a joint that differs by more from its tile is drawn on the wall as a line."""


def brightness(colour: str) -> float:
    """Return how bright a colour ``#rrggbb`` looks, 0 to 255 (the weights of ITU-R BT.601)."""
    red, green, blue = (int(colour[at : at + 2], 16) for at in (1, 3, 5))
    return 0.299 * red + 0.587 * green + 0.114 * blue


def dark(colour: str) -> bool:
    """Whether a colour is a dark one."""
    return brightness(colour) < DARK_UNDER


def contrast(one: str, other: str) -> bool:
    """Whether two colours beside one another stand out."""
    return abs(brightness(one) - brightness(other)) > CONTRAST_OVER
