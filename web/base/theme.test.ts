import { describe, expect, test } from '@jest/globals';
import { bay, paper, type Colours } from './theme.ts';

/** Relative luminance of a colour, 0–1, and the contrast of two, 1–21, as WCAG 2 has them. */
function luminance(hex: string): number {
  const part = (from: number): number => {
    const v = parseInt(hex.slice(from, from + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5);
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

const GROUNDS = ['paper', 'card', 'strawWash', 'leafWash', 'mossWash', 'slateWash'] as const;
const TEXT = 4.5;
/** Lines and marks that carry a meaning. */
const MARK = 3;

describe.each([
  ['paper', paper],
  ['bay', bay],
])('%s theme', (_, colours: Colours) => {
  test('text can be read on every ground, and each of the four tones on its own wash', () => {
    for (const ground of GROUNDS)
      for (const ink of ['ink', 'softInk'] as const)
        expect([ground, ink, contrast(colours[ink], colours[ground]) >= TEXT]).toEqual([ground, ink, true]);
    for (const [tone, wash] of [
      ['leaf', 'leafWash'],
      ['moss', 'mossWash'],
      ['slate', 'slateWash'],
    ] as const)
      for (const ground of ['card', wash] as const)
        expect([tone, ground, contrast(colours[tone], colours[ground]) >= TEXT]).toEqual([tone, ground, true]);
    expect(contrast(colours.onMaple, colours.mapleDeep)).toBeGreaterThanOrEqual(TEXT);
  });
  test('curves of the four segments stand out from the card and are told from each other by lightness or hue', () => {
    const curves = ['hips', 'chest', 'leadArm', 'club'] as const;
    for (const name of curves) expect([name, contrast(colours[name], colours.card) >= MARK]).toEqual([name, true]);
    expect(new Set(curves.map((name) => colours[name])).size).toBe(curves.length);
  });
  test('every colour is a six-digit one', () => {
    for (const [name, value] of Object.entries(colours))
      expect([name, value]).toEqual([name, expect.stringMatching(/^#[0-9A-F]{6}$/)]);
  });
});
