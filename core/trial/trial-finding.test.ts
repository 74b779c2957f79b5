import { describe, expect, test } from '@jest/globals';
import { DRILLS } from '../catalogue/drills.ts';
import { must } from '../errors/must.ts';
import type { TrialCondition } from './run.ts';
import { suggestConditions } from './suggest.ts';
import { analyseTrial, type TrialAnswer } from './trial.ts';
import { cueKindOf, kindCounts, kindCountsWords, kindThatMoved, triedFinding, type TriedBefore } from './trial-finding.ts'; // prettier-ignore

const FAULT = 'early-release';
const drill = must(DRILLS.find((d) => d.treats.includes(FAULT)));
const condition = (label: string, kind: TrialCondition['kind'] = 'cue'): TrialCondition => ({
  label,
  kind,
  club: '',
  drillId: '',
});
const USUAL = condition('As usual', 'as usual');
const said = (change: Partial<TrialAnswer>): TrialAnswer => ({
  ...analyseTrial([], 3),
  decidedBy: 'clubSpeedMps',
  chanceBest: [0.02, 0.96, 0.02],
  leader: 1,
  verdict: 'better',
  ...change,
});
const tried = (answer: TrialAnswer, change: Partial<TriedBefore['said']> = {}, ageDays = 0): TriedBefore => ({
  id: 't',
  lessonId: 'l',
  said: { faultId: FAULT, conditions: [USUAL, condition(drill.insideCue), condition(drill.outsideCue)], ...change },
  answer,
  day: '2026-03-14',
  ageDays,
});

describe('a trial as evidence about its fault', () => {
  test('a cue that won speaks for the fault and says its kind; nothing that won speaks against it', () => {
    const won = must(triedFinding(tried(said({}))));
    expect(won).toMatchObject({ fault: FAULT, logOdds: 0.5, source: { kind: 'trial', label: 'trial of 14 Mar' } });
    expect(won.text).toContain('a cue about the inside of the body) beat the swing as usual in a trial, 96 % sure');
    expect(must(triedFinding(tried(said({ verdict: 'tie' })))).logOdds).toBe(-0.3);
    const usual = must(triedFinding(tried(said({ leader: 0 }), {}, 7)));
    expect(usual).toMatchObject({ logOdds: -0.3, ageDays: 7, source: { lessonId: 'l' } });
    expect(usual.text).toBe('Nothing of 2 things tried for it beat the swing as usual');
  });
  test('says nothing where nothing could be said, no fault was asked about, or nothing stood for the usual swing', () => {
    expect(triedFinding(tried(said({ verdict: 'cannot say' })))).toBeNull();
    expect(triedFinding(tried(said({}), { faultId: '' }))).toBeNull();
    expect(triedFinding(tried(said({}), { stack: true }))).toBeNull();
    expect(triedFinding(tried(said({}), { conditions: [condition('a'), condition('b')] }))).toBeNull();
    expect(triedFinding(tried(said({}), { conditions: [USUAL, condition('Light stick', 'implement')] }))).toBeNull();
    expect(triedFinding(tried(analyseTrial([], 3)))).toBeNull();
  });
  test('the kind that moved this student is tried first the next time', () => {
    expect([drill.outsideCue, drill.insideCue, 'like a whip'].map((c) => cueKindOf(c, FAULT))).toEqual([
      'outside',
      'inside',
      'own',
    ]);
    const older = tried(said({ leader: 2 }), {}, 30);
    expect(kindThatMoved([older, tried(said({}), {}, 3)], FAULT)).toBe('inside');
    expect(kindThatMoved([older], FAULT)).toBe('outside');
    expect(kindThatMoved([older], 'sway')).toBeNull();
    const choice = { drill, fitted: [], open: true, closedBecause: [], cautions: [] };
    expect(must(suggestConditions([choice], [], [], 'inside')[1]).label).toBe(drill.insideCue);
    expect(must(suggestConditions([choice], [], [])[1]).label).toBe(drill.outsideCue);
  });
  test('counts of players like this one are said, few of them as counts only', () => {
    const list = [tried(said({})), tried(said({})), tried(said({ verdict: 'tie' })), tried(said({ verdict: 'cannot say' }))]; // prettier-ignore
    expect(kindCountsWords(kindCounts(list, FAULT))).toBe(
      'Of 3 trials of players like this one a cue about the inside of the body won 2 (counts only).',
    );
    expect(kindCountsWords(kindCounts([...list, ...list], FAULT))).not.toContain('counts only');
    expect(kindCountsWords(kindCounts([], FAULT))).toBe('');
  });
});
