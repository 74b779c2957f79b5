import { fakeServer, type Request } from './test-dom.ts';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { ClosuresWire } from '../api/body-types.ts';
import type { ProgrammeAnswer } from '../api/programme-types.ts';
import { showPage } from './test-page.tsx';
import { ClosuresCard } from './parts/ClosuresCard.tsx';
import { PeoplePart } from './settings/people/PeoplePart.tsx';
import { WishForm } from './students/programme/WishForm.tsx';

// A form whose answer was lost is pressed again: it must mean the same thing, not a second one.

let asked: Request[];
/** Whether the server hears what is sent, but its answer is lost. */
let lost: boolean;

beforeEach(() => {
  localStorage.clear();
  lost = true;
  asked = fakeServer(({ method, path }) => {
    if (method === 'POST') return lost ? null : { status: 201, body: { id: 'x', path: '/join/token' } };
    return { body: path.endsWith('/accounts') ? { accounts: [], invitations: [] } : [] };
  });
});
const press = async (name: string): Promise<void> => {
  fireEvent.click(await screen.findByRole('button', { name }));
};
const posts = (): { id: string }[] => asked.filter((a) => a.method === 'POST').map((a) => a.body as { id: string });
/** Presses; waits until the server has heard and the page has said what came of it. */
async function sendBy(name: string): Promise<void> {
  const before = posts().length;
  await press(name);
  await waitFor(() => expect(posts()).toHaveLength(before + 1));
  if (lost) await screen.findByText(/The server does not answer/);
}

describe('sent again after a lost answer', () => {
  test('an invitation is the same; one for somebody else, and the next one, are others', async () => {
    showPage(<PeoplePart />);
    const name = async (value: string): Promise<void> => {
      fireEvent.change(await screen.findByRole('textbox', { name: 'Name' }), { target: { value } });
    };
    await name('Bo Fen');
    await sendBy('Make the invitation');
    await sendBy('Make the invitation');
    await name('Cy Dale');
    await sendBy('Make the invitation');
    lost = false;
    await name('Bo Fen');
    await sendBy('Make the invitation');
    expect(await screen.findByTestId('one-time-link')).toBeTruthy();
    await name('Bo Fen');
    await sendBy('Make the invitation');
    const ids = posts().map((p) => p.id);
    expect(ids[1]).toBe(ids[0]);
    expect(ids[3]).toBe(ids[0]);
    expect(new Set([ids[0], ids[2], ids[4]]).size).toBe(3);
  });

  test('a pain is noted once, and what was said of it stays until it is', async () => {
    const closures: ClosuresWire = {
      planClosedBecause: [],
      pains: [],
      consentMissing: false,
      lateSets: [],
      load: { today: 0, dayCap: 60, week: 0, weekCap: 180, because: [] } as unknown as ClosuresWire['load'],
      overruled: null,
    };
    showPage(<ClosuresCard studentId="s" closures={closures} />);
    await press('Note pain');
    for (const group of ['Where', 'What kind'])
      fireEvent.click(screen.getByRole('radiogroup', { name: group }).querySelector('input')!);
    fireEvent.change(screen.getByLabelText('In the student’s words'), { target: { value: 'since Tuesday' } });
    await sendBy('Note it; close the work');
    expect((screen.getByLabelText('In the student’s words') as HTMLInputElement).value).toBe('since Tuesday');
    lost = false;
    await sendBy('Note it; close the work');
    await screen.findByRole('button', { name: 'Note pain' });
    const [first, again] = posts();
    expect(again).toEqual(first);
    expect(first).toMatchObject({ note: 'since Tuesday', part: expect.any(String), kind: expect.any(String) });
  });

  test('a programme is laid once for one wish; a changed wish is another', async () => {
    const answer: ProgrammeAnswer = {
      programme: null,
      draft: { startsOn: '2026-12-01', eventOn: null, sessionsPerWeek: 3 },
    };
    let made = 0;
    showPage(<WishForm studentId="s" answer={answer} onMade={() => (made += 1)} />);
    await sendBy('Lay it');
    await sendBy('Lay it');
    fireEvent.change(screen.getByLabelText('Sessions a week'), { target: { value: '4' } });
    lost = false;
    await sendBy('Lay it');
    await waitFor(() => expect(made).toBe(1));
    const [first, again, changed] = posts();
    expect(again).toEqual(first);
    expect(changed!.id).not.toBe(first!.id);
    expect(changed).toMatchObject({ sessionsPerWeek: 4, eventOn: null, weeks: 12, lessons: { every: 'weekly' } });
  });
});

test('days off are added, changed and taken out of a wish by themselves', async () => {
  lost = false;
  const answer: ProgrammeAnswer = {
    programme: null,
    draft: { startsOn: '2026-12-01', eventOn: '2027-03-20', sessionsPerWeek: 3 },
  };
  showPage(<WishForm studentId="s" answer={answer} onMade={() => undefined} />);
  expect(screen.queryByLabelText('Weeks')).toBeNull();
  await press('Add days off');
  await press('Add days off');
  fireEvent.change(screen.getAllByLabelText('to')[1]!, { target: { value: '2026-12-24' } });
  fireEvent.click(screen.getAllByRole('button', { name: 'Take it out' })[0]!);
  await sendBy('Lay it');
  expect(posts()[0]).toMatchObject({
    eventOn: '2027-03-20',
    off: [{ from: '2026-12-01', to: '2026-12-24', why: 'holiday' }],
  });
});
