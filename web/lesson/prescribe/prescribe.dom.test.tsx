import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { ThreadWire } from '../../../api/thread-types.ts';
import type { DrillChoiceWire, LessonAnswer, PrescribeAnswer } from '../../../api/types.ts';
import { drillById, DRILLS } from '../../../core/catalogue/drills.ts';
import { startRungOf } from '../../../core/catalogue/drill-rungs.ts';
import { showPage } from '../../test-page.tsx';
import Prescribe from './Prescribe.tsx';

const TARGET = 'early-release';
const treating = DRILLS.filter((d) => d.treats.includes(TARGET));
const choice = (id: string, change: Partial<DrillChoiceWire> = {}): DrillChoiceWire => {
  const drill = drillById(id)!;
  return {
    drillId: id,
    open: true,
    closedBecause: [],
    cautions: [`Mind ${id}.`],
    record: '',
    worked: '',
    dose: drill.dose,
    check: drill.check,
    fitted: [],
    ...change,
  };
};
const [first, second, third, fourth] = treating.map((d) => d.id) as [string, string, string, string];
const nameOf = (id: string): string => drillById(id)!.name;

let answer: PrescribeAnswer;
let asked: Request[];
/** Whether the server makes the plan, hears it but its answer is lost, or refuses it. */
let makes: 'made' | 'lost' | 'refused';
beforeEach(() => {
  localStorage.clear();
  makes = 'made';
  answer = {
    target: TARGET,
    planClosed: false,
    choices: treating.slice(0, 5).map((d) => choice(d.id)),
    plan: null,
    programmeDays: null,
  };
  asked = fakeServer(({ method, path }) => {
    if (method === 'GET') return { body: path.includes('/prescribe') ? answer : { own: [], favourites: [] } };
    if (makes === 'lost') return null;
    return makes === 'made'
      ? { status: 201, body: {} }
      : {
          status: 422,
          body: { status: 422, code: 'bad-field', detail: 'reps of drills 1 must be at least 1.', where: '' },
        };
  });
});

async function show(thread: ThreadWire | null = null): Promise<void> {
  const lesson = {
    lesson: { id: 'l', startsAt: '2026-11-29T10:00:00' },
    student: { handedness: 'right' },
    thread,
  } as unknown as LessonAnswer;
  showPage(<Prescribe lesson={lesson} />);
  await screen.findByRole('heading', { level: 2, name: /^One change|^No target/ });
}
const card = (id: string) => within(screen.getByRole('region', { name: nameOf(id) }));
const toggle = (id: string): void => {
  fireEvent.click(card(id).getByRole('button', { name: /^Choose$|^Take it out$/ }));
};
const dose = (id: string) => within(screen.getByRole('region', { name: `Dose of ${nameOf(id)}` }));
const type = (id: string, label: string, value: string): void => {
  fireEvent.change(dose(id).getByRole('textbox', { name: label }), { target: { value } });
};
interface Made {
  id: string;
  target: string;
  startsOn: string;
  drills: Record<string, unknown>[];
}
const made = (): Made[] => asked.filter((a) => a.method === 'POST').map((a) => a.body as Made);
async function make(name = 'Make the week'): Promise<Made> {
  const before = made().length;
  fireEvent.click(screen.getByRole('button', { name }));
  await waitFor(() => expect(made()).toHaveLength(before + 1));
  if (makes === 'lost') await screen.findByText(/The server does not answer/);
  return made().at(-1)!;
}

