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

/** Walks over all assignments of the joined variables, giving the index into every factor and into the summed result. */
function walk(
  factors: readonly Factor[],
  kept: readonly number[],
  variable: number,
  sizeOf: (v: number) => number,
  visit: (indices: Int32Array, out: number) => void,
): void {
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
  const indices = new Int32Array(factors.length);
  const assignment = new Array<number>(all.length).fill(0);
  const total = sizes.reduce((x, y) => x * y, 1);
  const inner = sizes[sizes.length - 1];
  for (let i = 0; i < total; i++) {
    visit(indices, Math.floor(i / inner));
    for (let k = all.length - 1; k >= 0; k--) {
      assignment[k]++;
      if (assignment[k] < sizes[k]) {
        for (let f = 0; f < factors.length; f++) indices[f] += strides[f][k];
        break;
      }
      assignment[k] = 0;
      for (let f = 0; f < factors.length; f++) indices[f] -= strides[f][k] * (sizes[k] - 1);
    }
  }
}

interface Elimination {
  readonly inputs: readonly Factor[];
  readonly kept: readonly number[];
  readonly variable: number;
  readonly output: Factor;
}

/** Product of factors with one variable summed out. */
function eliminate(inputs: readonly Factor[], variable: number, sizeOf: (v: number) => number): Elimination {
  const kept = [...new Set(inputs.flatMap((f) => f.variables))].filter((v) => v !== variable);
  const sizes = kept.map(sizeOf);
  const table = new Float64Array(sizes.reduce((x, y) => x * y, 1));
  walk(inputs, kept, variable, sizeOf, (indices, out) => {
    let product = 1;
    for (let f = 0; f < inputs.length; f++) product *= inputs[f].table[indices[f]];
    table[out] += product;
  });
  return { inputs, kept, variable, output: { variables: kept, sizes, table } };
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

/**
 * Sums the product of all factors over all variables, and gives the derivative of that sum by every table entry of the
 * factors asked for: for a table of ones over one variable these are its unnormalised marginal (Darwiche 2003).
 */
export function marginalsBy(
  factors: readonly Factor[],
  wanted: readonly Factor[],
  order: readonly number[],
  sizeOf: (v: number) => number,
): Float64Array[] {
  let pool = [...factors];
  const steps: Elimination[] = [];
  for (const variable of order) {
    const touching = pool.filter((f) => f.variables.includes(variable));
    if (touching.length === 0) continue;
    const step = eliminate(touching, variable, sizeOf);
    steps.push(step);
    pool = pool.filter((f) => !touching.includes(f));
    pool.push(step.output);
  }
  // What is left are plain numbers whose product is the sum; go back through the steps from there.
  const gradients = new Map<Factor, Float64Array>();
  for (const f of pool) {
    const others = pool.reduce((product, g) => (g === f ? product : product * g.table[0]), 1);
    gradients.set(f, Float64Array.of(others));
  }
  for (const step of steps.reverse()) {
    const upstream = gradients.get(step.output) as Float64Array;
    const { inputs } = step;
    const own = inputs.map((f) => new Float64Array(f.table.length));
    walk(inputs, step.kept, step.variable, sizeOf, (indices, out) => {
      const g = upstream[out];
      for (let f = 0; f < inputs.length; f++) {
        let product = g;
        for (let k = 0; k < inputs.length; k++) if (k !== f) product *= inputs[k].table[indices[k]];
        own[f][indices[f]] += product;
      }
    });
    inputs.forEach((f, i) => gradients.set(f, own[i]));
  }
  return wanted.map((f) => gradients.get(f) as Float64Array);
}
