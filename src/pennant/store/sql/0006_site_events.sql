-- What was done on site. Each event holds the revision it was made on and the piece as it was then,
-- because later plans number pieces otherwise: a code alone would come to stand for another piece.
-- The older table of notes stays as it is; each of its rows is copied here once, by the planner.

create table site_event (
    id         integer primary key,
    job_id     text    not null references job (id),
    key        text    not null,          -- made by who noted it: an event sent twice is one
    at         text    not null,          -- ISO 8601, UTC
    piece      text    not null,          -- its code in the plan of the revision
    event      text    not null check (event in ('cut', 'set', 'broken', 'taken back')),
    revision   integer not null,
    outline    text,                      -- surface and outline as JSON; null where that plan has none
    cut_from   text,                      -- the tile it was cut from as JSON: place, partners, offcuts
    takes_back integer references site_event (id),  -- the event that a taken-back takes back
    noted      integer unique references noted (id),  -- the older note that it is a copy of
    unique (job_id, key),
    foreign key (job_id, revision) references revision (job_id, number)
) strict;

create index site_event_by_job on site_event (job_id, id);

create trigger site_event_stays before update on site_event
begin
    select raise(abort, 'the site record is only ever added to');
end;

create trigger site_event_is_kept before delete on site_event
begin
    select raise(abort, 'the site record is only ever added to');
end;
