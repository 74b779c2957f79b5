import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { LARGEST_C3D_BYTES } from '../../../core/formats/c3d.ts';
import { otherHandWords } from '../../../core/formats/check-shots.ts';
import { LARGEST_FILE_BYTES } from '../../../core/formats/delimited.ts';
import { ApiError } from '../../base/api.ts';
import { Button, PrimaryButton } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { ImportCapture } from './ImportCapture.tsx';
import { ImportShots } from './ImportShots.tsx';
import { postCapture, sendCapture, sendShots, type AskedCapture, type ForeignShots } from './send-files.ts';

const inMb = (bytes: number): number => bytes / 1024 / 1024;
type Asked = ForeignShots | AskedCapture;
type Answers = Parameters<typeof postCapture>[2];

const KINDS = [
  { kind: 'shots', name: 'Import shots', types: ['.csv', '.txt', 'text/csv', 'text/plain'] },
  { kind: 'motion', name: 'Import a captured swing', types: ['.csv', '.txt', '.c3d', 'text/csv'] },
  { kind: 'ground', name: 'Import its ground', types: ['.csv', '.txt', '.c3d', 'text/csv'] },
] as const;

/** Questions of one capture file: its names, or the unit of its turning speeds. */
function CaptureQuestions({
  asked,
  block,
  lesson,
  onDone,
}: {
  asked: AskedCapture;
  block: BlockWire;
  lesson: LessonAnswer;
  onDone: (said: string) => void;
}) {
  const [doubt, setDoubt] = useState(asked.doubt);
  const [given, setGiven] = useState<Answers>({});
  const read = useLessonWrite(lesson.lesson.id, async (answers: Answers) => {
    try {
      onDone(await postCapture(block, asked, answers));
    } catch (error) {
      if (!(error instanceof ApiError && error.code === 'unit-doubt')) throw error;
      setGiven(answers);
      setDoubt(error.message);
    }
  });
  return (
    <>
      {asked.otherHand ? <Notice tone="unsure">{otherHandWords(asked.otherHand)}</Notice> : null}
      {asked.needs && doubt === '' ? (
        <ImportCapture
          fileName={asked.file.name}
          kind={asked.kind}
          needs={asked.needs}
          remembered={asked.remembered}
          isBusy={read.isPending}
          onRead={(mapping, remember) => read.mutate({ mapping, remember })}
          onDone={() => onDone('')}
        />
      ) : doubt === '' ? (
        <Card aria-label={`Hand of ${asked.file.name}`}>
          <Row>
            <PrimaryButton onPress={() => read.mutate({})} isDisabled={read.isPending}>
              Read {asked.file.name} all the same
            </PrimaryButton>
            <Button onPress={() => onDone('')}>Leave the file</Button>
          </Row>
        </Card>
      ) : (
        <Card aria-label={`Unit of ${asked.file.name}`}>
          <Notice tone="unsure">{doubt}</Notice>
          <Row>
            <PrimaryButton onPress={() => read.mutate({ ...given, rates: 'rad_s' })} isDisabled={read.isPending}>
              Yes, radians a second
            </PrimaryButton>
            <Button onPress={() => onDone('')}>No, leave the file</Button>
          </Row>
        </Card>
      )}
      {read.error ? <Failed error={read.error} /> : null}
    </>
  );
}

/** Files of shots, captured swings and ground into the block, each with the questions that it raises. */
export function FillFiles({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const [done, setDone] = useState('');
  const [asked, setAsked] = useState<readonly Asked[]>([]);
  const files = useLessonWrite(
    lesson.lesson.id,
    async ({ kind, list }: { kind: (typeof KINDS)[number]['kind']; list: readonly File[] }) => {
      setDone('');
      // Questions close with their file: what is asked below is of the files just chosen.
      setAsked([]);
      const lines: string[] = [];
      const refused: unknown[] = [];
      for (const file of list) {
        try {
          const said =
            kind === 'shots' ? await sendShots(block, lesson, file) : await sendCapture(block, lesson, file, kind);
          if (typeof said === 'string') lines.push(said);
          else setAsked((a) => [...a, said]);
        } catch (error) {
          refused.push(error);
        }
        setDone(lines.join(' '));
      }
      if (refused.length === 1) throw refused[0];
      if (refused.length > 1)
        throw new Error(refused.map((e) => (e instanceof Error ? e.message : 'A file could not be read.')).join(' '));
    },
  );
  const finish = (key: string) => (said: string) => {
    setAsked((list) => list.filter((x) => x.key !== key));
    if (said) setDone(said);
  };
  return (
    <>
      <Row>
        {KINDS.map(({ kind, name, types }) => (
          <FileTrigger
            key={kind}
            allowsMultiple={kind !== 'shots'}
            acceptedFileTypes={types}
            onSelect={(list) => list && files.mutate({ kind, list: [...list] })}
          >
            <Button isDisabled={files.isPending}>{name}</Button>
          </FileTrigger>
        ))}
        <Soft>
          CSV up to {inMb(LARGEST_FILE_BYTES)} MB, C3D up to {inMb(LARGEST_C3D_BYTES)} MB; other names are understood
          after a question.
        </Soft>
      </Row>
      {files.isPending ? <Soft role="status">Reading …</Soft> : null}
      {files.error ? <Failed error={files.error} /> : null}
      {done ? (
        <Notice tone="held" role="status">
          {done}
        </Notice>
      ) : null}
      {asked.map((a) =>
        a.kind === 'shots' ? (
          <ImportShots
            key={a.key}
            text={a.text}
            fileName={a.fileName}
            remembered={a.remembered}
            block={block}
            lesson={lesson}
            onDone={finish(a.key)}
          />
        ) : (
          <CaptureQuestions key={a.key} asked={a} block={block} lesson={lesson} onDone={finish(a.key)} />
        ),
      )}
    </>
  );
}
