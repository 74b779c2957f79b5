/**
 * Order-free shares of a total: each factor's mean gain over all orders in which the factors can be put right.
 * @param values value of each subset, indexed by bit mask (bit k set = factor k put right); 2ⁿ of them
 * @returns n shares whose sum is values[all] − values[0]
 * Source: Shapley 1953, A value for n-person games.
 */
export function shapleyShares(values: readonly number[]): number[] {
  const n = Math.round(Math.log2(values.length));
  const factorial = (k: number): number => (k < 2 ? 1 : k * factorial(k - 1));
  const size = (mask: number): number => {
    let count = 0;
    for (let m = mask; m > 0; m >>= 1) count += m & 1;
    return count;
  };
  return Array.from({ length: n }, (_, k) => {
    let share = 0;
    for (let mask = 0; mask < values.length; mask++) {
      if (mask & (1 << k)) continue;
      const s = size(mask);
      share += ((factorial(s) * factorial(n - 1 - s)) / factorial(n)) * (values[mask | (1 << k)]! - values[mask]!);
    }
    return share;
  });
}
