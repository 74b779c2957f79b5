import type { PlanDrillWire } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { Button, TextField } from '../../kit/controls.tsx';
import { Row, Soft } from '../../kit/layout.tsx';

/** The new cue: one of the catalogue, one in the student's own words, or a free one. */
export function NewCue({
  drill,
  ownWords,
  value,
  onChange,
}: {
  drill: PlanDrillWire;
  ownWords: readonly string[];
  value: string;
  onChange: (cue: string) => void;
}) {
  const info = drillById(drill.drillId);
  const catalogue = [info?.outsideCue, info?.insideCue].filter((c): c is string => c !== undefined && c !== drill.cue);
  const offer = (cue: string) => (
    <Button key={cue} onPress={() => onChange(cue)}>
      {cue}
    </Button>
  );
  return (
    <div role="group" aria-label="New cue" style={{ display: 'grid', gap: 'var(--s2)' }}>
      <Soft>So far: “{drill.cue || 'no cue'}”. Of the catalogue:</Soft>
      <Row>{catalogue.map(offer)}</Row>
      {ownWords.length > 0 ? (
        <>
          <Soft>In the student’s own words:</Soft>
          <Row>{ownWords.map(offer)}</Row>
        </>
      ) : null}
      <TextField label="New cue (the phone shows it at once)" value={value} onChange={onChange} />
    </div>
  );
}
