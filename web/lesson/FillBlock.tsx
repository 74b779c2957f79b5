import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { BlockWire } from '../../api/types.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import { call, newId } from '../app/api.ts';
import { useUnits } from '../app/session.tsx';
import { Button, TextField } from '../parts/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft } from '../parts/layout.tsx';
import { useLessonWrite } from './data.ts';

const LARGEST_MB = LARGEST_FILE_BYTES / 1024 / 1024;

/** Sends a file into a block; too large a file is refused before it is read. */
async function sendFile(block: BlockWire, kind: 'shots' | 'motion', file: File): Promise<string> {
  if (file.size > LARGEST_FILE_BYTES) {
    throw new Error(
      `${file.name} has ${(file.size / 1024 / 1024).toFixed(0)} MB; files up to ${LARGEST_MB} MB can be read. Nothing was stored.`,
    );
  }
  const query = new URLSearchParams({ id: newId(), name: file.name });
  const answer = await call<{ rows?: number; ignoredColumns?: string[] }>(
    'POST',
    `/blocks/${block.id}/imports/${kind}?${query.toString()}`,
    await file.text(),
    'text/csv',
  );
  if (kind === 'motion') return `${file.name}: one swing read.`;
  const ignored = answer.ignoredColumns?.length ? ` Columns not understood: ${answer.ignoredColumns.join(', ')}.` : '';
  return `${file.name}: ${answer.rows} shots read.${ignored}`;
}

const numberOf = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Three ways to fill a block: type a shot, import files, take what the devices send. */
export function FillBlock({ block, lessonId }: { block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const [speed, setSpeed] = useState('');
  const [ballSpeed, setBallSpeed] = useState('');
  const [path, setPath] = useState('');
  const [face, setFace] = useState('');
  const [attack, setAttack] = useState('');
  const [shotId, setShotId] = useState(newId);
  const [done, setDone] = useState('');
  const type = useLessonWrite(
    lessonId,
    () => {
      const si = (text: string): number | null => {
        const v = numberOf(text);
        return v === null ? null : units.toMps(v);
      };
      return call('POST', `/blocks/${block.id}/shots`, {
        id: shotId,
        values: {
          clubSpeedMps: si(speed),
          ballSpeedMps: si(ballSpeed),
          pathOutDeg: numberOf(path),
          faceOutDeg: numberOf(face),
          attackDeg: numberOf(attack),
        },
      });
    },
    () => {
      setShotId(newId());
      for (const clear of [setSpeed, setBallSpeed, setPath, setFace, setAttack]) clear('');
    },
  );
  const files = useLessonWrite(
    lessonId,
    async ({ kind, list }: { kind: 'shots' | 'motion'; list: readonly File[] }) => {
      setDone('');
      const lines: string[] = [];
      for (const file of list) lines.push(await sendFile(block, kind, file));
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
          acceptedFileTypes={['.csv', 'text/csv']}
          onSelect={(list) => list && files.mutate({ kind: 'shots', list: [...list] })}
        >
          <Button isDisabled={files.isPending}>Import shots.csv</Button>
        </FileTrigger>
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={['.csv', 'text/csv']}
          onSelect={(list) => list && files.mutate({ kind: 'motion', list: [...list] })}
        >
          <Button isDisabled={files.isPending}>Import motion.csv</Button>
        </FileTrigger>
        <Button onPress={() => listen.mutate(!block.listening)}>
          {block.listening ? 'Stop taking live shots' : 'Take live shots'}
        </Button>
        <Soft>Up to {LARGEST_MB} MB a file.</Soft>
      </Row>
      {files.isPending ? <Soft role="status">Reading …</Soft> : null}
      {files.error ? <Failed error={files.error} /> : null}
      {done ? (
        <Notice tone="held" role="status">
          {done}
        </Notice>
      ) : null}
    </Card>
  );
}
