-- What is carried, where, and each weighing; a change has a place to the side and a mass that may be off by so much.
ALTER TABLE change ADD COLUMN mass_y_mm REAL;
ALTER TABLE change ADD COLUMN mass_off_kg REAL CHECK (mass_off_kg >= 0);
ALTER TABLE rig ADD COLUMN trip TEXT CHECK (length(trip) BETWEEN 1 AND 200);

CREATE TABLE seat (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE tank (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    holds TEXT NOT NULL CHECK (holds IN ('water', 'diesel', 'petrol')),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE place (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    kind TEXT NOT NULL CHECK (
        kind IN ('inside', 'bed', 'drawer', 'slide', 'rack', 'roof', 'bar', 'carrier', 'hitch', 'door')
    ),
    at_hand INTEGER NOT NULL CHECK (at_hand IN (0, 1)),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE cargo (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    place TEXT CHECK (length(place) BETWEEN 1 AND 60),
    pinned INTEGER NOT NULL CHECK (pinned IN (0, 1)),
    may TEXT NOT NULL CHECK (json_valid(may) AND json_type(may) = 'array'),
    apart TEXT NOT NULL CHECK (json_valid(apart) AND json_type(apart) = 'array'),
    at_hand INTEGER NOT NULL CHECK (at_hand IN (0, 1)),
    at_home INTEGER NOT NULL CHECK (at_home IN (0, 1)),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE trailer (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    braked INTEGER NOT NULL CHECK (braked IN (0, 1)),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE weighing (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    taken_on TEXT,
    scale TEXT NOT NULL CHECK (length(scale) BETWEEN 1 AND 200),
    known TEXT NOT NULL CHECK (known IN ('measured', 'plate', 'assumed')),
    front_kg REAL NOT NULL CHECK (front_kg > 0),
    rear_kg REAL NOT NULL CHECK (rear_kg > 0),
    left_front_kg REAL,
    right_front_kg REAL,
    left_rear_kg REAL,
    right_rear_kg REAL,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;
