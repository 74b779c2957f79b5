import { Film, Image as StillIcon } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import { DropZone, FileTrigger, isFileDropItem } from 'react-aria-components';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { VideoWire } from '../../../api/capture-types.ts';
import type { LessonAnswer } from '../../../api/types.ts';
import type { Checkpoint } from '../../../core/catalogue/stages.ts';
import { LARGEST_VIDEO_BYTES, VIDEO_FILES } from '../../../core/formats/video-limits.ts';
import type { View } from '../../../core/picture/marks.ts';
import { ask } from '../../base/api.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { CameraPanel } from './CameraPanel.tsx';
import { EraseFilms } from './EraseFilms.tsx';
import { useVideo } from './data.ts';
import { sendVideo } from './send-video.ts';

/** A frame that an address names; null where it names none. */
const frameOf = (text: string | null): number | null => (/^\d{1,6}$/.test(text ?? '') ? Number(text) : null);

const PictureBench = lazy(() => import('./PictureBench.tsx').then((m) => ({ default: m.PictureBench })));
const ComparePictures = lazy(() => import('./ComparePictures.tsx').then((m) => ({ default: m.ComparePictures })));

const Drop = styled(DropZone)`
  display: grid;
  gap: var(--s3);
  padding: var(--s2) var(--s3);
  border: 1px dashed var(--line);
  border-radius: var(--radius);
  &[data-drop-target] {
    border-color: var(--maple);
    background: var(--straw-wash);
  }
`;
const Chip = styled(Button)`
  &[aria-pressed='true'] {
    background: var(--straw-wash);
    border-color: var(--maple);
  }
`;

const VIEWS_TO_CHOOSE = [
  { id: 'face-on', name: 'face-on' },
  { id: 'down-the-line', name: 'down-the-line' },
] as const;

const about = (v: VideoWire): string =>
  v.kind === 'still'
    ? 'still'
    : `${((v.frames - 1) / Math.max(0.001, v.lengthS)).toFixed(0)} frames a second, ${v.lengthS.toFixed(1)} s`;

interface Sending {
  readonly name: string;
  readonly share: number;
}

