-- The user's own products. The examples that come with the application are not kept here.

create table product (
    kind     text not null,             -- the part of the shelf, such as grout
    name     text not null,
    document text not null,             -- the product as JSON
    primary key (kind, name)
) strict;
