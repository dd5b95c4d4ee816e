"""Results kept for the next call, bounded by how much they hold and not only by how many they are.

A plan of a thousand chips takes as much memory as a dozen plans of a usual wall; counting results
would let a few large jobs fill the machine.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import wraps
from threading import Lock
from typing import ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")


def kept(
    most: int, weigh: Callable[[R], int], at_least: int = 1
) -> Callable[[Callable[P, R]], Callable[P, R]]:
    """Return a decorator that keeps a function's last results, the longest unused let go first.

    Results are kept while their weights, each ``weigh(result)`` or more than nothing, come to no
    more than ``most``; the ``at_least`` last used are kept whatever they weigh. The function must
    depend on its arguments alone, and they must be hashable.
    """

    def around(function: Callable[P, R]) -> Callable[P, R]:
        held: OrderedDict[Hashable, tuple[R, int]] = OrderedDict()
        lock = Lock()
        total = 0

        @wraps(function)
        def called(*args: P.args, **kwargs: P.kwargs) -> R:
            nonlocal total
            key = (args, tuple(sorted(kwargs.items())))
            with lock:
                found = held.get(key)
                if found is not None:
                    held.move_to_end(key)
                    return found[0]
            result = function(*args, **kwargs)
            weight = max(1, weigh(result))
            with lock:
                if key not in held:
                    held[key] = (result, weight)
                    total += weight
                while total > most and len(held) > at_least:
                    total -= held.popitem(last=False)[1][1]
            return result

        return called

    return around
