-- Which changes were fitted by the day on which a figure was taken, and only afterwards: a list of their ids.

ALTER TABLE figure ADD COLUMN fitted_after TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(fitted_after));
