import { useMemo, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { LARGEST_WAV_BYTES, writeWav } from '../../../core/formats/wav.ts';
import { checkFileSize } from '../../../core/formats/delimited.ts';
import type { BallReference, SwishOptions } from '../../../core/swish/analyse.ts';
import type { HeardRepWire, SwishSetWire } from '../../../api/capture-types.ts';
import { placeOfSet } from '../../../core/swish/set-place.ts';
import { run } from '../../workers/run.ts';
import type { HeardSwish } from '../../workers/swish-tasks.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button, PrimaryButton } from '../../kit/controls.tsx';
import { Knob } from '../../kit/Knob.tsx';
import { Card, Failed, Grid, Notice, Row, Sentence, Soft, Spread } from '../../kit/layout.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';
import { saveFile } from '../../kit/save-file.ts';
import { soundOf } from './sound-of-video.ts';
import { setInWords, SwishArc, swingInWords } from './SwishArc.tsx';
import { SetFigures, SwingTable, type Direction, type Kept } from './SwishSet.tsx';
import { useLiveSwish } from './use-live-swish.ts';
import { useMicrophone, type MicrophoneState } from './use-microphone.ts';

const STATE_WORDS: Readonly<Partial<Record<MicrophoneState, string>>> = {
  refused: 'The microphone was not allowed. Allow it for this page in the browser, or load a recording.',
  missing: 'No microphone was found. Plug one in, or load a recording.',
  lost: 'The microphone was unplugged. What was heard before is kept; start again to go on.',
};

const keyOf = (source: string, peakTimeS: number): string => `${source} ${peakTimeS}`;
/** Tells one recording from another by its length and bytes. */
const printOf = (bytes: ArrayBuffer): string => {
  let sum = 0;
  for (const b of new Uint8Array(bytes)) sum = (Math.imul(sum, 31) + b) | 0;
  return `${bytes.byteLength} ${sum}`;
};

const judged = (
  s: { readonly pastBallM: number | null; readonly tipSpeedMps: number },
  judgement: HeardRepWire['judgement'],
): HeardRepWire => ({ judgement, pastBallM: s.pastBallM, tipSpeedMps: s.tipSpeedMps });

/**
 * Listening to swings: a recording or the microphone live, one large mark on the arc after each swing, the set in figures.
 * @param onKeep takes the set into a record; the button is there only with it
 * @param onJudged told of each judged swing, for a practice log
 */
export function SwishPanel({
  handedness,
  simple = false,
  onJudged,
  onKeep,
  recordings = [],
}: {
  handedness: 'right' | 'left';
  simple?: boolean;
  onJudged?: (swing: HeardRepWire) => void;
  onKeep?: (set: Omit<SwishSetWire, 'id' | 'heardAt'>) => void;
  /** Videos whose sound can be listened to. */
  recordings?: readonly { readonly name: string; readonly url: string }[];
}) {
  const [diameterMm, setDiameterMm] = useState(9.5);
  const [ball, setBall] = useState<BallReference>('click');
  const [place, setPlace] = useState<'opposite' | 'other'>('opposite');
  const [direction, setDirection] = useState<Direction>('usual');
  const [fromFiles, setFromFiles] = useState<readonly Kept[]>([]);
  const [warnings, setWarnings] = useState<readonly string[]>([]);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  /** Direction of swings for which another was said than they were heard under. */
  const [ways, setWays] = useState<ReadonlyMap<string, Direction>>(new Map());
  const [read, setRead] = useState<ReadonlySet<string>>(new Set());
  const options = useMemo(
    (): SwishOptions => ({ diameterM: diameterMm / 1000, ball, microphone: place }),
    [diameterMm, ball, place],
  );
  const microphone = useMicrophone();
  const live = useLiveSwish(microphone, options, (s) => {
    if (direction === 'other') setWays((w) => new Map(w).set(keyOf('microphone', s.peakTimeS), 'other'));
    if (s.judgement !== 'none') onJudged?.(judged(s, s.judgement));
  });
  const kept = [
    ...fromFiles,
    ...live.swings.map((swing): Kept => ({ swing, direction: 'usual', source: 'microphone' })),
  ].map((k): Kept => ({ ...k, direction: ways.get(keyOf(k.source, k.swing.peakTimeS)) ?? k.direction }));
  const last = kept[kept.length - 1]?.swing;
  const set = placeOfSet(kept.filter((k) => k.direction === 'usual').map((k) => k.swing));
  const hear = (name: string, heard: HeardSwish): void => {
    setFromFiles((k) => [...k, ...heard.swings.map((swing): Kept => ({ swing, direction, source: name }))]);
    setWarnings(heard.warnings.map((w) => `${name}: ${w}`));
    for (const s of heard.swings) if (s.judgement !== 'none') onJudged?.(judged(s, s.judgement));
  };
  const busily = async (what: () => Promise<void>): Promise<void> => {
    setError(null);
    setBusy(true);
    try {
      await what();
    } catch (e) {
      setError(e);
    }
    setBusy(false);
  };
  const load = (files: readonly File[]): Promise<void> =>
    busily(async () => {
      for (const file of files) {
        checkFileSize(file.size, file.name, LARGEST_WAV_BYTES);
        const bytes = await file.arrayBuffer();
        const print = printOf(bytes);
        if (read.has(print)) throw new Error(`${file.name} is in this set already: it counts once.`);
        setRead((r) => new Set(r).add(print));
        if (/^video/.test(file.type)) hear(file.name, await run('swishLive', { ...(await soundOf(bytes)), options }));
        else hear(file.name, await run('swishFile', { bytes, fileName: file.name, options }));
      }
    });
  const loadVideo = (name: string, url: string): Promise<void> =>
    busily(async () => {
      const response = await fetch(url);
      hear(name, await run('swishLive', { ...(await soundOf(await response.arrayBuffer())), options }));
    });
  const saveSound = (): void => {
    const { samples, rateHz } = microphone.newest();
    saveFile(writeWav({ samples, rateHz: Math.round(rateHz) }), 'swish.wav', 'audio/wav');
  };
  const keep = (): void =>
    onKeep?.({
      diameterM: options.diameterM,
      ball,
      swings: kept.map(({ swing: s, direction: d }) => ({
        direction: d,
        tipSpeedMps: s.tipSpeedMps,
        offsetS: s.offsetS,
        offsetSdS: s.offsetSdS,
        pastBallM: s.pastBallM,
        uncertaintyM: s.uncertaintyM,
        judgement: s.judgement,
      })),
    });
  const on = microphone.state === 'on';
  const trouble = STATE_WORDS[microphone.state];
  return (
    <>
      <Card aria-label="How it is heard">
        <Grid $least="220px">
          <Knob
            label="Thickness of the stick"
            value={diameterMm}
            onChange={setDiameterMm}
            min={4}
            max={25}
            step={0.5}
            show={(v) => `${v} mm`}
          />
          <Choice
            label="The ball is heard by"
            value={ball}
            onChange={setBall}
            options={[
              { id: 'click', name: 'a click of tee or foam' },
              { id: 'brush', name: 'the brush of the mat' },
              { id: 'none', name: 'nothing' },
            ]}
          />
          <Choice
            label="Microphone"
            value={place}
            onChange={setPlace}
            options={[
              { id: 'opposite', name: 'opposite the player' },
              { id: 'other', name: 'elsewhere' },
            ]}
          />
          {simple ? null : (
            <Choice
              label="Direction of the swings"
              value={direction}
              onChange={setDirection}
              options={[
                { id: 'usual', name: 'usual' },
                { id: 'other', name: 'the other way' },
              ]}
            />
          )}
        </Grid>
        <Soft>
          Put the microphone opposite the player, level with the ball (± 20 cm), 3 to 4 m beyond it and 1 to 1.4 m high,
          no wall within 4 m. Use a stick, a tee or a foam ball: a real ball slows the head, so a peak past it cannot
          be.
        </Soft>
        <Row>
          {on ? (
            <Button onPress={microphone.stop}>Stop listening</Button>
          ) : (
            <PrimaryButton onPress={() => void microphone.start()} isDisabled={microphone.state === 'asking'}>
              Listen
            </PrimaryButton>
          )}
          <FileTrigger
            acceptedFileTypes={['.wav', 'audio/wav', 'video/mp4', 'video/webm']}
            allowsMultiple
            onSelect={(l) => l && void load([...l])}
          >
            <Button isDisabled={busy}>{busy ? 'Reading …' : 'Load a WAV or a video'}</Button>
          </FileTrigger>
          {recordings.map((r) => (
            <Button key={r.url} isDisabled={busy} onPress={() => void loadVideo(r.name, r.url)}>
              Sound of {r.name}
            </Button>
          ))}
          {live.swings.length > 0 ? <Button onPress={saveSound}>Save the sound</Button> : null}
          {kept.length > 0 && onKeep ? <PrimaryButton onPress={keep}>Keep this set in the lesson</PrimaryButton> : null}
          {kept.length > 0 ? (
            <Button
              onPress={() => {
                live.clear();
                setFromFiles([]);
                setWarnings([]);
                setWays(new Map());
                setRead(new Set());
              }}
            >
              New set
            </Button>
          ) : null}
          <Soft role="status">{on ? 'Listening: swing when you like.' : ''}</Soft>
        </Row>
        {trouble ? (
          <Notice tone="stop" role="alert">
            {trouble}
          </Notice>
        ) : null}
        {on && microphone.automaticGain ? (
          <Notice tone="unsure">
            This microphone changes its loudness by itself. Turn automatic gain off in the system’s sound settings;
            until then places are not to be trusted.
          </Notice>
        ) : null}
        {error ? <Failed error={error} /> : null}
        {live.error ? <Failed error={live.error} /> : null}
      </Card>
      <Card aria-label="Swish">
        <Spread>
          <div>
            <Sentence data-testid="swish-sentence">
              {set ? setInWords(set) : last ? swingInWords(last) : 'No swing yet.'}
            </Sentence>
            {set && last ? <Soft>The last one: {swingInWords(last)}</Soft> : null}
          </div>
          <SavePicture name="swish" />
        </Spread>
        <div data-picture>
          <SwishArc swings={kept.map((k) => k.swing)} handedness={handedness} />
        </div>
        <SetFigures kept={kept} />
        {warnings.map((w) => (
          <Soft key={w}>{w}</Soft>
        ))}
        {kept.length > 0 && !simple ? (
          <SwingTable
            kept={kept}
            onTurn={(k) =>
              setWays((w) =>
                new Map(w).set(keyOf(k.source, k.swing.peakTimeS), k.direction === 'usual' ? 'other' : 'usual'),
              )
            }
          />
        ) : null}
        <Soft>
          Good to about 12 cm in the middle and 31 cm for nine of ten on simulated recordings; tip speed to 5 %. On real
          recordings this is unproven.
        </Soft>
      </Card>
    </>
  );
}
