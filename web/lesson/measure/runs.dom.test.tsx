import { fakeServer, type Request } from '../../test-dom.ts';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { CalledRunWire } from '../../../api/called-types.ts';
import type { AttemptWire, ProtocolRunWire } from '../../../api/protocol-types.ts';
import type { TrialTurnWire, TrialWire } from '../../../api/trial-types.ts';
import type { LessonAnswer } from '../../../api/types.ts';
import { calledAndDone } from '../../../core/called/called.ts';
import { PROTOCOLS } from '../../../core/plan/protocols.ts';
import { showPage } from '../../test-page.tsx';
import { CalledRun } from './called/CalledRun.tsx';
import { RunView } from './session/RunView.tsx';
import { TrialRun } from './trial/TrialRun.tsx';

// What runs in a lesson while somebody swings: the run of a protocol, a trial, calls.

const lesson = { lesson: { id: 'l' }, student: { handedness: 'right' }, blocks: [] } as unknown as LessonAnswer;
let asked: Request[];
let lost: boolean;
beforeEach(() => {
  localStorage.clear();
  lost = false;
  asked = fakeServer(({ method }) =>
    method === 'GET' ? { body: {} } : lost ? null : { body: { because: '3 of 5; 4 is the mark.' } },
  );
  Element.prototype.getBoundingClientRect = () => ({ left: 0, top: 0, width: 150, height: 100 }) as DOMRect;
});
afterEach(() => {
  jest.useRealTimers();
});
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (path: RegExp): Record<string, unknown>[] =>
  asked.filter((a) => a.method !== 'GET' && path.test(a.path)).map((a) => a.body as Record<string, unknown>);
/** Presses, and waits until the server has heard and the page has shown what came of it. */
async function send(name: string | RegExp, path: RegExp): Promise<void> {
  const before = sent(path).length;
  await waitFor(() => expect(screen.getByRole<HTMLButtonElement>('button', { name }).disabled).toBe(false));
  press(name);
  await waitFor(() => expect(sent(path)).toHaveLength(before + 1));
  if (lost) await screen.findByText(/The server does not answer/);
}

describe('a run of a protocol', () => {
  const said = PROTOCOLS.find((p) => p.steps.some((s) => s.gate.kind === 'seen'))!;
  const seenAt = said.steps.findIndex((s) => s.gate.kind === 'seen');
  const attempt = (step: number, change: Partial<AttemptWire> = {}): AttemptWire => ({
    id: `a${step}`,
    step,
    blockId: 'b',
    gate: null,
    gatedAt: null,
    because: '',
    swings: 2,
    medianSpeedMps: 44.704,
    ...change,
  });
  const show = (attempts: AttemptWire[], next: number | null, change: Partial<ProtocolRunWire> = {}): void => {
    const table = { clubSpeedMps: [], ballSpeedMps: [], offsetM: [] };
    const run = { id: 'r', said, startedAt: '2026-11-29T10:00:00Z', endedAt: null, attempts, next, table, ...change };
    showPage(<RunView run={run} lesson={lesson} />);
  };

  test('a step that is begun again after a lost answer is the same go in the same block', async () => {
    show([], 0);
    lost = true;
    await send('Start this step', /attempts$/);
    lost = false;
    await send('Start this step', /attempts$/);
    const [first, again] = sent(/attempts$/);
    expect(again).toEqual(first);
    expect(first).toMatchObject({ step: 0, id: expect.any(String), blockId: expect.any(String) });
  });
  test('a gate that is seen takes how many met it; what it says stands there; a word of the instructor decides too', async () => {
    show([attempt(seenAt)], seenAt);
    expect(screen.getByText(`2 of ${said.steps[seenAt]!.swings}`)).toBeTruthy();
    expect(screen.getByText(/^swings, median 100\.0 mph/)).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: /^Met it/ }), { target: { value: '3 times' } });
    await send('Ask the gate', /gate$/);
    expect(sent(/gate$/)[0]).toEqual({ passed: 3, said: null });
    await screen.findByText('3 of 5; 4 is the mark.');
    await send('Met, by my word', /gate$/);
    await send('Missed, by my word', /gate$/);
    expect(sent(/gate$/).map((s) => s.said)).toEqual([null, 'met', 'missed']);
  });
  test('the rest counts from the gate and does not hold who will not wait', () => {
    jest.useFakeTimers({ now: new Date('2026-11-29T10:00:10Z') });
    const steps = said.steps.map((s, i) => (i === 0 ? { ...s, restS: 60 } : s));
    const gated = attempt(0, { gate: 'met', gatedAt: '2026-11-29T10:00:00Z', because: 'All were made.' });
    show([gated], 1, { said: { ...said, steps } });
    expect(screen.getByRole('timer').getAttribute('aria-label')).toBe('50 seconds of rest left');
    expect(screen.getByText(`${steps[0]!.name}: met. All were made.`)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Start it before the rest is over' })).toBeTruthy();
    act(() => void jest.advanceTimersByTime(50_500));
    expect(screen.queryByRole('timer')).toBeNull();
    expect(screen.getByRole('button', { name: 'Start this step' })).toBeTruthy();
  });
  test('one that is over offers no step, and can be removed', async () => {
    show([attempt(0, { gate: 'met', gatedAt: '2026-11-29T10:00:00Z' })], null, { endedAt: '2026-11-29T10:10:00Z' });
    expect(screen.queryByRole('button', { name: /^Start/ })).toBeNull();
    expect(screen.queryByRole('button', { name: 'End the run' })).toBeNull();
    press('Remove it (its blocks stay)');
    await waitFor(() =>
      expect(asked.some((a) => a.method === 'DELETE' && a.path.endsWith('/protocol-runs/r'))).toBe(true),
    );
  });
});

