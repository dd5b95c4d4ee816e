"""Thinset, combed on the wall: the usual way, and the one that bears most."""

from pennant.core.fixing.method import Method

COMBED = Method("combed", "combed bed", cement=True)
