/** What was typed as a number: that, nothing, or the words themselves, which the server refuses by their field. */
export function typed(text: string): number | string | null {
  const plain = text.trim();
  if (plain === "") return null;
  const value = Number(plain.replace(",", "."));
  return Number.isFinite(value) ? value : plain;
}
