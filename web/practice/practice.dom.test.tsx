import { fakeServer, type Request } from '../test-dom.ts';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { Route, Routes } from 'react-router';
import type { HeardRepWire } from '../../api/capture-types.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { loadOn } from '../../core/plan/load.ts';
import type { ProtocolStep } from '../../core/plan/protocol.ts';
import { outbox } from '../base/outbox.ts';
import { placeNow, showPage } from '../test-page.tsx';
import { dayState, keepDay, localDay } from './run-state.ts';
import { phonePlan, planDrill } from './test-plan.ts';

/** What a recording of three swings tells, all at once, as the panel does once it has read it. */
const THREE: HeardRepWire[] = [
  { judgement: 'past', pastBallM: 0.3, tipSpeedMps: 40 },
  { judgement: 'before', pastBallM: -0.4, tipSpeedMps: 38 },
  { judgement: 'past', pastBallM: 0.2, tipSpeedMps: 41 },
];
jest.unstable_mockModule('../parts/swish/SwishPanel.tsx', () => ({
  SwishPanel: ({ onJudged }: { onJudged: (swing: HeardRepWire) => void }) => (
    <button onClick={() => THREE.forEach(onJudged)}>a recording</button>
  ),
}));
const { default: Practice } = await import('./Practice.tsx');

let plan: PracticeAnswer;
let answers: 'taken' | 'away' | 'refused';
let asked: Request[];
const today = localDay();

beforeEach(async () => {
  localStorage.clear();
  for (const kept of outbox.get()) await outbox.drop(kept.key);
  answers = 'taken';
  asked = fakeServer(({ method }) => {
    if (answers === 'away') return null;
    if (method === 'GET') return { body: plan };
    return answers === 'taken'
      ? { status: 201, body: {} }
      : { status: 409, body: { status: 409, code: 'conflict', detail: 'The plan was changed.', where: '' } };
  });
});
afterEach(() => {
  jest.useRealTimers();
});

async function show(change: Partial<PracticeAnswer>): Promise<void> {
  plan = phonePlan({ load: loadOn(today, [], 40, false), startsOn: null, week: [], ...change });
  showPage(
    <Routes>
      <Route path="/practice/:token" element={<Practice />} />
    </Routes>,
    { at: '/practice/link' },
  );
  await waitFor(() => expect(screen.queryByText(/Fetching/)).toBeNull());
}
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const isClosed = (name: string | RegExp): boolean => screen.getByRole<HTMLButtonElement>('button', { name }).disabled;
const choose = (group: string | RegExp, name: string): void => {
  const found = screen
    .getAllByRole('radiogroup', { name: group })
    .flatMap((g) => [...g.querySelectorAll('label')])
    .find((l) => l.textContent === name);
  fireEvent.click(found!);
};
const times = (n: number, what: () => void): void => {
  for (let i = 0; i < n; i++) what();
};
/** Logs, without pain unless it was said already. */
async function logIt(): Promise<void> {
  if (isClosed('Log it')) choose('Any pain?', 'no pain');
  press('Log it');
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Log it' })).toBeNull());
}
const logged = () => asked.filter((a) => a.method === 'POST').map((a) => a.body as Record<string, unknown>);

