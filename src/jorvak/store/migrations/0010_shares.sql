-- Links that show one rig to whoever has them, until they are taken back. The token itself is not kept.
CREATE TABLE share (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    mark TEXT NOT NULL UNIQUE CHECK (length(mark) = 64),
    label TEXT NOT NULL CHECK (length(label) BETWEEN 1 AND 80),
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL
) STRICT;
