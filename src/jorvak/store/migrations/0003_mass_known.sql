-- How the mass of a change is known.

ALTER TABLE change ADD COLUMN mass_known TEXT NOT NULL DEFAULT 'assumed'
    CHECK (mass_known IN ('measured', 'plate', 'assumed'));
