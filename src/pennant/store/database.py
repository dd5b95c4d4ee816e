"""The SQLite file: how it is opened, migrated, written and backed up.

One policy for every connection: WAL, synchronous FULL (what is acknowledged survives a power cut),
foreign keys on, writes take the lock at once (BEGIN IMMEDIATE) and wait for it. Each unit of work
opens its own connection, so any thread may call. The file and the folder made for it are its
owner's alone.
"""

import os
import shutil
import sqlite3
import tempfile
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from datetime import UTC, datetime
from importlib import resources
from pathlib import Path
from time import monotonic

from pennant.store.asker import LOOK_EVERY, refuse_if_gone
from pennant.store.turns import NoTurn, Turns

BUSY_SECONDS = 20.0
"""How long a write waits for its turn and for another program to let go of the file, together."""
MOST_WAITING = 12
"""Writes that wait at the same time; each holds a thread, and reads need some of the 40 too."""
OWNER_ONLY_FILE = 0o600
OWNER_ONLY_FOLDER = 0o700


class StoreError(Exception):
    """Anything that SQLite refused. The message names the file and what was being done."""

    def __init__(self, path: Path, doing: str, cause: Exception | str) -> None:
        self.path = path
        super().__init__(f"could not {doing} {path}: {cause}")


class Database:
    """One SQLite file, brought to the newest schema when it is opened.

    Where the file cannot be written (a home on a disk that has become read-only), it is read from a
    private copy made when it was opened, and every write is refused; see ``read_only``.
    """

    def __init__(self, path: Path) -> None:
        self.path = path
        self.read_only = False
        self._file = path
        self._turns = Turns()
        try:
            if _cannot_be_written(path):
                self._open_copy()
            else:
                _private_folder(path.parent)
                _private_file(path)
                self._migrate()
        except (sqlite3.Error, OSError) as error:
            raise StoreError(path, "open", error) from error

    @contextmanager
    def reading(self) -> Iterator[sqlite3.Connection]:
        """Give a connection that sees one unchanging state of the file."""
        with self._transaction(_begin_reading, "read") as connection:
            yield connection

    @contextmanager
    def writing(self) -> Iterator[sqlite3.Connection]:
        """Give a connection whose work is kept whole or not at all.

        Writers of this process take turns in the order in which they came, so that only one of them
        at a time contends with other programs for the file.
        """
        if self.read_only:
            raise StoreError(self.path, "write", "it is on a disk or in a folder that is read-only")
        ends = monotonic() + BUSY_SECONDS
        try:
            with (
                self._turns.taken(BUSY_SECONDS, MOST_WAITING),
                self._transaction(_begin_writing, "write", ends - monotonic()) as connection,
            ):
                refuse_if_gone()
                yield connection
        except NoTurn as error:
            raise StoreError(self.path, "write", f"other writes hold it: {error}") from error

    def backup(self, target: Path) -> None:
        """Copy the file as it stands, while others go on using it; never over an existing file.

        The copy is written beside its place, checked, and renamed when it is whole.
        """
        if target.exists():
            raise StoreError(target, "back up to", FileExistsError("the file exists"))
        beside = target.with_name(f"{target.name}.part")
        try:
            beside.unlink(missing_ok=True)
            _private_file(beside)
            with closing(self._connect()) as here, closing(sqlite3.connect(beside)) as there:
                _refuse_if_damaged(here, self.path)
                here.backup(there)
                there.execute("pragma journal_mode = delete")
                _refuse_if_damaged(there, beside)
            beside.rename(target)
        except (sqlite3.Error, OSError) as error:
            raise StoreError(target, "back up to", error) from error
        finally:
            beside.unlink(missing_ok=True)

    def _connect(self, wait: float = BUSY_SECONDS) -> sqlite3.Connection:
        connection = sqlite3.connect(self._file, isolation_level=None, timeout=max(wait, 0.0))
        connection.row_factory = sqlite3.Row
        connection.execute("pragma journal_mode = wal")
        connection.execute("pragma synchronous = full")
        connection.execute("pragma foreign_keys = on")
        return connection

    @contextmanager
    def _transaction(
        self,
        begin: Callable[[sqlite3.Connection, float], None],
        doing: str,
        wait: float = BUSY_SECONDS,
    ) -> Iterator[sqlite3.Connection]:
        try:
            with closing(self._connect(wait)) as connection:
                begin(connection, wait)
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
        newest = newest_form()
        with closing(self._connect()) as connection:
            has = int(connection.execute("pragma user_version").fetchone()[0])
            if has > newest:
                raise StoreError(
                    self.path,
                    "open",
                    f"it was made by a newer version of Pennant (its form is {has}, this one knows "
                    f"up to {newest}); it is left as it is",
                )
        if 0 < has < newest and not self.read_only:
            self._back_up_before(has)
        with closing(self._connect()) as connection:
            for number, statements in _migrations():
                connection.execute("begin immediate")
                if connection.execute("pragma user_version").fetchone()[0] < number:
                    for statement in statements:
                        connection.execute(statement)
                    connection.execute(f"pragma user_version = {number}")
                connection.execute("commit")

    def _back_up_before(self, form: int) -> None:
        """Copy the file as an older version left it, before it is brought to the newest form."""
        copy = self.path.with_name(f"{self.path.stem}-form-{form}{self.path.suffix}")
        if not copy.exists():  # else an upgrade was broken off: the first copy is the older one
            self.backup(copy)

    def _open_copy(self) -> None:
        """Read from a copy of the file and of what was written to it last (its log)."""
        self.read_only = True
        self._copy = tempfile.TemporaryDirectory(prefix="pennant-")
        self._file = Path(self._copy.name) / self.path.name
        for suffix in ("", "-wal"):
            source = self.path.with_name(self.path.name + suffix)
            if source.exists():
                shutil.copyfile(source, self._file.with_name(self._file.name + suffix))
        self._migrate()