describe('a drill on the phone', () => {
  test('what was counted, set by set, is logged once, and the day remembers it', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'], advanceTimers: true });
    await show({ drills: [planDrill('feet-together', 'slow/part/none/none/on/garden')] });
    press('Start');
    times(3, () => press(/^Passed/));
    press(/^Reset/);
    press('Rest 60 s');
    expect(screen.getByRole('timer').getAttribute('aria-label')).toBe('60 seconds left');
    press('Go on now');
    expect(screen.getByText(/set 2 of 3/)).toBeTruthy();
    press(/^Passed/);
    press('Finish and log');
    choose('Effort, 0–10', '7');
    await logIt();
    expect(screen.getByText('Logged: 4 of 5 passed.')).toBeTruthy();
    expect(logged()).toHaveLength(1);
    expect(logged()[0]).toMatchObject({
      planDrillId: 'feet-together',
      passed: 4,
      reset: 1,
      effort: 7,
      pain: false,
      painPart: null,
      easeWithBall: null,
    });
    press('Back to the plan');
    expect(screen.getByText('✓ done today')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Start' })).toBeTruthy();
  });

  test('without a connection the log is kept and says so; it is not counted twice by a second press', async () => {
    await show({ drills: [planDrill('feet-together', 'slow/part/none/none/on/garden')] });
    press('Start');
    press(/^Passed/);
    press('Finish and log');
    answers = 'away';
    await logIt();
    expect(screen.getByText(/Kept on this phone; it is sent once there is a connection/)).toBeTruthy();
    expect(new Set(logged().map((b) => b.id)).size).toBe(1);
    expect(dayState('link').doneDrills).toEqual(['feet-together']);
  });

  test('a log that is refused says why; what was counted and said stays', async () => {
    await show({ drills: [planDrill('feet-together', 'slow/part/none/none/on/garden')] });
    press('Start');
    press(/^Passed/);
    press('Finish and log');
    choose('Any pain?', 'no pain');
    fireEvent.change(screen.getByLabelText('Note (optional)'), { target: { value: 'by the shed' } });
    answers = 'refused';
    press('Log it');
    await screen.findByText(/The plan was changed/);
    expect((screen.getByLabelText('Note (optional)') as HTMLInputElement).value).toBe('by the shed');
    press('Back to the counter');
    expect(screen.getByRole('button', { name: 'Passed, 1 so far' })).toBeTruthy();
  });

  test('pain needs its part and kind; logged, it closes the day for every drill', async () => {
    await show({
      drills: [
        planDrill('feet-together', 'slow/part/none/none/on/garden'),
        planDrill('quiet-setup', 'still/part/none/none/on/mirror'),
      ],
    });
    fireEvent.click(screen.getAllByRole('button', { name: 'Start' })[0]!);
    press(/^Reset/);
    press('Finish and log');
    choose('Any pain?', 'pain');
    expect(isClosed('Log it')).toBe(true);
    fireEvent.click(screen.getByRole('radiogroup', { name: 'Where?' }).querySelector('input')!);
    expect(isClosed('Log it')).toBe(true);
    fireEvent.click(screen.getByRole('radiogroup', { name: 'What kind?' }).querySelector('input')!);
    await logIt();
    expect(screen.getByRole('alert').textContent).toMatch(/Stop for today.*see a doctor or physiotherapist/);
    expect(screen.queryByRole('button', { name: 'Start' })).toBeNull();
    expect(screen.getAllByText(/Pain was noted today/)).toHaveLength(2);
    expect(logged()[0]).toMatchObject({ pain: true, painPart: expect.any(String), painKind: expect.any(String) });
  });

  test('every swing of a recording is counted by where it was heard', async () => {
    await show({ drills: [planDrill('past-ball-half', 'half/whole/stick/none/on/garden')] });
    press('Start');
    press('Listen to the swish');
    fireEvent.click(await screen.findByText('a recording'));
    expect(screen.getByText('3 heard, most past the ball')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Passed, 2 so far' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Reset, 1 so far' })).toBeTruthy();
    press('Finish and log');
    await logIt();
    expect(logged()[0]).toMatchObject({ passed: 2, reset: 1, swish: 'past', heard: THREE });
  });

  test('a call is answered by the next swing that is heard, and by that alone', async () => {
    await show({ drills: [planDrill('past-ball-half', 'half/whole/stick/none/on/garden')] });
    press('Start');
    fireEvent.click(screen.getByRole('radiogroup', { name: 'It shall be' }).querySelector('input')!);
    press('Listen to the swish');
    fireEvent.click(await screen.findByText('a recording'));
    expect(screen.getByText(/^1 called\./)).toBeTruthy();
    expect(screen.queryByRole('radiogroup', { name: 'It was' })).toBeNull();
    press('Finish and log');
    await logIt();
    expect(logged()[0]!.calls).toEqual([{ calledCm: expect.any(Number), heardCm: 30 }]);
  });

  test('the day’s cap of full-speed swings stops the counter, also in the midst of a recording', async () => {
    keepDay('link', { warmedUp: true, maximalSwings: 28 });
    await show({ drills: [planDrill('light-one-hand', 'full/whole/stick/none/on/garden')] });
    expect(plan.load.dayCap).toBe(30);
    press('Start');
    press('Listen to the swish');
    fireEvent.click(await screen.findByText('a recording'));
    expect(screen.getByRole('button', { name: 'Passed, 1 so far' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Reset, 1 so far' })).toBeTruthy();
    expect(isClosed(/^Passed/)).toBe(true);
    expect(screen.getByRole('alert').textContent).toMatch(/the day’s cap of full-speed swings/);
    expect(screen.queryByRole('button', { name: /^Rest/ })).toBeNull();
    press('Finish and log');
    await logIt();
    press('Back to the plan');
    expect(screen.getByText(/No more full-speed swings today/)).toBeTruthy();
  });

  test('between full-speed swings the rest cannot be cut short; it ends by the clock', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'], advanceTimers: true });
    keepDay('link', { warmedUp: true });
    await show({ drills: [planDrill('speed-ladder', 'full/whole/middle-iron/none/on/garden')] });
    press('Start');
    press(/^Passed/);
    press('Rest 60 s');
    expect(isClosed('Go on')).toBe(true);
    act(() => void jest.advanceTimersByTime(61_000));
    expect(isClosed('Go on')).toBe(false);
    press('Go on');
    expect(screen.getByText(/set 2 of 3/)).toBeTruthy();
  });

  test('brisk work begins with the warm-up, once a day; technique does not', async () => {
    await show({
      drills: [
        planDrill('feet-together', 'slow/part/none/none/on/garden'),
        planDrill('speed-ladder', 'full/whole/middle-iron/none/on/garden'),
      ],
    });
    fireEvent.click(screen.getAllByRole('button', { name: 'Start' })[1]!);
    expect(isClosed('Warm: go on')).toBe(true);
    for (const box of screen.getAllByRole('checkbox')) fireEvent.click(box);
    press('Warm: go on');
    expect(screen.getByRole('button', { name: 'Passed, 0 so far' })).toBeTruthy();
    press('Back');
    fireEvent.click(screen.getAllByRole('button', { name: 'Start' })[1]!);
    expect(screen.queryByText('Warm up first')).toBeNull();
    expect(placeNow()).toBe('/practice/link?drill=speed-ladder');
  });
});

