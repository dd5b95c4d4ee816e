"""What plans share is read only: several changes are planned at once, by a thread each."""

import shapely

from kitchens import field
from pennant.core.document.pattern import Herringbone
from pennant.core.document.settings import Settings
from pennant.core.document.tile import Tile
from pennant.core.geometry.prepared import prepared
from pennant.core.layout.lattice_pieces import lattice_pieces
from pennant.core.layout.patterns.herringbone import herringbone
from pennant.core.search.lattice_clipping import Clipping

LATTICE = herringbone(Tile(length=63, height=21, thickness=8), Herringbone(joint=2, diagonal=True))


def test_a_prepared_shape_is_its_askers_own() -> None:
    """A prepared shape that two threads ask at once brings the process down."""
    shape = shapely.box(0, 0, 3, 2)
    own = prepared(shape)
    assert shapely.is_prepared(own)
    assert own.equals(shape)
    assert not shapely.is_prepared(shape)


def test_laying_and_searching_leave_a_field_unprepared() -> None:
    shared = field(things=["pipe at 20 up 8 dia 2", "outlet at 50 up 9"])
    assert len(lattice_pieces("A", shared, LATTICE, (0.0, 0.0)).pieces) > 500
    assert Clipping(LATTICE, shared, Settings()).judge(0.0, 0.0).cut > 0
    shapes = [shared.tiled, *(keep.polygon for keep in shared.keep_outs)]
    assert len(shapes) > 2
    assert not shapely.is_prepared(shapes).any()
