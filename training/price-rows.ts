import { analyseSequence } from '../core/capture/sequence.ts';
import { bodyInputs, priceInputs, type PriceInputs } from '../core/diagnosis/learned-price.ts';
import type { Random } from '../core/numeric/random.ts';
import { clubHeadSpeedMps } from '../core/swing/model.ts';
import { drawCaptureOptions, makeCapture } from './capture.ts';
import { FAMILIES, withFamilies, type FamilyId } from './families.ts';
import { drawPlayer, type PlayerModel } from './population.ts';

/** One made-up player as the network sees it, and what each of its faults truly costs, shares of its own speed. */
export interface PriceRow {
  /** Club head speed at strike, m/s. */
  readonly speedMps: number;
  readonly inputs: PriceInputs;
  /** Price of each fault that is there; absent ones are not. */
  readonly price: Partial<Readonly<Record<FamilyId, number>>>;
  readonly together: number;
}

const SMALL = 0.3;
const WITHOUT_HIPS = 0.08;
const BODY_UNKNOWN = 0.25;

export function drawPriceRows(
  random: Random,
  n: number,
  models: readonly PlayerModel[] = ['own'],
  mostFaults = 4,
): PriceRow[] {
  const rows: PriceRow[] = [];
  while (rows.length < n) {
    const player = drawPlayer(random, { mostFaults, model: models[random.below(models.length)], small: SMALL });
    const options = {
      ...drawCaptureOptions(random, random.uniform() < 0.1),
      withHips: random.uniform() >= WITHOUT_HIPS,
    };
    const capture = makeCapture(player.swing, options, random);
    const sound = clubHeadSpeedMps(player.sound);
    if (!capture || sound === undefined) continue;
    try {
      const known = random.uniform() >= BODY_UNKNOWN;
      const { sex, ageYears, heightM, massKg } = player;
      const swing = priceInputs(analyseSequence(capture));
      if (!swing) continue;
      const inputs = { ...swing, ...bodyInputs(known ? { sex, ageYears, heightM, massKg } : {}) };
      const price: Partial<Record<FamilyId, number>> = {};
      for (const id of FAMILIES) {
        if (!player.amounts[id]) continue;
        const without = clubHeadSpeedMps(withFamilies(player.sound, { ...player.amounts, [id]: 0 }));
        if (without !== undefined) price[id] = without / player.speedMps - 1;
      }
      rows.push({ speedMps: player.speedMps, inputs, price, together: sound / player.speedMps - 1 });
    } catch {
      // The reader refuses it as it would refuse a real file; it takes no part.
    }
  }
  return rows;
}
