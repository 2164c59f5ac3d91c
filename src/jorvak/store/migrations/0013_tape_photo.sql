-- Photographs of the tape as it lay: of a figure, by its path.
CREATE TABLE tape_photo (
    id INTEGER PRIMARY KEY,
    rig_id INTEGER NOT NULL REFERENCES rig (id) ON DELETE CASCADE,
    figure TEXT NOT NULL CHECK (length(figure) BETWEEN 3 AND 120),
    file TEXT NOT NULL CHECK (instr(file, '/') = 0),
    taken_on TEXT CHECK (taken_on IS date(julianday(taken_on))),
    version INTEGER NOT NULL CHECK (version > 0)
) STRICT;
CREATE INDEX tape_photo_of_rig ON tape_photo (rig_id);
