-- Questions with their options, accepted findings, gaps, parts, the survey with its photographs, and money.

ALTER TABLE rig ADD COLUMN deciding TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(deciding));

ALTER TABLE change ADD COLUMN mass_z_mm REAL;
ALTER TABLE change ADD COLUMN gift INTEGER NOT NULL DEFAULT 0 CHECK (gift IN (0, 1));
ALTER TABLE change ADD COLUMN paid REAL CHECK (paid >= 0);
ALTER TABLE change ADD COLUMN credit REAL CHECK (credit >= 0);
ALTER TABLE change ADD COLUMN option TEXT CHECK (option IS NULL OR instr(option, '/') > 1);

CREATE TABLE question (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    key TEXT NOT NULL CHECK (length(key) BETWEEN 1 AND 40 AND instr(key, '/') = 0),
    ask TEXT NOT NULL CHECK (length(ask) BETWEEN 1 AND 200),
    options TEXT NOT NULL CHECK (json_valid(options) AND json_array_length(options) BETWEEN 2 AND 8),
    topic TEXT,
    chosen TEXT,
    reason TEXT,
    decided_on TEXT CHECK (decided_on IS date(julianday(decided_on))),
    decided_by TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, key)
) STRICT;

CREATE TABLE accepted (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    finding TEXT NOT NULL CHECK (length(finding) BETWEEN 1 AND 200),
    reason TEXT NOT NULL CHECK (length(reason) BETWEEN 1 AND 1000),
    figures TEXT NOT NULL CHECK (json_valid(figures) AND json_type(figures) = 'object'),
    accepted_on TEXT CHECK (accepted_on IS date(julianday(accepted_on))),
    accepted_by TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, finding)
) STRICT;

CREATE TABLE gap (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    axle TEXT NOT NULL CHECK (axle IN ('front', 'rear')),
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE part (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60 AND instr(name, '.') = 0),
    kind TEXT NOT NULL CHECK (length(kind) > 0),
    place TEXT NOT NULL CHECK (place IN ('fitted', 'shelf', 'wanted', 'donor')),
    heap TEXT CHECK (heap IN ('good', 'usable', 'scrap')),
    donor TEXT,
    faces TEXT NOT NULL CHECK (json_valid(faces) AND json_type(faces) = 'object'),
    price REAL CHECK (price >= 0),
    note TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, name)
) STRICT;

CREATE TABLE survey_item (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    zone TEXT NOT NULL CHECK (length(zone) > 0),
    item TEXT NOT NULL CHECK (length(item) BETWEEN 1 AND 200),
    condition TEXT NOT NULL CHECK (length(condition) > 0),
    concern TEXT NOT NULL CHECK (concern IN ('safety', 'engine', 'structure', 'comfort', 'looks')),
    note TEXT,
    found_on TEXT CHECK (found_on IS date(julianday(found_on))),
    found_by TEXT,
    weighing TEXT CHECK (weighing IS NULL OR json_valid(weighing)),
    decision TEXT CHECK (decision IN ('leave', 'treat', 'repair', 'replace', 'look again')),
    reason TEXT,
    decided_on TEXT CHECK (decided_on IS date(julianday(decided_on))),
    decided_by TEXT,
    version INTEGER NOT NULL CHECK (version > 0),
    UNIQUE (rig_id, item)
) STRICT;

CREATE TABLE photo (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    item TEXT NOT NULL CHECK (length(item) BETWEEN 1 AND 200),
    file TEXT NOT NULL CHECK (instr(file, '/') = 0),
    caption TEXT,
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX photo_of_rig ON photo (rig_id);

-- A CHECK cannot be altered: the journal's rows move into a table that knows the new ones.
CREATE TABLE journal_row_wider (
    journal_id INTEGER NOT NULL REFERENCES journal (id) ON DELETE CASCADE,
    place INTEGER NOT NULL,
    table_name TEXT NOT NULL CHECK (
        table_name IN (
            'rig', 'figure', 'point', 'change', 'question', 'accepted', 'gap', 'part', 'survey_item', 'photo'
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
