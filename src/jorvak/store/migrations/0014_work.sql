-- The work: what was said and done of jobs, the log, what was taken off, what falls due.
CREATE TABLE job (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    key TEXT NOT NULL CHECK (length(key) BETWEEN 1 AND 200),
    title TEXT CHECK (length(title) BETWEEN 1 AND 200),
    stage TEXT,
    area TEXT,
    system TEXT,
    hands INTEGER CHECK (hands IN (1, 2)),
    needs TEXT CHECK (needs IS NULL OR json_valid(needs)),
    splits INTEGER CHECK (splits IN (0, 1)),
    hours REAL CHECK (hours >= 0),
    cost REAL CHECK (cost >= 0),
    steps TEXT CHECK (steps IS NULL OR json_valid(steps)),
    gates TEXT CHECK (gates IS NULL OR json_valid(gates)),
    tools TEXT CHECK (tools IS NULL OR json_valid(tools)),
    parts TEXT NOT NULL CHECK (json_valid(parts)),
    fasteners TEXT CHECK (fasteners IS NULL OR json_valid(fasteners)),
    readings TEXT CHECK (readings IS NULL OR json_valid(readings)),
    waits TEXT CHECK (waits IS NULL OR json_valid(waits)),
    after TEXT NOT NULL CHECK (json_valid(after)),
    overruled TEXT NOT NULL CHECK (json_valid(overruled)),
    behind TEXT NOT NULL CHECK (json_valid(behind)),
    no_return TEXT,
    ticks TEXT NOT NULL CHECK (json_valid(ticks)),
    spells TEXT NOT NULL CHECK (json_valid(spells)),
    running_since TEXT,
    held_on TEXT CHECK (held_on IS date(julianday(held_on))),
    put_off TEXT,
    signed TEXT CHECK (signed IS NULL OR json_valid(signed)),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, key)
) STRICT;

CREATE TABLE log_line (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    kind TEXT NOT NULL CHECK (length(kind) > 0),
    text TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 4000),
    noted_on TEXT NOT NULL CHECK (noted_on IS date(julianday(noted_on))),
    noted_by TEXT,
    job TEXT,
    system TEXT,
    file TEXT CHECK (file IS NULL OR instr(file, '/') = 0),
    moment TEXT CHECK (moment IN ('before', 'after')),
    resolved_on TEXT CHECK (resolved_on IS date(julianday(resolved_on))),
    resolved_by TEXT,
    how TEXT,
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX log_line_of_rig ON log_line (rig_id);

CREATE TABLE taken_off (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
    place TEXT,
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    taken_by TEXT,
    job TEXT,
    bag TEXT,
    fasteners TEXT NOT NULL CHECK (json_valid(fasteners)),
    heap TEXT NOT NULL CHECK (heap IN ('good', 'usable', 'scrap')),
    goes_back INTEGER NOT NULL CHECK (goes_back IN (0, 1)),
    file TEXT CHECK (file IS NULL OR instr(file, '/') = 0),
    back_on TEXT CHECK (back_on IS date(julianday(back_on))),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX taken_off_of_rig ON taken_off (rig_id);

CREATE TABLE interval (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    every_km REAL CHECK (every_km > 0),
    every_months INTEGER CHECK (every_months > 0),
    every_h REAL CHECK (every_h > 0),
    last_km REAL CHECK (last_km >= 0),
    last_on TEXT CHECK (last_on IS date(julianday(last_on))),
    last_h REAL CHECK (last_h >= 0),
    once INTEGER NOT NULL CHECK (once IN (0, 1)),
    system TEXT NOT NULL CHECK (length(system) > 0),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

-- The shop: who works when, with what; a record of its own, apart from the rigs that stand in it. Each version is kept,
-- so that the last one can be taken back.
CREATE TABLE shop (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 60),
    content TEXT NOT NULL CHECK (json_valid(content)),
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE TABLE shop_was (
    shop_id INTEGER NOT NULL REFERENCES shop (id) ON DELETE CASCADE,
    version INTEGER NOT NULL,
    content TEXT NOT NULL CHECK (json_valid(content)),
    at TEXT NOT NULL,
    person TEXT NOT NULL,
    PRIMARY KEY (shop_id, version)
) STRICT, WITHOUT ROWID;
ALTER TABLE rig ADD COLUMN shop TEXT CHECK (length(shop) BETWEEN 1 AND 60);

-- Plans of work that were found, by what was asked: a search that its limit ended keeps what it found.
CREATE TABLE laid (
    asked TEXT PRIMARY KEY CHECK (length(asked) = 64),
    answer TEXT NOT NULL CHECK (json_valid(answer)),
    proven INTEGER NOT NULL CHECK (proven IN (0, 1)),
    kept_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
