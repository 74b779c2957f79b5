import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { ClosuresWire } from '../../../api/body-types.ts';
import type { LessonAnswer, PracticeSetWire, ReviewAnswer } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { startRungOf } from '../../../core/catalogue/drill-rungs.ts';
import { showPage } from '../../test-page.tsx';
import { planDrill } from '../../practice/test-plan.ts';
import { ClosedNotice } from '../ClosedNotice.tsx';
import Review from './Review.tsx';

const DRILL = 'feet-together';
const NAME = drillById(DRILL)!.name;
const rung = startRungOf(drillById(DRILL)!);
let review: ReviewAnswer;
let asked: Request[];
let answer: 'taken' | 'lost' | 'refused';
beforeEach(() => {
  localStorage.clear();
  answer = 'taken';
  review = {
    gain: null,
    asDecided: null,
    missing: 'two lessons',
    sessions: [],
    plan: {
      id: 'p',
      lessonId: 'before',
      target: 'sway',
      startsOn: '2026-11-20',
      week: [],
      notes: [],
      drills: [planDrill(DRILL, rung)],
    },
    practice: [],
    repeatBlock: { club: 'driver', withBall: true, condition: 'normal' },
    proposals: [{ planDrillId: DRILL, drillId: DRILL, move: 'up', rung, reason: 'Its mark was met twice.' }],
    decisions: [],
    ownWords: ['a quiet tree'],
  };
  asked = fakeServer(({ method, path }) => {
    if (method === 'GET') return { body: path.endsWith('/review') ? review : [] };
    if (answer === 'lost') return null;
    return answer === 'taken'
      ? { status: 201, body: {} }
      : { status: 422, body: { status: 422, code: 'bad-field', detail: 'passed must be a number', where: 'passed' } };
  });
});
const lessonOf = (change: object = {}): LessonAnswer =>
  ({
    lesson: { id: 'l', startsAt: '2026-11-29T10:00:00Z', note: 'as it was' },
    student: { id: 's', handedness: 'right' },
    blocks: [],
    ...change,
  }) as unknown as LessonAnswer;
const show = async (lesson = lessonOf()): Promise<void> => {
  showPage(<Review lesson={lesson} />);
  await screen.findByRole('textbox', { name: 'Record of this lesson' });
};
const row = () => within(screen.getByRole('region', { name: `Decision on ${NAME}` }));
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value } });
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (path: RegExp): Record<string, unknown>[] =>
  asked.filter((a) => a.method === 'POST' && path.test(a.path)).map((a) => a.body as Record<string, unknown>);
async function send(name: string, path: RegExp): Promise<Record<string, unknown>> {
  const before = sent(path).length;
  await waitFor(() => expect(screen.getByRole<HTMLButtonElement>('button', { name }).disabled).toBe(false));
  press(name);
  await waitFor(() => expect(sent(path)).toHaveLength(before + 1));
  if (answer === 'lost') await screen.findByText(/The server does not answer/);
  return sent(path).at(-1)!;
}

describe('what becomes of a drill', () => {
  test('the rule’s proposal is taken by one press', async () => {
    await show();
    expect(row().getByText('up a rung', { selector: 'strong' })).toBeTruthy();
    expect(await send('Take it', /decisions$/)).toMatchObject({
      planDrillId: DRILL,
      chosen: 'up',
      reason: '',
      cue: '',
    });
  });
  test('decided again after a lost answer it is the same decision; with another reason it is another', async () => {
    await show();
    answer = 'lost';
    const first = await send('Decide', /decisions$/);
    expect(await send('Decide', /decisions$/)).toEqual(first);
    type('Reason (the rule’s if left empty)', 'her wrist is tired');
    answer = 'taken';
    const changed = await send('Decide', /decisions$/);
    expect(changed.id).not.toBe(first.id);
    expect(changed.reason).toBe('her wrist is tired');
  });
  test('a decision stands with its reason and what it was before; it can be decided otherwise', async () => {
    review = {
      ...review,
      decisions: [
        {
          planDrillId: DRILL,
          proposed: 'up',
          chosen: 'stay',
          rungFrom: rung,
          rungTo: rung,
          cue: 'a quiet tree',
          cueFrom: '',
          reason: 'One more week.',
          decidedAt: '2026-11-29T10:30:00Z',
          earlier: [
            {
              chosen: 'up',
              rungTo: rung,
              cue: '',
              reason: 'Its mark was met twice.',
              decidedAt: '2026-11-29T10:20:00Z',
            },
          ],
        },
      ],
    };
    await show();
    expect(row().getByText(/Decided: stay/).textContent).toMatch(
      /cue “a quiet tree”.*One more week\..*Before it, \d\d:\d\d: up a rung.*Kept too\./s,
    );
    expect(row().getByRole('link', { name: 'Go on in Prescribe' }).getAttribute('href')).toBe('/lessons/l/prescribe');
    press('Decide otherwise');
    expect(row().getByRole('button', { name: 'Decide' })).toBeTruthy();
  });
});

