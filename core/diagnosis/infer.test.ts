import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { InputError } from '../errors/input-error.ts';
import { seededRandom, type Random } from '../numeric/random.ts';
import { indexedLogOdds, infer } from './infer.ts';
import { NoisyOr } from './noisy-or.ts';
import { goneWithout } from './removal.ts';
import { causalOrder, combinedLogOdds, type Evidence, type FaultNetwork } from './network.ts';

function randomNetwork(n: number, random: Random, share: number): { network: FaultNetwork; evidence: Evidence[] } {
  const faults = Array.from({ length: n }, (_, i) => ({
    id: `f${i}`,
    prior: 0.02 + 0.4 * random.uniform(),
    costMph: 5 * random.uniform(),
  }));
  const edges = faults.flatMap((_, j) =>
    faults
      .slice(0, j)
      .flatMap((__, i) =>
        random.uniform() < share ? [{ from: `f${i}`, to: `f${j}`, strength: random.uniform() }] : [],
      ),
  );
  const evidence = Array.from({ length: 8 }, (_, k) => ({
    fault: `f${random.below(n)}`,
    logOdds: 3 * random.normal(),
    source: `s${k}`,
    group: k % 3 === 0 ? 'g' : undefined,
  }));
  return { network: { faults, edges }, evidence };
}

/** Posterior by adding up all 2^n states. */
function bruteForce({ faults, edges }: FaultNetwork, evidence: readonly Evidence[]): number[] {
  const index = new Map(faults.map((f, i) => [f.id, i]));
  const odds = combinedLogOdds(evidence);
  const sums = new Array<number>(faults.length).fill(0);
  let total = 0;
  for (let state = 0; state < 1 << faults.length; state++) {
    let p = 1;
    faults.forEach((f, i) => {
      let spared = 1 - f.prior;
      for (const e of edges) if (e.to === f.id && (state >> (index.get(e.from) ?? 0)) & 1) spared *= 1 - e.strength;
      const present = (state >> i) & 1;
      p *= present ? 1 - spared : spared;
      if (present) p *= Math.exp(odds.get(f.id) ?? 0);
    });
    total += p;
    faults.forEach((_, i) => {
      if ((state >> i) & 1) sums[i]! += p;
    });
  }
  return sums.map((s) => s / total);
}

/** Worth and own-cause chances by adding up all states of leaks and links, with and without the removed fault. */
function bruteWorth(
  { faults, edges }: FaultNetwork,
  evidence: readonly Evidence[],
): { worth: number[]; ownCause: number[] } {
  const odds = combinedLogOdds(evidence);
  const at = (id: string): number => faults.findIndex((f) => f.id === id);
  const worth = new Array<number>(faults.length).fill(0);
  const own = new Array<number>(faults.length).fill(0);
  let total = 0;
  for (let leaks = 0; leaks < 1 << faults.length; leaks++) {
    for (let links = 0; links < 1 << edges.length; links++) {
      let p = 1;
      faults.forEach((f, i) => (p *= (leaks >> i) & 1 ? f.prior : 1 - f.prior));
      edges.forEach((e, k) => (p *= (links >> k) & 1 ? e.strength : 1 - e.strength));
      const states = (removed: number): boolean[] => {
        const on: boolean[] = [];
        faults.forEach((f, i) => {
          const caused = edges.some((e, k) => e.to === f.id && on[at(e.from)] && (links >> k) & 1);
          on[i] = i !== removed && (Boolean((leaks >> i) & 1) || caused);
        });
        return on;
      };
      const factual = states(-1);
      faults.forEach((f, i) => (p *= factual[i] ? Math.exp(odds.get(f.id) ?? 0) : 1));
      total += p;
      faults.forEach((_, i) => (own[i]! += (leaks >> i) & 1 ? p : 0));
      faults.forEach((_, v) => {
        const imagined = states(v);
        faults.forEach((f, d) => (worth[v]! += p * (f.costMph ?? 0) * (Number(factual[d]) - Number(imagined[d]))));
      });
    }
  }
  return { worth: worth.map((w) => w / total), ownCause: own.map((w) => w / total) };
}

