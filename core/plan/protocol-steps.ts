import type { Gate, ProtocolStep } from './protocol.ts';

// What shipped protocols are written with: gates, and a step as it usually is.

const DONE: Gate = { kind: 'done' };
export const speed = (leastShare: number): Gate => ({ kind: 'speed', leastShare });
export const strike = (mostMoreMm: number): Gate => ({ kind: 'strike', mostMoreMm });
export const seen = (text: string, passed: number, of: number): Gate => ({ kind: 'seen', text, passed, of });

export const step = (name: string, how: string, change: Partial<ProtocolStep> = {}): ProtocolStep => ({
  name,
  how,
  drillId: '',
  club: 'middle iron',
  condition: name.toLowerCase(),
  withBall: true,
  aid: '',
  direction: 'own',
  swings: 5,
  restS: 45,
  effort: null,
  gate: DONE,
  ...change,
});
export const stick = (name: string, how: string, change: Partial<ProtocolStep> = {}): ProtocolStep =>
  step(name, how, { club: 'light stick', withBall: false, ...change });
export const PAST = 'loudest past the ball place';
