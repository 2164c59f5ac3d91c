-- Rigs, their figures, underside points and changes, and the journal of every write.

CREATE TABLE rig (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
    vehicle TEXT NOT NULL DEFAULT '',
    form TEXT NOT NULL CHECK (form IN ('wagon', 'pickup', 'cab-chassis', 'van', 'open')),
    purpose TEXT NOT NULL DEFAULT '',
    must_still TEXT NOT NULL DEFAULT '',
    drivers TEXT NOT NULL DEFAULT '',
    ceiling REAL CHECK (ceiling >= 0),
    currency TEXT NOT NULL DEFAULT '',
    leaves_on TEXT CHECK (leaves_on IS date(julianday(leaves_on))),
    away_days INTEGER CHECK (away_days BETWEEN 1 AND 3650),
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;

CREATE TABLE figure (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    path TEXT NOT NULL CHECK (length(path) BETWEEN 3 AND 120),
    value TEXT NOT NULL CHECK (json_valid(value)),
    known TEXT NOT NULL CHECK (known IN ('measured', 'plate', 'worked out', 'assumed')),
    doubt REAL CHECK (doubt >= 0),
    noted_on TEXT CHECK (noted_on IS date(julianday(noted_on))),
    noted_by TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, path)
) STRICT;

CREATE TABLE point (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    carried_by TEXT NOT NULL CHECK (carried_by IN ('frame', 'body', 'front-axle', 'rear-axle')),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE change (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    position INTEGER NOT NULL CHECK (position > 0),
    kind TEXT NOT NULL CHECK (length(kind) > 0),
    fields TEXT NOT NULL CHECK (json_valid(fields) AND json_type(fields) = 'object'),
    state TEXT NOT NULL CHECK (state IN ('idea', 'chosen', 'bought', 'fitted', 'dropped')),
    mass_kg REAL,
    mass_x_mm REAL,
    cost REAL CHECK (cost >= 0),
    hours REAL CHECK (hours >= 0),
    note TEXT,
    fitted_on TEXT CHECK (fitted_on IS date(julianday(fitted_on))),
    fitted_odometer_km REAL CHECK (fitted_odometer_km >= 0),
    fitted_hours REAL CHECK (fitted_hours >= 0),
    fitted_by TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    CHECK ((state = 'fitted') = (fitted_on IS NOT NULL))
) STRICT;
CREATE INDEX change_of_rig ON change (rig_id, position);

CREATE TABLE journal (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    at TEXT NOT NULL,
    person TEXT NOT NULL CHECK (length(person) BETWEEN 1 AND 80),
    act TEXT NOT NULL CHECK (act IN ('begin', 'do', 'undo', 'redo')),
    what TEXT NOT NULL,
    -- The entry that an undo or redo is about; on a 'do', whether it stands (0), is undone (1), or is undone
    -- and was followed by something else, so that it cannot be done again (2).
    of_entry INTEGER REFERENCES journal (id) ON DELETE CASCADE,
    undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1, 2)),
    -- Sent by the client with each write, so that one sent twice is done once.
    once_key TEXT UNIQUE,
    CHECK ((act IN ('undo', 'redo')) = (of_entry IS NOT NULL))
) STRICT;
CREATE INDEX journal_of_rig ON journal (rig_id, id);

CREATE TABLE journal_row (
    journal_id INTEGER NOT NULL REFERENCES journal (id) ON DELETE CASCADE,
    place INTEGER NOT NULL,
    table_name TEXT NOT NULL CHECK (table_name IN ('rig', 'figure', 'point', 'change')),
    row_id INTEGER NOT NULL,
    before TEXT CHECK (before IS NULL OR json_valid(before)),
    after TEXT CHECK (after IS NULL OR json_valid(after)),
    PRIMARY KEY (journal_id, place)
) STRICT, WITHOUT ROWID;
