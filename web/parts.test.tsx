import { tuple } from '../core/numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { ThemeProvider } from 'styled-components';
import type { GainWire, NotchStickData, ShotWire } from '../api/types.ts';
import { settingsSchema, type Settings } from '../api/settings-schemas.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { FAULTS } from '../core/catalogue/faults.ts';
import { blockStatistics } from '../core/review/block-statistics.ts';
import { mphToMps } from '../core/units/units.ts';
import { SettingsProvider } from './base/session.tsx';
import { bay, paper, themes, type Colours } from './base/theme.ts';
import { FaceMap, strikeInWords } from './parts/FaceMap.tsx';
import { FaultChain } from './lesson/diagnose/FaultChain.tsx';
import { NotchStick, stickSentence } from './parts/NotchStick.tsx';
import { SessionDots } from './lesson/review/SessionDots.tsx';
import { FigureStrip } from './parts/StickFigure.tsx';
import { SwingStrip } from './lesson/measure/SwingStrip.tsx';
import { WeekStrip } from './parts/WeekStrip.tsx';

const draw = (node: ReactNode, change: Partial<Settings> = {}): string =>
  renderToStaticMarkup(
    <ThemeProvider theme={themes.paper}>
      <SettingsProvider settings={{ ...settingsSchema.cast({}), ...change }}>{node}</SettingsProvider>
    </ThemeProvider>,
  );
const count = (html: string, part: string): number => html.split(part).length - 1;
/** Every number that a picture draws with is a number. */
const sound = (html: string): void => expect(html).not.toMatch(/NaN|Infinity|undefined/);
const mph = (v: number): string => `${(v / 0.44704).toFixed(1)} mph`;

const stick: NotchStickData = {
  latestMps: mphToMps(92.4),
  spreadMps: mphToMps(1.1),
  goalMps: mphToMps(98),
  notches: [
    { date: '2026-03-01', speedMps: mphToMps(88.2) },
    { date: '2026-04-12', speedMps: mphToMps(90.6) },
  ],
};
const shot = (id: string, speedMph: number, aside = false, toeM?: number, highM?: number): ShotWire => ({
  id,
  source: 'file',
  struckAt: '2026-03-01T10:00:00Z',
  values: {
    clubSpeedMps: mphToMps(speedMph),
    ...(toeM === undefined || highM === undefined ? {} : { impactToeM: toeM, impactHighM: highM }),
  },
  setAsideReason: aside ? 'mishit' : null,
  feltEffort: null,
  strikeByHand: false,
  doubt: '',
  was: {},
});

describe('notch stick', () => {
  test('reads aloud as one sentence', () => {
    expect(stickSentence(stick, mph)).toBe(
      'Latest median 92.4 mph, day-to-day spread 1.1 mph; 2 notches, the last at 90.6 mph on 12 Apr; goal 98.0 mph.',
    );
    expect(stickSentence({ ...stick, notches: [], goalMps: null }, mph)).toContain('no notch yet');
    expect(stickSentence({ ...stick, latestMps: null }, mph)).toBe('No club head speed measured yet.');
  });
  test.each(['full', 'header', 'card'] as const)(
    '%s: a cut for each notch, and sound numbers with little data as well',
    (size) => {
      const html = draw(<NotchStick stick={stick} size={size} />);
      expect(count(html, ' Z"')).toBe(2);
      sound(html);
      sound(draw(<NotchStick stick={{ latestMps: null, spreadMps: 0, goalMps: null, notches: [] }} size={size} />));
    },
  );
  test('speaks the instructor’s units', () => {
    expect(draw(<NotchStick stick={stick} size="full" />, { speedUnit: 'm/s' })).toContain('Latest median 41.3 m/s');
    expect(draw(<NotchStick stick={stick} size="full" />, { speedUnit: 'km/h' })).toContain('148.7 km/h');
  });
});

