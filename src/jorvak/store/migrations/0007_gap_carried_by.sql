-- What carries a place by a tyre: a body lift raises what is on the body.

ALTER TABLE gap ADD COLUMN carried_by TEXT CHECK (carried_by IN ('frame', 'body'));
