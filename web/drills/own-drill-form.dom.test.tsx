import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { useState } from 'react';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { changeBetween, rungKeysOf } from '../../core/catalogue/drill-rungs.ts';
import type { OwnDrillText } from '../../core/catalogue/own-drill.ts';
import { rungOfKey } from '../../core/catalogue/rungs.ts';
import { showPage } from '../test-page.tsx';
import { LadderEditor } from './LadderEditor.tsx';
import { OwnDrillForm } from './OwnDrillForm.tsx';

const LADDER = rungKeysOf(DRILLS.find((d) => d.id === 'feet-together')!);
const FROM: OwnDrillText = {
  name: 'Feet by the rope',
  treats: [],
  kit: [],
  places: ['garden'],
  asks: [],
  steps: ['Lay a rope.', 'Stand on it.'],
  outsideCue: 'along the rope',
  insideCue: 'quiet feet',
  dose: { sets: 3, reps: 8, restS: 45, sessionsPerWeek: 3 },
  check: { text: 'stands for 2 s', passed: 6, of: 8, reset: 'shorter swing' },
  judges: ['student'],
  slip: '',
  slipTrains: '',
  rungs: LADDER,
  startAt: 2,
  serves: '',
  figuresOf: '',
};
let asked: Request[];
let refusal: { detail: string; where: string } | null;
let done: (string | null)[];
beforeEach(() => {
  localStorage.clear();
  refusal = null;
  done = [];
  asked = fakeServer(({ method }) =>
    method === 'PUT' && refusal
      ? { status: 422, body: { status: 422, code: 'bad-field', ...refusal } }
      : { body: { drillId: 'own-1' } },
  );
});
const show = (): void => {
  showPage(<OwnDrillForm id="d" from={FROM} onDone={(id) => done.push(id)} />);
};
const field = (label: string): HTMLInputElement => screen.getByRole<HTMLInputElement>('textbox', { name: label });
const type = (label: string, value: string): void => {
  fireEvent.change(field(label), { target: { value } });
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const tick = (group: string, name: RegExp): void => {
  fireEvent.click(within(screen.getByRole('group', { name: group })).getByRole('checkbox', { name }));
};
const kept = async (): Promise<OwnDrillText> => {
  press('Keep this version');
  await waitFor(() => expect(done).toEqual(['own-1']));
  return asked.find((a) => a.method === 'PUT')!.body as OwnDrillText;
};

describe('a drill that is written', () => {
  test('goes as it was typed: a step a line, empty lines left out', async () => {
    show();
    type('Steps, one a line, with lead and trail', ' Lay a rope. \n\nStand on it, lead foot first.\n  ');
    type('Reps', '10');
    const said = await kept();
    expect(said).toEqual({
      ...FROM,
      steps: ['Lay a rope.', 'Stand on it, lead foot first.'],
      dose: { ...FROM.dose, reps: 10 },
    });
  });
  test('how hard it is follows from what it asks; nobody types it', () => {
    show();
    const computed = (): string => screen.getByText(/^Computed from what it asks/).textContent;
    expect(computed()).toMatch(/intent; loads nothing in particular/);
    for (const box of within(screen.getByRole('group', { name: 'What it asks of the body' })).getAllByRole('checkbox'))
      fireEvent.click(box);
    expect(computed()).toMatch(/maximal; loads /);
    expect(computed()).not.toMatch(/nothing in particular/);
  });
  test('what is refused is said at its field and loses nothing', async () => {
    refusal = { detail: 'Passed must be at most of.', where: 'check.passed' };
    show();
    type('Passed, reps', '9');
    tick('Kit', /racket/);
    press('Keep this version');
    expect((await screen.findAllByText('Passed must be at most of.')).length).toBeGreaterThan(0);
    expect(field('Passed, reps').getAttribute('aria-invalid')).toBe('true');
    expect(field('Reps').getAttribute('aria-invalid')).toBeNull();
    show();
    expect(field('Passed, reps').value).toBe('9');
    press('Leave it');
    show();
    expect(field('Passed, reps').value).toBe('6');
  });
});

describe('the ladder', () => {
  function Ladder() {
    const [rungs, setRungs] = useState<readonly string[]>(LADDER.slice(0, 2));
    return (
      <>
        <LadderEditor rungs={rungs} onChange={setRungs} />
        <output>{rungs.join(' ')}</output>
      </>
    );
  }
  const now = (): string[] => screen.getByRole('status').textContent.split(' ');
  test('grows by one change a step, nearer to a real shot each time, to its end; and shrinks to its first rung', () => {
    showPage(<Ladder />);
    for (let i = 0; i < 60 && screen.queryByRole('button', { name: 'Add the step' }); i++) press('Add the step');
    const rungs = now();
    expect(screen.queryByRole('button', { name: 'Add the step' })).toBeNull();
    for (const [i, to] of rungs.entries())
      if (i > 0) expect(changeBetween(rungOfKey(rungs[i - 1]!)!, rungOfKey(to)!)).toBeDefined();
    expect(new Set(rungs).size).toBe(rungs.length);
    while (screen.queryByRole('button', { name: 'Take the last step away' })) press('Take the last step away');
    expect(now()).toEqual([LADDER[0]]);
  });
});