describe('a trial', () => {
  const NOTHING: TrialWire['answer'] = {
    quantities: [],
    decidedBy: null,
    reference: 0,
    chanceBest: [],
    chanceKeepsStrike: [],
    leader: null,
    verdict: 'cannot say',
    roundsToSettle: null,
    leftOut: [],
    missing: 'Nothing was measured.',
  };
  const conditions = ['As usual', 'brush the grass'].map((label, i) => ({
    label,
    kind: i === 0 ? ('as usual' as const) : ('cue' as const),
    club: '',
    drillId: '',
  }));
  const turn = (id: string, change: Partial<TrialTurnWire> = {}): TrialTurnWire =>
    ({
      id,
      round: 0,
      condition: 0,
      blockId: 'b',
      counted: 0,
      setAside: 0,
      ended: false,
      ease: null,
      swish: null,
      dots: [],
      ...change,
    }) as TrialTurnWire;
  const trial = (change: Partial<TrialWire> = {}): TrialWire =>
    ({
      id: 't',
      said: {
        faultId: '',
        club: 'driver',
        withBall: true,
        conditions,
        swingsATurn: 3,
        order: [
          [0, 1],
          [1, 0],
        ],
      },
      startedAt: '2026-11-29T10:00:00Z',
      endedAt: null,
      turns: [],
      running: null,
      next: { round: 0, condition: 0, swings: 3 },
      roundsDone: 0,
      answer: NOTHING,
      ledger: null,
      kept: null,
      ...change,
    }) as unknown as TrialWire;
  const show = (of: TrialWire): void => {
    showPage(<TrialRun trial={of} lesson={lesson} />);
  };
  const status = (): string => screen.getByRole('status').textContent;
  const running = (counted: number, change: Partial<TrialTurnWire> = {}): TrialWire =>
    trial({ turns: [turn('t1', { counted, ...change })], running: 't1', next: { round: 0, condition: 1, swings: 3 } });

  test('says who swings what now and what comes next; Enter goes on', async () => {
    show(trial());
    expect(status()).toBe('Next: As usualround 1 of 2');
    fireEvent.keyDown(document.body, { key: 'Enter' });
    await waitFor(() => expect(sent(/turns$/)).toHaveLength(1));
    expect(sent(/turns$/)[0]).toMatchObject({ round: 0, condition: 0 });
    show(running(1));
    expect(status()).toMatch(/^As usual1 of 3 swings · round 1 of 2then: brush the grass$/);
  });
  test('goes on by itself once the devices have the swings, and only once', async () => {
    show(running(3));
    await waitFor(() => expect(sent(/turns$/)).toHaveLength(1));
    expect(sent(/turns$/)[0]).toMatchObject({ round: 0, condition: 1 });
  });
  test('waits where marks are still being made, and where it is told to', async () => {
    show(running(3, { dots: [{ toeM: 0, highM: 0 }] }));
    show(running(2));
    fireEvent.click(screen.getByRole('checkbox', { name: /goes on by itself/ }));
    await new Promise((resolve) => setTimeout(resolve));
    expect(sent(/turns$/)).toEqual([]);
  });
  test('a turn that is begun again after a lost answer is the same turn', async () => {
    show(trial());
    lost = true;
    await send(/^Start: As usual/, /turns$/);
    lost = false;
    await send(/^Start: As usual/, /turns$/);
    expect(sent(/turns$/)[1]).toEqual(sent(/turns$/)[0]);
  });
  test('a repeat asks for the swings that are missing', () => {
    show(
      trial({
        turns: [
          turn('t1', { counted: 2, setAside: 1, ended: true }),
          turn('t2', { condition: 1, counted: 3, ended: true }),
          turn('t3'),
        ],
        running: 't3',
        next: null,
      }),
    );
    expect(status()).toMatch(/^As usual0 of 1 swing/);
  });
  test('marks that are tapped faster than the server answers are all kept, one request after the other', async () => {
    show(running(0));
    const face = screen.getByRole('img', { name: /strike/i });
    const tap = (clientX: number): void => {
      fireEvent(face, new MouseEvent('pointerup', { bubbles: true, clientX, clientY: 50 }));
    };
    for (const x of [60, 75, 90]) tap(x);
    await waitFor(() => expect(sent(/trial-turns/)).toHaveLength(3));
    const dots = sent(/trial-turns/).map((s) => s.dots as { toeM: number }[]);
    expect(dots.map((d) => d.length)).toEqual([1, 2, 3]);
    expect(dots[2]!.slice(0, 2)).toEqual(dots[1]);
    expect(new Set(dots[2]!.map((d) => d.toeM)).size).toBe(3);
  });
  test('when all swings are made the next press ends it', async () => {
    show(trial({ turns: [turn('t1', { ended: true })], next: null }));
    expect(status()).toBe('All swings are made');
    await send(/^See what it says/, /end$/);
  });
  test('over, without anything measured under two conditions, nothing can be kept', () => {
    show(trial({ endedAt: '2026-11-29T11:00:00Z', next: null }));
    expect(screen.queryByRole('button', { name: /^Keep/ })).toBeNull();
    expect(screen.getByTestId('trial-sentence').textContent).toMatch(/Nothing was measured/);
  });
});