describe('exact inference', () => {
  test('equals brute force on 20 random networks of 12 faults', () => {
    const random = seededRandom(12);
    for (let trial = 0; trial < 20; trial++) {
      const { network, evidence } = randomNetwork(12, random, 0.3);
      const expected = bruteForce(network, evidence);
      infer(network, evidence).faults.forEach((f, i) => expect(f.posterior).toBeCloseTo(expected[i]!, 10));
    }
  });

  test('contributions equal the logit with and without each piece, by brute force', () => {
    const random = seededRandom(5);
    const { network, evidence } = randomNetwork(8, random, 0.4);
    const logit = (p: number): number => Math.log(p / (1 - p));
    const full = bruteForce(network, evidence);
    const result = infer(network, evidence);
    evidence.forEach((e, k) => {
      const without = bruteForce(
        network,
        evidence.filter((_, j) => j !== k),
      );
      result.faults.forEach((f, i) => {
        const said = f.contributions.find((c) => c.source === e.source)?.logOdds ?? 0;
        expect(said).toBeCloseTo(logit(full[i]!) - logit(without[i]!), 7);
      });
    });
  });

  test('worth and own-cause chance equal brute force over leaks and links', () => {
    const random = seededRandom(77);
    let tried = 0;
    while (tried < 4) {
      const { network, evidence } = randomNetwork(6, random, 0.4);
      if (network.edges.length > 7) continue;
      tried++;
      const expected = bruteWorth(network, evidence);
      infer(network, evidence).faults.forEach((f, i) => {
        expect(f.worthMph).toBeCloseTo(expected.worth[i]!, 8);
        expect(f.causeChance).toBeCloseTo(expected.ownCause[i]!, 12);
        expect(f.causeChance).toBeLessThanOrEqual(f.posterior + 1e-12);
      });
    }
  });

  test('more evidence for a fault never lowers its chance, whatever the network', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.double({ min: 0.1, max: 3, noNaN: true }), (seed, more) => {
        const { network, evidence } = randomNetwork(7, seededRandom(seed), 0.35);
        const before = infer(network, evidence).faults[3]!.posterior;
        const after = infer(network, [...evidence, { fault: 'f3', logOdds: more, source: 'more' }]).faults[3]!
          .posterior;
        expect(after).toBeGreaterThanOrEqual(before - 1e-12);
      }),
      { numRuns: 30 },
    );
  });

  test('without evidence a lone fault keeps its prior, and certain numbers stay numbers', () => {
    const lone = { faults: [{ id: 'a', prior: 0.3 }], edges: [] };
    expect(infer(lone, []).faults[0]!.posterior).toBeCloseTo(0.3, 12);
    const sure = {
      faults: [
        { id: 'a', prior: 1 },
        { id: 'b', prior: 0 },
      ],
      edges: [{ from: 'a', to: 'b', strength: 1 }],
    };
    const result = infer(sure, [{ fault: 'b', logOdds: -900, source: 's' }]);
    for (const f of result.faults) expect(Number.isFinite(f.posterior)).toBe(true);
  });
});

describe('groups', () => {
  const piece = (logOdds: number, group?: string): Evidence => ({
    fault: 'a',
    logOdds,
    source: String(logOdds),
    group,
  });
  test('in a group the strongest counts fully and each further one by a quarter', () => {
    expect(combinedLogOdds([piece(1, 'g'), piece(-2, 'g'), piece(0.4, 'g')]).get('a')).toBeCloseTo(-2 + 0.25 + 0.1, 12);
  });
  test('pieces of no group, and of different groups, add', () => {
    expect(combinedLogOdds([piece(1), piece(2), piece(0.5, 'g'), piece(0.25, 'h')]).get('a')).toBeCloseTo(3.75, 12);
  });
});

