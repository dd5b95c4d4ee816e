"""The SQLite file: how it is opened, migrated, written and backed up.

One policy for every connection: WAL, synchronous FULL (what is acknowledged survives a power cut),
foreign keys on, writes take the lock at once (BEGIN IMMEDIATE) and wait for it. Each unit of work
opens its own connection, so any thread may call.
"""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from importlib import resources
from pathlib import Path

BUSY_MS = 5000
"""How long a write waits for another to finish before it gives up."""


class StoreError(Exception):
    """Anything that SQLite refused. The message names the file and what was being done."""

    def __init__(self, path: Path, doing: str, cause: Exception) -> None:
        self.path = path
        super().__init__(f"could not {doing} {path}: {cause}")


class Database:
    """One SQLite file, brought to the newest schema when it is opened."""

    def __init__(self, path: Path) -> None:
        self.path = path
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
            self._migrate()
        except (sqlite3.Error, OSError) as error:
            raise StoreError(path, "open", error) from error

    @contextmanager
    def reading(self) -> Iterator[sqlite3.Connection]:
        """Give a connection that sees one unchanging state of the file."""
        with self._transaction("begin", "read") as connection:
            yield connection

    @contextmanager
    def writing(self) -> Iterator[sqlite3.Connection]:
        """Give a connection whose work is kept whole or not at all."""
        with self._transaction("begin immediate", "write") as connection:
            yield connection

    def backup(self, target: Path) -> None:
        """Copy the file as it stands, while others go on using it; never over an existing file."""
        if target.exists():
            raise StoreError(target, "back up to", FileExistsError("the file exists"))
        try:
            with closing(self._connect()) as here, closing(sqlite3.connect(target)) as there:
                here.backup(there)
        except sqlite3.Error as error:
            raise StoreError(target, "back up to", error) from error

    def _connect(self) -> sqlite3.Connection:
        connection = sqlite3.connect(self.path, isolation_level=None)
        connection.row_factory = sqlite3.Row
        connection.execute(f"pragma busy_timeout = {BUSY_MS}")
        connection.execute("pragma journal_mode = wal")
        connection.execute("pragma synchronous = full")
        connection.execute("pragma foreign_keys = on")
        return connection

    @contextmanager
    def _transaction(self, begin: str, doing: str) -> Iterator[sqlite3.Connection]:
        try:
            with closing(self._connect()) as connection:
                connection.execute(begin)
                try:
                    yield connection
                except BaseException:
                    connection.execute("rollback")
                    raise
                connection.execute("commit")
        except sqlite3.Error as error:
            raise StoreError(self.path, doing, error) from error

    def _migrate(self) -> None:
        """Run every numbered file that this database has not had, each in one transaction."""
        with closing(self._connect()) as connection:
            for number, statements in _migrations():
                connection.execute("begin immediate")
                if connection.execute("pragma user_version").fetchone()[0] < number:
                    for statement in statements:
                        connection.execute(statement)
                    connection.execute(f"pragma user_version = {number}")
                connection.execute("commit")


def _migrations() -> Iterator[tuple[int, list[str]]]:
    folder = resources.files("pennant.store") / "sql"
    for file in sorted(folder.iterdir(), key=lambda entry: entry.name):
        if file.name.endswith(".sql"):
            yield int(file.name.split("_")[0]), _statements(file.read_text("utf-8"))


def _statements(script: str) -> list[str]:
    """Split at semicolons that end a statement, as SQLite itself judges."""
    found, rest = [], ""
    for line in script.splitlines(keepends=True):
        rest += line
        if sqlite3.complete_statement(rest):
            found.append(rest)
            rest = ""
    return found
