type Grown<T, N extends number, R extends T[]> = R['length'] extends N ? R : Grown<T, N, [...R, T]>;

/**
 * The first `count` elements of a list as a tuple, so that they can be taken apart by name.
 * @throws RangeError when the list holds fewer.
 */
export function tuple<const N extends number, T>(count: N, list: readonly T[]): Grown<T, N, []> {
  if (list.length < count) throw new RangeError(`${count} elements wanted, ${list.length} there`);
  return list as Grown<T, N, []>;
}
