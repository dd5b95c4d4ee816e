-- Phones that were paired with this machine. Of a phone's secret only a digest is kept.

create table phone (
    id       text primary key,
    name     text not null,
    secret   text not null unique,   -- SHA-256 of what the phone sends, in hex
    jobs     text not null,          -- the jobs that it was given, as a JSON list of ids
    paired   text not null,          -- ISO 8601, UTC
    unpaired text                    -- when it was unpaired; null while it is paired
) strict;
