import styled from 'styled-components';
import type { Drill, Judge } from '../../core/catalogue/drill-type.ts';
import {
  aidOf,
  askAt,
  changeBetween,
  placeOnLadder,
  rungFor,
  stepUp,
  type RungAsk,
} from '../../core/catalogue/drill-rungs.ts';
import { rungKey, rungOfKey, rungWords, scaleWords, type Rung, type Scale } from '../../core/catalogue/rungs.ts';
import { Soft } from '../kit/layout.tsx';

const Steps = styled.ol`
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  align-items: flex-end;
  gap: 2px;
  overflow-x: auto;
`;
const Step = styled.li<{ $height: number; $state: 'done' | 'here' | 'ahead' }>`
  flex: 1 0 46px;
  overflow-wrap: anywhere;
  hyphens: auto;
  border-bottom: ${(p) => p.$height}px solid
    ${(p) => (p.$state === 'ahead' ? 'var(--line)' : p.$state === 'here' ? 'var(--maple)' : 'var(--maple-deep)')};
  padding: 0 2px 2px;
  font-size: var(--small);
  line-height: 1.15;
  color: ${(p) => (p.$state === 'ahead' ? 'var(--soft-ink)' : 'var(--ink)')};
  font-weight: ${(p) => (p.$state === 'here' ? 700 : 400)};
`;

const JUDGES: Readonly<Record<Judge, string>> = {
  student: 'the student alone',
  ear: 'the ear',
  film: 'film',
  device: 'a device',
  instructor: 'the instructor',
};
export const judgeWords = (judges: readonly Judge[]): string => judges.map((j) => JUDGES[j]).join(', ');

/** What a rung asks for, in a line: its check with its mark. */
export const markWords = ({ check }: Pick<RungAsk, 'check'>): string => `${check.text}: ${check.passed} of ${check.of}`;

/** Place of a rung on a drill's ladder, in words. */
export function rungPlaceWords(drill: Drill | undefined, key: string): string {
  const rung = rungOfKey(key);
  if (!drill || !rung) return rungWords(key);
  const at = placeOnLadder(drill.rungs, rung) + 1;
  return `${at} of ${drill.rungs.length}: ${rungWords(key, aidOf(drill))}`;
}

const stepWords = (from: Rung | undefined, to: Rung, aid: string): string => {
  const change = from && changeBetween(from, to);
  if (!change) return scaleWords('pace', to.pace);
  const scale = change.split(' ')[0] as Scale;
  return scale === 'aid' && to.aid === 'on' ? `aid: ${aid}` : scaleWords(scale, to[scale]);
};

/** A drill's ladder as rising steps, each named by the one thing that it changes; the present one is marked. */
export function RungSteps({ drill, rung }: { drill: Drill; rung: string }) {
  const here = rungOfKey(rung);
  const at = here ? placeOnLadder(drill.rungs, here) : -1;
  return (
    <Steps aria-label={`Ladder of ${drill.name}`} tabIndex={0}>
      {drill.rungs.map((r, i) => (
        <Step
          key={rungKey(r)}
          $height={6 + 3 * i}
          $state={i < at ? 'done' : i === at ? 'here' : 'ahead'}
          aria-current={i === at ? 'step' : undefined}
          title={rungWords(rungKey(r), aidOf(drill))}
        >
          {stepWords(drill.rungs[i - 1], r, aidOf(drill))}
        </Step>
      ))}
    </Steps>
  );
}

/** What the present rung asks and what the next one needs, with who can judge each. */
export function RungNeeds({ drill, rung }: { drill: Drill; rung: string }) {
  const here = rungOfKey(rungFor(drill, rung));
  if (!here) return null;
  const now = askAt(drill, here);
  const up = stepUp(drill.rungs, here);
  const next = up && askAt(drill, up);
  return (
    <Soft as="div">
      <div>
        This rung: {markWords(now)}; judged by {judgeWords(now.judges)}.
      </div>
      {next ? (
        <div>
          Next, one change – {stepWords(here, next.rung, aidOf(drill))}: {markWords(next)}; judged by{' '}
          {judgeWords(next.judges)}.
        </div>
      ) : (
        <div>It is the last rung.</div>
      )}
    </Soft>
  );
}