describe('face', () => {
  test('a strike is spelled with its sides', () => {
    expect(strikeInWords(0.012, -0.006)).toBe('12 mm toe, 6 mm low');
    expect(strikeInWords(-0.009, 0.004)).toBe('9 mm heel, 4 mm high');
    expect(strikeInWords(0, 0)).toBe('centre, centre height');
  });
  test('is mirrored for a left-hander, with toe and heel in their places', () => {
    const shots = [shot('a', 90, false, 0.01, 0.002), shot('b', 91, true, 0.03, 0)];
    const right = draw(<FaceMap shots={shots} handedness="right" club="driver" />);
    const left = draw(<FaceMap shots={shots} handedness="left" club="iron" />);
    // Held up before the eyes, sole down, a right-hander's toe is on the left.
    expect(right).toContain('scale(-1 1)');
    expect(left).toContain('scale(1 1)');
    expect(/x="(-?\d+)"[^>]*>toe/.exec(right)?.[1]).toBe('-54');
    expect(/x="(-?\d+)"[^>]*>toe/.exec(left)?.[1]).toBe('54');
    expect(right).toContain('right-hander’s toe is on the left');
    expect(left).toContain('left-hander’s toe is on the right');
    expect(count(right, '<circle')).toBe(1);
  });
  test('draws nothing where nothing was measured', () =>
    expect(draw(<FaceMap shots={[shot('a', 90)]} handedness="right" club="driver" />)).toBe(''));
});

describe('swings and sessions', () => {
  test('a tick for each swing, a hollow ring for each set aside', () => {
    const shots = [shot('a', 90), shot('b', 92), shot('c', 70, true)];
    const statistics = blockStatistics(
      shots.map((s) => ({ values: { clubSpeedMps: s.values.clubSpeedMps }, setAside: s.setAsideReason !== null })),
    );
    const html = draw(<SwingStrip shots={shots} statistics={statistics} />);
    expect(html).toContain('2 swings, median 91.0 mph');
    expect(html).toContain('1 set aside');
    expect(count(html, '<circle')).toBe(1);
    sound(html);
    expect(draw(<SwingStrip shots={[]} statistics={blockStatistics([])} />)).toBe('');
  });
  test('open dots for the baseline, filled ones since, and the notch under its day', () => {
    const gain: GainWire = {
      condition: 'driver · ball · normal',
      baselineSessions: 1,
      baselineMps: 40,
      gainMps: 2,
      interval90Mps: [1.2, 2.8],
      chanceAboveSmallest: 0.97,
      chanceBelowSmallest: 0,
      chanceNeeded: 0.95,
      intervalSeasonMps: [0.9, 3.1],
      sessionsSince: 2,
      rule: 2,
      settle: { speedMps: 40, sessions: [], smallestMps: 0.45, goal: 'gain' },
      course: [],
      sinceLast: { differenceMps: 0.2, interval90Mps: [-0.6, 1] },
      baselineMayHideMps: 0.4,
      oldPlaceWanted: false,
      verdict: 'gained',
      daySpreadMps: 0.3,
      swingSpreadMps: 0.6,
      growthMps: 0,
      notches: [{ date: '2026-03-15T10:00:00Z', speedMps: 41.2, smallestGainMps: 0.45, rule: 2 }],
    };
    const session = (i: number, day: string, medianMps: number) => ({
      lessonId: String(i),
      startsAt: `${day}T10:00:00Z`,
      condition: gain.condition,
      oldPlace: false,
      medianMps,
      count: 9,
    });
    const sessions = [session(1, '2026-03-01', 40), session(2, '2026-03-08', 41.9), session(3, '2026-03-15', 42.1)];
    const html = draw(
      <SessionDots sessions={[...sessions, { ...sessions[0]!, lessonId: '9', condition: 'iron' }]} gain={gain} />,
    );
    expect(count(html, '<circle')).toBe(3);
    expect(count(html, '>notch<')).toBe(1);
    sound(html);
    sound(draw(<SessionDots sessions={sessions.slice(0, 1)} gain={gain} />));
  });
  test('the week has seven days with what is planned and done', () => {
    const html = draw(
      <WeekStrip
        startsOn="2026-03-02"
        week={[{ day: 0, drillIds: ['feet-together'] }]}
        sets={[
          {
            id: 's',
            planDrillId: 'd',
            rung: 'half/whole/middle-iron/none/on/garden',
            unjudged: 0,
            doneAt: '2026-03-04T18:00:00',
            passed: 6,
            reset: 2,
            swish: 'at',
            heard: [],
            calls: [],
            easeWithBall: null,
            easeWithoutBall: null,
            pain: false,
            painNote: '',
            witnessed: false,
            day: '2026-03-02',
            effort: null,
            note: '',
            words: '',
          },
        ]}
      />,
    );
    expect(count(html, '<li')).toBe(7);
    expect(html).toContain('Feet together');
    expect(html).toContain('1 set');
  });
});

