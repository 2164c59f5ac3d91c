-- Recovery, power, heat: batteries and circuits, plugs pin by pin, climbs driven, the kit, the winch's table, pulls.
CREATE TABLE battery (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    role TEXT NOT NULL CHECK (role IN ('starter', 'second')),
    isolator TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE circuit (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    sort TEXT NOT NULL CHECK (length(sort) BETWEEN 1 AND 60),
    battery TEXT CHECK (battery IN ('starter', 'second')),
    behind TEXT,
    runs TEXT NOT NULL CHECK (length(runs) BETWEEN 1 AND 60),
    place TEXT NOT NULL CHECK (length(place) BETWEEN 1 AND 60),
    continuous INTEGER NOT NULL CHECK (continuous IN (0, 1)),
    inverter INTEGER NOT NULL CHECK (inverter IN (0, 1)),
    relay TEXT,
    connector TEXT,
    earth TEXT,
    route TEXT,
    for_change INTEGER,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE connector (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    on_what TEXT,
    pins TEXT NOT NULL CHECK (json_valid(pins) AND json_type(pins) = 'array'),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE heat_run (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    driven_on TEXT CHECK (driven_on IS date(julianday(driven_on))),
    read_by TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE kit_part (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    sort TEXT NOT NULL CHECK (length(sort) BETWEEN 1 AND 60),
    rigged_at TEXT,
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE winch_table (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    table_rows TEXT NOT NULL CHECK (json_valid(table_rows) AND json_type(table_rows) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE pull (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    pulled_by TEXT NOT NULL CHECK (pulled_by IN ('winch', 'rope')),
    surface TEXT NOT NULL CHECK (length(surface) BETWEEN 1 AND 60),
    mired TEXT NOT NULL CHECK (length(mired) BETWEEN 1 AND 60),
    lines INTEGER NOT NULL CHECK (lines BETWEEN 1 AND 6),
    redirected INTEGER NOT NULL CHECK (redirected IN (0, 1)),
    anchor TEXT NOT NULL CHECK (length(anchor) BETWEEN 1 AND 60),
    left_out TEXT NOT NULL CHECK (json_valid(left_out) AND json_type(left_out) = 'array'),
    rope TEXT,
    bridle INTEGER NOT NULL CHECK (bridle IN (0, 1)),
    left_point TEXT,
    right_point TEXT,
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;
