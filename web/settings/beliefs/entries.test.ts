import { describe, expect, test } from '@jest/globals';
import { beliefsAfter, checkChange } from '../../../core/beliefs/changes.ts';
import { FAULTS } from '../../../core/catalogue/faults.ts';
import { LEVELS } from '../../../core/catalogue/stages.ts';
import { BELIEF_PARTS, beliefName, chancesByLevel, entriesOf, unitOfKind, valueWords } from './entries.ts';

const all = BELIEF_PARTS.flatMap((p) => entriesOf(p.id, {}));

describe('numbers of the diagnosis as a list', () => {
  test('each has a name, a reason, a value and its unit, once; none is the practice’s own before it is changed', () => {
    for (const e of all) {
      expect([e.about, e.name.length > 2, e.why.length > 5, e.usual !== undefined]).toEqual([
        e.about,
        true,
        true,
        true,
      ]);
      expect([e.about, e.own]).toEqual([e.about, undefined]);
      expect([e.about, unitOfKind(e.kind)]).toEqual([e.about, e.unit]);
      expect(valueWords(e.usual, e.unit)).not.toMatch(/NaN|undefined|Infinity/);
    }
    expect(new Set(all.map((e) => `${e.kind} ${e.about}`)).size).toBe(all.length);
    for (const f of FAULTS) expect(all.filter((e) => e.kind === 'leak' && e.about === f.id)).toHaveLength(1);
  });
  test('each number of the list can be changed to what it is: the list names nothing that the diagnosis does not know', () => {
    for (const { kind, about, usual } of all) expect(() => checkChange({ kind, about, value: usual })).not.toThrow();
  });
  test('one that was changed shows both, and only it', () => {
    const { beliefs } = beliefsAfter([{ kind: 'leak', about: FAULTS[0]!.id, value: 0.33 }]);
    const changed = BELIEF_PARTS.flatMap((p) => entriesOf(p.id, beliefs)).filter((e) => e.own !== undefined);
    expect(changed).toMatchObject([{ kind: 'leak', about: FAULTS[0]!.id, own: 0.33, usual: FAULTS[0]!.leak }]);
  });
  test('chances of a fault follow its number and the level; a fault that is none has none', () => {
    const [fault] = FAULTS;
    const before = chancesByLevel(fault!.id, {});
    const after = chancesByLevel(fault!.id, beliefsAfter([{ kind: 'leak', about: fault!.id, value: 0.9 }]).beliefs);
    expect(before.map((c) => c.level)).toEqual([...LEVELS]);
    for (const [i, { chance }] of after.entries()) {
      expect(chance).toBeGreaterThan(before[i]!.chance);
      expect(chance).toBeLessThan(1);
    }
    expect(chancesByLevel('no such fault', {})).toEqual([]);
  });
});

describe('a number in words', () => {
  test('has its unit, a true minus, and no more digits than matter', () => {
    expect(valueWords(0.1234567, '%')).toBe('12.35 %');
    expect(valueWords(90, 'days')).toBe('90 days');
    expect(valueWords(0.4, 'times')).toBe('× 0.4');
    const groups = { sound: { mean: -12, sd: 4 }, faulty: { mean: 3.5, sd: 4 } };
    expect(valueWords(groups, 'groups', '°')).toBe('−12 ± 4 against 3.5 ± 4 °');
  });
  test('names read as words, for what is no longer in the catalogue too', () => {
    expect(beliefName('strength', 'a>b')).toBe('a → b');
    expect(beliefName('leak', 'gone')).toBe('gone');
    expect(beliefName('sign', 'gone@club')).toBe('gone, club');
    expect(beliefName('half-life', 'screen')).toBe('body screen');
    expect(beliefName('learning', '')).toBe('Learning from confirmed causes');
  });
});
