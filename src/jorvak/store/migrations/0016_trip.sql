-- The trip: legs, fills, papers, countries, who knows the route, and figures at four moments.
CREATE TABLE leg (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    place INTEGER NOT NULL CHECK (place >= 0),
    km REAL NOT NULL CHECK (km >= 0),
    surface TEXT NOT NULL CHECK (length(surface) BETWEEN 1 AND 60),
    days REAL NOT NULL CHECK (days >= 0),
    fill_fuel INTEGER NOT NULL CHECK (fill_fuel IN (0, 1)),
    fill_water INTEGER NOT NULL CHECK (fill_water IN (0, 1)),
    slope_pct REAL CHECK (slope_pct >= 0),
    altitude_m REAL,
    line TEXT NOT NULL CHECK (json_valid(line) AND json_type(line) = 'array'),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    driven_on TEXT CHECK (driven_on IS date(julianday(driven_on))),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE fill (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    station TEXT NOT NULL CHECK (length(station) BETWEEN 1 AND 200),
    filled_on TEXT NOT NULL CHECK (filled_on IS date(julianday(filled_on))),
    litres REAL NOT NULL CHECK (litres > 0),
    full INTEGER NOT NULL CHECK (full IN (0, 1)),
    driven TEXT NOT NULL CHECK (json_valid(driven) AND json_type(driven) = 'object'),
    odometer_km REAL CHECK (odometer_km >= 0),
    cost REAL CHECK (cost >= 0),
    trip TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX fill_of_rig ON fill (rig_id);

CREATE TABLE paper (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    of_whom TEXT,
    ends_on TEXT CHECK (ends_on IS date(julianday(ends_on))),
    number TEXT,
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE country (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    from_on TEXT CHECK (from_on IS date(julianday(from_on))),
    until_on TEXT CHECK (until_on IS date(julianday(until_on))),
    rules TEXT,
    tyres TEXT,
    tyres_from TEXT,
    tyres_until TEXT,
    tyres_met INTEGER NOT NULL CHECK (tyres_met IN (0, 1)),
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE contact (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    reach TEXT,
    knows TEXT,
    worry_on TEXT CHECK (worry_on IS date(julianday(worry_on))),
    worry_at TEXT,
    if_late TEXT,
    trips TEXT NOT NULL CHECK (json_valid(trips) AND json_type(trips) = 'array'),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE ledger_entry (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    what TEXT NOT NULL CHECK (length(what) BETWEEN 1 AND 200),
    moment TEXT NOT NULL CHECK (moment IN ('found', 'built', 'leaving', 'home')),
    value REAL NOT NULL,
    off REAL CHECK (off >= 0),
    read_on TEXT CHECK (read_on IS date(julianday(read_on))),
    read_by TEXT,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX ledger_entry_of_rig ON ledger_entry (rig_id);

-- What happened on a trip, at which reading, and what became of it when it was home.
ALTER TABLE log_line ADD COLUMN trip TEXT;
ALTER TABLE log_line ADD COLUMN odometer_km REAL CHECK (odometer_km >= 0);
ALTER TABLE log_line ADD COLUMN became TEXT;

-- What is taken along: of what sort it is, for what that falls due, whether it is in, and whether it was used.
ALTER TABLE cargo ADD COLUMN sort TEXT;
ALTER TABLE cargo ADD COLUMN for_what TEXT;
ALTER TABLE cargo ADD COLUMN packed_on TEXT CHECK (packed_on IS date(julianday(packed_on)));
ALTER TABLE cargo ADD COLUMN used INTEGER CHECK (used IN (0, 1));
