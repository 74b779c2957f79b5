import { Camera, Download, Upload } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { readPointsFile, writePointsFile } from '../../../api/points-file.ts';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { InputError } from '../../../core/errors/input-error.ts';
import { Choice } from '../../kit/chips.tsx';
import { QuietButton } from '../../kit/controls.tsx';
import { Failed, Row, Soft, Spread } from '../../kit/layout.tsx';
import { saveFile } from '../../kit/save-file.ts';
import type { Marked, SaveState } from './picture/use-marks.ts';

const VIEW_OPTIONS = [
  { id: 'face-on', name: 'face-on' },
  { id: 'down-the-line', name: 'down-the-line' },
] as const;
const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'not saved yet',
};

/** File name without its ending. */
export const baseName = (video: VideoAnswer): string => video.fileName.replace(/\.\w+$/, '');

/** Marks of a points file for this video. @throws InputError where it was made in another video */
async function marksFrom(file: File, video: VideoAnswer): Promise<Marked> {
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    throw new InputError('not-json', `${file.name} is not JSON; expected a points file saved here.`, file.name);
  }
  const { view, marks, frameTimesS, widthPx, heightPx } = readPointsFile(json, file.name);
  if (frameTimesS.length !== video.frames || widthPx !== video.widthPx || heightPx !== video.heightPx) {
    throw new InputError(
      'out-of-range',
      `${file.name} belongs to a video of ${frameTimesS.length} frames of ${widthPx} × ${heightPx}; this one has ${video.frames} of ${video.widthPx} × ${video.heightPx}.`,
      file.name,
    );
  }
  return { view, marks };
}

/** View of the video, whether its marks are saved, picture and points as files. */
export function BenchHead({
  video,
  marked,
  saveState,
  onMarked,
  onPicture,
}: {
  video: VideoAnswer;
  marked: Marked;
  saveState: SaveState;
  onMarked: (marked: Marked) => void;
  onPicture: () => void;
}) {
  const [problem, setProblem] = useState<unknown>(null);
  const { view, marks } = marked;
  const load = async (file: File): Promise<void> => {
    try {
      onMarked(await marksFrom(file, video));
      setProblem(null);
    } catch (error) {
      setProblem(error);
    }
  };
  const savePoints = (): void =>
    saveFile(
      writePointsFile(
        {
          view,
          handedness: video.handedness,
          widthPx: video.widthPx,
          heightPx: video.heightPx,
          frameTimesS: video.frameTimesS,
          heightM: video.heightM ?? undefined,
          marks,
        },
        { fileName: video.fileName, sha256: video.sha256 },
      ),
      `${baseName(video)}-points.json`,
      'application/json',
    );
  return (
    <>
      <Spread>
        <Choice
          label="View"
          hideLabel
          value={view}
          onChange={(v) => onMarked({ ...marked, view: v })}
          options={VIEW_OPTIONS}
        />
        <Row>
          <Soft role="status">{SAVE_WORDS[saveState]}</Soft>
          <QuietButton onPress={onPicture}>
            <Camera size={18} aria-hidden /> Picture file
          </QuietButton>
          <QuietButton onPress={savePoints}>
            <Download size={18} aria-hidden /> Points file
          </QuietButton>
          <FileTrigger
            acceptedFileTypes={['.json', 'application/json']}
            onSelect={(list) => list && void load([...list][0]!)}
          >
            <QuietButton aria-label="Load a points file">
              <Upload size={18} aria-hidden />
            </QuietButton>
          </FileTrigger>
        </Row>
      </Spread>
      {problem ? <Failed error={problem} /> : null}
    </>
  );
}