describe('root', () => {
  const faults = [
    { id: 'cause', prior: 0.1, costMph: 2 },
    { id: 'effect', prior: 0.1, costMph: 3 },
  ];
  const edges = [{ from: 'cause', to: 'effect', strength: 0.7 }];
  const seen = (fault: string): Evidence => ({ fault, logOdds: 3, source: fault });

  test('with both likely, the cause is the root', () => {
    expect(infer({ faults, edges }, [seen('cause'), seen('effect')]).mostLikelyRoot).toBe('cause');
  });
  test('an unchangeable cause leaves the effect as root', () => {
    const fixed = faults.map((f, i) => (i === 0 ? { ...f, changeable: false } : f));
    expect(infer({ faults: fixed, edges }, [seen('cause'), seen('effect')]).mostLikelyRoot).toBe('effect');
  });
  test('with the cause unlikely, the effect is the root', () => {
    expect(
      infer({ faults, edges }, [seen('effect'), { fault: 'cause', logOdds: -3, source: 'no' }]).mostLikelyRoot,
    ).toBe('effect');
  });
  test('putting the cause right also removes what only it keeps on', () => {
    const model = new NoisyOr({ faults, edges });
    const logOdds = indexedLogOdds({ faults, edges }, [seen('cause'), seen('effect')]);
    const removed = (v: number): number => goneWithout(model, logOdds, v).reduce((a, b) => a + b, 0);
    expect(removed(0)).toBeGreaterThan(1);
    expect(removed(1)).toBeLessThan(1);
  });
  test('none of a few being an own cause: by other priors in one pass, and by brute force', () => {
    const { network, evidence } = randomNetwork(7, seededRandom(3), 0.35);
    const model = new NoisyOr(network);
    const logOdds = indexedLogOdds(network, evidence);
    const few = [1, 4];
    const spared = few.reduce((p, i) => p * (1 - network.faults[i]!.prior), 1);
    const none = (spared * model.weightWith(logOdds, new Map(few.map((i) => [i, 0])))) / model.chances(logOdds).weight;
    // The chance that neither fired, from the chances of one and of the other given that the one did not.
    const without = { ...network, faults: network.faults.map((f, i) => (i === 1 ? { ...f, prior: 0 } : f)) };
    const first = 1 - infer(network, evidence).faults[1]!.causeChance;
    const second = 1 - infer(without, evidence).faults[4]!.causeChance;
    expect(none).toBeCloseTo(first * second, 10);
  });
});

describe('bad networks', () => {
  const a = { id: 'a', prior: 0.1 };
  const b = { id: 'b', prior: 0.1 };
  const problem = (network: FaultNetwork, evidence: Evidence[] = []): InputError => {
    try {
      infer(network, evidence);
    } catch (error) {
      return error as InputError;
    }
    throw new Error('accepted');
  };
  test('a circle is named', () => {
    const edges = [
      { from: 'a', to: 'b', strength: 0.5 },
      { from: 'b', to: 'a', strength: 0.5 },
    ];
    expect(problem({ faults: [a, b], edges })).toMatchObject({ code: 'circle' });
    expect(problem({ faults: [a, b], edges }).message).toMatch(/a → b → a|b → a → b/);
  });
  test.each([
    ['a fault twice', { faults: [a, a], edges: [] }, 'unknown-value'],
    ['a prior above 1', { faults: [{ id: 'a', prior: 1.2 }], edges: [] }, 'out-of-range'],
    ['an edge to nowhere', { faults: [a], edges: [{ from: 'a', to: 'z', strength: 0.5 }] }, 'unknown-value'],
    ['a strength below 0', { faults: [a, b], edges: [{ from: 'a', to: 'b', strength: -0.1 }] }, 'out-of-range'],
  ])('%s', (_, network, code) => expect(problem(network)).toMatchObject({ code }));
  test('evidence on an unknown fault, or without a number', () => {
    expect(problem({ faults: [a], edges: [] }, [{ fault: 'z', logOdds: 1, source: 's' }])).toMatchObject({
      where: 'evidence[0].fault',
    });
    expect(problem({ faults: [a], edges: [] }, [{ fault: 'a', logOdds: NaN, source: 's' }])).toMatchObject({
      where: 'evidence[0].logOdds',
    });
  });
  test('order puts causes before consequences', () => {
    const order = causalOrder({ faults: [a, b], edges: [{ from: 'b', to: 'a', strength: 0.5 }] });
    expect(order).toEqual([1, 0]);
  });
});
