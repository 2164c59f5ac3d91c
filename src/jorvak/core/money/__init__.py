"""Money: what a build costs, stage by stage, against its ceiling."""
