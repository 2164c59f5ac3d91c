-- Ground that a rig is to be driven over.

CREATE TABLE profile (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    corners TEXT NOT NULL CHECK (json_valid(corners) AND json_type(corners) = 'array'),
    asked INTEGER NOT NULL CHECK (asked IN (0, 1)),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

-- A CHECK cannot be altered: the journal's rows move into a table that knows the new one.
CREATE TABLE journal_row_wider (
    journal_id INTEGER NOT NULL REFERENCES journal (id) ON DELETE CASCADE,
    place INTEGER NOT NULL,
    table_name TEXT NOT NULL CHECK (
        table_name IN (
            'rig', 'figure', 'point', 'change', 'question', 'accepted', 'gap', 'part', 'survey_item', 'photo',
            'profile'
        )
    ),
    row_id INTEGER NOT NULL,
    before TEXT CHECK (before IS NULL OR json_valid(before)),
    after TEXT CHECK (after IS NULL OR json_valid(after)),
    PRIMARY KEY (journal_id, place)
) STRICT, WITHOUT ROWID;
INSERT INTO journal_row_wider SELECT * FROM journal_row;
DROP TABLE journal_row;
ALTER TABLE journal_row_wider RENAME TO journal_row;
CREATE INDEX journal_row_of_record ON journal_row (table_name, row_id);
