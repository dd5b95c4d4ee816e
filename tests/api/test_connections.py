"""A connection that asks for nothing is dropped; one that asks is answered."""

import socket
from collections.abc import Iterator

import pytest

from on_a_port import on_a_port
from pennant.api import connections


async def app(scope: dict, receive: object, send) -> None:
    assert scope["type"] == "http"
    await send({"type": "http.response.start", "status": 204, "headers": []})
    await send({"type": "http.response.body", "body": b""})


@pytest.fixture
def port(monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    monkeypatch.setattr(connections, "SLOW_SECONDS", 0.2)
    with on_a_port(app, http=connections.PromptProtocol) as port:
        yield port


class TestSlow:
    """How long one waits for a request's head."""

    def test_one_that_says_nothing_is_dropped(self, port: int) -> None:
        with socket.create_connection(("127.0.0.1", port), timeout=10) as connection:
            connection.sendall(b"GET / HTTP/1.1\r\nhost: loc")
            assert connection.recv(100) == b""

    def test_one_that_asked_and_then_never_ends_its_head_is_dropped(self, port: int) -> None:
        with socket.create_connection(("127.0.0.1", port), timeout=10) as connection:
            connection.sendall(b"GET / HTTP/1.1\r\nhost: localhost\r\n\r\n")
            assert connection.recv(100).startswith(b"HTTP/1.1 204")
            connection.sendall(b"GET / HTTP/1.1\r\nx-slow: 1\r\n")
            assert connection.recv(100) == b""

    def test_one_that_asks_is_answered(self, port: int) -> None:
        with socket.create_connection(("127.0.0.1", port), timeout=10) as connection:
            connection.sendall(b"GET / HTTP/1.1\r\nhost: localhost\r\n\r\n")
            assert connection.recv(100).startswith(b"HTTP/1.1 204")


class TestCounted:
    """Only so many connections of an address, and in all; a closed one makes room."""

    @pytest.fixture
    def listening(self, monkeypatch: pytest.MonkeyPatch) -> Iterator[socket.socket]:
        monkeypatch.setattr(connections, "MOST_OF_AN_ADDRESS", 2)
        made = connections.CountedSocket.of(socket.create_server(("127.0.0.1", 0)))
        with made:
            yield made

    def test_one_too_many_is_closed_and_room_is_made_by_closing(
        self, listening: socket.socket
    ) -> None:
        there = listening.getsockname()
        with (
            socket.create_connection(there),
            socket.create_connection(there),
            socket.create_connection(there, timeout=10) as third,
        ):
            first, _ = listening.accept()
            second, _ = listening.accept()
            with pytest.raises(BlockingIOError):
                listening.accept()
            assert third.recv(1) == b""
            first.close()
            with socket.create_connection(there):
                listening.accept()[0].close()
            second.close()
