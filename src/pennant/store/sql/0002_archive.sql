-- A finished job can be put on the archive shelf: out of the way, not in the trash.

alter table job add column archived text;   -- when; null while it is in hand
