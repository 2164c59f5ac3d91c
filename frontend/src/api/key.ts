/** A name for a write, so that one sent twice is done once. */
export function newKey(): string {
  // randomUUID is there in a secure page alone, and a shop without a certificate has none.
  return [...crypto.getRandomValues(new Uint8Array(16))]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("");
}
