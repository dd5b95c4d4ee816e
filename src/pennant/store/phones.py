"""Phones that were paired, and the jobs that each was given."""

import hashlib
import json
import secrets
import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass

from pennant.store.database import Database, now


@dataclass(frozen=True)
class Phone:
    """A paired phone; ``paired`` is when (ISO 8601, UTC), ``jobs`` are ids."""

    id: str
    name: str
    jobs: tuple[str, ...]
    paired: str


class PhoneNotFound(LookupError):
    """There is no such phone, or it is unpaired already."""


class Phones:
    """The phones in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def paired(self) -> list[Phone]:
        """Return the phones that are paired, the last first."""
        with self.database.reading() as db:
            rows = db.execute("select * from phone where unpaired is null order by paired desc, id")
            return [_phone(row) for row in rows]

    def pair(
        self, name: str, secret: str, jobs: Sequence[str], instead_of: Phone | None = None
    ) -> Phone:
        """Keep a new phone, which will send the secret with all it asks; another ends with it."""
        phone = Phone(secrets.token_hex(6), name, tuple(jobs), now())
        with self.database.writing() as db:
            if instead_of is not None:
                db.execute(
                    "update phone set unpaired = ? where id = ? and unpaired is null",
                    (phone.paired, instead_of.id),
                )
            db.execute(
                "insert into phone (id, name, secret, jobs, paired) values (?, ?, ?, ?, ?)",
                (phone.id, name, _digest(secret), json.dumps(list(jobs)), phone.paired),
            )
        return phone

    def by_secret(self, secret: str) -> Phone | None:
        """Return the paired phone that has a secret; None for any other."""
        with self.database.reading() as db:
            row = db.execute(
                "select * from phone where secret = ? and unpaired is null", (_digest(secret),)
            ).fetchone()
        return _phone(row) if row else None

    def unpair(self, id_: str) -> None:
        """Let a phone see nothing more, from now on; raise `PhoneNotFound`."""
        with self.database.writing() as db:
            done = db.execute(
                "update phone set unpaired = ? where id = ? and unpaired is null", (now(), id_)
            )
            if done.rowcount == 0:
                raise PhoneNotFound(f"there is no paired phone {id_!r}")


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def _phone(row: sqlite3.Row) -> Phone:
    return Phone(row["id"], row["name"], tuple(json.loads(row["jobs"])), row["paired"])
