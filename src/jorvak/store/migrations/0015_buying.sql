-- A part on its way from wanted to fitted: who brings it, when, what is paid, what its kit holds, for which change.
ALTER TABLE part ADD COLUMN state TEXT;
ALTER TABLE part ADD COLUMN supplier TEXT;
ALTER TABLE part ADD COLUMN ordered_on TEXT CHECK (ordered_on IS date(julianday(ordered_on)));
ALTER TABLE part ADD COLUMN due_on TEXT CHECK (due_on IS date(julianday(due_on)));
ALTER TABLE part ADD COLUMN here_on TEXT CHECK (here_on IS date(julianday(here_on)));
ALTER TABLE part ADD COLUMN order_number TEXT;
ALTER TABLE part ADD COLUMN paid REAL CHECK (paid >= 0);
ALTER TABLE part ADD COLUMN sold_for REAL CHECK (sold_for >= 0);
ALTER TABLE part ADD COLUMN minutes REAL CHECK (minutes >= 0);
ALTER TABLE part ADD COLUMN kit TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(kit));
ALTER TABLE part ADD COLUMN for_change INTEGER;
-- A check that becomes wider touches no row: it is written into the schema, as SQLite's own manual has it.
PRAGMA writable_schema = ON;
UPDATE sqlite_schema
SET sql = replace(sql, '''fitted'', ''shelf'', ''wanted'', ''donor''', '''fitted'', ''shelf'', ''wanted'', ''donor'', ''gone''')
WHERE type = 'table' AND name = 'part';
PRAGMA writable_schema = RESET;

CREATE TABLE invoice (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    what TEXT NOT NULL CHECK (length(what) BETWEEN 1 AND 200),
    amount REAL NOT NULL CHECK (amount >= 0),
    currency TEXT,
    rate REAL CHECK (rate > 0),
    billed_on TEXT CHECK (billed_on IS date(julianday(billed_on))),
    paid INTEGER NOT NULL CHECK (paid IN (0, 1)),
    wasted INTEGER NOT NULL CHECK (wasted IN (0, 1)),
    for_change INTEGER,
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX invoice_of_rig ON invoice (rig_id);

-- A test that is driven before and after one change, to see what it moved beyond its scatter.
CREATE TABLE test_card (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
    unit TEXT,
    how TEXT,
    one_change TEXT,
    before TEXT NOT NULL CHECK (json_valid(before)),
    after TEXT NOT NULL CHECK (json_valid(after)),
    wanted TEXT,
    made_on TEXT CHECK (made_on IS date(julianday(made_on))),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;
