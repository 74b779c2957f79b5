/** Upper 5 % point of Student's t by degrees of freedom, from the usual tables; the last is the normal's. */
const T_95: readonly (readonly [freedom: number, t: number])[] = [
  [1, 6.3138],
  [2, 2.92],
  [3, 2.3534],
  [4, 2.1318],
  [5, 2.015],
  [6, 1.9432],
  [7, 1.8946],
  [8, 1.8595],
  [9, 1.8331],
  [10, 1.8125],
  [12, 1.7823],
  [15, 1.7531],
  [20, 1.7247],
  [30, 1.6973],
  [60, 1.6706],
  [120, 1.6577],
  [Infinity, 1.6449],
];

/** Half width of a 90 % interval in standard errors, linear in 1/freedom between tabled points. @param freedom at least 1 */
export function student90(freedom: number): number {
  const at = T_95.findIndex(([f]) => f >= freedom);
  const [highF, high] = T_95[Math.max(0, at)]!;
  const [lowF, low] = T_95[Math.max(0, at - 1)]!;
  if (highF === lowF) return high;
  const share = (1 / lowF - 1 / freedom) / (1 / lowF - 1 / highF);
  return low + share * (high - low);
}
