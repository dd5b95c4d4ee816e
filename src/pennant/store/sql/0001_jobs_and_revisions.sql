-- A job is the chain of its revisions; what is current is the head. Revisions are only ever added.
-- Undo moves the head to the parent, redo to the newest child; a change after an undo adds a new
-- child, and the line that was undone stays in the history.

create table job (
    id      text    not null primary key,
    created text    not null,             -- ISO 8601, UTC
    changed text    not null,
    deleted text,                         -- when it was put aside; null while it is in use
    edition integer not null,             -- grows with every move of the head: guards lost updates
    head    integer not null
) strict;

create table revision (
    job_id   text    not null references job (id),
    number   integer not null,            -- 1, 2, 3 ... within the job
    parent   integer,                     -- null for the first
    label    text    not null,            -- what was done, for undo and history
    at       text    not null,
    document text    not null,            -- the whole job file
    primary key (job_id, number),
    foreign key (job_id, parent) references revision (job_id, number)
) strict;

create index revision_by_parent on revision (job_id, parent);
