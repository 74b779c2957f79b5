import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { BlockWire, LessonAnswer } from '../../api/types.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import type { MappedColumn } from '../../core/formats/shot-columns.ts';
import { call, newId } from '../app/api.ts';
import { send } from '../app/outbox.ts';
import { useUnits } from '../app/session.tsx';
import { Button, TextField } from '../parts/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft } from '../parts/layout.tsx';
import { run } from '../workers/run.ts';
import { useLessonWrite } from './data.ts';
import { ImportShots } from './measure/ImportShots.tsx';

const LARGEST_MB = LARGEST_FILE_BYTES / 1024 / 1024;

/** Text of a file; too large a one is refused before it is read. */
async function textOf(file: File): Promise<string> {
  if (file.size > LARGEST_FILE_BYTES) {
    throw new Error(
      `${file.name} has ${(file.size / 1024 / 1024).toFixed(0)} MB; files up to ${LARGEST_MB} MB can be read. Nothing was stored.`,
    );
  }
  return file.text();
}

interface ForeignFile {
  readonly key: string;
  readonly text: string;
  readonly fileName: string;
  readonly remembered: readonly MappedColumn[] | null;
}

/**
 * Sends a file of shots that needs no questions (our own header, one club, nothing odd).
 * @returns what was said, or the file to ask about
 */
async function sendShots(block: BlockWire, lesson: LessonAnswer, file: File): Promise<string | ForeignFile> {
  const text = await textOf(file);
  const { handedness } = lesson.student;
  const seen = await run('preview', { text, fileName: file.name, handedness, defaultClub: block.club, repairs: [] });
  const plain = seen.own && seen.issues.length === 0 && seen.clubs.length === 1;
  if (!plain) {
    const { mapping } = await call<{ mapping: readonly MappedColumn[] | null }>('POST', '/column-mappings/find', {
      header: seen.header,
    });
    return { key: newId(), text, fileName: file.name, remembered: mapping };
  }
  const query = new URLSearchParams({ id: newId(), name: file.name });
  const answer = await call<{ rows?: number; ignoredColumns?: string[] }>(
    'POST',
    `/blocks/${block.id}/imports/shots?${query.toString()}`,
    text,
    'text/csv',
  );
  const ignored = answer.ignoredColumns?.length ? ` Columns not understood: ${answer.ignoredColumns.join(', ')}.` : '';
  return `${file.name}: ${answer.rows} shots read.${ignored}`;
}

async function sendCapture(block: BlockWire, file: File, kind: 'motion' | 'ground'): Promise<string> {
  const query = new URLSearchParams({ id: newId(), name: file.name });
  await call('POST', `/blocks/${block.id}/imports/${kind}?${query.toString()}`, await textOf(file), 'text/csv');
  return `${file.name}: one swing read.`;
}

const numberOf = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Three ways to fill a block: type a shot, import files, take what the devices send. */
export function FillBlock({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const units = useUnits();
  const lessonId = lesson.lesson.id;
  const [speed, setSpeed] = useState('');
  const [ballSpeed, setBallSpeed] = useState('');
  const [path, setPath] = useState('');
  const [face, setFace] = useState('');
  const [attack, setAttack] = useState('');
  const [shotId, setShotId] = useState(newId);
  const [done, setDone] = useState('');
  const [foreign, setForeign] = useState<readonly ForeignFile[]>([]);
  const type = useLessonWrite(
    lessonId,
    () => {
      const si = (text: string): number | null => {
        const v = numberOf(text);
        return v === null ? null : units.toMps(v);
      };
      const values = {
        clubSpeedMps: si(speed),
        ballSpeedMps: si(ballSpeed),
        pathOutDeg: numberOf(path),
        faceOutDeg: numberOf(face),
        attackDeg: numberOf(attack),
      };
      const what = `shot ${speed || ballSpeed} ${units.speedUnit} into block ${block.position}`;
      // The moment of typing counts, not that of sending.
      const shot = { id: shotId, struckAt: new Date().toISOString(), values };
      return send('POST', `/blocks/${block.id}/shots`, shot, what);
    },
    () => {
      setShotId(newId());
      for (const clear of [setSpeed, setBallSpeed, setPath, setFace, setAttack]) clear('');
    },
  );
  const files = useLessonWrite(
    lessonId,
    async ({ kind, list }: { kind: 'shots' | 'motion' | 'ground'; list: readonly File[] }) => {
      setDone('');
      const lines: string[] = [];
      for (const file of list) {
        const said = kind === 'shots' ? await sendShots(block, lesson, file) : await sendCapture(block, file, kind);
        if (typeof said === 'string') lines.push(said);
        else setForeign((f) => [...f, said]);
      }
      setDone(lines.join(' '));
    },
  );
  const listen = useLessonWrite(lessonId, (listening: boolean) => call('PATCH', `/blocks/${block.id}`, { listening }));
  return (
    <Card aria-label="Fill the block">
      <h2>Fill the block</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          type.mutate(undefined);
        }}
      >
        <Grid $least="118px">
          <TextField label={`Club speed, ${units.speedUnit}`} inputMode="decimal" value={speed} onChange={setSpeed} />
          <TextField
            label={`Ball speed, ${units.speedUnit}`}
            inputMode="decimal"
            value={ballSpeed}
            onChange={setBallSpeed}
          />
          <TextField label="Path, ° (out +)" inputMode="decimal" value={path} onChange={setPath} />
          <TextField label="Face, ° (out +)" inputMode="decimal" value={face} onChange={setFace} />
          <TextField label="Attack, ° (up +)" inputMode="decimal" value={attack} onChange={setAttack} />
        </Grid>
        <p style={{ marginTop: 'var(--s3)' }}>
          <Button type="submit" isDisabled={type.isPending || (speed.trim() === '' && ballSpeed.trim() === '')}>
            Add the shot
          </Button>
        </p>
      </form>
      {type.error ? <Failed error={type.error} /> : null}
      <Row>
        <FileTrigger
          acceptedFileTypes={['.csv', '.txt', 'text/csv', 'text/plain']}
          onSelect={(list) => list && files.mutate({ kind: 'shots', list: [...list] })}
        >
          <Button isDisabled={files.isPending}>Import shots</Button>
        </FileTrigger>
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={['.csv', 'text/csv']}
          onSelect={(list) => list && files.mutate({ kind: 'motion', list: [...list] })}
        >
          <Button isDisabled={files.isPending}>Import motion.csv</Button>
        </FileTrigger>
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={['.csv', 'text/csv']}
          onSelect={(list) => list && files.mutate({ kind: 'ground', list: [...list] })}
        >
          <Button isDisabled={files.isPending}>Import ground.csv</Button>
        </FileTrigger>
        <Button onPress={() => listen.mutate(!block.listening)}>
          {block.listening ? 'Pause live shots' : 'Take live shots'}
        </Button>
        <Soft>Up to {LARGEST_MB} MB a file; any header of shots is understood after a question.</Soft>
      </Row>
      {files.isPending ? <Soft role="status">Reading …</Soft> : null}
      {files.error ? <Failed error={files.error} /> : null}
      {listen.error ? <Failed error={listen.error} /> : null}
      {done ? (
        <Notice tone="held" role="status">
          {done}
        </Notice>
      ) : null}
      {foreign.map((f) => (
        <ImportShots
          key={f.key}
          text={f.text}
          fileName={f.fileName}
          remembered={f.remembered}
          block={block}
          lesson={lesson}
          onDone={(said) => {
            setForeign((list) => list.filter((x) => x.key !== f.key));
            if (said) setDone(said);
          }}
        />
      ))}
    </Card>
  );
}
