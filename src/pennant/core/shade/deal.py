"""Shades dealt tile by tile: no large patch, nothing that repeats, each square metre its share.

How good a deal is, is one number (`cost_of`): pieces of a patch beyond the most alike count most,
then steps at which nearly all pairs are alike, then square metres that lack their share. Of small
walls every way is tried; on others tiles are exchanged as long as that makes it better, from
several first deals, so many exchanges and no more: the same boxes are always dealt alike.
"""

import math
from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from heapq import nsmallest

from pennant.core.shade.wall_tiles import TilesToDeal

PATCH = 100
"""What each piece of a patch beyond the most alike counts."""
REPEATED = 30
"""What a step at which the eye can follow a shade counts."""
ALIKE_AT_A_STEP = 0.8
"""Of the pairs at one step: so many alike are seen as a pattern, as a chequerboard or stripes."""
TRIED_WHOLE = 20_000
"""Ways of dealing a small wall that are all tried."""
EXCHANGES = 6_000
"""Exchanges of two tiles that are tried from each first deal."""
PARTNERS = 12
"""Tiles that each is tried to change places with, the most promising."""
FIRST_DEALS = 3
"""Deals that exchanging begins from, each by turns that begin with another shade."""


@dataclass(frozen=True)
class Dealt:
    """A shade (its number) for each tile. ``patches`` are the sizes of those that are too large.

    ``repeats`` are steps at which a shade can be followed, ``short`` how many tiles square metres
    lack of a shade. ``whole`` says that every way was tried.
    """

    shades: tuple[int, ...]
    cost: int
    patches: tuple[int, ...]
    repeats: int
    short: int
    whole: bool


def counts_to_use(tiles: int, there: Sequence[int]) -> list[int]:
    """Return how many tiles of each shade are used: by what there is of each, rounded to whole.

    ``there`` must hold at least as many as there are ``tiles``.
    """
    total = sum(there)
    shares = [tiles * one / total for one in there]
    used = [math.floor(one) for one in shares]
    by_rest = sorted(range(len(there)), key=lambda n: (used[n] - shares[n], n))
    for n in by_rest[: tiles - sum(used)]:
        used[n] += 1
    return used


def dealt(
    wall: TilesToDeal, used: Sequence[int], most_alike: int, stays: Mapping[int, int]
) -> Dealt:
    """Return the best deal found: as many tiles of each shade as are ``used``.

    ``stays`` are the tiles that are set, with their shades; they are among those used.
    """
    dealing = _Dealing(wall, most_alike)
    free = [n for n in range(len(wall.tiles)) if n not in stays]
    left = list(used)
    for shade in stays.values():
        left[shade] -= 1
    ways = _ways(left)
    if ways <= TRIED_WHOLE:
        best = min(
            (dealing.with_free(free, order, stays) for order in _every(left)),
            key=lambda shades: (dealing.cost(shades), shades),
        )
        return dealing.deal(best, whole=True)
    tried = [
        dealing.exchanged(dealing.with_free(free, _rotation(left, first), stays), free)
        for first in range(FIRST_DEALS)
    ]
    best = min(tried, key=lambda shades: (dealing.cost(shades), shades))
    return dealing.deal(best, whole=False)


def _ways(left: Sequence[int]) -> int:
    """In how many ways so many of each shade can be dealt."""
    ways, total = 1, sum(left)
    for one in left:
        ways *= math.comb(total, one)
        total -= one
    return ways


def _every(left: Sequence[int]) -> Iterator[tuple[int, ...]]:
    """Every order of so many of each shade, from the lowest numbers on.

    The next one raises the last shade that can be, and has the least order after it.
    """
    order = [shade for shade, count in enumerate(left) for _ in range(count)]
    while True:
        yield tuple(order)
        turn = next((n for n in range(len(order) - 2, -1, -1) if order[n] < order[n + 1]), None)
        if turn is None:
            return
        higher = next(n for n in range(len(order) - 1, turn, -1) if order[n] > order[turn])
        order[turn], order[higher] = order[higher], order[turn]
        order[turn + 1 :] = reversed(order[turn + 1 :])


def by_turns(counts: Sequence[int]) -> list[int]:
    """Return numbers by turns, each as often as it counts and as evenly as that can be: whoever
    lags furthest behind its share comes next.
    """
    total, given = sum(counts), [0] * len(counts)
    found = []
    for n in range(total):
        lag = [many * (n + 1) / total - had for many, had in zip(counts, given, strict=True)]
        turn = max(range(len(counts)), key=lambda one: (lag[one], -one))
        given[turn] += 1
        found.append(turn)
    return found


