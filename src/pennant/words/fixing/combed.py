"""Thinset combed on the wall: its cards are those of `words.steps`, written for it."""

from pennant.words.fixing.method_words import MethodWords

STOP = (
    "Stop here for the night at a whole tile: scrape off what is spread past it, wipe the edges "
    "and the joints clean."
)
COMBED = MethodWords(STOP)
