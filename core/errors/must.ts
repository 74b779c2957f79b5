/** For tests: the value, or a failure that says nothing was there. */
export function must<T>(value: T | undefined | null): T {
  if (value === undefined || value === null) throw new Error('Expected a value, got none.');
  return value;
}
