-- Ids and versions that are never given twice: a record that was taken out does not come back as another one, and
-- what somebody read long ago is not taken for what stands there now.
CREATE TABLE counter (
    name TEXT PRIMARY KEY CHECK (length(name) > 0),
    last INTEGER NOT NULL CHECK (last > 0)
) STRICT, WITHOUT ROWID;
INSERT INTO counter SELECT table_name, max(row_id) FROM journal_row GROUP BY table_name;
INSERT INTO counter
SELECT 'version', max(json_extract(coalesce(after, before), '$.version')) FROM journal_row HAVING count(*) > 0;

-- A write is named by its key within its rig.
UPDATE journal SET once_key = rig_id || ' ' || once_key WHERE once_key IS NOT NULL;
