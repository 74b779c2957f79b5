import { format, subDays } from 'date-fns';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { LedgerAnswer } from '../../../api/types.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import { lensOpinion } from '../../../core/catalogue/lens-opinions.ts';
import { LENSES, type LensId } from '../../../core/catalogue/stages.ts';
import type { DiagnosedFault } from '../../../core/diagnosis/diagnose.ts';
import type { Finding } from '../../../core/diagnosis/findings.ts';
import { priceWords } from '../../../core/diagnosis/price-words.ts';
import { percent } from '../../../core/numeric/percent.ts';
import { trialPlace } from '../common/trial-place.ts';
import { useUnits } from '../../base/session.tsx';
import { FaultLink } from '../../parts/FaultLink.tsx';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, Row, Soft, Spread } from '../../kit/layout.tsx';

const Reasons = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--s2);
`;
const Reason = styled.li`
  display: grid;
  grid-template-columns: 140px minmax(0, 1fr);
  gap: var(--s3);
  align-items: center;
`;
const MOST = 3;

/** Two-sided bar: against the fault to the left, for it to the right. */
function ReasonBar({ logOdds }: { logOdds: number }) {
  const width = (Math.min(MOST, Math.abs(logOdds)) / MOST) * 66;
  return (
    <svg viewBox="0 0 140 18" aria-hidden>
      <line x1={70} x2={70} y1={0} y2={18} stroke="var(--soft-ink)" />
      <rect
        x={logOdds > 0 ? 70 : 70 - width}
        y={3}
        width={width}
        height={12}
        rx={2}
        fill={logOdds > 0 ? 'var(--maple)' : 'var(--slate)'}
      />
    </svg>
  );
}

const strength = (logOdds: number): string => {
  const size = Math.abs(logOdds) >= 1.5 ? 'strongly' : Math.abs(logOdds) >= 0.5 ? 'clearly' : 'slightly';
  return `speaks ${size} ${logOdds > 0 ? 'for' : 'against'} it`;
};

const STATION_OF: Readonly<Record<Finding['source']['kind'], string>> = {
  block: 'measure',
  motion: 'measure',
  ground: 'measure',
  setup: 'measure',
  screen: 'know',
  seen: 'watch',
  swish: 'watch',
  picture: 'watch',
  trial: 'review',
};

/** Where a finding opens: the station that holds its evidence; one from a video at its frame. */
function evidencePlace({ sign, source }: Finding, lessonId: string): string {
  const station = `/lessons/${source.lessonId ?? lessonId}/${STATION_OF[source.kind]}`;
  if (sign.startsWith('tried:')) return `/lessons/${source.lessonId ?? lessonId}/measure?view=try`;
  if (source.kind !== 'picture') return station;
  const [video, frame] = source.id.split('@');
  return `${station}?video=${video}${frame === undefined ? '' : `&frame=${frame}`}`;
}

/** When a finding was taken and what it still counts; empty for one of today. */
function ageWords(f: Finding, weight: number, startsAt: string): string {
  if (!f.ageDays) return '';
  const day = format(subDays(new Date(startsAt), f.ageDays), 'd MMM');
  return ` – from ${day}, counts ${Math.round(100 * weight)} %${f.practisedSince ? ', halved: practised since' : ''}`;
}

/** The chosen fault: reasons for and against, each opening to its evidence, and what its price hangs on. */
export function FaultDetail({
  id,
  ledger,
  lessonId,
  startsAt,
  lens,
}: {
  id: string;
  ledger: LedgerAnswer;
  lessonId: string;
  /** Start of the lesson. */
  startsAt: string;
  lens: LensId;
}) {
  const navigate = useNavigate();
  const fault = faultById(id);
  const diagnosed = ledger.diagnosis.faults.find((f) => f.id === id);
  if (!fault || !diagnosed) return null;
  const byId = new Map(ledger.findings.map((f) => [f.id, f]));
  return (
    <Card aria-label={fault.name}>
      <Spread>
        <h2>
          {fault.name} <Soft>· {fault.stage}</Soft>
        </h2>
        <strong>
          cause {percent(diagnosed.causeChance)}, there {percent(diagnosed.presentChance)}
        </strong>
      </Spread>
      <p>{fault.happens}</p>
      {diagnosed.reasons.length === 0 ? (
        <Soft>
          No finding touches it yet; the chances are what is usual for this level and follow from its neighbours.
        </Soft>
      ) : (
        <Reasons aria-label="Reasons for and against">
          {diagnosed.reasons.slice(0, 8).map((r) => {
            const f = byId.get(r.findingId);
            if (!f) return null;
            const weighed = ledger.diagnosis.weighed.find((w) => w.findingId === f.id);
            return (
              <Reason key={r.findingId}>
                <ReasonBar logOdds={r.logOdds} />
                <div>
                  {f.text}{' '}
                  <Soft>
                    – {strength(r.logOdds)}
                    {ageWords(f, weighed?.weight ?? 1, startsAt)}
                  </Soft>
                  <QuietButton onPress={() => void navigate(evidencePlace(f, lessonId))}>{f.source.label}</QuietButton>
                </div>
              </Reason>
            );
          })}
        </Reasons>
      )}
      <Row>
        <FaultLink id={id} lessonId={lessonId} words="All of this fault: drawn, signs, look-alikes, drills, schools" />
        <Button onPress={() => void navigate(trialPlace(lessonId, id))}>Try cues for it against each other</Button>
      </Row>
      <LensLine lens={lens} fault={id} />
      <PriceReasons fault={diagnosed} />
      {fault.lookAlikes.length > 0 ? (
        <Soft>Looks like: {fault.lookAlikes.map((x) => faultById(x)?.name ?? x.replace(/-/g, ' ')).join(', ')}</Soft>
      ) : null}
    </Card>
  );
}

/** What the student's school makes of the fault, beside what the evidence says. */
function LensLine({ lens, fault }: { lens: LensId; fault: string }) {
  const opinion = lensOpinion(lens, fault);
  if (!opinion) return null;
  return (
    <p data-testid="lens">
      {LENSES.find((l) => l.id === lens)?.name}, {opinion.stance}: {opinion.line}{' '}
      <Soft>A school’s view; the chances follow the evidence alone.</Soft>
    </p>
  );
}

/** What the price hangs on: parts of this swing beside those of a sound player of this body and speed. */
function PriceReasons({ fault }: { fault: DiagnosedFault }) {
  const units = useUnits();
  const words = priceWords(fault, units.speedFigure, units.speedUnit);
  const reasons = fault.price?.reasons ?? [];
  if (words === '' || words.includes('cannot be said') || reasons.length === 0) return null;
  const figure = (v: number, unit: string): string =>
    `${v.toFixed(0).replace('-', '−')}${unit === '°' ? '' : ' '}${unit}`;
  return (
    <div>
      <p>
        {words[0]!.toUpperCase() + words.slice(1)}. What of it would go if one part were as a sound player of this body
        and speed has it; the parts overlap:
      </p>
      <ul>
        {reasons.map((r) => (
          <li key={r.group}>
            {r.words} {figure(r.measured, r.unit)}, there {figure(r.typical, r.unit)}: {units.speed(r.changeMps)}
          </li>
        ))}
      </ul>
    </div>
  );
}
