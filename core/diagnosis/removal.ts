import { CompiledSum } from './compiled-sum.ts';
import { makeFactor, type Factor } from './factors.ts';
import { MOST_LOG_ODDS, type NoisyOr } from './noisy-or.ts';

interface Imagined {
  readonly sum: CompiledSum;
  /** Place of each fault's evidence table. */
  readonly views: readonly number[];
}

const compiled = new WeakMap<NoisyOr, Map<number, Imagined>>();

/**
 * The network with an imagined second world in which one fault is switched off. A descendant has three states: 0 absent in
 * both worlds, 1 present but gone without the fault, 2 present in both.
 */
function imagine(model: NoisyOr, removed: number): Imagined {
  const known = compiled.get(model)?.get(removed);
  if (known) return known;
  const { network, causes } = model;
  const affected = model.affectedBy(removed);
  const n = network.faults.length;
  const sizeOf = (i: number): number => (affected.has(i) && i !== removed ? 3 : 2);
  const factors: Factor[] = [];
  const views: number[] = [];
  for (let i = 0; i < n; i++) {
    const size = sizeOf(i);
    views.push(factors.length);
    factors.push(makeFactor([i], [size], () => 1));
    const keep = 1 - network.faults[i]!.prior;
    if (causes[i]!.length === 0) {
      factors.push(makeFactor([i], [size], ([x = 0]) => (x > 0 ? 1 - keep : keep)));
      continue;
    }
    // Helper: 0 stands for P(absent); with two worlds 1 for P(absent without the removed fault); last for certainty.
    const helper = n + i;
    const top = size - 1;
    factors.push(
      makeFactor([i, helper], [size, size], ([x = 0, y = 0]) =>
        x === y ? (y < top ? keep : 1) : x === y + 1 ? -keep : 0,
      ),
    );
    for (const c of causes[i]!) {
      const spared = 1 - c.strength;
      factors.push(
        makeFactor([helper, c.from], [size, sizeOf(c.from)], ([y, x]) => {
          if (y === top || x === 0) return 1;
          if (y === 0) return spared;
          // Imagined world: the cause counts only where it is still present there.
          return c.from === removed || x === 1 ? (affected.has(c.from) ? 1 : spared) : spared;
        }),
      );
    }
  }
  const imagined = { sum: new CompiledSum(factors), views };
  const ofModel = compiled.get(model) ?? new Map<number, Imagined>();
  compiled.set(model, ofModel.set(removed, imagined));
  return imagined;
}

/**
 * What goes when one fault is put right: an intervention that keeps what the evidence says of every other cause, switches
 * the fault off and lets go what only it kept on. Exact.
 * @returns for each fault the chance that it is there and would go
 */
export function goneWithout(model: NoisyOr, logOdds: Float64Array, removed: number): Float64Array {
  const { sum, views } = imagine(model, removed);
  views.forEach((place, i) => {
    const odds = Math.max(-MOST_LOG_ODDS, Math.min(MOST_LOG_ODDS, logOdds[i]!));
    const table = sum.table(place);
    table.fill(1 / (1 + Math.exp(-odds)));
    table[0] = 1 / (1 + Math.exp(odds));
  });
  const { gradients } = sum.run();
  const gone = new Float64Array(views.length);
  for (const i of model.affectedBy(removed)) {
    const table = sum.table(views[i]!);
    const total = table.reduce((t, w, x) => t + w * gradients[views[i]!]![x]!, 0);
    gone[i] = Math.max(0, (table[1]! * gradients[views[i]!]![1]!) / total);
  }
  return gone;
}
