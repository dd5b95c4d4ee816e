"""The supplier: what it answers, and what is made of a slow, closed or senseless one."""

import contextlib
import socket
import threading
from collections.abc import Iterator
from contextlib import contextmanager

import pytest

from kitchens import demo
from pennant.core.document.job import Job
from pennant.core.document.offer import Answer, Lot, Offer
from pennant.core.document.shelf import EXAMPLES
from pennant.core.plan import plan
from pennant.supplier.link import ask
from pennant.supplier.moods import Mood
from pennant.supplier.simulator import Supplier
from pennant.words.orders import OrderLine, checked


@contextmanager
def supplier(mood: Mood = "well") -> Iterator[int]:
    """A simulated supplier on a port of its own."""
    server = Supplier(0, mood)
    server.start()
    try:
        yield server.port
    finally:
        server.stop()


class TestAsking:
    """Every state is an answer; asking never fails."""

    def test_well(self) -> None:
        grout = EXAMPLES.grout[0]
        with supplier() as port:
            answer = ask(grout.name, port)
        assert answer.state == "answered"
        assert answer.offer is not None
        assert answer.offer.price == grout.price
        assert answer.offer.lots

    def test_not_carried(self) -> None:
        with supplier() as port:
            assert ask("Nothing of the kind & more", port).state == "not carried"

    def test_slow(self) -> None:
        with supplier("slow") as port:
            assert ask(EXAMPLES.grout[0].name, port, patience=0.05).state == "slow"

    @pytest.mark.parametrize(
        ("mood", "state"), [("out of order", "down"), ("nonsense", "nonsense")]
    )
    def test_out_of_sorts(self, mood: Mood, state: str) -> None:
        with supplier(mood) as port:
            assert ask(EXAMPLES.grout[0].name, port).state == state

    def test_nobody_there(self) -> None:
        with supplier() as port:
            pass
        assert ask(EXAMPLES.grout[0].name, port).state == "down"


def job() -> Job:
    """A kitchen with products chosen."""
    products = {"grout": EXAMPLES.grout[0], "adhesive": EXAMPLES.adhesive[0]}
    one = demo("Fennel Row")
    return one.model_copy(update={"products": one.products.model_copy(update=products)})


def order(
    lots: list[int], pack: float | None = None, lot: str = "", **in_hand: float
) -> dict[str, OrderLine]:
    """The order's lines by id, from a supplier with so many packs in each of its lots."""
    one = job()
    tile = one.tile.model_copy(update={"lot": lot})
    one = one.model_copy(update={"in_hand": in_hand, "tile": tile})

    def answer(name: str) -> Answer:
        found = tuple(Lot(lot=f"L{n}", packs=packs) for n, packs in enumerate(lots))
        offer = Offer(name=name, price=1.0, lots=found, pack=pack)
        return Answer(state="answered", offer=offer)

    return {line.id: line for line in checked(one, plan(one), answer)}


class TestOrder:
    """Boxes of one lot; what is short is said, by how much."""

    def test_enough_in_one_lot(self) -> None:
        assert order([40])["boxes"].fine

    def test_short_of_one_box_in_this_lot(self) -> None:
        wanted = order([40])["boxes"].wanted
        line = order([wanted - 1, 5])["boxes"]
        assert not line.fine
        assert line.says.startswith("short of 1 in one lot")

    def test_adhesive_may_be_of_several_lots(self) -> None:
        assert order([1, 1, 1])["adhesive"].fine

    def test_of_the_lot_that_was_asked_for(self) -> None:
        assert order([40, 40], lot="L1")["boxes"].says.endswith("of lot L1 can be had")
        line = order([40], lot="L7")["boxes"]
        assert not line.fine
        assert "0 of lot L7" in line.says

    def test_a_pack_of_another_size_is_said(self) -> None:
        assert order([40], pack=9.5)["adhesive"].fine
        line = order([40], pack=8)["adhesive"]
        assert not line.fine
        assert "in packs of 8, where the sheet says 9.5" in line.says

    def test_out_of_stock(self) -> None:
        assert "only 0 in stock" in order([])["adhesive"].says

    def test_what_is_in_hand_is_not_asked_for(self) -> None:
        assert "adhesive" not in order([9], adhesive=99)

    def test_a_supplier_that_cannot_be_reached_is_asked_once(self) -> None:
        asked: list[str] = []

        def nobody(name: str) -> Answer:
            asked.append(name)
            return Answer(state="down")

        lines = list(checked(job(), plan(job()), nobody))
        assert len(asked) == 1
        assert len(lines) > 1
        assert {line.state for line in lines} == {"down"}


class TestHostile:
    """An answer that never ends, or nests without end, costs no more than one's patience."""

    def answered(self, pieces: Iterator[bytes]) -> Answer:
        listening = socket.create_server(("127.0.0.1", 0))

        def drip() -> None:
            connection, _ = listening.accept()
            with connection, contextlib.suppress(OSError):
                connection.recv(4096)
                for piece in pieces:
                    connection.sendall(piece)

        with listening:
            thread = threading.Thread(target=drip)
            thread.start()
            answer = ask("Heron", listening.getsockname()[1], patience=0.3)
            thread.join()
        return answer

    def test_one_that_drips(self) -> None:
        def drops() -> Iterator[bytes]:
            yield b"HTTP/1.1 200 OK\r\ncontent-length: 90000\r\n\r\n"
            while True:
                threading.Event().wait(0.02)
                yield b" "

        assert self.answered(drops()).state == "slow"

    def test_one_that_nests(self) -> None:
        body = b"[" * 90_000
        head = b"HTTP/1.1 200 OK\r\ncontent-length: 90000\r\n\r\n"
        assert self.answered(iter([head, body])).state == "nonsense"
