/** What was typed into a form: a field by its name, without spaces round it; "" where there is none. */
export const wordsIn = (given: FormData) => (name: string) =>
  ((given.get(name) as string | null) ?? "").trim();
