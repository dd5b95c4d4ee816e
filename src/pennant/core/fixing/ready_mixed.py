"""Ready-mixed adhesive from a tub, combed: no cement in it, and it dries by giving water away."""

from pennant.core.fixing.method import Method

READY_MIXED = Method("ready-mixed", "combed bed")
