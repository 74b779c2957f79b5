import { tuple } from '../core/numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { renderToStaticMarkup } from 'react-dom/server';
import { readGroundCsv } from '../core/formats/ground-csv.ts';
import { analyseGround } from '../core/capture/ground-analysis.ts';
import { groundTraces } from '../core/capture/ground-traces.ts';
import { TYPICAL_DRIVER } from '../core/swing/club.ts';
import { SWING_TASKS } from './workers/swing-tasks.ts';
import { LoadCurve } from './lesson/measure/ground/LoadCurve.tsx';
import { PressureFeet } from './lesson/measure/ground/PressureFeet.tsx';
import { sampleAt, SwingCurves } from './parts/swing/SwingCurves.tsx';
import { SwingFigure } from './parts/swing/SwingFigure.tsx';

const sound = (html: string): void => expect(html).not.toMatch(/NaN|Infinity|undefined/);
const swing = SWING_TASKS.swing({
  player: { sex: 'female', heightM: 1.7, massKg: 64 },
  club: TYPICAL_DRIVER,
  faults: [],
});
const capture = readGroundCsv(readFileSync(join(import.meta.dirname, '../demo/samples/ground-sound.csv'), 'utf8'));
const traces = groundTraces(capture, analyseGround(capture).bodyWeightN);

describe('pictures of the swing', () => {
  test('curves are a slider with names at the curves, each with its own line', () => {
    const html = renderToStaticMarkup(
      <SwingCurves swing={swing} cursorS={0.05} onCursor={() => undefined} summary="Eighty miles an hour." />,
    );
    sound(html);
    expect(html).toContain('role="slider"');
    expect(html).toContain('50 ms before strike');
    for (const name of ['hips', 'chest', 'lead arm', 'club']) expect(html).toContain(`>${name} `);
    expect(new Set(html.match(/stroke-dasharray="[^"]+"/g)).size).toBe(2);
  });
  test('the stick figure of a left-hander is the mirror of a right-hander’s', () => {
    const sample = sampleAt(swing, 0.1);
    const draw = (handedness: 'right' | 'left'): number[] => {
      const html = renderToStaticMarkup(<SwingFigure swing={swing} sample={sample} handedness={handedness} />);
      sound(html);
      return [...html.matchAll(/<circle cx="([\d.]+)"/g)].map((m) => Number(m[1]));
    };
    const [right, left] = [draw('right'), draw('left')];
    right.forEach((x, i) => expect(x + left[i]!).toBeCloseTo(300, 6));
    expect(right[1]).not.toBeCloseTo(150, 0);
  });
});

describe('pictures of the ground', () => {
  test('load over time reads aloud, and only plates have a push', () => {
    const plates = renderToStaticMarkup(<LoadCurve traces={traces} summary="The lead foot carries 82 %." />);
    sound(plates);
    expect(plates).toContain('aria-label="The lead foot carries 82 %."');
    expect(plates).toContain('body weights');
    const mat = renderToStaticMarkup(<LoadCurve traces={{ ...traces, verticalBw: null }} summary="s" />);
    expect(mat).not.toContain('body weights');
  });
  test('feet stand on their own sides, mirrored for a left-hander; without a frame it says so', () => {
    const places = (handedness: 'right' | 'left', t = traces): number[] => {
      const html = renderToStaticMarkup(<PressureFeet traces={t} handedness={handedness} />);
      sound(html);
      return [...html.matchAll(/translate\(([\d.]+) /g)].map((m) => Number(m[1]));
    };
    const [trail, lead] = tuple(2, places('right'));
    expect(lead).toBeGreaterThan(trail);
    const [trailLeft, leadLeft] = tuple(2, places('left'));
    expect(leadLeft).toBeLessThan(trailLeft);
    const bare = renderToStaticMarkup(
      <PressureFeet traces={{ ...traces, leadFoot: null, trailFoot: null }} handedness="right" />,
    );
    expect(bare).toContain('The file says nothing of the feet');
  });
});
