import { fakeServer, type Request } from '../../test-dom.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { analyseSequence } from '../../../core/capture/sequence.ts';
import { faultById, FAULTS } from '../../../core/catalogue/faults.ts';
import { diagnose } from '../../../core/diagnosis/diagnose.ts';
import { measureMotion } from '../../../core/diagnosis/evidence-of-motion.ts';
import { measuredFindings, seenFinding, type Finding } from '../../../core/diagnosis/findings.ts';
import { readMotionCsv } from '../../../core/formats/motion-csv.ts';
import { placeNow, showPage } from '../../test-page.tsx';
import Diagnose from './Diagnose.tsx';

/** A worker that is never done: what needs a long sum waits. */
globalThis.Worker = class extends EventTarget {
  postMessage(): void {}
  terminate(): void {}
  start(): void {}
} as unknown as typeof Worker;

const FIXTURES = join(import.meta.dirname, '../../../core/capture/fixtures/motion');
/** What one captured swing says. */
function seenIn(name: string): Finding[] {
  const capture = readMotionCsv(readFileSync(join(FIXTURES, `${name}.csv`), 'utf8'));
  return measuredFindings(
    measureMotion(capture, analyseSequence(capture), { kind: 'motion', id: 'm', label: 'the captured swing' }),
  );
}
const TARGET = 'arms-first';
/** A captured swing and what the eye saw: enough for one cause. */
const FOUND = [
  ...seenIn('10-arms-first-500hz'),
  ...(['arms-shoulders-open', 'ott-shaft-steep'] as const).map((id) => seenFinding(id, 'clear')),
  ...(['effort-off-balance', 'arm-hands-deep', 'trail-foot-rolls'] as const).map((id) => seenFinding(id, 'absent')),
];
const ledgerOf = (findings: Finding[], change: Partial<LedgerAnswer> = {}): LedgerAnswer => ({
  findings,
  diagnosis: diagnose(findings),
  ownSpeedMps: null,
  prices: null,
  lens: 'measured',
  verdict: null,
  earlierVerdicts: [],
  running: null,
  then: null,
  beliefs: {},
  beliefChanges: 0,
  ...change,
});

let asked: Request[];
let answer: 'made' | 'lost';
beforeEach(() => {
  localStorage.clear();
  answer = 'made';
  asked = fakeServer(({ method }) =>
    method === 'GET' ? { body: [] } : answer === 'lost' ? null : { status: 201, body: {} },
  );
});
function show(ledger: LedgerAnswer | undefined, { at = '/', error = null as unknown } = {}): void {
  const lesson = {
    lesson: { id: 'l', startsAt: '2026-11-29T10:00:00Z' },
    student: { id: 's', handedness: 'right', level: 'club', lens: 'measured' },
    blocks: [],
    thread: null,
  } as unknown as LessonAnswer;
  showPage(<Diagnose lesson={lesson} ledger={ledger} error={error} />, { at });
}
const nameOf = (id: string): string => faultById(id)!.name;
const verdict = () => within(screen.getByRole('region', { name: 'Verdict' }));
const make = (): HTMLButtonElement => verdict().getByRole<HTMLButtonElement>('button', { name: /the target$/ });
const sent = (): Record<string, unknown>[] =>
  asked.filter((a) => a.method === 'POST').map((a) => a.body as Record<string, unknown>);
const reason = (value: string): void => {
  fireEvent.change(verdict().getByRole('textbox'), { target: { value } });
};
/** A fault that the evidence does not name. */
const OTHER = 'quiet-setup-none';
const unnamed = (ledger: LedgerAnswer): string =>
  FAULTS.find((f) => f.changeable && !ledger.diagnosis.verdict.faults.includes(f.id))!.id;