describe('calls', () => {
  type Call = CalledRunWire['calls'][number];
  const call = (id: string, called: number, done: number | null, change: Partial<Call> = {}): Call =>
    ({
      id,
      called,
      done,
      withBall: true,
      measured: false,
      setAside: 0,
      at: '2026-11-29T10:00:00Z',
      ...change,
    }) as unknown as Call;
  const show = (
    calls: Call[],
    said: Partial<CalledRunWire['said']> = {},
    change: Partial<CalledRunWire> = {},
  ): void => {
    const run = {
      id: 'c',
      said: { thing: 'path', name: '', unit: '', byWords: true, step: 2, wanted: null, club: 'driver', ...said },
      startedAt: '2026-11-29T10:00:00Z',
      endedAt: null,
      calls,
      answer: calledAndDone([], null),
      ...change,
    } as CalledRunWire;
    showPage(<CalledRun run={run} history={[]} lesson={lesson} />);
  };
  const status = (): string => screen.getByRole('status').textContent;

  test('a call is one tap, the same when it is tapped again after a lost answer', async () => {
    show([]);
    expect(status()).toBe('What is called?');
    const [word] = within(screen.getByRole('group', { name: 'Call' }))
      .getAllByRole('button')
      .map((b) => b.getAttribute('aria-label')!);
    lost = true;
    await send(word!, /calls$/);
    lost = false;
    await send(word!, /calls$/);
    expect(sent(/calls$/)[1]).toEqual(sent(/calls$/)[0]);
    expect(sent(/calls$/)[0]).toMatchObject({ withBall: true, called: expect.any(Number) });
  });
  test('what was done is tapped where no device says it, as a number', async () => {
    show([call('k', 2, null)]);
    expect(status()).toMatch(/Waiting for the shot, or tap what was done\. · 1 called$/);
    const done = screen.getByRole('textbox', { name: /^Done/ });
    fireEvent.change(done, { target: { value: '−1,5' } });
    fireEvent.submit(done);
    await waitFor(() => expect(sent(/\/calls\/k$/)).toEqual([{ said: -1.5 }]));
  });
  test('a swing that was set aside is made again; a measured one needs no tap', () => {
    show([call('k', 2, null, { setAside: 1 })]);
    expect(status()).toMatch(/set aside: swing it again\./);
    show([call('k', 2, 1.8, { measured: true })]);
    expect(screen.queryByRole('textbox', { name: /^Done/ })).toBeNull();
    expect(status()).toMatch(/was called, measured · 1 called$/);
  });
  test('as numbers, a call is typed; nonsense is not called', async () => {
    show([], { byWords: false });
    const field = screen.getByRole('textbox', { name: /^Call/ });
    fireEvent.change(field, { target: { value: 'left' } });
    fireEvent.submit(field);
    fireEvent.change(field, { target: { value: '4' } });
    fireEvent.submit(field);
    await waitFor(() => expect(sent(/calls$/)).toHaveLength(1));
    expect(sent(/calls$/)[0]).toMatchObject({ called: 4 });
    expect((field as HTMLInputElement).value).toBe('');
  });
  test('the last call is taken back; without one there is none', async () => {
    show([]);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Take the last call back' }).disabled).toBe(true);
    show([call('j', 2, 1), call('k', -2, null)]);
    press('Take the last call back');
    await waitFor(() => expect(asked.find((a) => a.method === 'DELETE')?.path).toBe('/api/calls/k'));
  });
});
