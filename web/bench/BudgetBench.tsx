import { useMemo, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { readShotsCsv } from '../../core/formats/shots-csv.ts';
import type { Handedness } from '../../core/units/units.ts';
import { messageOf } from '../base/api.ts';
import { BudgetPanel } from '../parts/BudgetPanel.tsx';
import { Choice } from '../kit/chips.tsx';
import { Button, TextField } from '../kit/controls.tsx';
import { Card, Notice, Row, Soft } from '../kit/layout.tsx';

const EXAMPLE = `club,club_speed_mph,ball_speed_mph,launch_deg,launch_direction_deg,spin_rpm,spin_axis_deg,attack_deg,path_deg,face_deg,impact_toe_mm,impact_high_mm
driver,92.4,132.1,9.8,1.0,3350,6,-2.5,-3.0,0.2,11,-7
driver,91.8,130.6,10.4,-0.5,3290,4,-2.0,-2.5,-0.6,15,-3
driver,93.0,134.5,9.1,1.8,3480,8,-3.0,-3.5,0.9,6,-9
driver,92.1,129.9,11.2,0.4,3100,3,-1.8,-2.2,-0.1,17,2
driver,92.7,133.2,9.5,2.2,3390,7,-2.7,-3.1,1.2,9,-6
driver,91.5,130.2,10.1,0.8,3300,5,-2.2,-2.9,0.3,14,-5
`;

/** Distance budget of pasted or loaded shots, without a student. */
export default function BudgetBench() {
  const [text, setText] = useState(EXAMPLE);
  const [hand, setHand] = useState<Handedness>('right');
  const read = useMemo(() => {
    try {
      const { shots } = readShotsCsv(text, hand, 'these shots');
      const club = shots[0]!.club;
      return { club, shots: shots.filter((s) => s.club === club).map((s) => s.values), error: '' };
    } catch (error) {
      return { club: 'driver', shots: [], error: messageOf(error) };
    }
  }, [text, hand]);
  return (
    <>
      <Card aria-label="Shots">
        <Row>
          <Choice
            label="Player"
            hideLabel
            value={hand}
            onChange={setHand}
            options={[
              { id: 'right', name: 'right-handed' },
              { id: 'left', name: 'left-handed' },
            ]}
          />
          <FileTrigger
            acceptedFileTypes={['.csv', 'text/csv']}
            onSelect={(list) => void list?.item(0)?.text().then(setText)}
          >
            <Button>Load shots.csv</Button>
          </FileTrigger>
          <Soft>One club; the columns of shots.csv. The example can be typed over.</Soft>
        </Row>
        <TextField label="Shots" lines value={text} onChange={setText} />
        {read.error ? <Notice tone="stop">{read.error}</Notice> : null}
      </Card>
      {read.shots.length > 0 ? <BudgetPanel shots={read.shots} club={read.club} /> : null}
    </>
  );
}
