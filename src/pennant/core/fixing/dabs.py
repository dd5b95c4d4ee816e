"""Construction adhesive in dabs on the back: it holds on sound paint that is scuffed.

A primer for paint gives cement a hold; under dabs it is one layer more that may come off.
"""

from pennant.core.fixing.method import Method

DABS = Method("dabs", "dabs", primes_paint=False)
