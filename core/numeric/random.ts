/** A stream of pseudo-random numbers; made from a seed, so every result can be repeated. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Normal with mean 0 and standard deviation 1. */
  normal(): number;
  /** Whole number in [0, n). */
  below(n: number): number;
}

/**
 * Seeded generator (sfc32, Chris Doty-Humphrey's small fast counter, public domain).
 * @param seed any whole number or text; equal seeds give equal streams
 */
export function seededRandom(seed: number | string): Random {
  let h = 2166136261;
  for (const ch of String(seed)) h = Math.imul(h ^ ch.charCodeAt(0), 16777619);
  let a = h ^ 0x9e3779b9;
  let b = h ^ 0x243f6a88;
  let c = h ^ 0xb7e15162;
  let d = 1;
  const next = (): number => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    c |= 0;
    return (t >>> 0) / 4294967296;
  };
  for (let i = 0; i < 15; i++) next();
  let spare: number | undefined;
  return {
    uniform: next,
    below: (n) => Math.floor(next() * n),
    normal: () => {
      if (spare !== undefined) {
        const value = spare;
        spare = undefined;
        return value;
      }
      const r = Math.sqrt(-2 * Math.log(1 - next()));
      const angle = 2 * Math.PI * next();
      spare = r * Math.sin(angle);
      return r * Math.cos(angle);
    },
  };
}
