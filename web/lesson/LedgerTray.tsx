import { useState } from 'react';
import { NARROW, SMALL } from '../base/theme.ts';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { LedgerAnswer } from '../../api/types.ts';
import { FAULTS } from '../../core/catalogue/faults.ts';
import { STAGES } from '../../core/catalogue/stages.ts';
import type { DiagnosedFault } from '../../core/diagnosis/diagnose.ts';
import { priceWords } from '../../core/diagnosis/price-words.ts';
import { percent } from '../../core/numeric/percent.ts';
import { useUnits } from '../base/session.tsx';
import { Button } from '../kit/controls.tsx';
import { Soft, Spread } from '../kit/layout.tsx';
import { FaultLink } from '../parts/FaultLink.tsx';
import { NextMeasurement } from './common/NextMeasurement.tsx';

const Tray = styled.aside<{ $open: boolean }>`
  width: ${({ $open }) => ($open ? '292px' : '60px')};
  border-left: 1px solid var(--line);
  background: var(--card);
  padding: var(--s3);
  display: grid;
  gap: var(--s3);
  align-content: start;
  align-self: start;
  position: sticky;
  top: 67px;
  min-height: calc(100vh - 135px);
  max-height: calc(100vh - 135px);
  overflow-y: auto;
  @media ${SMALL} {
    grid-column: 1 / -1;
    width: auto;
    position: static;
    min-height: 0;
    max-height: none;
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  @media print {
    display: none;
  }
`;
const List = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--s1);
`;
const Fault = styled.li`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 var(--s2);
  align-items: baseline;
  a {
    color: var(--ink);
    text-decoration-color: var(--line);
  }
  strong {
    white-space: nowrap;
  }
  small {
    grid-column: 1 / -1;
    color: var(--soft-ink);
  }
`;
const Bar = styled.div<{ $share: number }>`
  grid-column: 1 / -1;
  height: 5px;
  border-radius: 3px;
  background: linear-gradient(to right, var(--maple) ${({ $share }) => 100 * $share}%, var(--line) 0);
`;

/** Weaker findings stay in Diagnose. */
const WORTH_SHOWING = 0.4;

/** What a fault costs if it is there, beside the chance that it is. */
function PriceLine({ fault }: { fault: DiagnosedFault | undefined }) {
  const units = useUnits();
  const words = fault ? priceWords(fault, (v) => units.speedFigure(v), units.speedUnit) : '';
  return words === '' ? null : <small data-testid={`price-${fault?.id}`}>{words}</small>;
}

/** What all that is there would bring together, or why no price is said. */
function Together({ prices }: { prices: LedgerAnswer['prices'] }) {
  const units = useUnits();
  if (!prices)
    return <Soft>No price from curves yet: it takes a captured swing and a block of measured driver speeds.</Soft>;
  if (prices.refused !== '') return <Soft>Prices cannot be said: {prices.refused}.</Soft>;
  if (!prices.together) return null;
  const [lo, hi] = prices.together.interval90Mps;
  return (
    <Soft data-testid="price-together">
      All put right together: {units.speedFigure(lo)} to {units.speedFigure(hi)} {units.speedUnit} (not the sum of the
      parts).
    </Soft>
  );
}

/** Findings so far by stage, with the chance they give; always at hand, collapsible. */
export function LedgerTray({ ledger, lessonId }: { ledger: LedgerAnswer | undefined; lessonId: string }) {
  // A small window opens with the work alone.
  const [open, setOpen] = useState(() => !window.matchMedia(NARROW).matches);
  if (!open) {
    return (
      <Tray $open={false} aria-label="Ledger">
        <Button onPress={() => setOpen(true)} aria-label="Open the ledger">
          ‹
        </Button>
      </Tray>
    );
  }
  const findings = ledger?.findings ?? [];
  const diagnosed = new Map(ledger?.diagnosis.faults.map((f) => [f.id, f]));
  return (
    <Tray $open aria-label="Ledger">
      <Spread>
        <h2>Findings</h2>
        <Button onPress={() => setOpen(false)} aria-label="Fold the ledger">
          ›
        </Button>
      </Spread>
      {findings.length === 0 ? <Soft>Nothing found yet. Measurements and seen signs gather here.</Soft> : null}
      {STAGES.map((stage) => {
        const faults = FAULTS.filter(
          (f) => f.stage === stage && findings.some((x) => x.fault === f.id && x.logOdds > WORTH_SHOWING),
        );
        if (faults.length === 0) return null;
        return (
          <section key={stage}>
            <Soft>{stage}</Soft>
            <List>
              {faults.map((f) => {
                const own = findings.filter((x) => x.fault === f.id).sort((a, b) => b.logOdds - a.logOdds);
                return (
                  <Fault key={f.id}>
                    <Link to={`/lessons/${lessonId}/diagnose?fault=${f.id}`}>{f.name}</Link>
                    <strong>{percent(diagnosed.get(f.id)?.presentChance ?? 0)}</strong>
                    <Bar $share={diagnosed.get(f.id)?.presentChance ?? 0} />
                    <small>
                      there;{' '}
                      {f.changeable
                        ? `a cause of its own ${percent(diagnosed.get(f.id)?.causeChance ?? 0)}`
                        : 'a limit of the body'}{' '}
                      · <FaultLink id={f.id} lessonId={lessonId} words="about it" />
                    </small>
                    <small>{own[0]?.text}</small>
                    <PriceLine fault={diagnosed.get(f.id)} />
                  </Fault>
                );
              })}
            </List>
          </section>
        );
      })}
      {ledger ? <NextMeasurement ledger={ledger} lessonId={lessonId} /> : null}
      {ledger && ledger.diagnosis.missing.length > 0 ? (
        <Soft>What would settle more: {ledger.diagnosis.missing.join(', ')}.</Soft>
      ) : null}
      {findings.length > 0 ? <Together prices={ledger?.prices ?? null} /> : null}
      {findings.length > 0 ? (
        <Soft>
          {findings.length} findings; those that speak against a fault are in Diagnose. A price is what comes back if
          only that is put right, with 90 %, learned on simulated players. Slide, strike and early extension are not in
          it.
        </Soft>
      ) : null}
    </Tray>
  );
}
