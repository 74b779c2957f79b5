import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import type { LessonAnswer } from '../../../api/types.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import type { LensId } from '../../../core/catalogue/stages.ts';
import { disagreement, type Disagreement } from '../../../core/lens/disagree.ts';
import type { LensView } from '../../../core/lens/view.ts';
import { percent } from '../../../core/numeric/percent.ts';
import { ask, takesPlace } from '../../base/api.ts';
import { Choice } from '../../kit/chips.tsx';
import { PrimaryButton } from '../../kit/controls.tsx';
import { Card, Failed, Sentence, Soft, Waiting } from '../../kit/layout.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { FaultLink } from '../../parts/FaultLink.tsx';
import { useLessonWrite } from '../common/data.ts';
import { trialPlace } from '../common/trial-place.ts';

const Beside = styled.div`
  h4 {
    margin: var(--s2) 0 0;
  }
  section > p {
    margin: var(--s1) 0;
  }
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: var(--s4);
  align-items: start;
`;
const List = styled.ul`
  margin: 0 0 var(--s2);
  padding-left: var(--s4);
  display: grid;
  gap: var(--s1);
  li[data-faint] {
    color: var(--soft-ink);
  }
`;
const MOST = 4;
/** Below this chance no figure is read. */
const HARDLY = 0.05;

/** Swings of each thing in a trial that settles a disagreement. */
const SWINGS_EACH = 6;

const STANCES = [
  ['by the evidence', 'Makes most likely'],
  ['looks here first', 'Looks here first'],
  ['cause', 'Calls a cause'],
  ['effect', 'Calls an effect'],
  ['no fault', 'Calls no fault'],
] as const;

/** One school: belief, where it looks, what it calls what, and what it would do next with this student. */
function School({ view, own, lessonId }: { view: LensView; own: boolean; lessonId: string }) {
  return (
    <section aria-label={`Lens ${view.name}`}>
      <h3>
        {view.name} {own ? <Soft>· this student’s lens</Soft> : null}
      </h3>
      <p>{view.belief}</p>
      <p>
        <strong>{view.next.sentence}</strong>
      </p>
      <Soft>
        Looks first at {view.looksFirst}. Cues: {view.cueStyle}.
      </Soft>
      {view.next.drills.length > 0 ? (
        <>
          <h4>Its drills and cues for it</h4>
          <List>
            {view.next.drills.map((d) => (
              <li key={d.id}>
                <Link to={`/drills?drill=${d.id}`}>{d.name}</Link>
                {d.cue ? `: “${d.cue}”` : ''}
              </li>
            ))}
          </List>
        </>
      ) : null}
      {STANCES.map(([stance, name]) => {
        const of = view.faults.filter((f) => f.stance === stance);
        return of.length === 0 ? null : (
          <div key={stance}>
            <h4>{name}</h4>
            <List>
              {of.slice(0, MOST).map((f) => (
                <li key={f.fault} data-faint={f.touched ? undefined : ''}>
                  <FaultLink id={f.fault} lessonId={lessonId} />
                  {!f.touched
                    ? ', nothing seen of it yet'
                    : f.presentChance < HARDLY
                      ? ', hardly there'
                      : `, there ${percent(f.presentChance)}, cause ${percent(f.causeChance)}`}
                  {f.line ? (
                    <>
                      {' '}
                      <Soft>{f.line}</Soft>
                    </>
                  ) : null}
                </li>
              ))}
              {of.length > MOST ? (
                <li data-faint="">
                  and{' '}
                  {of
                    .slice(MOST)
                    .map((f) => faultById(f.fault)?.name ?? f.fault)
                    .join(', ')}
                </li>
              ) : null}
            </List>
          </div>
        );
      })}
    </section>
  );
}

/** Where two schools part, the question, and the trial that asks it: one tap starts it. */
function Settle({ parts, lesson }: { parts: Disagreement; lesson: LessonAnswer }) {
  const navigate = useNavigate();
  const lessonId = lesson.lesson.id;
  const last = lesson.blocks.at(-1);
  const start = useLessonWrite(
    lessonId,
    (trial: NonNullable<Disagreement['trial']>, id) =>
      ask('POST /lessons/:id/trials', {
        id: lessonId,
        body: {
          id,
          ...trial,
          club: last?.club ?? 'driver',
          withBall: last?.withBall ?? true,
          swings: SWINGS_EACH * trial.conditions.length,
        },
      }),
    () => void navigate(trialPlace(lessonId, parts.trial?.faultId ?? '')),
  );
  const { trial } = parts;
  return (
    <section aria-label="Where they part">
      <Sentence data-testid="disagreement">{parts.sentence}</Sentence>
      <p>{parts.question}</p>
      {start.error ? <Failed error={start.error} /> : null}
      {trial ? (
        <ForRole to="POST /lessons/:id/trials">
          <PrimaryButton onPress={() => start.mutate(trial)} isDisabled={start.isPending}>
            Ask it: a trial of {trial.conditions.length} things, {SWINGS_EACH * trial.conditions.length} swings
          </PrimaryButton>
        </ForRole>
      ) : null}
    </section>
  );
}

/** *Measured* beside one school, or two: what each would do with this student, and what would settle it. Chances, prices and cautions are the same for all. */
export function Lenses({ lesson }: { lesson: LessonAnswer }) {
  const [open, setOpen] = useState(false);
  const [shown, setShown] = useState<LensId | null>(null);
  const [third, setThird] = useState<LensId | 'nobody'>('nobody');
  const lessonId = lesson.lesson.id;
  const query = useQuery({
    queryKey: ['lesson', lessonId, 'lenses'],
    queryFn: () => ask('GET /lessons/:id/lenses', { id: lessonId }),
    enabled: open,
  });
  const body = (): React.ReactNode => {
    if (takesPlace(query.error, query.data)) return <Failed error={query.error} retry={() => void query.refetch()} />;
    if (!query.data) return <Waiting what="how the schools see it" />;
    const { views, lens } = query.data;
    const others = views.filter((v) => v.lens !== 'measured');
    const measured = views.find((v) => v.lens === 'measured');
    const other = others.find((v) => v.lens === (shown ?? lens)) ?? others[0];
    if (!measured || !other) return null;
    const another = others.find((v) => v.lens === third && v.lens !== other.lens);
    const beside = [measured, other, ...(another ? [another] : [])];
    return (
      <>
        <Choice
          label="Beside Measured"
          value={other.lens}
          onChange={setShown}
          options={others.map((v) => ({ id: v.lens, name: v.name }))}
        />
        <Choice
          label="And"
          value={another?.lens ?? 'nobody'}
          onChange={setThird}
          options={[
            { id: 'nobody', name: 'nobody else' },
            ...others.filter((v) => v.lens !== other.lens).map((v) => ({ id: v.lens, name: v.name })),
          ]}
        />
        <Settle parts={disagreement(measured, other)} lesson={lesson} />
        {another ? <Settle parts={disagreement(other, another)} lesson={lesson} /> : null}
        <Beside>
          {beside.map((v) => (
            <School key={v.lens} view={v} own={lens === v.lens} lessonId={lessonId} />
          ))}
        </Beside>
        <Soft>Chances, prices and cautions are the same through every lens.</Soft>
      </>
    );
  };
  return (
    <Card aria-label="Through other eyes">
      <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>Through other eyes: the schools beside each other</summary>
        {open ? body() : null}
      </details>
    </Card>
  );
}
