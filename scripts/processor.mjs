// How much of the machine's processor was had: on a shared one, times mean little without it.
import { readFileSync } from 'node:fs';

/** Ticks of all cores by what they were for; undefined where the system does not tell. */
function ticks() {
  try {
    const [, user, nice, system, idle, wait, irq, soft, stolen = 0] = readFileSync('/proc/stat', 'utf8')
      .split('\n', 1)[0]
      .split(/\s+/)
      .map(Number);
    return { used: user + nice + system + irq + soft, idle: idle + wait, stolen };
  } catch {
    return undefined;
  }
}

/** Begins to count. @returns what says, in words, what was had since then; empty where the system does not tell */
export function countProcessor() {
  const from = ticks();
  return () => {
    const to = ticks();
    if (!from || !to) return '';
    const [used, idle, stolen] = ['used', 'idle', 'stolen'].map((k) => to[k] - from[k]);
    const share = (part) => Math.round((100 * part) / Math.max(1, used + idle + stolen));
    return `of the processor ${share(used)} % used here, ${share(stolen)} % taken by the machine’s neighbours`;
  };
}