const step = (name: string, change: Partial<ProtocolStep> = {}): ProtocolStep => ({
  name,
  how: `How ${name} goes.`,
  drillId: '',
  club: 'driver',
  condition: 'normal',
  withBall: false,
  aid: '',
  direction: 'own',
  swings: 3,
  restS: 0,
  effort: null,
  gate: { kind: 'done' },
  ...change,
});
const flow = (...steps: ProtocolStep[]): Partial<PracticeAnswer> => ({
  protocol: { id: 'flow', said: { name: 'Two steps', what: 'A flow.', steps }, closedBecause: [] },
});

describe('a flow on the phone', () => {
  test('goes a step on where it was done, again where too few passed, and back after two misses', async () => {
    const seen = { kind: 'seen' as const, text: 'the finish is held', passed: 2, of: 3 };
    await show(flow(step('one'), step('two', { gate: seen }), step('three')));
    press('Start the flow');
    expect(isClosed('On to the next step')).toBe(true);
    times(3, () => press(/^Done/));
    expect(isClosed(/^Done/)).toBe(true);
    press('On to the next step');
    for (const heading of ['2 of 3: two', '1 of 3: one']) {
      press(/^Passed/);
      times(2, () => press(/^Reset/));
      press('On to the next step');
      expect(screen.getByRole('heading', { level: 2 }).textContent).toBe(heading);
    }
    press(/^Done/);
    press('Stop here and log');
    await logIt();
    expect(logged()[0]!.steps).toEqual([
      { step: 0, passed: 0, reset: 0, unjudged: 3 },
      { step: 1, passed: 1, reset: 2, unjudged: 0 },
      { step: 1, passed: 1, reset: 2, unjudged: 0 },
      { step: 0, passed: 0, reset: 0, unjudged: 1 },
    ]);
    expect(screen.getByRole('button', { name: 'Start the flow' })).toBeTruthy();
  });

  test('after full-speed swings the rest is kept, whatever step comes next', async () => {
    keepDay('link', { warmedUp: true });
    await show(flow(step('fast', { effort: 10, restS: 90 }), step('slow', { effort: 3, restS: 30 }), step('end')));
    press('Start the flow');
    times(3, () => press(/^Done/));
    press('On to the next step');
    expect(screen.getByRole('timer').getAttribute('aria-label')).toBe('90 seconds left');
    expect(isClosed('Go on')).toBe(true);
  });

  test('steps that are gone over again stop at the day’s cap', async () => {
    keepDay('link', { warmedUp: true, maximalSwings: 24 });
    const seen = { kind: 'seen' as const, text: 'the finish is held', passed: 3, of: 3 };
    await show(flow(step('fast', { effort: 10, gate: seen }), step('end', { effort: 3 })));
    press('Start the flow');
    times(2, () => {
      times(3, () => press(/^Reset/));
      press('On to the next step');
    });
    expect(screen.getByRole('alert').textContent).toMatch(/the day’s cap of full-speed swings/);
    expect(isClosed(/^Passed/) && isClosed(/^Reset/)).toBe(true);
    press('Stop here and log');
    await logIt();
    expect(dayState('link').maximalSwings).toBe(30);
    expect(screen.getByText(/It asks 3 full-speed swings; the day’s cap leaves fewer/)).toBeTruthy();
  });

  test('stands where it was left after the page was opened anew', async () => {
    await show(flow(step('one'), step('two')));
    press('Start the flow');
    times(3, () => press(/^Done/));
    press('On to the next step');
    press(/^Done/);
    await show(flow(step('one'), step('two')));
    press('Go on with it');
    expect(screen.getByRole('heading', { level: 2 }).textContent).toBe('2 of 2: two');
    expect(screen.getByRole('button', { name: 'Done, 1 so far' })).toBeTruthy();
  });
});

