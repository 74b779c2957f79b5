import { Link, useParams, useSearchParams } from 'react-router';
import type { LedgerAnswer, LessonAnswer } from '../../api/types.ts';
import { drillById, DRILLS } from '../../core/catalogue/drills.ts';
import { FAULT_EDGES } from '../../core/catalogue/fault-edges.ts';
import { FAULTS, faultById } from '../../core/catalogue/faults.ts';
import type { Fault } from '../../core/catalogue/fault-type.ts';
import { lensOpinion } from '../../core/catalogue/lens-opinions.ts';
import { MEASURED_SIGNS } from '../../core/catalogue/signs/signs.ts';
import { LENSES } from '../../core/catalogue/stages.ts';
import { lookAlikesOf, toldBy } from '../../core/catalogue/tell-apart.ts';
import { priceWords } from '../../core/diagnosis/price-words.ts';
import { MEASUREMENT_WORDS } from '../../core/diagnosis/verdict-sentence.ts';
import { percent } from '../../core/numeric/percent.ts';
import { TYPICAL_DRIVER } from '../../core/swing/club.ts';
import { modelFault } from '../../core/swing/fault-families.ts';
import { takesPlace } from '../base/api.ts';
import { useUnits } from '../base/session.tsx';
import { Choice } from '../kit/chips.tsx';
import { Card, Failed, Grid, Page, Row, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { useLedger, useLesson } from '../lesson/common/data.ts';
import { trialPlace } from '../lesson/common/trial-place.ts';
import { FaultLink } from '../parts/FaultLink.tsx';
import { useTask } from '../workers/run.ts';
import { FaultPair } from './FaultPair.tsx';
import { SignCurve } from './SignCurve.tsx';

/** What leads to a fault and what it leads to. */
function Chain({ id, lessonId }: { id: string; lessonId?: string }) {
  const from = FAULT_EDGES.filter((e) => e.to === id);
  const to = FAULT_EDGES.filter((e) => e.from === id);
  const names = (ids: string[]) =>
    ids.map((x, i) => (
      <span key={x}>
        {i > 0 ? ', ' : ''}
        <FaultLink id={x} lessonId={lessonId} />
      </span>
    ));
  return (
    <Card aria-label="Causes and consequences">
      <h2>Causes and consequences</h2>
      <p>
        <strong>Can come from:</strong> {from.length > 0 ? names(from.map((e) => e.from)) : 'nothing else in this list'}
      </p>
      <p>
        <strong>Can lead to:</strong> {to.length > 0 ? names(to.map((e) => e.to)) : 'nothing else in this list'}
      </p>
    </Card>
  );
}

/** What is seen and measured of it, each measured sign with players without the fault and with it. */
function Signs({ fault, ledger }: { fault: Fault; ledger?: LedgerAnswer }) {
  const measured = MEASURED_SIGNS.filter((s) => s.fault === fault.id);
  const valueOf = (sign: string): number | undefined => ledger?.findings.find((f) => f.sign === sign)?.value;
  return (
    <Card aria-label="Signs">
      <h2>Signs</h2>
      <ul>
        {fault.seen.map((s) => (
          <li key={s.id}>
            {s.text}{' '}
            <Soft>
              · seen at {s.checkpoint}
              {s.view === 'either' ? '' : `, ${s.view}`}
            </Soft>
          </li>
        ))}
      </ul>
      <Grid $least="320px">
        {measured.map((s) => (
          <div key={s.id}>
            <strong>{s.quantity}</strong>{' '}
            <Soft>
              · {MEASUREMENT_WORDS[s.with]}
              {s.checkpoint ? `, ${s.checkpoint}` : ''} · {s.source}
            </Soft>
            <div>
              {s.ratio ? (
                <Soft>All curves of a motion file weighed together; it has no single figure.</Soft>
              ) : (
                <SignCurve sign={s} value={valueOf(s.id)} />
              )}
            </div>
          </div>
        ))}
      </Grid>
    </Card>
  );
}

/** What it costs: this student where a lesson tells it, else a typical player of the model. */
function Price({ fault, ledger, student }: { fault: Fault; ledger?: LedgerAnswer; student?: LessonAnswer['student'] }) {
  const units = useUnits();
  const model = modelFault(fault.id);
  const diagnosed = ledger?.diagnosis.faults.find((f) => f.id === fault.id);
  const own = diagnosed ? priceWords(diagnosed, units.speedFigure, units.speedUnit) : '';
  const typical = useTask(
    'prices',
    {
      player: {
        sex: student?.sex ?? undefined,
        heightM: student?.heightM ?? undefined,
        massKg: student?.massKg ?? undefined,
      },
      club: TYPICAL_DRIVER,
      faults: model ? [{ id: fault.id, amount: model.typical }] : [],
    },
    model !== undefined,
  );
  const price = typical.data?.prices[0];
  return (
    <Card aria-label="What it costs">
      <h2>What it costs</h2>
      {own ? (
        <p>
          <strong>This student:</strong> {own}.
        </p>
      ) : null}
      {model ? (
        price ? (
          <p>
            <strong>A typical player{student ? ' of this body' : ''}:</strong> {units.speed(price.gainMps)} (
            {units.speedFigure(Math.max(0, price.intervalMps[0]), 1)} to {units.speed(price.intervalMps[1])}) for{' '}
            {model.amount}, {model.typical} {model.unit}.
          </p>
        ) : (
          <Waiting what="the price" />
        )
      ) : (
        <p>The swing model cannot price it: strike and flight, the body or the record do.</p>
      )}
    </Card>
  );
}

/** A fault from all sides: what it is, drawn, its signs, causes and consequences, look-alikes, drills, schools, price. */
function FaultIn({
  fault,
  lessonId,
  lesson,
  ledger,
}: {
  fault: Fault;
  lessonId?: string;
  lesson?: LessonAnswer;
  ledger?: LedgerAnswer;
}) {
  const [search, setSearch] = useSearchParams();
  const diagnosed = ledger?.diagnosis.faults.find((f) => f.id === fault.id);
  const hand = search.get('hand') === 'left' || search.get('hand') === 'right' ? search.get('hand') : null;
  const handedness = (hand ?? lesson?.student.handedness ?? 'right') as 'right' | 'left';
  const alike = lookAlikesOf(fault.id, FAULTS);
  const drills = DRILLS.filter((d) => d.treats.includes(fault.id));
  const schools = LENSES.flatMap((l) => {
    const opinion = lensOpinion(l.id, fault.id);
    return l.id === 'measured' ? [] : [{ name: l.name, opinion }];
  });
  return (
    <Page>
      <Spread>
        <h1>
          {fault.name} <Soft>· {fault.stage}</Soft>
        </h1>
        {lesson ? (
          <Row>
            <Link to={`/lessons/${lesson.lesson.id}/diagnose?fault=${fault.id}`}>Back to Diagnose</Link>
            <Link to={trialPlace(lesson.lesson.id, fault.id)}>Try cues for it</Link>
          </Row>
        ) : null}
      </Spread>
      <Card aria-label="What it is">
        <p>{fault.happens}</p>
        {diagnosed && lesson ? (
          <p>
            <strong>{lesson.student.name}:</strong> there {percent(diagnosed.presentChance)}
            {fault.changeable ? `, a cause of its own ${percent(diagnosed.causeChance)}` : ''}
            {diagnosed.touched ? '' : ', by what is usual alone: nothing of this student speaks of it yet'}.
          </p>
        ) : null}
        <FaultPair fault={fault.id} handedness={handedness} />
        <Choice
          label="Drawn for"
          value={handedness}
          onChange={(h) => {
            const next = new URLSearchParams(search);
            next.set('hand', h);
            setSearch(next, { replace: true });
          }}
          options={[
            { id: 'right', name: 'right-handed' },
            { id: 'left', name: 'left-handed' },
          ]}
        />
      </Card>
      <Signs fault={fault} ledger={ledger} />
      <Chain id={fault.id} lessonId={lessonId} />
      {alike.length > 0 ? (
        <Card aria-label="Looks like">
          <h2>Looks like, and how to tell them apart</h2>
          <dl>
            {[fault.id, ...alike].map((id) => (
              <div key={id}>
                <dt>
                  <strong>{id === fault.id ? fault.name : <FaultLink id={id} lessonId={lessonId} />}</strong>
                </dt>
                <dd>{toldBy(id)}</dd>
              </div>
            ))}
          </dl>
        </Card>
      ) : null}
      <Card aria-label="Drills">
        <h2>Drills for it</h2>
        {drills.length === 0 ? <Soft>No drill of the shelf treats it by name.</Soft> : null}
        <ul>
          {drills.map((d) => (
            <li key={d.id}>
              <Link to={`/drills?drill=${d.id}`}>{drillById(d.id)?.name ?? d.name}</Link>{' '}
              <Soft>· “{d.outsideCue}”</Soft>
            </li>
          ))}
        </ul>
      </Card>
      <Price fault={fault} ledger={ledger} student={lesson?.student} />
      <Card aria-label="What each lens says">
        <h2>What each lens says</h2>
        <ul>
          {schools.map((s) => (
            <li key={s.name}>
              <strong>{s.name}</strong>
              {s.opinion ? `, ${s.opinion.stance}: ${s.opinion.line}` : ': no opinion on it.'}
            </li>
          ))}
        </ul>
        <Soft>A school’s view changes no chance, no price and no caution.</Soft>
      </Card>
    </Page>
  );
}

function OfLesson({ fault, lessonId }: { fault: Fault; lessonId: string }) {
  const [lesson, ledger] = [useLesson(lessonId), useLedger(lessonId)];
  const error = [lesson, ledger].find((q) => takesPlace(q.error, q.data))?.error;
  if (error)
    return (
      <Page>
        <Failed error={error} retry={() => void lesson.refetch()} />
      </Page>
    );
  return <FaultIn fault={fault} lessonId={lessonId} lesson={lesson.data} ledger={ledger.data} />;
}

/** Page of one fault; with a lesson it speaks of that student. */
export default function FaultPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const fault = faultById(id);
  const lessonId = search.get('lesson');
  if (!fault)
    return (
      <Page>
        <h1>No such fault</h1>
        <p>“{id}” is no fault of the catalogue.</p>
      </Page>
    );
  return lessonId ? <OfLesson fault={fault} lessonId={lessonId} /> : <FaultIn fault={fault} />;
}
