import { minFillOrder, type Factor } from './factors.ts';

/**
 * The sum of a product of tables, worked out once as a plan of index tables and then run for any numbers in the tables.
 * Gives the sum and its derivative by every entry of every table (Darwiche 2003, A differential approach to inference).
 */
interface Step {
  /** Tables that go in, by number: those given first, then the results of earlier steps. */
  readonly inputs: readonly number[];
  /** For each input, the entry that belongs to each joint assignment; the summed variable runs fastest. */
  readonly indices: readonly Int32Array[];
  readonly output: number;
  readonly inner: number;
  /** Product of the tables that never change, for each joint assignment. */
  readonly constant: Float64Array;
}

export interface Summed {
  readonly total: number;
  /** Derivative of the total by each entry of each given table; zeros for the tables that never change. */
  readonly gradients: readonly Float64Array[];
}

export class CompiledSum {
  private readonly given: number;
  private readonly steps: Step[] = [];
  private readonly tables: Float64Array[] = [];
  private readonly gradients: Float64Array[] = [];
  private readonly left: readonly number[];
  private readonly scratch: Float64Array;
  private readonly before: readonly Float64Array[];

  /**
   * @param factors tables whose variables and sizes count; their numbers are taken as a first filling
   * @param fixed numbers of tables that never change
   */
  constructor(factors: readonly Factor[], fixed: ReadonlySet<number> = new Set()) {
    this.given = factors.length;
    const sizes = new Map<number, number>();
    const scopes = factors.map((f) => {
      f.variables.forEach((v, k) => sizes.set(v, f.sizes[k]!));
      return [...f.variables];
    });
    for (const f of factors) this.addTable(f.table);
    let pool = factors.map((_, i) => i);
    for (const variable of minFillOrder(factors)) {
      const touching = pool.filter((i) => scopes[i]!.includes(variable));
      if (touching.length === 0) continue;
      const kept = [...new Set(touching.flatMap((i) => scopes[i]!))].filter((v) => v !== variable);
      const all = [...kept, variable];
      const inner = sizes.get(variable) as number;
      const entries = all.reduce((n, v) => n * (sizes.get(v) as number), 1);
      const inputs = touching.filter((i) => !fixed.has(i));
      const indices = inputs.map((i) => indexTable(scopes[i]!, all, sizes, entries));
      const constant = new Float64Array(entries).fill(1);
      for (const i of touching.filter((t) => fixed.has(t))) {
        const at = indexTable(scopes[i]!, all, sizes, entries);
        for (let e = 0; e < entries; e++) constant[e]! *= this.tables[i]![at[e]!]!;
      }
      const output = this.tables.length;
      this.addTable(new Float64Array(entries / inner));
      scopes.push(kept);
      this.steps.push({ inputs, indices, output, inner, constant });
      pool = [...pool.filter((i) => !touching.includes(i)), output];
    }
    this.left = pool;
    const most = Math.max(1, ...this.steps.map((t) => t.constant.length));
    this.scratch = new Float64Array(most);
    this.before = Array.from(
      { length: Math.max(0, ...this.steps.map((t) => t.inputs.length - 1)) },
      () => new Float64Array(most),
    );
  }

  private addTable(table: Float64Array): void {
    this.tables.push(Float64Array.from(table));
    this.gradients.push(new Float64Array(table.length));
  }

  /** Table number i as given; write into it before `run`. */
  table(i: number): Float64Array {
    return this.tables[i]!;
  }

  /** The sum alone. */
  total(): number {
    for (const { inputs, indices, output, inner, constant } of this.steps) {
      const out = this.tables[output]!;
      out.fill(0);
      const product = this.work(constant);
      for (let f = 0; f < inputs.length; f++) timesTable(product, this.tables[inputs[f]!]!, indices[f]!, product);
      if (inner === 2) for (let o = 0, e = 0; o < out.length; o++, e += 2) out[o] = product[e]! + product[e + 1]!;
      else for (let e = 0; e < product.length; e++) out[(e / inner) | 0]! += product[e]!;
    }
    return this.left.reduce((product, i) => product * this.tables[i]![0]!, 1);
  }

  /** The sum and its derivatives. The arrays returned are overwritten by the next run. */
  run(): Summed {
    const total = this.total();
    for (const i of this.left) {
      this.gradients[i]![0] = this.left.reduce((product, k) => (k === i ? product : product * this.tables[k]![0]!), 1);
    }
    for (let s = this.steps.length - 1; s >= 0; s--) this.back(this.steps[s]!);
    return { total, gradients: this.gradients.slice(0, this.given) };
  }

  /** A scratch copy of a step's constant table. */
  private work(constant: Float64Array): Float64Array {
    const scratch = this.scratch.subarray(0, constant.length);
    scratch.set(constant);
    return scratch;
  }

  /** Table by table over all entries: short loops over flat arrays run several times faster than one long loop over tables. */
  private back({ inputs, indices, output, inner, constant }: Step): void {
    const upstream = this.gradients[output]!;
    const n = constant.length;
    // Products of the tables before and after each one: no division, so zeros are no trouble.
    let product = constant;
    const before = inputs.map((i, f) => {
      const now = product;
      if (f + 1 < inputs.length)
        product = timesTable(now, this.tables[i]!, indices[f]!, this.before[f]!.subarray(0, n));
      return now;
    });
    const after = this.scratch.subarray(0, n);
    if (inner === 2) for (let o = 0, e = 0; e < n; o++, e += 2) after[e] = after[e + 1] = upstream[o]!;
    else for (let e = 0; e < n; e++) after[e] = upstream[(e / inner) | 0]!;
    for (let f = inputs.length - 1; f >= 0; f--) {
      const gradient = this.gradients[inputs[f]!]!;
      gradient.fill(0);
      gather(gradient, indices[f]!, before[f]!, after);
      if (f > 0) timesTable(after, this.tables[inputs[f]!]!, indices[f]!, after);
    }
  }
}

/** Entries times a table's, into `out`. */
function timesTable(entries: Float64Array, table: Float64Array, at: Int32Array, out: Float64Array): Float64Array {
  for (let e = 0; e < out.length; e++) out[e] = entries[e]! * table[at[e]!]!;
  return out;
}

/** Adds the products of two lists to the entries of a table that they belong to. */
function gather(table: Float64Array, at: Int32Array, a: Float64Array, b: Float64Array): void {
  for (let e = 0; e < at.length; e++) table[at[e]!]! += a[e]! * b[e]!;
}

/** Entry of a table for each joint assignment of `all`, the last variable running fastest. */
function indexTable(
  scope: readonly number[],
  all: readonly number[],
  sizes: ReadonlyMap<number, number>,
  entries: number,
): Int32Array {
  const strides = new Map<number, number>();
  let stride = 1;
  for (let k = scope.length - 1; k >= 0; k--) {
    strides.set(scope[k]!, stride);
    stride *= sizes.get(scope[k]!) as number;
  }
  const result = new Int32Array(entries);
  const digits = new Int32Array(all.length);
  for (let e = 0; e < entries; e++) {
    let at = 0;
    for (let k = 0; k < all.length; k++) at += digits[k]! * (strides.get(all[k]!) ?? 0);
    result[e] = at;
    for (let k = all.length - 1; k >= 0; k--) {
      if (++digits[k]! < (sizes.get(all[k]!) as number)) break;
      digits[k] = 0;
    }
  }
  return result;
}