describe('a plan that is made', () => {
  test('holds what was chosen, on its first rung, with the dose that was typed', async () => {
    await show();
    toggle(first);
    toggle(second);
    type(first, 'Reps', '12');
    type(first, 'Sets', '2,5');
    type(second, 'Cue', 'like a door');
    const plan = await make();
    expect(plan).toMatchObject({ target: TARGET, startsOn: '2026-11-29' });
    expect(plan.drills).toMatchObject([
      { drillId: first, rung: startRungOf(drillById(first)!), sets: 2, reps: 12 },
      { drillId: second, cue: 'like a door' },
    ]);
    expect(plan.drills[0]).not.toHaveProperty('why');
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Chosen drills' })).toBeNull());
  });
  test('has at most three drills; one that is taken out makes room', async () => {
    await show();
    for (const id of [first, second, third]) toggle(id);
    expect(card(fourth).getByRole<HTMLButtonElement>('button', { name: 'Choose' }).disabled).toBe(true);
    expect(screen.queryByRole('button', { name: 'Give it for this target' })).toBeNull();
    toggle(second);
    toggle(fourth);
    expect((await make()).drills.map((d) => d.drillId)).toEqual([first, third, fourth]);
  });
  test('what it may do to a body stands with what is chosen; a closed drill cannot be', async () => {
    answer = {
      ...answer,
      choices: [choice(first), choice(second, { open: false, closedBecause: ['The wrist hurts.'] })],
    };
    await show();
    expect(card(second).queryByRole('button', { name: 'Choose' })).toBeNull();
    expect(card(second).getByText(/The wrist hurts/)).toBeTruthy();
    expect(screen.queryByText(`Mind ${first}.`)).toBeNull();
    toggle(first);
    expect(screen.getByText(`Mind ${first}.`)).toBeTruthy();
    expect(screen.queryByText(`Mind ${second}.`)).toBeNull();
  });
  test('sent again after a lost answer it is the same plan with the same drills', async () => {
    makes = 'lost';
    await show();
    toggle(first);
    const lost = await make();
    makes = 'made';
    expect(await make()).toEqual(lost);
  });
  test('changed after a lost answer it is another plan, with drills of its own', async () => {
    makes = 'lost';
    await show();
    toggle(first);
    const lost = await make();
    type(first, 'Reps', '12');
    makes = 'made';
    const changed = await make();
    expect(changed.id).not.toBe(lost.id);
    expect(changed.drills[0]!.id).not.toBe(lost.drills[0]!.id);
    expect(changed.drills[0]).toMatchObject({ reps: 12 });
  });
  test('refused it says why and stays; it also stays while the page is left', async () => {
    makes = 'refused';
    await show();
    toggle(first);
    type(first, 'Reps', '0');
    await make();
    await screen.findByText('reps of drills 1 must be at least 1.');
    await show();
    expect(dose(first).getByRole<HTMLInputElement>('textbox', { name: 'Reps' }).value).toBe('0');
  });
});

describe('a plan that goes on', () => {
  const thread = (): ThreadWire =>
    ({
      target: TARGET,
      next: {
        drills: [
          {
            drillId: first,
            rung: startRungOf(drillById(first)!),
            cue: 'as before',
            sets: 3,
            reps: 8,
            sessionsPerWeek: 3,
            because: '',
            why: 'Its mark was met twice.',
            continues: true,
          },
        ],
        dropped: [{ drillId: second, because: 'It closed.' }],
      },
    }) as unknown as ThreadWire;
  test('needs one press, and says what runs on, why, and what is left out', async () => {
    await show(thread());
    expect(screen.getByText('Its mark was met twice.')).toBeTruthy();
    expect(screen.getByText(`Left out: ${nameOf(second)}. It closed.`)).toBeTruthy();
    expect((await make('Continue the plan')).drills).toMatchObject([{ drillId: first, cue: 'as before', reps: 8 }]);
  });
  test('is left by choosing otherwise', async () => {
    await show(thread());
    fireEvent.click(screen.getByRole('button', { name: 'Start over with other drills' }));
    expect(screen.queryByText('Its mark was met twice.')).toBeNull();
    toggle(third);
    expect((await make()).drills.map((d) => d.drillId)).toEqual([third]);
  });
  test('does not where it runs for another fault', async () => {
    await show({ ...thread(), target: 'sway' });
    expect(screen.queryByText('Its mark was met twice.')).toBeNull();
  });
});

test('without a target nothing is offered; a closed plan says where it opens', async () => {
  answer = { ...answer, target: null, choices: [], planClosed: true };
  await show();
  expect(screen.getByText('Make a fault the target in Diagnose, or choose one here.')).toBeTruthy();
  expect(screen.getByText('The plan is closed until a clearance is recorded in Know.')).toBeTruthy();
  expect(screen.queryByRole('region', { name: 'with the ball' })).toBeNull();
});
