/** A day as it is written here: 2 March 2026. */
export const day = (iso: string) => WRITTEN.format(new Date(`${iso}T12:00:00`));

// Made once: making it takes a hundred times as long as writing a day with it.
const WRITTEN = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
