CREATE TABLE consumer (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    switched INTEGER NOT NULL CHECK (switched IN (0, 1)),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;