describe('chain', () => {
  const chances: Readonly<Record<string, readonly [there: number, cause: number]>> = {
    'arms-first': [0.9, 0.6],
    'over-the-top': [0.8, 0.1],
    'face-path': [0.7, 0.1],
    tension: [0.05, 0.04],
  };
  const faults = FAULTS.map(({ id }) => ({
    id,
    presentChance: chances[id]?.[0] ?? 0,
    causeChance: chances[id]?.[1] ?? 0,
    touched: id !== 'face-path',
    ruledOut: false,
    reasons: [],
  }));
  const chain = (chosen: string | null): string =>
    draw(
      <FaultChain
        faults={faults}
        named={['arms-first']}
        chosen={chosen}
        onChoose={() => undefined}
        onOpen={() => undefined}
      />,
    );

  test('shows likely faults with both chances, joined along their causes; what nothing touches is faint', () => {
    const html = chain(null);
    expect(count(html, 'role="button"')).toBe(3);
    expect(html).toContain('Arms start down first, cause 60 %, there 90 %, named as cause');
    expect(html).toContain('nothing of this student touches it');
    expect(count(html, 'opacity="0.5"')).toBe(1);
    expect(count(html, '<path')).toBe(2);
    sound(html);
  });
  test('the chosen fault is shown as well, however unlikely', () =>
    expect(chain('tension')).toMatch(/Tension, cause 4 %, there 5 %[^"]*; press for its page/));
  test('with everything likely every fault has its own place', () => {
    const all = faults.map((f) => ({ ...f, presentChance: 0.9 }));
    const html = draw(
      <FaultChain faults={all} named={[]} chosen={null} onChoose={() => undefined} onOpen={() => undefined} />,
    );
    const places = [...html.matchAll(/translate\(([\d. ]+)\)/g)].map((m) => m[1]);
    expect(new Set(places).size).toBe(FAULTS.length);
  });
});

test('figures are mirrored for left-handers and keep their labels', () => {
  const { figures } = drillById('late-set-half')!;
  const right = draw(<FigureStrip figures={figures} handedness="right" name="x" />);
  const left = draw(<FigureStrip figures={figures} handedness="left" />);
  expect(left).not.toBe(right);
  expect(right).toContain('Save as SVG');
  expect(left).not.toContain('Save as SVG');
  for (const html of [right, left]) {
    expect(html).toContain('it forms');
    expect(html).toContain('Show it in motion');
    sound(html);
  }
});

describe('themes', () => {
  const channel = (hex: string, at: number): number => {
    const v = parseInt(hex.slice(at, at + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  const luminance = (hex: string): number =>
    0.2126 * channel(hex, 1) + 0.7152 * channel(hex, 3) + 0.0722 * channel(hex, 5);
  const contrast = (a: string, b: string): number => {
    const [hi, lo] = tuple(
      2,
      [luminance(a), luminance(b)].sort((x, y) => y - x),
    );
    return (hi + 0.05) / (lo + 0.05);
  };
  test.each([
    ['paper', paper],
    ['bay', bay],
  ] as [string, Colours][])('%s: every text colour has AA contrast on card, paper and washes', (_, c) => {
    for (const ground of [c.card, c.paper]) {
      for (const text of [c.ink, c.softInk, c.mapleDeep, c.leaf, c.moss, c.slate, c.hips, c.chest, c.leadArm, c.club]) {
        expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
      }
    }
    for (const wash of [c.strawWash, c.leafWash, c.mossWash, c.slateWash])
      expect(contrast(c.ink, wash)).toBeGreaterThanOrEqual(7);
    expect(contrast(c.onMaple, c.maple)).toBeGreaterThanOrEqual(4.5);
  });
});
