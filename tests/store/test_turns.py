"""Writers take turns in the order in which they came."""

import threading

import pytest

from pennant.store.asker import HAS_GONE, Gone
from pennant.store.turns import NoTurn, Turns


class TestTurns:
    """First come, first served; one at a time."""

    def test_in_the_order_in_which_they_came(self) -> None:
        turns, order, threads = Turns(), [], []
        looked = threading.Event()

        def take(number: int) -> None:
            with turns.taken(60, 9):
                order.append(number)

        with turns.taken(60, 9):
            for number in range(5):
                thread = threading.Thread(target=take, args=(number,))
                thread.start()
                threads.append(thread)
                while len(turns._waiting) <= number:  # until it stands in the line
                    looked.wait(0.001)
            assert order == []
        for thread in threads:
            thread.join()
        assert order == [0, 1, 2, 3, 4]

    def test_is_free_again_after_a_failure(self) -> None:
        turns, taken = Turns(), 0
        for _ in range(2):
            with pytest.raises(ValueError, match="fails"), turns.taken(60, 9):
                raise ValueError("fails")
        with turns.taken(60, 9):
            taken += 1
        assert taken == 1

    def test_who_waits_too_long_leaves_the_line(self) -> None:
        turns = Turns()
        late = pytest.raises(NoTurn, match="took more than")
        with turns.taken(60, 9), late, turns.taken(0.01, 9):
            pass
        with turns.taken(60, 9):
            assert not turns._waiting

    def test_who_has_gone_leaves_the_line(self) -> None:
        turns = Turns()
        token = HAS_GONE.set(lambda: True)
        try:
            with turns.taken(60, 9), pytest.raises(Gone), turns.taken(60, 9):
                pass
        finally:
            HAS_GONE.reset(token)
        with turns.taken(60, 9):
            assert not turns._waiting

    def test_a_line_that_is_full_is_said_at_once(self) -> None:
        turns = Turns()
        with turns.taken(60, 0), pytest.raises(NoTurn, match="wait already"), turns.taken(60, 0):
            pass
