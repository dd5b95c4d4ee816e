-- Everything noted on site, not only about pieces: batches, sections, steps, boxes, readings,
-- photographs, remarks. What was said is kept as it was said, and beside it what it was about, as
-- that was then. Only ever added to. The table of events about pieces stays as it is; its rows are
-- copied, with their numbers.

create table site_entry (
    id         integer primary key,
    job_id     text    not null references job (id),
    key        text    not null,          -- made by who noted it: an entry sent twice is one
    at         text    not null,          -- ISO 8601, UTC: when it was kept
    said_at    text,                      -- when it was noted, put right by the server's clock
    clock      text,                      -- the same as the clock of who noted it had it
    kind       text    not null,          -- pieces, batch, section, step, box, reading ...
    said       text    not null,          -- what was said, as JSON
    was        text    not null,          -- the pieces as they were then, as JSON
    revision   integer not null,
    takes_back integer references site_entry (id),  -- the entry that a taken-back takes back
    noted      integer unique references noted (id),  -- the older note that it is a copy of
    unique (job_id, key),
    foreign key (job_id, revision) references revision (job_id, number)
) strict;

create index site_entry_by_job on site_entry (job_id, id);

insert into site_entry (id, job_id, key, at, kind, said, was, revision, takes_back, noted)
select id, job_id, key, at,
    case event when 'taken back' then event else 'pieces' end,
    case event
        when 'taken back' then json_object('kind', event)
        else json_object('kind', 'pieces', 'event', event, 'pieces', json_array(piece))
    end,
    case event
        when 'taken back' then '[]'
        else json_array(json_array(json(outline), json(cut_from)))
    end,
    revision, takes_back, noted
from site_event order by id;

create trigger site_entry_stays before update on site_entry
begin
    select raise(abort, 'the site record is only ever added to');
end;

create trigger site_entry_is_kept before delete on site_entry
begin
    select raise(abort, 'the site record is only ever added to');
end;

-- A photograph: taken anew into a plain picture, so that nothing of the camera is in it.

create table photograph (
    job_id  text    not null references job (id),
    name    text    not null,             -- made here
    at      text    not null,             -- ISO 8601, UTC
    width   integer not null,
    height  integer not null,
    picture blob    not null,             -- JPEG
    primary key (job_id, name)
) strict;

create trigger photograph_stays before update on photograph
begin
    select raise(abort, 'photographs are only ever added');
end;

create trigger photograph_is_kept before delete on photograph
begin
    select raise(abort, 'photographs are only ever added');
end;
