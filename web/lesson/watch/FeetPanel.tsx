import { useState } from 'react';
import styled from 'styled-components';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { frameSdS } from '../../../core/picture/frame-times.ts';
import { measureGap } from '../../../core/diagnosis/evidence-of-picture.ts';
import { measuredFindings } from '../../../core/diagnosis/findings.ts';
import { footOrder, gapSentence, type FootGap } from '../../../core/picture/foot-order.ts';
import { MOMENTS, type Moment, type PictureMarks, type View } from '../../../core/picture/marks.ts';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { DataTable, Notice, Row, SideScroll, Soft } from '../../kit/layout.tsx';
import { FaultLink } from '../../parts/FaultLink.tsx';
import { withMoment } from './edit-marks.ts';
import { within } from './picture/words.ts';
import type { useLooks } from './use-looks.ts';

/** What to look for on the frame. */
const LOOK_FOR: Readonly<Record<Moment, string>> = {
  'lead heel down': 'first frame on which the lead heel stands again; nothing where it never rose',
  'lead leg straightens': 'first frame on which the lead knee opens',
  'release starts': 'first frame on which the angle of lead arm and shaft opens',
  'foot leaves': 'first frame on which a heel or a foot is off the ground after the top',
  'swish peak': 'heard in the film’s sound, filmed face-on',
};

const Words = styled(SideScroll)`
  td,
  tbody th {
    white-space: normal;
    text-align: left;
    vertical-align: middle;
  }
  td:nth-child(2) {
    white-space: nowrap;
  }
  td:last-child {
    min-width: 230px;
  }
`;

const Hint = styled(Soft)`
  display: block;
  font-weight: 400;
`;

/** Why the film's sound says nothing of the swish; empty where it may. */
function deaf({ slowFactor, checkpoints }: PictureMarks, view: View): string {
  if (slowFactor !== 1) return 'A film that plays slower than life has no sound of the swing’s own time.';
  if (view !== 'face-on') return 'The swish is heard from opposite the player: film face-on.';
  if (!checkpoints.strike) return 'Mark the strike first: the swish is looked for around it.';
  return '';
}

/** How much a gap weighs for the fault, as the ledger takes it; 0 where it says nothing. */
function weightOf(gap: FootGap, id: string): number {
  const measured = measureGap(gap, { kind: 'picture', id, label: '' });
  return measured ? (measuredFindings([measured])[0]?.logOdds ?? 0) : 0;
}

/** Legs against the release without plates: moments marked on this film and heard in its sound, and their order. */
export function FeetPanel({
  video,
  view,
  marks,
  frame,
  edit,
  looks,
}: {
  video: VideoAnswer;
  view: View;
  marks: PictureMarks;
  frame: number;
  edit: (how: (m: PictureMarks) => PictureMarks) => void;
  looks: ReturnType<typeof useLooks>;
}) {
  const times = video.frameTimesS;
  const { moments, gaps } = footOrder({ marks, frameTimesS: times });
  const [open, setOpen] = useState(moments.length > 0);
  const why = deaf(marks, view);
  const here = (moment: Moment): void =>
    edit((m) => withMoment(m, moment, { timeS: times[frame]!, sdS: frameSdS(times, frame), by: 'eye' }));
  const figure = (moment: Moment): string => {
    const found = moments.find((m) => m.moment === moment);
    if (!found) return '';
    const { afterStrikeMs } = found;
    if (!afterStrikeMs) return 'marked; the strike is not';
    const { value, sd } = afterStrikeMs;
    return `${Math.abs(value).toFixed(0)} ms ${value < 0 ? 'before' : 'after'} strike ${within(sd, 0)}`;
  };
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Legs and release on this film{moments.length > 0 ? '' : ': nothing marked yet'}</summary>
      <Words>
        <DataTable $words aria-label="Legs and release on this film">
          <thead>
            <tr>
              <th scope="col">moment</th>
              <th scope="col">when, with 90 %</th>
              <th scope="col">mark</th>
            </tr>
          </thead>
          <tbody>
            {MOMENTS.map((moment) => (
              <tr key={moment}>
                <th scope="row">
                  {moment}
                  <Hint>{LOOK_FOR[moment]}</Hint>
                </th>
                <td>{figure(moment)}</td>
                <td>
                  <Row>
                    {moment !== 'swish peak' ? (
                      <Button aria-label={`${moment}: this frame`} onPress={() => here(moment)}>
                        This frame
                      </Button>
                    ) : why ? (
                      <Soft>{why}</Soft>
                    ) : (
                      <Button isDisabled={looks.share !== null} onPress={() => void looks.hearSwish()}>
                        Hear the swish
                      </Button>
                    )}
                    {marks.moments?.[moment] ? (
                      <QuietButton
                        aria-label={`Take ${moment} away`}
                        onPress={() => edit((m) => withMoment(m, moment, null))}
                      >
                        Take away
                      </QuietButton>
                    ) : null}
                  </Row>
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </Words>
      {gaps.map((gap) => {
        const weight = weightOf(gap, video.id);
        return (
          <Notice key={gap.legs + gap.against} tone={weight > 0 ? 'unsure' : 'info'}>
            {gapSentence(gap)}{' '}
            {weight === 0 ? null : (
              <>
                It speaks {weight > 0 ? 'for' : 'against'} <FaultLink id="legs-late" lessonId={video.lessonId} />
              </>
            )}
          </Notice>
        );
      })}
      {gaps.length === 0 ? (
        <Soft>
          The order of legs and release takes two marks: when the lead leg starts to straighten or a foot leaves, and
          when the release starts or the swish is loudest.
        </Soft>
      ) : null}
    </details>
  );
}
