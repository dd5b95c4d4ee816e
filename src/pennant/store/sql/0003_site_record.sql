-- What was done on site, piece by piece: only ever added to. What was noted by mistake is noted as
-- taken back, so that the record shows both.

create table noted (
    id     integer primary key,
    job_id text    not null references job (id),
    key    text    not null unique,       -- made by who noted it: a note sent twice is one
    at     text    not null,              -- ISO 8601, UTC
    piece  text    not null,
    event  text    not null check (event in ('cut', 'set', 'broken', 'taken back'))
) strict;

create index noted_by_job on noted (job_id, id);

create trigger noted_stays before update on noted
begin
    select raise(abort, 'the site record is only ever added to');
end;

create trigger noted_is_kept before delete on noted
begin
    select raise(abort, 'the site record is only ever added to');
end;
