-- Frame: ladders and points as measured, strings, pieces to cut, first looks at strength, what sits in the bays.
CREATE TABLE ladder (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    of_what TEXT NOT NULL CHECK (length(of_what) BETWEEN 1 AND 60),
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    taken_by TEXT,
    off_mm REAL CHECK (off_mm >= 0),
    limit_mm REAL NOT NULL CHECK (limit_mm >= 0),
    against TEXT,
    note TEXT,
    stations TEXT NOT NULL CHECK (json_valid(stations) AND json_type(stations) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE point_table (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    of_what TEXT NOT NULL CHECK (length(of_what) BETWEEN 1 AND 60),
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    taken_by TEXT,
    off_mm REAL CHECK (off_mm >= 0),
    limit_mm REAL NOT NULL CHECK (limit_mm >= 0),
    against TEXT,
    note TEXT,
    points TEXT NOT NULL CHECK (json_valid(points) AND json_type(points) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE string_run (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    rim_mm REAL NOT NULL CHECK (rim_mm > 0),
    front_left TEXT NOT NULL CHECK (json_valid(front_left)),
    front_right TEXT NOT NULL CHECK (json_valid(front_right)),
    rear_left TEXT NOT NULL CHECK (json_valid(rear_left)),
    rear_right TEXT NOT NULL CHECK (json_valid(rear_right)),
    off_mm REAL CHECK (off_mm >= 0),
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    taken_by TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE cut_piece (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    sort TEXT NOT NULL CHECK (length(sort) BETWEEN 1 AND 60),
    given TEXT NOT NULL CHECK (json_valid(given) AND json_type(given) = 'object'),
    for_what TEXT,
    material TEXT,
    count INTEGER NOT NULL CHECK (count BETWEEN 1 AND 100),
    origin_mm TEXT CHECK (origin_mm IS NULL OR json_valid(origin_mm)),
    lies TEXT NOT NULL CHECK (length(lies) BETWEEN 1 AND 60),
    for_change INTEGER,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE strength_look (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    sort TEXT NOT NULL CHECK (sort IN ('bolts', 'bar', 'hinge')),
    pull TEXT,
    direction TEXT CHECK (direction IS NULL OR json_valid(direction)),
    force_n TEXT CHECK (force_n IS NULL OR json_valid(force_n)),
    at_mm TEXT CHECK (at_mm IS NULL OR json_valid(at_mm)),
    bolts TEXT NOT NULL CHECK (json_valid(bolts) AND json_type(bolts) = 'array'),
    thread TEXT,
    grade TEXT,
    condition TEXT,
    carries TEXT NOT NULL CHECK (json_valid(carries) AND json_type(carries) = 'array'),
    load_kg REAL CHECK (load_kg >= 0),
    section TEXT CHECK (section IS NULL OR json_valid(section)),
    material TEXT,
    welded INTEGER NOT NULL CHECK (welded IN (0, 1)),
    support TEXT,
    length_mm REAL CHECK (length_mm > 0),
    spread INTEGER NOT NULL CHECK (spread IN (0, 1)),
    out_mm REAL CHECK (out_mm >= 0),
    spacing_mm REAL CHECK (spacing_mm > 0),
    rated_n REAL CHECK (rated_n > 0),
    bump REAL NOT NULL CHECK (bump BETWEEN 0 AND 20),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE room_box (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    bay TEXT NOT NULL CHECK (length(bay) BETWEEN 1 AND 60),
    x TEXT NOT NULL CHECK (json_valid(x) AND json_type(x) = 'array'),
    y TEXT NOT NULL CHECK (json_valid(y) AND json_type(y) = 'array'),
    z TEXT NOT NULL CHECK (json_valid(z) AND json_type(z) = 'array'),
    wants_mm REAL NOT NULL CHECK (wants_mm >= 0),
    moves_mm REAL NOT NULL CHECK (moves_mm >= 0),
    off_mm REAL CHECK (off_mm >= 0),
    comes_out TEXT CHECK (comes_out IS NULL OR json_valid(comes_out)),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;
