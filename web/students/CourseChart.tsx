import { dayOf } from '../../core/units/calendar-day.ts';
import { addDays, differenceInDays, format, startOfMonth, addMonths } from 'date-fns';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { CourseAnswer } from '../../api/course-types.ts';
import { BODY_PARTS } from '../../core/catalogue/cautions.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { useUnits } from '../base/session.tsx';
import { linear, XTicks, YTicks } from '../kit/chart.tsx';
import { Soft } from '../kit/layout.tsx';
import { useNow } from '../kit/use-now.ts';

const LEFT = 92;
const RIGHT = 18;
const SPEED = { top: 26, bottom: 150 };
const ROW = 26;
const LEAST_WIDTH = 1040;
const PX_PER_DAY = 5;
/** A time axis that is wider scrolls. */
const MOST_WIDTH = 4000;

const Scroll = styled.div`
  overflow-x: auto;
  display: flex;
  a:focus-visible {
    outline: 3px solid var(--slate);
  }
`;

/** What the rows and the speed axis are called stays in sight while time goes by. */
const Names = styled.svg`
  flex: none;
  position: sticky;
  left: 0;
  z-index: 1;
  background: var(--card);
`;
/** The newest is what is asked for. */
const toNewest = (e: HTMLElement | null): void => {
  if (e) e.scrollLeft = e.scrollWidth;
};

