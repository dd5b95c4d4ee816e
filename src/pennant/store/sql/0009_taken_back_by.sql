-- Which entry takes an entry back is looked up with every one that is taken back.

create index site_entry_by_taken_back on site_entry (job_id, takes_back)
where takes_back is not null;
