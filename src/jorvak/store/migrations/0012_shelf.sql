-- A rig may be put on the shelf: archived, or deleted and brought back. A pickup may have a cab of two rows.
ALTER TABLE rig ADD COLUMN shelf TEXT CHECK (shelf IN ('archived', 'deleted'));
-- A check that becomes wider touches no row: it is written into the schema, as SQLite's own manual has it.
PRAGMA writable_schema = ON;
UPDATE sqlite_schema
SET sql = replace(sql, '''wagon'', ''pickup'', ''cab-chassis''', '''wagon'', ''pickup'', ''double-cab'', ''cab-chassis''')
WHERE type = 'table' AND name = 'rig';
PRAGMA writable_schema = RESET;
