import { format } from 'date-fns';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { BatteryAnswer, BatteryTestWire, LessonAnswer } from '../../../api/types.ts';
import { ISOLATION_TESTS, type IsolationTest } from '../../../core/catalogue/isolation-tests.ts';
import { ask, takesPlace } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button, PrimaryButton } from '../../kit/controls.tsx';
import { Card, Cautions, Failed, Notice, Row, Sentence, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { linear, XTicks } from '../../kit/chart.tsx';

const List = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(340px, 100%), 1fr));
  gap: var(--s2);
`;
const Item = styled.li<{ $open: boolean }>`
  border: 1px solid var(--line);
  border-left: 5px solid ${({ $open }) => ($open ? 'var(--maple)' : 'var(--line)')};
  border-radius: var(--radius);
  padding: var(--s2) var(--s3);
  display: grid;
  align-content: start;
  gap: var(--s2);
`;

const percent = (v: number): string => `${(100 * v).toFixed(0)} %`;

const WIDTH = 420;
const [LEAST, MOST] = [0.4, 1.15];

/** The ratio on its axis: typical window as a band, today's with its interval, earlier ones as small marks. */
function RatioStrip({ test, wire }: { test: IsolationTest; wire: BatteryTestWire }) {
  const x = linear([LEAST, MOST], [8, WIDTH - 8], true);
  const { ratio, interval90 } = wire.ratio ?? { ratio: null, interval90: null };
  const said =
    ratio === null
      ? 'not done yet'
      : `${percent(ratio)} of the full swing${interval90 ? `, ${percent(interval90[0])} to ${percent(interval90[1])}` : ''}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 46`}
      style={{ width: '100%', maxWidth: 460, height: 'auto' }}
      role="img"
      aria-label={`${test.name}: ${said}; typical ${percent(test.typical[0])} to ${percent(test.typical[1])}.`}
    >
      <rect
        x={x(test.typical[0])}
        y={6}
        width={x(test.typical[1]) - x(test.typical[0])}
        height={22}
        fill="var(--moss-wash)"
      />
      <line x1={8} x2={WIDTH - 8} y1={28} y2={28} stroke="var(--soft-ink)" />
      <XTicks scale={x} at={[0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1]} y={42} size={11} format={percent} />
      {wire.history.map((h) => (
        <line
          key={h.startsAt}
          x1={x(h.ratio)}
          x2={x(h.ratio)}
          y1={20}
          y2={28}
          stroke="var(--soft-ink)"
          strokeWidth={2}
        />
      ))}
      {ratio === null ? null : (
        <g stroke="var(--maple-deep)" strokeWidth={2}>
          {interval90 ? <line x1={x(interval90[0])} x2={x(interval90[1])} y1={16} y2={16} /> : null}
          <circle cx={x(ratio)} cy={16} r={5} fill="var(--maple)" />
        </g>
      )}
    </svg>
  );
}

/** One test: how to do it, its safety line, and the block that takes its swings. */
function TestCard({
  test,
  wire,
  battery,
  lesson,
}: {
  test: IsolationTest;
  wire: BatteryTestWire;
  battery: BatteryAnswer;
  lesson: LessonAnswer;
}) {
  const [search, setSearch] = useSearchParams();
  const lessonId = lesson.lesson.id;
  const like = lesson.blocks.find((b) => b.club === battery.club && b.withBall && b.condition === 'normal');
  const done = wire.ratio?.swings ?? 0;
  const listening = lesson.blocks.some((b) => b.listening && wire.blockIds.includes(b.id));
  const start = useLessonWrite(lessonId, async (_: undefined, id) => {
    const existing = wire.blockIds.at(-1);
    if (existing) await ask('PATCH /blocks/:id', { id: existing, body: { listening: true } });
    else
      await ask('POST /lessons/:id/blocks', {
        id: lessonId,
        body: {
          id,
          club: test.massShare === undefined ? battery.club : (test.kit[0] ?? battery.club),
          withBall: test.withBall,
          condition: test.condition,
          circumstances: like?.circumstances,
        },
      });
  });
  const toBlock = (id: string): void => {
    const next = new URLSearchParams(search);
    next.delete('view');
    next.set('block', id);
    setSearch(next);
  };
  const last = wire.history.at(-1);
  const closed = wire.closedBecause.length > 0;
  return (
    <Item $open={listening} aria-label={test.name}>
      <Spread>
        <strong>{test.name}</strong>
        <Soft>
          {done} of {test.swings} swings
          {wire.ratio?.ratio ? ` · ${percent(wire.ratio.ratio)}` : ''}
          {wire.ratio?.interval90 ? ` (${percent(wire.ratio.interval90[0])}–${percent(wire.ratio.interval90[1])})` : ''}
        </Soft>
      </Spread>
      {closed ? (
        <Soft>Closed: {wire.closedBecause.join(' ')}</Soft>
      ) : (
        <>
          <Soft>
            {test.how.join(' ')} <strong>Safety: {test.safety}</strong>
          </Soft>
          <RatioStrip test={test} wire={wire} />
          {last ? (
            <Soft>
              {format(new Date(last.startsAt), 'd MMM')}: {percent(last.ratio)}
            </Soft>
          ) : null}
          {wire.ratio ? <span data-testid={`reading-${test.id}`}>{wire.ratio.reading}</span> : null}
          {start.error ? <Failed error={start.error} /> : null}
          <Row>
            <Button onPress={() => start.mutate(undefined)} isDisabled={start.isPending || listening}>
              {listening ? 'Takes live swings now' : done > 0 ? 'Go on with it' : 'Start this test'}
            </Button>
            {wire.blockIds.length > 0 ? (
              <Button onPress={() => toBlock(wire.blockIds[wire.blockIds.length - 1]!)}>Its swings</Button>
            ) : null}
          </Row>
        </>
      )}
    </Item>
  );
}

/** Isolation battery: the full swing first, then the tests this student's body, kit and place allow, and what they say together. */
export default function TestsView({ lesson }: { lesson: LessonAnswer }) {
  const units = useUnits();
  const lessonId = lesson.lesson.id;
  const battery = useQuery({
    queryKey: ['lesson', lessonId, 'battery'],
    queryFn: () => ask('GET /lessons/:id/battery', { id: lessonId }),
  });
  const startFull = useLessonWrite(lessonId, (_: undefined, id) =>
    ask('POST /lessons/:id/blocks', {
      id: lessonId,
      body: { id, club: 'driver', withBall: true, condition: 'normal' },
    }),
  );
  if (battery.isPending) return <Waiting what="the tests" />;
  if (!battery.data || takesPlace(battery.error, battery.data))
    return <Failed error={battery.error} retry={() => void battery.refetch()} />;
  const b = battery.data;
  const byId = (id: string): BatteryTestWire | undefined => b.tests.find((t) => t.id === id);
  const tests = [...ISOLATION_TESTS].sort(
    (x, y) => Number((byId(x.id)?.closedBecause.length ?? 0) > 0) - Number((byId(y.id)?.closedBecause.length ?? 0) > 0),
  );
  return (
    <>
      <Card aria-label="What the tests say">
        <h2>Isolation tests</h2>
        <Sentence data-testid="limit">
          {b.limit?.sentence ?? 'Not enough to say: the tests are read against at least three full swings with a ball.'}
        </Sentence>
        {b.loadVelocity ? <p data-testid="load-velocity">{b.loadVelocity.sentence}</p> : null}
        {b.fullSwings < 3 ? (
          <Notice tone="unsure">
            <Spread>
              <span>
                First the full swing: {b.fullSwings} of at least 3 with the {b.club} today.
              </span>
              {b.fullSwings === 0 ? (
                <PrimaryButton onPress={() => startFull.mutate(undefined)} isDisabled={startFull.isPending}>
                  Start the full swing
                </PrimaryButton>
              ) : null}
            </Spread>
          </Notice>
        ) : (
          <Soft>
            Full swing with the {b.club}: {b.fullMps === null ? '–' : units.speed(b.fullMps)}, median of {b.fullSwings}.
          </Soft>
        )}
        <Cautions
          title="Before each test"
          items={[
            'Warm up first; at least three good swings a test, rest between.',
            'Stop on pain. Clear space on both sides of the player.',
          ]}
        />
      </Card>
      <List aria-label="Tests">
        {tests.map((t) => {
          const wire = byId(t.id);
          return wire ? <TestCard key={t.id} test={t} wire={wire} battery={b} lesson={lesson} /> : null;
        })}
      </List>
    </>
  );
}
