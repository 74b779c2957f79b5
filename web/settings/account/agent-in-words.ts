const BROWSERS = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/Chrome\//, 'Chrome or a relative'],
  [/Safari\//, 'Safari'],
] as const;
const MACHINES = [
  [/iPhone/, 'phone'],
  [/iPad|Tablet/, 'tablet'],
  [/Android.*Mobile/, 'phone'],
  [/Android/, 'tablet'],
  [/Windows|Macintosh|Linux|CrOS/, 'computer'],
] as const;

/** Browser and machine in a few words, from what a browser says of itself. */
export function agentInWords(agent: string): string {
  const browser = BROWSERS.find(([pattern]) => pattern.test(agent))?.[1];
  const machine = MACHINES.find(([pattern]) => pattern.test(agent))?.[1];
  return [browser, machine && `on a ${machine}`].filter(Boolean).join(' ') || 'an unknown browser';
}
