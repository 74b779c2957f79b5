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
      if (++assignment[k] < sizes[k]) break;
      assignment[k] = 0;
    }
  }
  return { variables, sizes, table };
}

/** Product of factors with one variable summed out. */
function eliminate(factors: readonly Factor[], variable: number, sizeOf: (v: number) => number): Factor {
  const kept = [...new Set(factors.flatMap((f) => f.variables))].filter((v) => v !== variable);
  const all = [...kept, variable];
  const sizes = all.map(sizeOf);
  const strides = factors.map((f) => {
    const own = new Array<number>(f.variables.length).fill(1);
    for (let k = f.variables.length - 2; k >= 0; k--) own[k] = own[k + 1] * f.sizes[k + 1];
    return all.map((v) => {
      const at = f.variables.indexOf(v);
      return at < 0 ? 0 : own[at];
    });
  });
  const keptSizes = sizes.slice(0, -1);
  const outer = keptSizes.reduce((a, b) => a * b, 1);
  const table = new Float64Array(outer);
  const assignment = new Array<number>(kept.length).fill(0);
  const inner = sizes[sizes.length - 1];
  for (let i = 0; i < outer; i++) {
    let sum = 0;
    for (let x = 0; x < inner; x++) {
      let product = 1;
      for (let f = 0; f < factors.length; f++) {
        const stride = strides[f];
        let index = stride[kept.length] * x;
        for (let k = 0; k < kept.length; k++) index += stride[k] * assignment[k];
        product *= factors[f].table[index];
      }
      sum += product;
    }
    table[i] = sum;
    for (let k = kept.length - 1; k >= 0; k--) {
      if (++assignment[k] < keptSizes[k]) break;
      assignment[k] = 0;
    }
  }
  return { variables: kept, sizes: keptSizes, table };
}

/**
 * Order of elimination that adds the fewest links at each step (min-fill), keeping one variable to the end.
 */
export function minFillOrder(factors: readonly Factor[], keep: number): number[] {
  const neighbours = new Map<number, Set<number>>();
  for (const f of factors) {
    for (const a of f.variables) {
      const set = neighbours.get(a) ?? new Set<number>();
      for (const b of f.variables) if (b !== a) set.add(b);
      neighbours.set(a, set);
    }
  }
  const order: number[] = [];
  const open = new Set([...neighbours.keys()].filter((v) => v !== keep));
  while (open.size > 0) {
    let best = -1;
    let bestFill = Infinity;
    for (const v of open) {
      const around = [...(neighbours.get(v) as Set<number>)];
      let fill = 0;
      for (let i = 0; i < around.length; i++) {
        for (let j = i + 1; j < around.length; j++) if (!neighbours.get(around[i])?.has(around[j])) fill++;
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

/** Unnormalised marginal of `keep`: all other variables summed out in the given order. */
export function marginal(
  factors: readonly Factor[],
  keep: number,
  order: readonly number[],
  sizeOf: (v: number) => number,
): number[] {
  let pool = [...factors];
  for (const variable of order) {
    const touching = pool.filter((f) => f.variables.includes(variable));
    if (touching.length === 0) continue;
    pool = pool.filter((f) => !f.variables.includes(variable));
    pool.push(eliminate(touching, variable, sizeOf));
  }
  const result = new Array<number>(sizeOf(keep)).fill(1);
  for (const f of pool) {
    for (let x = 0; x < result.length; x++) result[x] *= f.variables.length === 0 ? f.table[0] : f.table[x];
  }
  return result;
}