def restore(source: Path, target: Path, *, replace: bool = False) -> Path | None:
    """Bring a backup back as the file of jobs, whole and checked.

    A file that is there is moved aside and its new name returned, and only if ``replace`` says so;
    raise `StoreError` otherwise, and for a source that is no file of jobs, is damaged, or was made
    by a newer version.
    """
    doing = f"restore {source} to"
    if target.exists() and not replace:
        raise StoreError(target, doing, "there are jobs in it; say --replace to put them aside")
    beside = target.with_name(f"{target.name}.part")
    try:
        _private_folder(target.parent)
        beside.unlink(missing_ok=True)
        _private_file(beside)
        with (
            closing(sqlite3.connect(f"{source.absolute().as_uri()}?mode=ro", uri=True)) as here,
            closing(sqlite3.connect(beside)) as there,
        ):
            _refuse_if_damaged(here, source)
            form = here.execute("pragma user_version").fetchone()[0]
            if not 0 < form <= newest_form() or not _holds_jobs(here):
                raise StoreError(source, "restore", "it is no file of jobs that this version reads")
            here.backup(there)
            there.execute("pragma journal_mode = delete")
            _refuse_if_damaged(there, beside)
        aside = _moved_aside(target) if target.exists() else None
        beside.rename(target)
    except (sqlite3.Error, OSError) as error:
        raise StoreError(target, doing, error) from error
    finally:
        beside.unlink(missing_ok=True)
    return aside


def _holds_jobs(connection: sqlite3.Connection) -> bool:
    found = connection.execute("select 1 from sqlite_master where type = 'table' and name = 'job'")
    return found.fetchone() is not None


def _moved_aside(path: Path) -> Path:
    """Move a file to a name that is free; what is in its log is written into it before."""
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("pragma wal_checkpoint(truncate)")
        connection.execute("pragma journal_mode = delete")
    number = 1
    while (aside := path.with_name(f"{path.stem}-replaced-{number}{path.suffix}")).exists():
        number += 1
    path.rename(aside)
    return aside


def newest_form() -> int:
    """Return the number of the newest migration: the form that this version writes."""
    return max(number for number, _ in _migrations())


def now() -> str:
    """Return the time as it is kept: ISO 8601, UTC."""
    return datetime.now(UTC).isoformat(timespec="milliseconds")


def _begin_reading(connection: sqlite3.Connection, _: float) -> None:
    connection.execute("begin")


def _begin_writing(connection: sqlite3.Connection, wait: float) -> None:
    """Take the lock; while another program has it, see whether the write is still wanted."""
    ends = monotonic() + wait
    while True:
        left = ends - monotonic()
        _wait_for_lock(connection, min(LOOK_EVERY, left))
        try:
            connection.execute("begin immediate")
            break
        except sqlite3.OperationalError as error:
            if error.sqlite_errorcode != sqlite3.SQLITE_BUSY or left <= 0:
                raise
            refuse_if_gone()
    _wait_for_lock(connection, wait)


def _wait_for_lock(connection: sqlite3.Connection, seconds: float) -> None:
    connection.execute(f"pragma busy_timeout = {int(1000 * max(seconds, 0.0))}")


def _cannot_be_written(path: Path) -> bool:
    """Whether a file is there, and it or its folder may only be read."""
    return path.exists() and not (os.access(path, os.W_OK) and os.access(path.parent, os.W_OK))


def _private_folder(folder: Path) -> None:
    """Make a folder for its owner alone; one that is there already is left as it is."""
    if not folder.exists():
        folder.mkdir(parents=True, mode=OWNER_ONLY_FOLDER)


def _private_file(path: Path) -> None:
    """Make a file for its owner alone, also one that is there; SQLite's own beside it follow it."""
    os.close(os.open(path, os.O_RDWR | os.O_CREAT, OWNER_ONLY_FILE))
    path.chmod(OWNER_ONLY_FILE)


def _refuse_if_damaged(connection: sqlite3.Connection, path: Path) -> None:
    found = [row[0] for row in connection.execute("pragma quick_check(3)")]
    if found != ["ok"]:
        raise StoreError(path, "copy", f"the file is damaged: {'; '.join(found)}")


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
