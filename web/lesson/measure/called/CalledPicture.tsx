import type { CalledRunWire } from '../../../../api/called-types.ts';
import { callWords, calledSentence, valueWords } from '../../../../core/called/called-sentence.ts';
import { swingsOf, thingOf } from '../../../../core/called/run.ts';
import { linear, XTicks, YTicks } from '../../../kit/chart.tsx';

const WIDTH = 560;
const HEIGHT = 300;
const LEFT = 74;
const BOTTOM = HEIGHT - 40;

/** Done over called: a dot a swing, filled with a ball and hollow without, the line, and a thin one for done as called. */
export function CalledPicture({ run }: { run: CalledRunWire }) {
  const { said, answer } = run;
  const { line, askFor } = answer;
  const swings = swingsOf(run.calls);
  if (swings.length < 2) return null;
  const thing = thingOf(said);
  const calls = [...swings.map((s) => s.called), ...(askFor ? [askFor.called] : [])];
  const done = [...swings.map((s) => s.done), ...(said.wanted === null ? [] : [said.wanted])];
  const pad = (lo: number, hi: number): [number, number] => {
    const by = Math.max(0.08 * (hi - lo), 0.25 * thing.step);
    return [lo - by, hi + by];
  };
  const [cLo, cHi] = pad(Math.min(...calls), Math.max(...calls));
  const [dLo, dHi] = pad(Math.min(...done), Math.max(...done));
  const x = linear([cLo, cHi], [LEFT, WIDTH - 12]);
  const y = linear([dLo, dHi], [BOTTOM, 12], true);
  const xTicks = said.byWords ? answer.atCalls.map((c) => c.called) : x.ticks(6);
  const at = (v: number): number => (line ? line.intercept + line.slope * v : 0);
  // The part of a line that lies within the picture.
  const within = (f: (v: number) => number): [number, number] => {
    const slope = f(1) - f(0);
    if (slope === 0) return [cLo, cHi];
    const ends = [(dLo - f(0)) / slope, (dHi - f(0)) / slope].sort((a, b) => a - b);
    return [Math.max(cLo, ends[0]!), Math.min(cHi, ends[1]!)];
  };
  const [fromC, toC] = within(at);
  const middle = swings.reduce((s, w) => s + w.called, 0) / swings.length;
  const asCalled = (v: number): number => (said.byWords && !thing.places ? at(middle) + (v - middle) : v);
  const [fromA, toA] = within(asCalled);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ maxWidth: 640 }}
      role="img"
      aria-label={`Done over called. ${calledSentence(answer, thing, thing.name, said.byWords)}`}
    >
      <XTicks
        scale={x}
        at={xTicks}
        y={HEIGHT - 22}
        size={11}
        format={(v) => callWords(thing, v, said.byWords)}
        grid={[12, BOTTOM]}
      />
      <text x={(LEFT + WIDTH) / 2} y={HEIGHT - 5} fontSize={12} textAnchor="middle" fill="var(--soft-ink)">
        called
      </text>
      <YTicks
        scale={y}
        at={y.ticks(5)}
        x={LEFT - 6}
        size={11}
        format={(v) => valueWords(thing, v)}
        grid={[LEFT, WIDTH - 12]}
      />
      {line && toA > fromA ? (
        <line
          x1={x(fromA)}
          x2={x(toA)}
          y1={y(asCalled(fromA))}
          y2={y(asCalled(toA))}
          stroke="var(--soft-ink)"
          strokeDasharray="3 4"
        />
      ) : null}
      {line ? (
        <line x1={x(fromC)} x2={x(toC)} y1={y(at(fromC))} y2={y(at(toC))} stroke="var(--maple)" strokeWidth={3} />
      ) : null}
      {askFor ? (
        <>
          <line x1={LEFT} x2={x(askFor.called)} y1={y(askFor.wanted)} y2={y(askFor.wanted)} stroke="var(--moss)" />
          <line x1={x(askFor.called)} x2={x(askFor.called)} y1={y(askFor.wanted)} y2={BOTTOM} stroke="var(--moss)" />
        </>
      ) : null}
      {swings.map((s, i) => (
        <circle
          key={i}
          cx={x(s.called)}
          cy={y(s.done)}
          r={4.5}
          fill={s.withBall ? 'var(--ink)' : 'var(--card)'}
          stroke="var(--ink)"
        />
      ))}
    </svg>
  );
}
