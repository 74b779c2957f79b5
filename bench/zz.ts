import { priceFigures, soundPriceFigures } from './prices.ts';
import { motionSignFigures } from './motion-signs.ts';
import { soundSwingFigures } from './sound-swings.ts';
import { seededRandom } from '../core/numeric/random.ts';
import type { PlayerModel } from '../training/population.ts';
const model = process.argv[2] as PlayerModel;
const n = Number(process.argv[3] ?? 500);
console.log(
  model,
  priceFigures(`p ${model}`, n, model)
    .map((f) => `${f.fault} ${(100 * f.held).toFixed(0)}(${(100 * f.halfWidth).toFixed(1)})`)
    .join(', '),
);
const s = soundPriceFigures(`s ${model}`, n, model);
console.log(model, 'sound above', (100 * s.above).toFixed(1), 'refused', (100 * s.refused).toFixed(1));
if (!process.argv[4]) {
  console.log(
    model,
    motionSignFigures(`m ${model}`, n, model)
      .map(
        (f) =>
          `${f.fault} auc ${f.area.toFixed(2)} false ${(100 * f.falseOverOne).toFixed(1)} true ${(100 * f.trueOverOne).toFixed(0)}`,
      )
      .join('; '),
  );
  console.log(
    model,
    soundSwingFigures(n, seededRandom(`ss ${model}`), model)
      .map(
        (b) => `${b.from}-${b.to}: named ${(100 * b.named).toFixed(1)} any ${(100 * b.anyOverOne).toFixed(1)} n${b.n}`,
      )
      .join('; '),
  );
}
