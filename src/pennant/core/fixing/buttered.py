"""Thinset on the wall and on the back: ledger stone, whose backs are too uneven for a bed alone."""

from pennant.core.fixing.method import Method

BUTTERED = Method("buttered", "combed bed", cement=True)
