-- Which tables there are is said by the registry of record types: the journal takes rows of any of them, so that a new
-- one is a table of its own and nothing more. A CHECK cannot be altered: the rows move into a table without it.
CREATE TABLE journal_row_any (
    journal_id INTEGER NOT NULL REFERENCES journal (id) ON DELETE CASCADE,
    place INTEGER NOT NULL,
    table_name TEXT NOT NULL CHECK (length(table_name) > 0),
    row_id INTEGER NOT NULL,
    before TEXT CHECK (before IS NULL OR json_valid(before)),
    after TEXT CHECK (after IS NULL OR json_valid(after)),
    PRIMARY KEY (journal_id, place)
) STRICT, WITHOUT ROWID;
INSERT INTO journal_row_any SELECT * FROM journal_row;
DROP TABLE journal_row;
ALTER TABLE journal_row_any RENAME TO journal_row;
CREATE INDEX journal_row_of_record ON journal_row (table_name, row_id);
