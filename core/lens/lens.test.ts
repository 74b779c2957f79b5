import { describe, expect, test } from '@jest/globals';
import { FAULTS } from '../catalogue/faults.ts';
import { LENSES, type LensId } from '../catalogue/stages.ts';
import { diagnose } from '../diagnosis/diagnose.ts';
import { seenFinding } from '../diagnosis/findings.ts';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { drillsFor, type PlanStudent } from '../plan/open-drills.ts';
import { disagreement } from './disagree.ts';
import { schoolOf } from './schools.ts';
import { lensView, type LensView } from './view.ts';

const WHO: PlanStudent = {
  ageYears: 44,
  kit: ['driver', 'iron', 'club', 'light stick', 'heavy stick', 'racket'],
  places: ['range', 'garden', 'living room', 'gym'],
  flags: [],
  clearedOn: null,
  painfulParts: [],
  pains: [],
  lens: 'measured',
};
const SEEN = FAULTS.flatMap((f) => f.seen.map((s) => s.id));
const GRADES = ['absent', 'unsure', 'slight', 'clear'] as const;

/** A student of whom some signs were seen, drawn by the seed. */
function drawn(seed: string) {
  const random = seededRandom(seed);
  const findings = SEEN.filter(() => random.uniform() < 0.15).map((sign) =>
    seenFinding(sign, must(GRADES[Math.floor(4 * random.uniform())])),
  );
  return diagnose(findings.flatMap((f) => f ?? []));
}
const none = { keptCue: () => undefined, measureFirst: 'Would measure first: one swing.' };
const views = (diagnosis: ReturnType<typeof diagnose>, who = WHO, own: Parameters<typeof lensView>[3] = none) =>
  new Map<LensId, LensView>(
    LENSES.map(({ id }) => [id, lensView(id, diagnosis, (f, lens) => drillsFor(f, { ...who, lens }), own)]),
  );

describe('lenses', () => {
  test('property: no lens changes a chance, a caution, or what is open, for any student drawn', () => {
    for (let i = 0; i < 25; i++) {
      const diagnosis = drawn(`student ${i}`);
      const chances = new Map(diagnosis.faults.map((f) => [f.id, [f.presentChance, f.causeChance]]));
      const before = JSON.stringify(diagnosis);
      for (const view of views(diagnosis).values())
        for (const f of view.faults) expect([f.presentChance, f.causeChance]).toEqual(chances.get(f.fault));
      expect(JSON.stringify(diagnosis)).toBe(before);
    }
    const facts = (lens: LensId, fault: string, who: PlanStudent) =>
      Object.fromEntries(
        drillsFor(fault, { ...who, lens }).map((c) => [
          c.drill.id,
          [c.open, c.closedBecause, c.cautions, c.drill.dose],
        ]),
      );
    const bodies: PlanStudent[] = [
      WHO,
      { ...WHO, ageYears: 13 },
      { ...WHO, ageYears: 71, painfulParts: ['lower back'] },
      { ...WHO, flags: ['heart'] },
    ];
    for (const who of bodies)
      for (const fault of FAULTS)
        for (const { id } of LENSES) expect(facts(id, fault.id, who)).toEqual(facts('measured', fault.id, who));
  });
  test('each school says its belief in two sentences, and what it looks at', () => {
    for (const { id } of LENSES) {
      const { belief, looksFirst, cueStyle } = schoolOf(id);
      expect(belief.match(/[.](?=\s|$)/g)).toHaveLength(2);
      expect([looksFirst, cueStyle].every((w) => w.length > 5)).toBe(true);
    }
  });
  test('measured follows the verdict, with the cue that a trial kept; a school follows its own first look', () => {
    const diagnosis = diagnose(
      must(FAULTS.find((f) => f.id === 'early-release'))
        .seen.slice(0, 2)
        .flatMap((s) => seenFinding(s.id, 'clear') ?? []),
    );
    const of = views(diagnosis, WHO, {
      ...none,
      keptCue: (f) => (f === diagnosis.verdict.faults[0] ? 'Throw it past' : undefined),
    });
    const measured = must(of.get('measured'));
    if (diagnosis.verdict.faults.length > 0) {
      expect(measured.next).toMatchObject({ fault: diagnosis.verdict.faults[0], cue: 'Throw it past' });
      expect(measured.next.sentence).toContain('kept from a trial');
    }
    const hands = must(of.get('hands-and-arms'));
    expect(hands.next).toMatchObject({ fault: 'early-release', does: 'work' });
    expect(must(hands.faults.find((f) => f.fault === 'early-release')).stance).toBe('looks here first');
    expect(must(must(of.get('ground-up')).faults.find((f) => f.fault === 'early-release')).stance).toBe('effect');
    const d = disagreement(must(of.get('ground-up')), hands);
    expect(d.sentence).toContain('only an effect of something else');
    expect(d.question).toMatch(/\?/);
    expect(d.trial?.conditions.map((c) => c.kind)).toEqual(['as usual', 'cue', 'cue']);
  });
  test('with nothing measured nobody claims anything, and a school without an opinion says so', () => {
    const of = views(diagnose([]));
    expect(must(of.get('measured')).next).toMatchObject({ fault: null, does: 'look' });
    for (const view of of.values()) expect(view.next.does).toBe('look');
    const d = disagreement(must(of.get('measured')), must(of.get('late-set')));
    expect(d.sentence).toContain('can name nothing yet');
    expect(d.trial).toBeNull();
    const seen = diagnose(
      must(FAULTS.find((f) => f.id === 'unstable-finish')).seen.flatMap((s) => seenFinding(s.id, 'clear') ?? []),
    );
    const later = views(seen);
    expect(must(later.get('free-swing')).next.fault).toBe('unstable-finish');
    expect(disagreement(must(later.get('free-swing')), must(later.get('late-set'))).sentence).toContain(
      'Late set has no opinion on',
    );
  });
  test('a body that closes every drill leaves the school without one, and says it', () => {
    const closed = views(drawn('closed'), { ...WHO, flags: ['heart'] });
    for (const view of closed.values()) {
      expect(view.next.drillId).toBeNull();
      if (view.next.fault && view.next.does === 'work') expect(view.next.sentence).toContain('no drill open');
    }
  });
});