describe('the verdict', () => {
  test('what is proposed is accepted by one press, without a reason', async () => {
    const ledger = ledgerOf(FOUND);
    show(ledger);
    expect(screen.getByTestId('diagnosis').textContent).toBe(ledger.diagnosis.verdict.sentence);
    expect(verdict().getByRole('heading').textContent).toBe('Accept as proposed');
    expect(make().textContent).toBe(`Make “${nameOf(TARGET)}” the target`);
    fireEvent.click(make());
    await waitFor(() => expect(sent()).toHaveLength(1));
    expect(sent()[0]).toMatchObject({ target: TARGET, reason: '' });
  });
  test('another is made the target only with a reason, which is kept with it', async () => {
    const ledger = ledgerOf(FOUND);
    const other = unnamed(ledger);
    show(ledger, { at: `/?fault=${other}` });
    expect(verdict().getByRole('heading').textContent).toBe('Overrule: make this the target instead');
    expect(make().disabled).toBe(true);
    reason('   ');
    expect(make().disabled).toBe(true);
    reason('He has done it for years');
    fireEvent.click(make());
    await waitFor(() => expect(sent()[0]).toMatchObject({ target: other, reason: 'He has done it for years' }));
    await waitFor(() => expect((verdict().getByRole('textbox') as HTMLInputElement).value).toBe(''));
  });
  test('where nothing is found nothing is proposed, and a target is the instructor’s own judgement', () => {
    show(ledgerOf([]), { at: '/?fault=sway' });
    expect(screen.getByTestId('diagnosis').textContent).toMatch(/Nothing found yet/);
    expect(verdict().getByRole('heading').textContent).toMatch(
      /^Nothing is proposed: make this the target by your own/,
    );
    expect(make().disabled).toBe(true);
  });
  test('sent again after a lost answer it is the same; for another fault it is another', async () => {
    const ledger = ledgerOf(FOUND);
    const other = unnamed(ledger);
    answer = 'lost';
    show(ledger);
    fireEvent.click(make());
    await screen.findByText(/The server does not answer/);
    fireEvent.click(make());
    await waitFor(() => expect(sent()).toHaveLength(2));
    answer = 'made';
    fireEvent.click(screen.getAllByRole('button', { name: nameOf(other) }).at(-1)!);
    expect(placeNow()).toBe(`/?fault=${other}`);
    reason('seen today');
    await waitFor(() => expect(make().disabled).toBe(false));
    fireEvent.click(make());
    await waitFor(() => expect(sent()).toHaveLength(3));
    const [first, again, changed] = sent();
    expect(again).toEqual(first);
    expect(changed!.id).not.toBe(first!.id);
  });
  test('one that was decided stays as it was decided, with what came before it and by which rule', () => {
    const ledger = ledgerOf(FOUND);
    const decided = {
      id: 'v',
      target: 'sway',
      decidedAt: '2026-11-29T10:20:00Z',
      overruled: true,
      proposed: TARGET,
      reason: 'He has done it for years.',
      findings: FOUND,
      sentence: 'The arms go first.',
      rule: ledger.diagnosis.rule - 1,
    } as unknown as NonNullable<LedgerAnswer['verdict']>;
    show({ ...ledger, verdict: decided, earlierVerdicts: [{ ...decided, id: 'u', target: 'tension', reason: '' }] });
    expect(screen.getByText(`Target: ${nameOf('sway')}`)).toBeTruthy();
    expect(screen.getByText(/against the proposal/).textContent).toContain(
      `“${nameOf(TARGET)}”: “He has done it for years”`,
    );
    expect(screen.getByText(new RegExp(`Before it, .*: ${nameOf('tension')}`))).toBeTruthy();
    expect(screen.getByText(/Decided by an earlier rule, and kept as it was: “The arms go first\.”/)).toBeTruthy();
  });
});

describe('the list of faults', () => {
  test('holds each that can be changed, once, the likeliest cause first; a contradicted one says so', () => {
    const ledger = ledgerOf(FOUND);
    show(ledger);
    const items = screen.getAllByRole('listitem').filter((i) => /cause .*there /.test(i.textContent));
    const changeable = ledger.diagnosis.faults.filter((f) => faultById(f.id)?.changeable);
    expect(items.map((i) => within(i).getByRole('button').textContent)).toEqual(changeable.map((f) => nameOf(f.id)));
    for (const [i, f] of changeable.entries())
      expect(/off the list/.test(items[i]!.textContent)).toBe(Boolean(f.ruledOut));
  });
  test('an address that names no fault shows the proposed one', () => {
    show(ledgerOf(FOUND), { at: `/?fault=${OTHER}` });
    expect(make().textContent).toBe(`Make “${nameOf(TARGET)}” the target`);
  });
});

test('while the findings are fetched it waits; where they cannot be had it says why', () => {
  show(undefined);
  expect(screen.getByText(/Fetching the findings/)).toBeTruthy();
  show(undefined, { error: new Error('The ledger is closed.') });
  expect(screen.getByRole('alert').textContent).toContain('The ledger is closed.');
});
