"""Lines as builders scratch them into a notebook: figures by their own words, and changes in shorthand."""