def _rotation(left: Sequence[int], first: int) -> list[int]:
    """A first deal: shades by turns as evenly as their numbers allow, each beginning elsewhere, and
    every few tiles out of turn, so that no stripes come of it.
    """
    total = sum(left)
    given = [0] * len(left)
    found: list[int] = []
    for n in range(total):
        lacks = [
            (left[s] * (n + 1) / total - given[s], -((s + first) % len(left)))
            if given[s] < left[s]
            else (-math.inf, 0)
            for s in range(len(left))
        ]
        ranked = sorted(range(len(left)), key=lambda s: lacks[s], reverse=True)
        out_of_turn = (n * (7 + 2 * first) + n // 5) % 4 == 3 and lacks[ranked[1]][0] > -1.5
        shade = ranked[1] if out_of_turn and given[ranked[1]] < left[ranked[1]] else ranked[0]
        given[shade] += 1
        found.append(shade)
    return found


class _Dealing:
    """Judges deals of one wall."""

    def __init__(self, wall: TilesToDeal, most_alike: int) -> None:
        self.wall, self.most = wall, most_alike
        self.of_window = [[] for _ in wall.tiles]  # type: list[list[int]]
        for number, window in enumerate(wall.windows):
            for tile in window:
                self.of_window[tile].append(number)
        self.of_step = [[] for _ in wall.tiles]  # type: list[list[tuple[int, int]]]
        for number, pairs in enumerate(wall.steps):
            for a, b in pairs:
                self.of_step[a].append((number, b))
                self.of_step[b].append((number, a))

    def with_free(
        self, free: Sequence[int], order: Sequence[int], stays: Mapping[int, int]
    ) -> list[int]:
        """The shades of all tiles: those that stay, and the others in an order."""
        shades = [0] * len(self.wall.tiles)
        for tile, shade in stays.items():
            shades[tile] = shade
        for tile, shade in zip(free, order, strict=True):
            shades[tile] = shade
        return shades

    def cost(self, shades: Sequence[int]) -> int:
        """What a deal is worth; the less the better."""
        patches = sum(size - self.most for size in self.patches(shades))
        return PATCH * patches + REPEATED * self.repeats(shades) + self.short(shades)

    def deal(self, shades: Sequence[int], *, whole: bool) -> Dealt:
        """A deal with what is wrong with it."""
        return Dealt(
            tuple(shades),
            self.cost(shades),
            tuple(sorted(self.patches(shades), reverse=True)),
            self.repeats(shades),
            self.short(shades),
            whole,
        )

    def patches(self, shades: Sequence[int]) -> list[int]:
        """The sizes of patches larger than the most alike."""
        seen: set[int] = set()
        found = []
        for tile in range(len(shades)):
            if tile not in seen:
                patch = self.patch(tile, shades)
                seen |= patch
                found.append(len(patch))
        return [size for size in found if size > self.most]

    def patch(self, tile: int, shades: Sequence[int]) -> set[int]:
        """Return the tiles of one shade that hang together with a tile."""
        found, edge = {tile}, [tile]
        while edge:
            for other in self.wall.beside[edge.pop()]:
                if other not in found and shades[other] == shades[tile]:
                    found.add(other)
                    edge.append(other)
        return found

    def repeats(self, shades: Sequence[int]) -> int:
        """Steps at which nearly all pairs are alike."""
        return sum(
            sum(shades[a] == shades[b] for a, b in pairs) >= ALIKE_AT_A_STEP * len(pairs)
            for pairs in self.wall.steps
        )

    def short(self, shades: Sequence[int]) -> int:
        """Tiles that square metres have too many of a shade, beyond one: others lack them."""
        share = Counter(shades)
        return sum(self._short_in(window, shades, share) for window in self.wall.windows)

    def _short_in(
        self, window: Sequence[int], shades: Sequence[int], share: Mapping[int, int]
    ) -> int:
        here = Counter(shades[tile] for tile in window)
        each = len(window) / len(shades)
        return sum(max(0, math.floor(here[s] - many * each)) for s, many in share.items())

    def exchanged(self, shades: list[int], free: Sequence[int]) -> list[int]:
        """Exchange two free tiles as long as that makes the deal better."""
        state = _State(self, shades)
        tries, many = 0, min(PARTNERS, len(free))
        while tries < EXCHANGES:
            better = False
            for tile in self._worth_moving(shades, free):
                for other in self._partners(tile, shades, free, many):
                    tries += 1
                    if state.exchange_if_better(tile, other):
                        better = True
                        break
                if tries >= EXCHANGES:
                    return shades
            # Every round either betters the deal, which it can only so often, or widens the choice
            # once, from the most promising partners to all; a round that does neither is the last.
            if not better and many == len(free):
                break
            many = min(PARTNERS, len(free)) if better else len(free)
        return shades

    def _partners(
        self, tile: int, shades: Sequence[int], free: Sequence[int], many: int
    ) -> list[int]:
        """Tiles of another shade that a tile could change places with: there it has the fewest of
        its own beside it, and it makes room for one that has few where it lay.
        """
        own = shades[tile]

        def crowd(other: int) -> tuple[int, int]:
            there = sum(shades[n] == own for n in self.wall.beside[other] if n != tile)
            here = sum(shades[n] == shades[other] for n in self.wall.beside[tile] if n != other)
            return there + here, other

        return nsmallest(many, (n for n in free if shades[n] != own), key=crowd)

    def _worth_moving(self, shades: Sequence[int], free: Sequence[int]) -> list[int]:
        """Free tiles in patches that are too large first, then those of crowded square metres."""
        large: set[int] = set()
        for tile in range(len(shades)):
            if tile not in large:
                patch = self.patch(tile, shades)
                if len(patch) > self.most:
                    large |= patch
        share = Counter(shades)
        crowded = {
            tile
            for window in self.wall.windows
            if self._short_in(window, shades, share)
            for tile in window
        }
        followed = {
            tile
            for pairs in self.wall.steps
            if sum(shades[a] == shades[b] for a, b in pairs) >= ALIKE_AT_A_STEP * len(pairs)
            for pair in pairs
            for tile in pair
        }
        return [n for n in free if n in large] + [
            n for n in free if n not in large and (n in followed or n in crowded)
        ]


class _State:
    """A deal as it is being exchanged: how many pairs are alike, and what each window holds."""

    def __init__(self, dealing: _Dealing, shades: list[int]) -> None:
        self.dealing, self.shades = dealing, shades
        wall = dealing.wall
        self.share = Counter(shades)
        self.alike = [sum(shades[a] == shades[b] for a, b in pairs) for pairs in wall.steps]
        self.held = [Counter(shades[tile] for tile in window) for window in wall.windows]

    def exchange_if_better(self, tile: int, other: int) -> bool:
        """Exchange two tiles of different shades where the deal is then better."""
        gain = self._patches(tile, other)
        self._swap(tile, other)
        gain -= self._patches(tile, other)
        steps = self._steps(tile, other)
        gain += sum(self._followed(n) - self._followed(n, by) for n, by in steps.items())
        windows = self._windows(tile, other)
        gain += sum(
            self._short(n) - self._short(n, self.shades[tile], self.shades[other], sign)
            for n, sign in windows
        )
        if gain <= 0:
            self._swap(tile, other)
            return False
        for number, by in steps.items():
            self.alike[number] += by
        for number, sign in windows:
            self.held[number][self.shades[tile]] += sign
            self.held[number][self.shades[other]] -= sign
        return True

    def _swap(self, tile: int, other: int) -> None:
        shades = self.shades
        shades[tile], shades[other] = shades[other], shades[tile]

    def _patches(self, tile: int, other: int) -> int:
        """What the patches around two tiles count."""
        seen: set[int] = set()
        cost, beside = 0, self.dealing.wall.beside
        for one in (tile, other, *beside[tile], *beside[other]):
            if one not in seen:
                patch = self.dealing.patch(one, self.shades)
                seen |= patch
                cost += PATCH * max(0, len(patch) - self.dealing.most)
        return cost

    def _steps(self, tile: int, other: int) -> dict[int, int]:
        """By how much the pairs alike at each step change; the two are exchanged already."""
        found: dict[int, int] = defaultdict(int)
        shades = self.shades
        for one, before in ((tile, shades[other]), (other, shades[tile])):
            for number, beside in self.dealing.of_step[one]:
                if beside not in (tile, other):
                    found[number] += (shades[beside] == shades[one]) - (shades[beside] == before)
        return found

    def _followed(self, number: int, by: int = 0) -> int:
        pairs = self.dealing.wall.steps[number]
        return REPEATED * (self.alike[number] + by >= ALIKE_AT_A_STEP * len(pairs))

    def _windows(self, tile: int, other: int) -> list[tuple[int, int]]:
        """Windows that hold one of two tiles alone: +1 where it is the first, -1 the second."""
        mine, its = set(self.dealing.of_window[tile]), set(self.dealing.of_window[other])
        return [*((n, 1) for n in sorted(mine - its)), *((n, -1) for n in sorted(its - mine))]

    def _short(self, number: int, gets: int = -1, gives: int = -1, sign: int = 0) -> int:
        """What a window has too many of, with one more of a shade and one less of another."""
        held, size = self.held[number], len(self.dealing.wall.windows[number])
        each = size / len(self.shades)
        return sum(
            max(0, math.floor(held[s] + sign * ((s == gets) - (s == gives)) - many * each))
            for s, many in self.share.items()
        )


def cost_of(wall: TilesToDeal, shades: Sequence[int], most_alike: int) -> int:
    """Return what a deal is worth by the measure above; the less the better."""
    return _Dealing(wall, most_alike).cost(shades)


def judged(wall: TilesToDeal, shades: Sequence[int], most_alike: int) -> Dealt:
    """Return a deal that was made otherwise, with what is wrong with it."""
    return _Dealing(wall, most_alike).deal(shades, whole=False)
