import { format } from 'date-fns';
import styled from 'styled-components';
import type { LessonSheet } from '../../api/paper-types.ts';
import { DataTable, Soft } from '../kit/layout.tsx';
import { FigureStrip } from '../parts/StickFigure.tsx';
import { Sheet } from './paper-style.tsx';

const Days = styled.ul`
  list-style: none;
  padding: 0;
  columns: 2;
  column-gap: var(--s5);
  display: block !important;
  li {
    break-inside: avoid;
  }
  @media (max-width: 520px) {
    columns: 1;
  }
`;
const Drill = styled.section`
  @media print {
    svg {
      max-width: 360px !important;
    }
  }
`;

/** What a student takes home from one lesson: what changed, before and now, drills, week, cautions. */
export function SheetView({ sheet: s }: { sheet: LessonSheet }) {
  return (
    <Sheet aria-label="The lesson on one page">
      <header>
        <h1>{s.student}</h1>
        <Soft>Lesson of {format(new Date(s.startsAt), 'EEEE, d MMMM yyyy')}</Soft>
      </header>
      {s.closedBecause.length > 0 ? (
        <section>
          <h2>Closed</h2>
          <ul>
            {s.closedBecause.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {s.target ? (
        <section>
          <h2>The one change: {s.target.name}</h2>
          <p>{s.target.happens}</p>
        </section>
      ) : null}
      {s.changed.length > 0 ? (
        <section>
          <h2>What changed today</h2>
          <ul>
            {s.changed.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </section>
      ) : null}
      <section>
        <h2>Before and now</h2>
        {s.beforeAfter.length > 0 ? (
          <DataTable $words>
            <thead>
              <tr>
                <th scope="col">measured</th>
                <th scope="col">before</th>
                <th scope="col">now</th>
              </tr>
            </thead>
            <tbody>
              {s.beforeAfter.map((r) => (
                <tr key={r.what}>
                  <th scope="row">{r.what}</th>
                  <td>{r.before}</td>
                  <td>{r.now}</td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        ) : null}
        <p>{s.verdict}</p>
      </section>
      {s.drills.map((d) => (
        <Drill key={d.name}>
          <h2>{d.name}</h2>
          <FigureStrip figures={d.figures} handedness={s.handedness} />
          <ol>
            {d.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p>
            <strong>Cue:</strong> {d.cue || '–'} · <strong>Rung:</strong> {d.rung} · <strong>Dose:</strong> {d.dose}
          </p>
          {d.check ? (
            <p>
              <strong>Passed:</strong> {d.check}
            </p>
          ) : null}
          {d.cautions.length > 0 ? (
            <ul>
              {d.cautions.map((c) => (
                <li key={c}>{c}</li>
              ))}
            </ul>
          ) : null}
        </Drill>
      ))}
      <section>
        <h2>The week</h2>
        <Days>
          {s.week.map((d) => (
            <li key={d.day}>
              <strong>{d.day}:</strong> {d.text}
            </li>
          ))}
        </Days>
      </section>
      <section>
        <h2>Mind</h2>
        <ul>
          {s.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </section>
      <Soft>{s.referral}</Soft>
    </Sheet>
  );
}
