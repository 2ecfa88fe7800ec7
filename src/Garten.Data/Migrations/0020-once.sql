-- Changes that add to what is there, by the number they were sent under: one that is sent again, because its answer was lost on
-- the way, is not made twice.
create table done_request (
    request uuid primary key,
    done_at timestamptz not null default now()
);
create index done_request_done_at on done_request (done_at);
