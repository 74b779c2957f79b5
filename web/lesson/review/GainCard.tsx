import { dayOf } from '../../../core/units/calendar-day.ts';
import type { GainWire, LessonAnswer, ReviewAnswer } from '../../../api/types.ts';
import { baselineSentence, gainSentence, sinceLastSentence } from '../../../core/review/gain-sentence.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Sentence, Soft, Spread } from '../../kit/layout.tsx';
import { SessionDots } from './SessionDots.tsx';
import { useTask } from '../../workers/run.ts';
import { useLessonWrite } from '../common/data.ts';

/** One block swung the old way tells the change from a low baseline or a drift of the days. */
function OldPlaceOffer({ lesson, review }: { lesson: LessonAnswer; review: ReviewAnswer }) {
  const lessonId = lesson.lesson.id;
  const start = useLessonWrite(lessonId, (_: undefined, id) =>
    ask('POST /lessons/:id/blocks', {
      id: lessonId,
      body: {
        id,
        ...review.repeatBlock,
        cue: 'swing it as before the change',
        feel: '',
        effort: null,
        oldPlace: true,
      },
    }),
  );
  if (!review.gain?.oldPlaceWanted || !review.repeatBlock || lesson.blocks.some((b) => b.oldPlace)) return null;
  return (
    <Notice tone="info">
      <Spread>
        <span>
          The gain is near its limit, or the season is long: one block swung the old way, as before the change, tells
          more than another new one.
        </span>
        <Button onPress={() => start.mutate(undefined)} isDisabled={start.isPending}>
          Start a block the old way
        </Button>
      </Spread>
      {start.error ? <Failed error={start.error} /> : null}
    </Notice>
  );
}

/** Where nothing can be said yet and this lesson has no block that counts: that block, by one tap. */
function BlockThatCounts({ lesson, review }: { lesson: LessonAnswer; review: ReviewAnswer }) {
  const lessonId = lesson.lesson.id;
  const { repeatBlock } = review;
  const start = useLessonWrite(lessonId, (_: undefined, id) =>
    ask('POST /lessons/:id/blocks', {
      id: lessonId,
      body: { id, ...repeatBlock, cue: '', feel: '', effort: null },
    }),
  );
  const made =
    repeatBlock !== null &&
    lesson.blocks.some(
      (b) =>
        b.club === repeatBlock.club && b.withBall === repeatBlock.withBall && b.condition === repeatBlock.condition,
    );
  if (review.gain?.verdict !== 'cannot-say' || !repeatBlock || made) return null;
  return (
    <Notice tone="info">
      <Spread>
        <span>
          This lesson has no block yet that counts here: {repeatBlock.club},{' '}
          {repeatBlock.withBall ? 'with a ball' : 'no ball'}, {repeatBlock.condition}. Eight swings or more make it one
          session.
        </span>
        <Button onPress={() => start.mutate(undefined)} isDisabled={start.isPending}>
          Begin it
        </Button>
      </Spread>
      {start.error ? <Failed error={start.error} /> : null}
    </Notice>
  );
}

/** A certainty to a tenth of a per cent, never all of it. */
const sure = (chance: number): string => (chance > 0.999 ? 'over 99.9 %' : `${(100 * chance).toFixed(1)} %`);

function Gain({ lesson, review, gain }: { lesson: LessonAnswer; review: ReviewAnswer; gain: GainWire }) {
  const units = useUnits();
  const speed = (v: number): string => units.speed(v);
  const open = gain.verdict === 'cannot-say';
  const settling = useTask('settle', gain, open);
  const cutHere = gain.notches.filter((n) => dayOf(n.date) === dayOf(lesson.lesson.startsAt));
  const hides = baselineSentence(gain, speed);
  const decided = review.asDecided;
  return (
    <>
      <Sentence data-testid="gain-sentence">
        {gainSentence(gain, lesson.student.goalKind, speed, open ? settling.data : undefined)}
      </Sentence>
      {cutHere.map((n) => (
        <Notice key={n.date} tone="held">
          A notch is cut at <strong>{speed(n.speedMps)}</strong>: gained at two looks running, five days apart or more.
          The level is above it with 98 of 100; a gain of {speed(n.smallestGainMps)} or more counted.
        </Notice>
      ))}
      {decided && decided.rule < gain.rule ? (
        <Notice tone="info">
          Decided by an earlier rule: “{gainSentence({ ...decided.gain, growthMps: 0 }, lesson.student.goalKind, speed)}
          ” Above stands what today’s rule would say, as a preview.
        </Notice>
      ) : null}
      <p>{sinceLastSentence(gain.sinceLast, speed)}</p>
      {hides ? <Notice tone="unsure">{hides}</Notice> : null}
      <BlockThatCounts lesson={lesson} review={review} />
      <OldPlaceOffer lesson={lesson} review={review} />
      <SessionDots sessions={review.sessions} gain={gain} />
      <Soft>
        {gain.condition}; the first{' '}
        {gain.baselineSessions === 1 ? 'session is' : `${gain.baselineSessions} sessions are`} the baseline (open dots).
        We compare the lessons since the change with those before, allowing for good and bad days, and ask for more
        certainty early than late, because we look after every lesson: at this look {sure(gain.chanceNeeded)}, found{' '}
        {sure(Math.max(gain.chanceAboveSmallest, gain.chanceBelowSmallest))} for a{' '}
        {gain.chanceAboveSmallest >= gain.chanceBelowSmallest ? 'gain' : 'loss'} that matters. Spread between swings{' '}
        {speed(gain.swingSpreadMps)}, between days about {speed(gain.daySpreadMps)}.
      </Soft>
    </>
  );
}

/** The verdict on the gain first, then what it rests on. */
export function GainCard({ lesson, review }: { lesson: LessonAnswer; review: ReviewAnswer }) {
  return (
    <Card aria-label="Gain">
      {review.gain ? (
        <Gain lesson={lesson} review={review} gain={review.gain} />
      ) : (
        <Sentence data-testid="gain-sentence">Nothing to compare yet. Missing: {review.missing}.</Sentence>
      )}
    </Card>
  );
}
