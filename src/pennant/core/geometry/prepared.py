"""A shape made ready for many questions at once."""

from typing import TypeVar

import shapely

S = TypeVar("S", bound=shapely.Geometry)


def prepared(shape: S) -> S:
    """Return a copy of a shape with the index that questions such as ``covers`` use.

    Always a copy: GEOS builds that index at the first question, without a lock, so a prepared shape
    that two threads ask at once brings the whole process down. The fields of a plan are kept for
    the next plan, which may be made by another thread at the same time.
    """
    own: S = shapely.force_2d(shape)
    shapely.prepare(own)
    return own
