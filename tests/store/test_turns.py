"""Writers take turns in the order in which they came."""

import threading

import pytest

from pennant.store.turns import Turns


class TestTurns:
    """First come, first served; one at a time."""

    def test_in_the_order_in_which_they_came(self) -> None:
        turns, order, threads = Turns(), [], []
        looked = threading.Event()

        def take(number: int) -> None:
            with turns.taken():
                order.append(number)

        with turns.taken():
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
            with pytest.raises(ValueError, match="fails"), turns.taken():
                raise ValueError("fails")
        with turns.taken():
            taken += 1
        assert taken == 1
