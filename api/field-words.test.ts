import { expect, test } from '@jest/globals';
import { fieldWords, withOtherUnits } from './field-words.ts';

test.each([
  ['trunkTurnLeadDeg', 'trunk turn to lead'],
  ['values.clubSpeedMps', 'club speed'],
  ['heightM', 'height'],
  ['birthYear', 'birth year'],
  ['drills[1].restS', 'rest of drills 2'],
  ['steps[0]', 'steps 1'],
  ['circumstances.temperatureC', 'temperature'],
])('%s is called “%s”', (path, words) => {
  expect(fieldWords(path)).toBe(words);
});
test('a limit of speed is said in every unit that a screen may show', () => {
  expect(withOtherUnits('must be at most 75 m/s')).toBe('must be at most 75 m/s (167.8 mph, 270 km/h)');
  expect(withOtherUnits('must be at most 140 °')).toBe('must be at most 140 °');
});
