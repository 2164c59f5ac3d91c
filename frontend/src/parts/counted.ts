/** So many of something, in words: “1 change”, “2 changes”. */
export const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? "" : "s"}`;
