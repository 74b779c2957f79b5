import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import type { Level, LensId } from '../../../core/catalogue/stages.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask, takesPlace } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { percent } from '../../../core/numeric/percent.ts';
import { Button, PrimaryButton, QuietButton, TextField } from '../../kit/controls.tsx';
import { FaultChain } from './FaultChain.tsx';
import { Card, Failed, Notice, Row, Sentence, Soft, Waiting } from '../../kit/layout.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { StudentWords } from '../../parts/StudentWords.tsx';
import { drawnFromCurves } from '../../parts/swing/captured-drawing.ts';
import { WhatIf } from '../../parts/swing/WhatIf.tsx';
import { useTask } from '../../workers/run.ts';
import { NextMeasurement } from '../common/NextMeasurement.tsx';
import { useLessonWrite, useMotion } from '../common/data.ts';
import { RunningTarget } from './RunningTarget.tsx';
import { FaultDetail } from './FaultDetail.tsx';
import { Lenses } from './Lenses.tsx';
import { useModelStart } from '../common/prices.ts';

/** The student's own model with the priced faults in it, to be played with; opened on demand. */
function WhatIfOfLesson({ lesson, ledger }: { lesson: LessonAnswer; ledger: LedgerAnswer }) {
  const [open, setOpen] = useState(false);
  const { start, player } = useModelStart(lesson, ledger);
  const newest = lesson.blocks.flatMap((b) => b.motions.map((m) => m.id)).at(-1);
  const curves = useMotion(newest).data?.curves;
  const measured = useMemo(() => (curves ? drawnFromCurves(curves, { downswingOnly: true }) : undefined), [curves]);
  if (ledger.ownSpeedMps === null) return null;
  if (start === null)
    return <Soft>The swing model cannot be set to this speed for this body: there is nothing to play with.</Soft>;
  if (!start) return null;
  return (
    <>
      <Row>
        <Button onPress={() => setOpen((o) => !o)} aria-expanded={open}>
          {open ? 'Close' : 'What if: put one thing right in the model'}
        </Button>
      </Row>
      {open ? (
        <WhatIf
          player={{ ...player, strength: start.strength }}
          start={start.amounts}
          ownSpeedMps={ledger.ownSpeedMps}
          handedness={lesson.student.handedness}
          name="what-if"
          measured={measured}
        />
      ) : null}
    </>
  );
}

/** The fault whose removal would bring most, where prices are known: it need not be the cause to begin with. */
function PaysMost({ ledger, level }: { ledger: LedgerAnswer; level: Level }) {
  const units = useUnits();
  const { faults } = ledger.diagnosis;
  const priced = faults.some((f) => f.price);
  const { data } = useTask('paysMost', { findings: ledger.findings, faults, level, beliefs: ledger.beliefs }, priced);
  const best = data?.[0];
  if (!best || best.worthMps <= 0) return null;
  return (
    <p data-testid="pays-most">
      Pays most if put right: “{faultById(best.fault)?.name}”, about {units.speed(best.worthMps)} with what would go
      with it.
    </p>
  );
}