/** The lesson's videos: taken from a file or the camera, opened one at a time or two beside each other. */
export function Videos({
  lesson,
  checkpoint,
  onCheckpoint,
}: {
  lesson: LessonAnswer;
  checkpoint: Checkpoint;
  onCheckpoint: (checkpoint: Checkpoint) => void;
}) {
  const lessonId = lesson.lesson.id;
  const [query, setQuery] = useSearchParams();
  const openId = query.get('video');
  const comparing = query.get('beside') !== null;
  const [view, setView] = useState<View>('face-on');
  const [camera, setCamera] = useState(false);
  const [sending, setSending] = useState<Sending | null>(null);
  const abort = useRef<AbortController | null>(null);
  const allowed = lesson.mayFilm;
  const video = useVideo(allowed ? openId : null);

  const show = (change: Record<string, string | null>): void =>
    setQuery(
      (now) => {
        const next = new URLSearchParams(now);
        for (const [k, v] of Object.entries(change)) {
          if (v === null) next.delete(k);
          else next.set(k, v);
        }
        return next;
      },
      { replace: true },
    );
  const add = useLessonWrite(
    lessonId,
    async ({ files, source }: { files: readonly File[]; source: 'file' | 'camera' }) => {
      for (const file of files) {
        abort.current = new AbortController();
        setSending({ name: file.name, share: 0 });
        try {
          const sent = await sendVideo(
            lessonId,
            file,
            { view, source },
            (share) => setSending({ name: file.name, share }),
            abort.current.signal,
          );
          show({ video: sent.id, frame: null, beside: null });
        } finally {
          setSending(null);
        }
      }
    },
  );
  const remove = useLessonWrite(
    lessonId,
    (id: string) => ask('DELETE /videos/:id', { id }),
    () => show({ video: null, frame: null, beside: null }),
  );
  const aborted = add.error instanceof DOMException && add.error.name === 'AbortError';

  const adding = (
    <>
      <Drop
        aria-label="Drop videos here"
        getDropOperation={() => 'copy'}
        onDrop={(e) => {
          void Promise.all(e.items.filter(isFileDropItem).map((i) => i.getFile())).then((files) =>
            add.mutate({ files, source: 'file' }),
          );
        }}
      >
        <Row>
          <Choice label="Seen" hideLabel value={view} onChange={setView} options={VIEWS_TO_CHOOSE} />
          <FileTrigger
            allowsMultiple
            acceptedFileTypes={VIDEO_FILES.split(',')}
            onSelect={(list) => list && add.mutate({ files: [...list], source: 'file' })}
          >
            <Button isDisabled={add.isPending}>Add a video or still</Button>
          </FileTrigger>
          <Button onPress={() => setCamera(!camera)} aria-expanded={camera}>
            Use the camera
          </Button>
          {openId ? null : (
            <Soft>
              MP4 (H.264) or WebM up to {LARGEST_VIDEO_BYTES / 1024 / 1024} MB, PNG, JPEG; or drop them here. Kept as
              given.
            </Soft>
          )}
        </Row>
      </Drop>
      {camera ? (
        <CameraPanel
          onFilm={(file) => add.mutate({ files: [file], source: 'camera' })}
          onClose={() => setCamera(false)}
        />
      ) : null}
    </>
  );
  return (
    <Card aria-label="Pictures">
      <Spread>
        <h2>Pictures</h2>
        <Row>
          {lesson.videos.map((v, i) => (
            <Chip
              key={v.id}
              isDisabled={!allowed}
              aria-pressed={v.id === openId}
              onPress={() => show({ video: v.id === openId ? null : v.id, frame: null, beside: null })}
              aria-label={`${v.kind === 'still' ? 'Still' : 'Video'} ${i + 1}, ${v.view}, ${v.fileName}`}
            >
              {v.kind === 'still' ? <StillIcon size={18} aria-hidden /> : <Film size={18} aria-hidden />}
              {i + 1} · {v.view}
            </Chip>
          ))}
        </Row>
      </Spread>
      {allowed ? (
        openId ? null : (
          adding
        )
      ) : (
        <Notice tone="stop">
          <p>
            {lesson.ageYears === 18 && !lesson.student.birthDate
              ? 'Turns 18 this year, and neither a birth date nor a guardian’s consent is on file'
              : 'No guardian’s consent on file'}
            : no filming, and the films there are stay closed. Record it on the student’s page first.
          </p>
          <EraseFilms studentId={lesson.student.id} lessonId={lessonId} />
        </Notice>
      )}
      {sending ? (
        <Notice tone="info" role="status">
          <Spread>
            <span>
              Sending {sending.name}: {(100 * sending.share).toFixed(0)} %
            </span>
            <QuietButton onPress={() => abort.current?.abort()}>Stop</QuietButton>
          </Spread>
        </Notice>
      ) : null}
      {add.error && !aborted ? <Failed error={add.error} /> : null}
      {allowed && openId && video.isPending ? <Waiting what="the video" /> : null}
      {video.error ? <Failed error={video.error} retry={() => void video.refetch()} /> : null}
      {openId && video.data ? (
        <>
          <Spread>
            <Soft>
              {video.data.fileName} · {about(video.data)} · {video.data.widthPx} × {video.data.heightPx}
              {video.data.source === 'camera' ? ' · filmed here' : ''}
            </Soft>
            <Row>
              <Button onPress={() => show({ beside: comparing ? null : '' })} aria-pressed={comparing}>
                {comparing ? 'Back to one picture' : 'Compare with another'}
              </Button>
              <QuietButton onPress={() => remove.mutate(video.data.id)}>Remove it</QuietButton>
            </Row>
          </Spread>
          {remove.error ? <Failed error={remove.error} /> : null}
          <Suspense fallback={<Waiting what="the picture bench" />}>
            {comparing ? (
              <ComparePictures
                key={video.data.id}
                video={video.data}
                studentId={lesson.student.id}
                otherId={query.get('beside') || null}
                onOther={(id) => show({ beside: id })}
              />
            ) : (
              <PictureBench
                key={video.data.id}
                video={video.data}
                startFrame={frameOf(query.get('frame'))}
                checkpoint={checkpoint}
                onCheckpoint={onCheckpoint}
              />
            )}
          </Suspense>
        </>
      ) : null}
      {allowed && openId ? adding : null}
    </Card>
  );
}
