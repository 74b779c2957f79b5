import { useNavigate } from 'react-router';
import type { LedgerAnswer } from '../../../api/types.ts';
import type { EvidenceKind } from '../../../core/beliefs/half-lives.ts';
import { MEASUREMENT_WORDS } from '../../../core/diagnosis/verdict-sentence.ts';
import { Button } from '../../kit/controls.tsx';

/** Where a measurement begins. */
const PLACES: Readonly<Record<EvidenceKind, string>> = {
  screen: 'know',
  setup: 'measure?view=setup',
  picture: 'watch',
  ground: 'measure',
  swish: 'watch',
  shots: 'measure?new=1',
  tests: 'measure?view=tests',
  motion: 'measure',
  seen: 'watch',
};

/** The measurement that would tell most for its minutes, begun by one tap; where nothing can be named, or several are. */
export function NextMeasurement({ ledger, lessonId }: { ledger: LedgerAnswer; lessonId: string }) {
  const navigate = useNavigate();
  const { verdict, next } = ledger.diagnosis;
  const best = next[0];
  if (!best || (verdict.kind !== 'cannot-say' && verdict.kind !== 'several')) return null;
  return (
    <Button onPress={() => void navigate(`/lessons/${lessonId}/${PLACES[best.measurement]}`)}>
      Begin: {MEASUREMENT_WORDS[best.measurement]}, about {best.minutes} minutes
    </Button>
  );
}