/** Diagnose: one sentence, the chain, reasons of the chosen fault, and the instructor's verdict. */
export default function Diagnose({
  lesson,
  ledger,
  error,
}: {
  lesson: LessonAnswer;
  ledger: LedgerAnswer | undefined;
  error: unknown;
}) {
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const [reason, setReason] = useDraft('overrule reason', '');
  const lessonId = lesson.lesson.id;
  const decide = useLessonWrite(
    lessonId,
    (said: { target: string; reason: string }, id) =>
      ask('POST /lessons/:id/verdict', { id: lessonId, body: { id, ...said } }),
    () => setReason(''),
  );
  if (takesPlace(error, ledger)) return <Failed error={error} />;
  if (!ledger) return <Waiting what="the findings" />;
  const { verdict, diagnosis } = ledger;
  const named = diagnosis.verdict.faults;
  const running = lesson.thread?.target ?? null;
  const asked = faultById(params.get('fault') ?? '')?.id;
  const chosen = asked ?? running ?? named[0] ?? diagnosis.faults[0]?.id ?? null;
  const goesOn = chosen !== null && chosen === running;
  const overrules = chosen !== null && !goesOn && !named.includes(chosen);
  const choose = (id: string): void => setParams({ fault: id }, { replace: true });
  return (
    <>
      {lesson.thread ? <RunningTarget thread={lesson.thread} ledger={ledger} lesson={lesson} /> : null}
      {verdict ? (
        <Notice tone="held">
          <strong>Target: {faultById(verdict.target)?.name ?? verdict.target}</strong>, decided{' '}
          {format(new Date(verdict.decidedAt), 'd MMM, HH:mm')}
          {verdict.overruled
            ? verdict.proposed
              ? ` against the proposal “${faultById(verdict.proposed)?.name}”: “${verdict.reason.replace(/\.$/, '')}”`
              : `, where nothing was proposed: “${verdict.reason.replace(/\.$/, '')}”`
            : ', as proposed'}
          . It is kept with the {verdict.findings.length} findings of that moment.
          <StudentWords lessonId={lessonId} about="target" />
          {ledger.earlierVerdicts.map((v) => (
            <div key={v.id}>
              <Soft>
                Before it, {format(new Date(v.decidedAt), 'd MMM, HH:mm')}: {faultById(v.target)?.name ?? v.target}
                {v.reason ? `, “${v.reason}”` : ''}. Kept too.
              </Soft>
            </div>
          ))}
        </Notice>
      ) : null}
      {verdict && verdict.rule < diagnosis.rule ? (
        <Notice tone="info">
          Decided by an earlier rule, and kept as it was: “{verdict.sentence}” Below stands what today’s rule would say,
          as a preview.
        </Notice>
      ) : null}
      {verdict && verdict.rule === diagnosis.rule && verdict.beliefChanges < ledger.beliefChanges ? (
        <Notice tone="info">
          Decided before numbers of the diagnosis were changed in Settings, and kept as it was: “{verdict.sentence}”
          Below stands what today’s numbers say, as a preview.
        </Notice>
      ) : null}
      <Card aria-label="Diagnosis">
        <Sentence data-testid="diagnosis">{diagnosis.verdict.sentence}</Sentence>
        <Row>
          <NextMeasurement ledger={ledger} lessonId={lessonId} />
        </Row>
        <PaysMost ledger={ledger} level={lesson.student.level} />
        <FaultChain
          faults={diagnosis.faults}
          named={named}
          chosen={chosen}
          onChoose={choose}
          onOpen={(id) => void navigate(`/faults/${id}?lesson=${lessonId}`)}
        />
        <Soft>
          On each chip: above the chance that it is a cause of its own, below that it is there at all. Faint: nothing of
          this student’s own speaks of it. Press the chosen one again for its page.
        </Soft>
        <details>
          <summary>All faults, in the order worth looking at</summary>
          <ol>
            {diagnosis.faults
              .filter((f) => faultById(f.id)?.changeable)
              .map((f) => (
                <li key={f.id}>
                  <QuietButton onPress={() => choose(f.id)}>{faultById(f.id)?.name ?? f.id}</QuietButton>
                  cause {percent(f.causeChance)}, there {percent(f.presentChance)}
                  {f.ruledOut ? ' – off the list: a measured value contradicts it' : ''}
                </li>
              ))}
          </ol>
        </details>
      </Card>
      {chosen ? (
        <Card aria-label="Verdict">
          <h2>
            {goesOn
              ? 'Keep the running target'
              : !overrules
                ? 'Accept as proposed'
                : named.length > 0
                  ? 'Overrule: make this the target instead'
                  : 'Nothing is proposed: make this the target by your own judgement'}
          </h2>
          <TextField
            label={overrules ? 'Your reason (kept with the verdict)' : 'Note (optional)'}
            value={reason}
            onChange={setReason}
            lines
          />
          {decide.error ? <Failed error={decide.error} /> : null}
          <Row>
            <ForRole to="POST /lessons/:id/verdict">
              <PrimaryButton
                onPress={() => decide.mutate({ target: chosen, reason })}
                isDisabled={decide.isPending || (overrules && reason.trim() === '')}
              >
                {goesOn ? 'Keep' : 'Make'} “{faultById(chosen)?.name}” the target
              </PrimaryButton>
            </ForRole>
          </Row>
        </Card>
      ) : null}
      {chosen ? (
        <FaultDetail
          id={chosen}
          ledger={ledger}
          lessonId={lessonId}
          startsAt={lesson.lesson.startsAt}
          lens={lesson.student.lens as LensId}
        />
      ) : null}
      <Lenses lesson={lesson} />
      <WhatIfOfLesson lesson={lesson} ledger={ledger} />
    </>
  );
}
