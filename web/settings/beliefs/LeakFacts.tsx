import type { BeliefsAnswer } from '../../../api/types.ts';
import { learnedLeak, PRIOR_STUDENTS } from '../../../core/beliefs/beliefs.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import { Facts, Soft } from '../../kit/layout.tsx';
import { chancesByLevel } from './entries.ts';

const tenths = (chance: number): string => `${(100 * chance).toFixed(1)} %`;

/** What a fault's own chance comes to by level, and what confirmed causes made of it. */
export function LeakFacts({ fault, answer }: { fault: string; answer: BeliefsAnswer }) {
  const { beliefs, confirmed } = answer;
  const known = faultById(fault);
  if (!known) return null;
  const here = confirmed.filter((c) => c.fault === fault).length;
  const { confirmed: _learned, ...held } = beliefs;
  return (
    <>
      <Soft>There of itself, as the diagnosis reckons with it:</Soft>
      <Facts items={chancesByLevel(fault, beliefs).map(({ level, chance }) => [level, tenths(chance)])} />
      <Soft>
        {confirmed.length === 0
          ? 'No cause is confirmed yet in this practice: a cause counts once a notch is cut while it is the target.'
          : `Confirmed as a cause ${here} of ${confirmed.length} times: that moved ${tenths(learnedLeak(known, held))} to ${tenths(learnedLeak(known, beliefs))}, the value above counting as ${PRIOR_STUDENTS} students.`}
      </Soft>
    </>
  );
}