/** The condition that most sessions were measured under. */
function mainCondition(speeds: CourseAnswer['speeds']): string | undefined {
  const counts = new Map<string, number>();
  for (const s of speeds) counts.set(s.condition, (counts.get(s.condition) ?? 0) + 1);
  return [...counts.entries()].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** The record on one time axis: speeds and notches, lessons, targets, drills with rungs, practice, pain, screens, films; each leads to its place. */
export function CourseChart({ course, studentId }: { course: CourseAnswer; studentId: string }) {
  const units = useUnits();
  const now = useNow();
  const days = [
    ...course.lessons.map((l) => l.startsAt),
    ...course.toCome.map((a) => a.startsAt),
    ...course.practice.map((p) => p.day),
    ...course.pains.map((p) => p.notedAt),
    ...course.screens.map((s) => s.takenOn),
    now.toISOString(),
  ].map((d) => Date.parse(d));
  const first = addDays(new Date(Math.min(...days)), -2);
  const last = addDays(new Date(Math.max(...days)), 3);
  const span = Math.max(14, differenceInDays(last, first));
  const width = Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, LEFT + RIGHT + PX_PER_DAY * span));
  const scale = linear([first.getTime(), last.getTime()], [LEFT, width - RIGHT]);
  const x = (at: string | number | Date): number => scale(new Date(at).getTime());

  const condition = mainCondition(course.speeds);
  const speeds = course.speeds.filter((s) => s.condition === condition);
  const shown = [...speeds.map((s) => s.medianMps), ...course.notches.map((n) => n.speedMps)].map((v) =>
    units.fromMps(v),
  );
  const [lo, hi] = shown.length > 0 ? [Math.floor(Math.min(...shown) - 1), Math.ceil(Math.max(...shown) + 1)] : [0, 1];
  const y = linear([lo, hi], [SPEED.bottom, SPEED.top]);
  const speedTicks = [lo, Math.round((lo + hi) / 2), hi];

  const drills = course.targets.flatMap((t) =>
    t.drills.map((d) => ({ ...d, from: d.rungs[0]?.from ?? t.from, to: t.to })),
  );
  const rows = [
    'lessons',
    'targets',
    ...drills.map((d) => drillById(d.drillId)?.name ?? d.drillId),
    'practice',
    'body',
    'films',
  ];
  const rowY = (i: number): number => SPEED.bottom + 30 + ROW * i;
  const [lessonY, targetY] = [rowY(0), rowY(1)];
  const [practiceY, bodyY, filmY] = [rowY(2 + drills.length), rowY(3 + drills.length), rowY(4 + drills.length)];
  const height = rowY(rows.length) + 18;
  const months = Array.from({ length: Math.ceil(span / 28) + 2 }, (_, i) => addMonths(startOfMonth(first), i)).filter(
    (m) => m >= first && m <= last,
  );
  const end = (to: string | null): number => (to ? x(to) : x(now));
  const lesson = (id: string, station: string): string => `/lessons/${id}/${station}`;
  const dayWords = (at: string): string => format(new Date(at), 'd MMM yyyy');
  return (
    <>
      {shown.length > 0 ? <Soft>Speeds: medians of {condition}</Soft> : null}
      <Scroll ref={toNewest} tabIndex={0} role="region" aria-label="The record on one time axis">
        <Names width={LEFT} height={height} style={{ fontFamily: 'var(--text)' }}>
          {rows.map((name, i) => (
            <text
              key={`${name}${i}`}
              x={LEFT - 10}
              y={rowY(i) + 4}
              fontSize={12}
              textAnchor="end"
              fill="var(--soft-ink)"
            >
              {name.length > 14 ? `${name.slice(0, 13)}…` : name}
              {name.length > 14 ? <title>{name}</title> : null}
            </text>
          ))}
          {shown.length > 0 ? (
            <>
              <YTicks scale={y} at={speedTicks} x={LEFT - 10} />
              <text x={LEFT - 10} y={14} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
                {units.speedUnit}
              </text>
            </>
          ) : null}
        </Names>
        <svg
          width={width - LEFT}
          height={height}
          viewBox={`${LEFT} 0 ${width - LEFT} ${height}`}
          style={{ fontFamily: 'var(--text)', flex: 'none' }}
        >
          <XTicks
            scale={scale}
            at={months.map((m) => m.getTime())}
            y={height - 4}
            format={(v) => format(new Date(v), 'MMM yy')}
            grid={[SPEED.top, height - 18]}
          />
          <line x1={x(now)} x2={x(now)} y1={SPEED.top} y2={height - 18} stroke="var(--slate)" strokeDasharray="2 4" />
          {shown.length > 0
            ? speedTicks.map((v) => (
                <line key={v} x1={LEFT} x2={width - RIGHT} y1={y(v)} y2={y(v)} stroke="var(--line)" />
              ))
            : null}
          {speeds.map((s) => (
            <Link
              key={s.lessonId}
              to={lesson(s.lessonId, 'measure')}
              aria-label={`${units.speed(s.medianMps)} on ${dayWords(s.at)}`}
            >
              <circle
                cx={x(s.at)}
                cy={y(units.fromMps(s.medianMps))}
                r={6}
                fill="var(--maple)"
                stroke="var(--card)"
                strokeWidth={1.5}
              >
                <title>
                  {dayWords(s.at)}: {units.speed(s.medianMps)}, {s.swings} swings
                </title>
              </circle>
            </Link>
          ))}
          {course.notches.map((n) => (
            <path
              key={n.date}
              d={`M${x(n.date) - 7} ${SPEED.top - 6} h14 l-7 11 Z`}
              fill="var(--card)"
              stroke="var(--maple-deep)"
              strokeWidth={1.5}
            >
              <title>
                Notch of {dayWords(n.date)}: {units.speed(n.speedMps)}
              </title>
            </path>
          ))}
          {course.lessons.map((l) => (
            <Link key={l.id} to={lesson(l.id, 'review')} aria-label={`Lesson of ${dayWords(l.startsAt)}`}>
              <rect x={x(l.startsAt) - 5} y={lessonY - 9} width={10} height={18} rx={2} fill="var(--ink)" />
              {l.note ? <circle cx={x(l.startsAt)} cy={lessonY - 14} r={3} fill="var(--slate)" /> : null}
              <title>
                Lesson of {dayWords(l.startsAt)}
                {l.target ? `, target ${faultById(l.target)?.name ?? l.target}` : ''}
                {l.note ? ', with a note' : ''}
              </title>
            </Link>
          ))}
          {course.toCome.map((a) => (
            <Link
              key={a.id}
              to={`/week?day=${dayOf(a.startsAt)}`}
              aria-label={`Lesson to come, ${dayWords(a.startsAt)}`}
            >
              <rect x={x(a.startsAt) - 5} y={lessonY - 9} width={10} height={18} rx={2} fill="none" stroke="var(--ink)">
                <title>To come: {format(new Date(a.startsAt), 'd MMM, HH:mm')}</title>
              </rect>
            </Link>
          ))}
          {course.targets.map((t) => {
            const at = course.lessons.find((l) => l.startsAt === t.from);
            const name = faultById(t.target)?.name ?? t.target;
            const wide = Math.max(6, end(t.to) - x(t.from));
            return (
              <Link
                key={t.from}
                to={at ? `${lesson(at.id, 'diagnose')}?fault=${t.target}` : `/students/${studentId}`}
                aria-label={`Target ${name} from ${dayWords(t.from)}`}
              >
                <rect
                  x={x(t.from)}
                  y={targetY - 10}
                  width={wide}
                  height={20}
                  rx={4}
                  fill="var(--straw-wash)"
                  stroke="var(--straw)"
                />
                <text x={x(t.from) + 6} y={targetY + 4} fontSize={12} fill="var(--ink)">
                  {wide > 7 * name.length ? name : ''}
                </text>
                <title>
                  {name}, {dayWords(t.from)} – {t.to ? dayWords(t.to) : 'runs'}
                </title>
              </Link>
            );
          })}
          {drills.map((d, i) => (
            <g key={`${d.drillId}${d.from}`}>
              <line
                x1={x(d.from)}
                x2={end(d.to)}
                y1={rowY(2 + i)}
                y2={rowY(2 + i)}
                stroke="var(--moss)"
                strokeWidth={6}
                strokeOpacity={0.35}
              />
              {d.rungs.map((r) => (
                <circle key={r.from} cx={x(r.from)} cy={rowY(2 + i)} r={5} fill="var(--moss)">
                  <title>
                    {dayWords(r.from)}: {rungWords(r.rung)}
                  </title>
                </circle>
              ))}
            </g>
          ))}
          {course.practice.map((p) => (
            <rect
              key={p.day}
              x={x(`${p.day}T12:00`) - 2}
              y={practiceY + 9 - Math.min(18, 5 * p.sets)}
              width={4}
              height={Math.min(18, 5 * p.sets)}
              fill={p.pain ? 'var(--leaf)' : 'var(--moss)'}
            >
              <title>
                {dayWords(p.day)}: {p.sets === 1 ? '1 set' : `${p.sets} sets`}
                {p.pain ? ', with pain' : ''}
              </title>
            </rect>
          ))}
          {course.pains.map((p) => (
            <path
              key={p.id}
              d={`M${x(p.notedAt) - 5} ${bodyY - 5} l10 10 m0 -10 l-10 10`}
              stroke="var(--leaf)"
              strokeWidth={2.5}
              strokeOpacity={p.reopened ? 0.5 : 1}
            >
              <title>
                Pain, {BODY_PARTS.find((b) => b.id === p.part)?.name ?? 'part not said'}, {dayWords(p.notedAt)}
                {p.reopened ? `; work reopened ${dayWords(p.reopened.at)}` : '; open'}
              </title>
            </path>
          ))}
          {course.screens.map((s) => (
            <rect
              key={s.id}
              x={x(s.takenOn) - 5}
              y={bodyY - 5}
              width={10}
              height={10}
              fill="none"
              stroke="var(--slate)"
              strokeWidth={2}
            >
              <title>Body screen of {dayWords(s.takenOn)}</title>
            </rect>
          ))}
          {course.films.map((f) => (
            <Link key={f.id} to={lesson(f.lessonId, 'watch')} aria-label={`Film of ${dayWords(f.at)}`}>
              <path d={`M${x(f.at) - 5} ${filmY - 6} l11 6 l-11 6 Z`} fill="var(--slate)">
                <title>Film of {dayWords(f.at)}</title>
              </path>
            </Link>
          ))}
        </svg>
      </Scroll>
    </>
  );
}