describe('the plan on the phone', () => {
  test('one that is closed says why and offers nothing', async () => {
    await show({
      planClosed: true,
      planClosedBecause: ['A clearance is missing.'],
      drills: [planDrill('feet-together')],
    });
    expect(screen.getByRole('alert').textContent).toBe('Your plan is closed. A clearance is missing.');
    expect(screen.queryByRole('button', { name: 'Start' })).toBeNull();
  });
  test('without a connection it is the one that was fetched last, with its day; a withdrawn link forgets it', async () => {
    await show({ drills: [planDrill('feet-together')] });
    answers = 'away';
    await show({ drills: [] });
    expect(await screen.findByText(/^No connection: the plan of /)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Start' })).toBeTruthy();
    asked = fakeServer(() => ({
      status: 410,
      body: { status: 410, code: 'link-withdrawn', detail: 'This link was withdrawn.', where: '' },
    }));
    await show({});
    await screen.findByText(/This link was withdrawn/);
    fakeServer(() => null);
    await show({});
    await screen.findByText(/The server does not answer/);
    expect(screen.queryByRole('button', { name: 'Start' })).toBeNull();
  });
  test('a day without a plan says who makes it', async () => {
    await show({ drills: [] });
    expect(screen.getByText('No plan yet. Your instructor makes it in the next lesson.')).toBeTruthy();
  });
});
