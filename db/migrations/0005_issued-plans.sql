-- Up Migration

-- What a version is compared by follows from what was issued: it is not stored a second time.
alter table plan_version drop column summary;
