-- What the list of jobs shows of a revision: its summary and its drawing as data, worked out once,
-- when the revision is kept. It can be worked out again, so it may be replaced.

create table overview (
    job_id  text    not null,
    number  integer not null,
    planner text    not null,             -- the version of the planner that worked it out
    name    text    not null,             -- the job's; empty where it could not be read
    summary text    not null,             -- what the plan comes to, or why there is none
    drawing text,                         -- the drawing's shapes as JSON; null where there is no plan
    primary key (job_id, number),
    foreign key (job_id, number) references revision (job_id, number)
) strict;

-- Every move of a job's head, so that it can be told which revision stood at a time: undo and redo
-- leave no other trace. Only ever added to.

create table head_move (
    job_id  text    not null references job (id),
    edition integer not null,
    number  integer not null,             -- the revision that it was moved to
    at      text    not null,             -- ISO 8601, UTC
    primary key (job_id, edition)
) strict;

insert into head_move (job_id, edition, number, at) select id, edition, head, changed from job;