describe('a set that was seen in the lesson', () => {
  test('is logged as it was typed, once, and its fields are empty after it', async () => {
    await show();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Log a set you saw' }).disabled).toBe(true);
    type('Passed, just now', '6');
    type('Reset, just now', '2');
    expect(await send('Log a set you saw', /sets$/)).toMatchObject({
      planDrillId: DRILL,
      passed: 6,
      reset: 2,
      pain: false,
    });
    await waitFor(() =>
      expect((screen.getByRole('textbox', { name: 'Passed, just now' }) as HTMLInputElement).value).toBe(''),
    );
  });
  test('what is no number is not logged as none passed', async () => {
    answer = 'refused';
    await show();
    type('Passed, just now', '6 of 8');
    expect(await send('Log a set you saw', /sets$/)).toMatchObject({ passed: '6 of 8', reset: 0 });
    await screen.findByText('passed must be a number');
    expect((screen.getByRole('textbox', { name: 'Passed, just now' }) as HTMLInputElement).value).toBe('6 of 8');
  });
  test('sent again after a lost answer it is the same set; put right meanwhile it is another', async () => {
    await show();
    answer = 'lost';
    type('Passed, just now', '6');
    const first = await send('Log a set you saw', /sets$/);
    expect(await send('Log a set you saw', /sets$/)).toEqual(first);
    type('Passed, just now', '7');
    answer = 'taken';
    expect((await send('Log a set you saw', /sets$/)).id).not.toBe(first.id);
  });
});

describe('the lesson in review', () => {
  const set = (change: Partial<PracticeSetWire>): PracticeSetWire =>
    ({
      id: 'x',
      planDrillId: DRILL,
      doneAt: '2026-11-25T18:00:00',
      passed: 6,
      reset: 2,
      unjudged: 0,
      swish: 'past',
      heard: [],
      calls: [],
      easeWithoutBall: 7,
      easeWithBall: null,
      pain: false,
      painNote: '',
      witnessed: false,
      day: '2026-11-25',
      ...change,
    }) as PracticeSetWire;
  test('the block to repeat is offered until it has swings', async () => {
    await show();
    expect(await send('Start this block', /blocks$/)).toMatchObject({
      club: 'driver',
      withBall: true,
      condition: 'normal',
    });
    await show(lessonOf({ blocks: [{ ...review.repeatBlock, statistics: { swings: 3 } }] }));
    expect(screen.queryByRole('button', { name: 'Start this block' })).toBeNull();
  });
  test('what was practised stands by sets; pain comes before everything', async () => {
    review = {
      ...review,
      practice: [
        set({}),
        set({
          id: 'y',
          pain: true,
          painNote: 'wrist',
          passed: 0,
          reset: 0,
          unjudged: 9,
          heard: [{ judgement: 'past', pastBallM: 0.32, tipSpeedMps: 40 }],
        }),
      ],
    };
    await show();
    const rows = screen
      .getAllByRole('row')
      .slice(1)
      .map((r) =>
        within(r)
          .getAllByRole('cell')
          .map((c) => c.textContent),
      );
    expect(rows).toEqual([
      ['25 Nov', NAME, '6 of 8', 'past the ball', '7 / –', '–', 'no'],
      ['25 Nov', NAME, '9 done, not judged', 'past the ball (1 heard, 32 cm past)', '7 / –', '–', 'wrist'],
    ]);
    expect(screen.getByText(/^Pain was noted\. Ask about it before anything else/)).toBeTruthy();
    press('Take a set out of the log');
    fireEvent.click(screen.getAllByRole('button', { name: 'Remove the set of 25 Nov' })[1]!);
    await waitFor(() => expect(asked.some((a) => a.method === 'DELETE' && a.path.endsWith('/sets/y'))).toBe(true));
  });
  test('the record is kept when its field is left, and only where it changed', async () => {
    await show();
    const note = screen.getByRole('textbox', { name: 'Record of this lesson' });
    fireEvent.blur(note);
    fireEvent.change(note, { target: { value: 'brush the grass held' } });
    fireEvent.blur(note);
    await waitFor(() =>
      expect(asked.filter((a) => a.method === 'PATCH').map((a) => a.body)).toEqual([{ note: 'brush the grass held' }]),
    );
  });
});

test('more swings than the day’s cap need a reason; another reason after a lost answer is another word', async () => {
  const closures = {
    planClosedBecause: [],
    pains: [],
    load: { state: 'over', today: 31, dayCap: 30, week: 60, weekCap: 180, because: ['31 of 30.'] },
    overruled: null,
  } as unknown as ClosuresWire;
  const lesson = lessonOf({ closures });
  showPage(<ClosedNotice lesson={lesson} measuring />);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Overrule for today' }).disabled).toBe(true);
  answer = 'lost';
  type('Your reason to go on (kept)', 'fresh');
  const first = await send('Overrule for today', /load-overrules$/);
  expect(await send('Overrule for today', /load-overrules$/)).toEqual(first);
  type('Your reason to go on (kept)', 'a long rest before');
  answer = 'taken';
  expect((await send('Overrule for today', /load-overrules$/)).id).not.toBe(first.id);
  showPage(<ClosedNotice lesson={lesson} measuring={false} />);
  expect(screen.queryByText(/No more full-intent swings/)).toBeNull();
});
