/** An amount in the builder's currency, in whole units. */
export const money = (amount: number) =>
  Math.round(amount)
    .toString()
    .replace("-", "−")
    .replace(/\B(?=(\d{3})+$)/g, "\u202f");
