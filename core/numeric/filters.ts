/**
 * Zero-lag low-pass: a second-order Butterworth run forward and back (fourth order in all), ends padded by odd reflection.
 * Source: Winter, Biomechanics and Motor Control of Human Movement; cut-off corrected for the two passes.
 * @param values evenly sampled
 * @param cutoffHz half-power frequency of the whole filter, kept below 0.45 of the rate
 */
export function zeroLagLowPass(values: readonly number[], rateHz: number, cutoffHz: number): number[] {
  const n = values.length;
  if (n < 4) return [...values];
  const corrected = Math.min(cutoffHz / (Math.SQRT2 - 1) ** 0.25, 0.45 * rateHz);
  const w = Math.tan((Math.PI * corrected) / rateHz);
  const a0 = 1 + Math.SQRT2 * w + w * w;
  const b0 = (w * w) / a0;
  const a1 = (2 * (w * w - 1)) / a0;
  const a2 = (1 - Math.SQRT2 * w + w * w) / a0;
  const pad = Math.min(n - 1, Math.ceil((1.5 * rateHz) / corrected));
  const padded: number[] = [];
  for (let i = pad; i >= 1; i--) padded.push(2 * values[0]! - values[i]!);
  for (const v of values) padded.push(v);
  for (let i = 1; i <= pad; i++) padded.push(2 * values[n - 1]! - values[n - 1 - i]!);
  const pass = (x: readonly number[]): number[] => {
    const y = new Array<number>(x.length);
    let x1 = x[0]!;
    let x2 = x[0]!;
    let y1 = x[0]!;
    let y2 = x[0]!;
    for (let i = 0; i < x.length; i++) {
      const v = b0 * (x[i]! + 2 * x1 + x2) - a1 * y1 - a2 * y2;
      x2 = x1;
      x1 = x[i]!;
      y2 = y1;
      y1 = v;
      y[i] = v;
    }
    return y;
  };
  const back = pass(pass(padded).reverse()).reverse();
  return back.slice(pad, pad + n);
}

/**
 * Cut-off by residual analysis (Winter): the lowest frequency at which the residual of filtering comes down to the line of
 * pure noise, which is drawn through the residuals of the upper third of the frequencies.
 */
export function residualCutoffHz(values: readonly number[], rateHz: number, fromHz: number, toHz: number): number {
  const residual = (cutoff: number): number => {
    const smooth = zeroLagLowPass(values, rateHz, cutoff);
    let sum = 0;
    for (let i = 0; i < values.length; i++) sum += (values[i]! - smooth[i]!) ** 2;
    return Math.sqrt(sum / values.length);
  };
  const top = Math.min(0.4 * rateHz, 80);
  if (top <= fromHz) return Math.max(top, 1);
  const a = residual(0.7 * top);
  const b = residual(top);
  const slope = (b - a) / (0.3 * top);
  const noise = Math.max(0, a - slope * 0.7 * top);
  for (let cutoff = fromHz; cutoff < toHz; cutoff += 1) if (residual(cutoff) <= noise) return cutoff;
  return Math.min(toHz, top);
}
