-- Whether a figure is as found, or as the vehicle stood on the day on which it was noted.

ALTER TABLE figure ADD COLUMN taken TEXT
    CHECK (taken IS NULL OR taken = 'as found' OR (taken = 'as it stood' AND noted_on IS NOT NULL));
