import { fakeServer, type Request } from '../../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Protocol } from '../../../../core/plan/protocol.ts';
import { PROTOCOLS } from '../../../../core/plan/protocols.ts';
import { showPage } from '../../../test-page.tsx';
import { ProtocolForm } from './ProtocolForm.tsx';

let asked: Request[];
let refuses: string;
let done: (string | null)[];
const from: Protocol = { name: 'Three', what: 'for a try', steps: PROTOCOLS[0]!.steps.slice(0, 3) };
beforeEach(() => {
  localStorage.clear();
  refuses = '';
  done = [];
  asked = fakeServer(({ method }) =>
    method === 'PUT' && refuses
      ? { status: 422, body: { status: 422, code: 'bad-field', detail: 'Swings must be at least 1.', where: refuses } }
      : { body: method === 'GET' ? { shelf: [], own: [] } : {} },
  );
});
const show = (): void => {
  showPage(<ProtocolForm id="p" from={from} onDone={(id) => done.push(id)} />);
};
const step = (n: number) => within(screen.getByRole('region', { name: new RegExp(`^Step ${n}`) }));
const steps = (): string[] =>
  screen
    .getAllByRole('region', { name: /^Step/ })
    .map((s) => within(s).getByRole<HTMLInputElement>('textbox', { name: 'Name' }).value);
const type = (n: number, label: string, value: string): void => {
  fireEvent.change(step(n).getByRole('textbox', { name: label }), { target: { value } });
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const kept = async (): Promise<Protocol> => {
  press('Keep it');
  await waitFor(() => expect(done).toEqual(['p']));
  return asked.find((a) => a.method === 'PUT')!.body as Protocol;
};

describe('a protocol that is written', () => {
  test('keeps what was not touched as it was', async () => {
    show();
    type(2, 'Swings', '7');
    const said = await kept();
    expect(said).toEqual({ ...from, steps: from.steps.map((s, i) => (i === 1 ? { ...s, swings: 7 } : s)) });
  });
  test('its steps go earlier and later, come and go; the ends stay ends', async () => {
    show();
    const [a, b, c] = steps();
    fireEvent.click(step(1).getByRole('button', { name: 'Later' }));
    expect(steps()).toEqual([b, a, c]);
    fireEvent.click(step(1).getByRole('button', { name: 'Earlier' }));
    fireEvent.click(step(3).getByRole('button', { name: 'Later' }));
    expect(steps()).toEqual([b, a, c]);
    press('Add a step');
    type(4, 'Name', 'the last');
    fireEvent.click(step(2).getByRole('button', { name: 'Take the step out' }));
    expect(steps()).toEqual([b, c, 'the last']);
    expect((await kept()).steps.map((s) => s.name)).toEqual([b, c, 'the last']);
  });
  test('the only step cannot be taken out', () => {
    show();
    for (const _ of [1, 2]) fireEvent.click(step(1).getByRole('button', { name: 'Take the step out' }));
    expect(steps()).toHaveLength(1);
    expect(screen.queryByRole('button', { name: 'Take the step out' })).toBeNull();
  });
  test('effort is a number of ten, or free where the field is empty', async () => {
    show();
    type(1, 'Effort, of 10 (empty: free)', '8');
    type(2, 'Effort, of 10 (empty: free)', '');
    const said = await kept();
    expect(said.steps.slice(0, 2).map((s) => s.effort)).toEqual([8, null]);
  });
  test('what is refused is pointed at, stays typed, also after the page was left, and can be thrown away', async () => {
    refuses = 'steps[1].swings';
    show();
    type(2, 'Swings', '0');
    press('Keep it');
    await screen.findByText('Swings must be at least 1.');
    expect(screen.getByRole('heading', { level: 3, name: 'Step 2 – look here' })).toBeTruthy();
    expect(done).toEqual([]);
    show();
    expect(step(2).getByRole<HTMLInputElement>('textbox', { name: 'Swings' }).value).toBe('0');
    press('Leave it');
    expect(done).toEqual([null]);
    show();
    expect(step(2).getByRole<HTMLInputElement>('textbox', { name: 'Swings' }).value).not.toBe('0');
  });
});
