import type { DrillChoiceWire } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, Notice, Soft } from '../../kit/layout.tsx';
import { DrillText } from '../../parts/DrillText.tsx';

/** A drill to choose, or a closed one with why. */
export function ChoiceCard({
  choice,
  handedness,
  picked,
  onToggle,
  full,
}: {
  choice: DrillChoiceWire;
  handedness: 'right' | 'left';
  picked: boolean;
  onToggle: () => void;
  full: boolean;
}) {
  const drill = drillById(choice.drillId);
  if (!drill) return null;
  return (
    <Card aria-label={drill.name}>
      <h3>{drill.name}</h3>
      <Soft>
        {choice.dose.sets} × {choice.dose.reps} · {drill.places.join(', ')}
      </Soft>
      {choice.fitted.map((f) => (
        <Soft key={f}>{f}</Soft>
      ))}
      {choice.record ? <Soft>{choice.record}</Soft> : null}
      {choice.worked ? <Soft>{choice.worked}</Soft> : null}
      {choice.open ? (
        <Button onPress={onToggle} isDisabled={!picked && full}>
          {picked ? 'Take it out' : 'Choose'}
        </Button>
      ) : (
        <Notice tone="stop">
          <strong>Closed.</strong> {choice.closedBecause.join(' ')}
        </Notice>
      )}
      <details>
        <summary>How it goes</summary>
        <DrillText drill={{ ...drill, dose: choice.dose, check: choice.check }} handedness={handedness} />
      </details>
    </Card>
  );
}
