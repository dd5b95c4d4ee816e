"""A mat with glue on both faces: it holds at once, so that one grouts the same day.

It leaves nothing in the joints. What a wall is made of is scuffed and primed only where the mat
does not hold on it as it is, and its sheet does not name it (`takes.preparation.only_cleaned`).
"""

from pennant.core.fixing.method import Method

MAT = Method("mat", "mat", skins=False, sets=False, in_joints=False)
