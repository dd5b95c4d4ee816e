"""Results kept: the same value again without the work, and never more than may be held."""

from pennant.core.geometry.kept import kept


class TestKept:
    """What was asked for last is at hand; what is too much is let go, the longest unused first."""

    def setup_method(self) -> None:
        self.asked: list[int] = []

    def twice(self, most: int, at_least: int = 1):
        @kept(most=most, weigh=len, at_least=at_least)
        def double(number: int) -> str:
            self.asked.append(number)
            return "x" * number

        return double

    def test_asked_again_is_not_worked_out_again(self) -> None:
        double = self.twice(most=10)
        assert double(3) is double(3)
        assert self.asked == [3]

    def test_many_small_ones_are_kept_and_one_large_one_drives_them_out(self) -> None:
        double = self.twice(most=10)
        for number in (1, 2, 3, 1, 2, 3):
            double(number)
        assert self.asked == [1, 2, 3]
        double(10)
        double(3)
        assert self.asked == [1, 2, 3, 10, 3]

    def test_the_longest_unused_goes_first(self) -> None:
        double = self.twice(most=9)
        for number in (4, 5, 4, 2, 4, 5):
            double(number)
        assert self.asked == [4, 5, 2, 5]

    def test_so_many_are_kept_whatever_they_weigh(self) -> None:
        double = self.twice(most=1, at_least=2)
        for number in (7, 8, 7, 8, 9, 7):
            double(number)
        assert self.asked == [7, 8, 9, 7]

    def test_what_is_forgotten_is_worked_out_again(self) -> None:
        double = self.twice(most=10)
        double(3)
        double.forget()
        double(3)
        assert self.asked == [3, 3]
        # What was let go of does not count any more: ten fit, and no eleventh.
        for number in (7, 3, 7, 1, 3):
            double(number)
        assert self.asked == [3, 3, 7, 1, 3]

    def test_what_is_known_is_told_without_any_work(self) -> None:
        double = self.twice(most=10)
        assert double.known(3) is None
        double(3)
        assert double.known(3) == "xxx"
        double.remember("yy", 2)
        assert double(2) == "yy"
        assert self.asked == [3]

    def test_what_weighs_nothing_takes_a_place_all_the_same(self) -> None:
        nothing = kept(most=2, weigh=lambda _: 0)(self.asked_for)
        for number in (1, 2, 1, 3, 1, 2):
            nothing(number)
        assert self.asked == [1, 2, 3, 2]

    def test_the_last_one_is_kept_even_if_it_weighs_too_much(self) -> None:
        double = self.twice(most=1)
        for number in (5, 5, 6, 5):
            double(number)
        assert self.asked == [5, 6, 5]

    def asked_for(self, number: int) -> int:
        self.asked.append(number)
        return number
