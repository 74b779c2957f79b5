import { readBeliefs } from '../core/beliefs/changes.ts';
import { FAULTS, faultById } from '../core/catalogue/faults.ts';
import { MEASURED_SIGNS, RETIRED_SIGNS } from '../core/catalogue/signs/signs.ts';
import type { SeenGrade } from '../core/catalogue/signs/seen-rates.ts';
import { LENSES, type Level } from '../core/catalogue/stages.ts';
import { diagnose as weighFindings } from '../core/diagnosis/diagnose.ts';
import { measuredFinding, namedSource, seenFinding, type Finding } from '../core/diagnosis/findings.ts';
import { pricesOfAmounts } from '../core/diagnosis/one-amount-price.ts';
import { InputError } from '../core/errors/input-error.ts';
import { mphToMps, mpsToMph } from '../core/units/units.ts';
import { Assumed, checked } from './input.ts';
import { diagnoseSchema } from './schemas.ts';

/** `signs`: every sign of the catalogue with its fault. */
export const signs = (): unknown => [
  ...MEASURED_SIGNS.map((s) => ({
    id: s.id,
    fault: s.fault,
    kind: 'measured',
    ...(s.unit === '' ? {} : { unit: s.unit }),
    ...(s.checkpoint ? { checkpoint: s.checkpoint } : {}),
  })),
  ...FAULTS.flatMap((f) => f.seen.map((s) => ({ id: s.id, fault: f.id, kind: 'seen', checkpoint: s.checkpoint }))),
];

/** How far two readings of one sign may lie apart, in standard deviations of both, before they contradict each other. */
const CONTRADICTION_SDS = 5;

function refuseContradictions(findings: readonly Finding[]): void {
  findings.forEach((f, i) => {
    const twin = findings.find(
      (g, k) => k < i && g.kind === f.kind && g.sign === f.sign && (g.ageDays ?? 0) === (f.ageDays ?? 0),
    );
    if (!twin) return;
    const apart =
      f.kind === 'seen'
        ? f.grade !== twin.grade
        : Math.abs((f.value ?? 0) - (twin.value ?? 0)) >
          CONTRADICTION_SDS * Math.hypot(f.uncertainty ?? 0, twin.uncertainty ?? 0, 1e-9);
    if (!apart || (f.kind === 'measured' && f.source.id !== twin.source.id)) return;
    throw new InputError(
      'out-of-range',
      `The sign "${f.sign}" is given twice and the readings contradict each other; keep one, or give their ages.`,
      `findings[${i}]`,
    );
  });
}

/** `diagnose`: what findings say together: verdict, causes in the product's order, all chances, what to measure next. */
export function diagnose(input: unknown): unknown {
  const given = checked(diagnoseSchema, input);
  const assumed = new Assumed();
  const level = assumed.take('level', given.player?.level as Level | undefined, 'club');
  if (given.target !== undefined && !faultById(given.target))
    throw new InputError('unknown-value', `"${given.target}" is no fault of the catalogue.`, 'target');
  if (given.lens !== undefined && !LENSES.some((l) => l.id === given.lens))
    throw new InputError(
      'unknown-value',
      `"${given.lens}" is no lens; expected ${LENSES.map((l) => l.id).join(', ')}.`,
      'lens',
    );
  const beliefs = given.beliefs === undefined ? {} : readBeliefs(given.beliefs);
  const findings = given.findings.flatMap((f, i): Finding[] => {
    const where = `findings[${i}]`;
    try {
      if (f.seen !== undefined) {
        if (f.grade === undefined) throw new InputError('missing', 'A seen sign needs its grade.', 'grade');
        return [seenFinding(f.seen, f.grade as SeenGrade, '', f.ageDays, beliefs)];
      }
      if (f.sign === undefined)
        throw new InputError('missing', 'A finding names a sign (measured) or a seen sign.', 'sign');
      if (f.value === undefined) throw new InputError('missing', `The value of ${f.sign} is missing.`, 'value');
      const made = measuredFinding(
        {
          sign: f.sign,
          value: f.value,
          uncertainty: f.uncertainty ?? 0,
          ageDays: f.ageDays,
          source: namedSource(f.sign, f.source ?? 'given'),
        },
        level,
        beliefs,
      );
      if (!made) assumed.note(`retired: ${f.sign}`, RETIRED_SIGNS.includes(f.sign) ? 'counts nothing' : '');
      return made ? [made] : [];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(error.code, `${where}: ${error.message}`, `${where}.${error.where}`);
    }
  });
  refuseContradictions(findings);
  const fullSpeedMph = given.player?.fullSpeedMph;
  const d = weighFindings(findings, {
    level,
    target: given.target,
    practisedSince: given.practisedSince,
    beliefs,
    prices: fullSpeedMph === undefined ? undefined : pricesOfAmounts(findings, mphToMps(fullSpeedMph)),
  });
  const mph = (v: number | undefined): number | undefined => (v === undefined ? undefined : mpsToMph(v));
  return {
    rule: d.rule,
    verdict: d.verdict,
    causes: d.faults
      .filter((f) => faultById(f.id)?.changeable)
      .map((f) => ({
        fault: f.id,
        causeChance: f.causeChance,
        presentChance: f.presentChance,
        ...(f.price ? { worthMph: mph(f.worthMps), interval90Mph: f.price.interval90Mps.map((v) => mpsToMph(v)) } : {}),
        ...(f.ruledOut ? { ruledOut: true } : {}),
      })),
    faults: d.faults.map((f) => ({ id: f.id, presentChance: f.presentChance, causeChance: f.causeChance })),
    next: d.next.map((n) => ({ measurement: n.measurement, minutes: n.minutes, value: n.value, answers: n.answers })),
    missing: d.missing,
    assumed: assumed.values,
  };
}
