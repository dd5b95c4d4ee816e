"""Results kept for the next call, bounded by how much they hold and not only by how many they are.

A plan of a thousand chips takes as much memory as a dozen plans of a usual wall; counting results
would let a few large jobs fill the machine.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import update_wrapper
from threading import Lock
from typing import Any, Generic, ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")


T = TypeVar("T")


class Same(Generic[T]):
    """A value as an argument of a kept function that is known by being the very same one.

    For what is large and is itself kept: looking through a thousand pieces to see whether they are
    equal would take as long as what is saved.
    """

    __slots__ = ("it",)

    def __init__(self, it: T) -> None:
        self.it = it

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.it is self.it

    def __hash__(self) -> int:
        return id(self.it)


class Kept(Generic[P, R]):
    """A function that keeps its last results; see `kept`."""

    def __init__(
        self, function: Callable[P, R], most: int, weigh: Callable[[R], int], at_least: int
    ) -> None:
        self._function, self._most, self._weigh, self._at_least = function, most, weigh, at_least
        self._held: OrderedDict[Hashable, tuple[R, int]] = OrderedDict()
        self._total = 0
        self._lock = Lock()
        update_wrapper(self, function)

    def __call__(self, *args: P.args, **kwargs: P.kwargs) -> R:
        """Return what was kept for these arguments, or what the function returns now."""
        key = _key(args, kwargs)
        with self._lock:
            found = self._held.get(key)
            if found is not None:
                self._held.move_to_end(key)
                return found[0]
        result = self._function(*args, **kwargs)
        self._keep(key, result)
        return result

    def _keep(self, key: Hashable, result: R) -> None:
        weight = max(1, self._weigh(result))
        with self._lock:
            if key not in self._held:
                self._held[key] = (result, weight)
                self._total += weight
            while self._total > self._most and len(self._held) > self._at_least:
                self._total -= self._held.popitem(last=False)[1][1]

    def known(self, *args: P.args, **kwargs: P.kwargs) -> R | None:
        """Return what was kept for these arguments, None where nothing was; work nothing out."""
        with self._lock:
            found = self._held.get(_key(args, kwargs))
        return found[0] if found is not None else None

    def remember(self, result: R, *args: P.args, **kwargs: P.kwargs) -> None:
        """Keep what another process found that the function returns for these arguments."""
        self._keep(_key(args, kwargs), result)

    def forget(self) -> None:
        """Let go of every result."""
        with self._lock:
            self._held.clear()
            self._total = 0


def _key(args: tuple[Any, ...], kwargs: dict[str, Any]) -> Hashable:
    return args, tuple(sorted(kwargs.items()))


def kept(
    most: int, weigh: Callable[[R], int], at_least: int = 1
) -> Callable[[Callable[P, R]], Kept[P, R]]:
    """Return a decorator that keeps a function's last results, the longest unused let go first.

    Results are kept while their weights, each ``weigh(result)`` or more than nothing, come to no
    more than ``most``; the ``at_least`` last used are kept whatever they weigh. The function must
    depend on its arguments alone, and they must be hashable.
    """
    return lambda function: Kept(function, most, weigh, at_least)
