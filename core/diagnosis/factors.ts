/**
 * Tables over small discrete variables and their elimination. A variable is a number; its values are 0 … size − 1.
 * Entries may be negative: noisy-OR is written as a difference of products.
 */
export interface Factor {
  readonly variables: readonly number[];
  readonly sizes: readonly number[];
  /** Row-major, the last variable runs fastest. */
  readonly table: Float64Array;
}

export function makeFactor(
  variables: readonly number[],
  sizes: readonly number[],
  value: (assignment: readonly number[]) => number,
): Factor {
  const total = sizes.reduce((a, b) => a * b, 1);
  const table = new Float64Array(total);
  const assignment = new Array<number>(variables.length).fill(0);
  for (let i = 0; i < total; i++) {
    table[i] = value(assignment);
    for (let k = variables.length - 1; k >= 0; k--) {
      if (++assignment[k]! < sizes[k]!) break;
      assignment[k] = 0;
    }
  }
  return { variables, sizes, table };
}

/**
 * Order of elimination that adds the fewest links at each step (min-fill).
 */
export function minFillOrder(factors: readonly Factor[]): number[] {
  const neighbours = new Map<number, Set<number>>();
  for (const f of factors) {
    for (const a of f.variables) {
      const set = neighbours.get(a) ?? new Set<number>();
      for (const b of f.variables) if (b !== a) set.add(b);
      neighbours.set(a, set);
    }
  }
  const order: number[] = [];
  const open = new Set(neighbours.keys());
  while (open.size > 0) {
    let best = -1;
    let bestFill = Infinity;
    for (const v of open) {
      const around = [...(neighbours.get(v) as Set<number>)];
      let fill = 0;
      for (let i = 0; i < around.length; i++) {
        for (let j = i + 1; j < around.length; j++) if (!neighbours.get(around[i]!)?.has(around[j]!)) fill++;
      }
      const score = fill + around.length / 1000;
      if (score < bestFill) {
        bestFill = score;
        best = v;
      }
    }
    const around = [...(neighbours.get(best) as Set<number>)];
    for (const a of around) {
      const set = neighbours.get(a) as Set<number>;
      set.delete(best);
      for (const b of around) if (b !== a) set.add(b);
    }
    neighbours.delete(best);
    open.delete(best);
    order.push(best);
  }
  return order;
}
