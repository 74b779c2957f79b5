import { X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import styled from 'styled-components';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { useKeys } from '../../base/keys.tsx';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { FaceMap } from '../../parts/FaceMap.tsx';
import { SwingStrip } from './SwingStrip.tsx';

const Screen = styled.div`
  position: fixed;
  inset: 0;
  z-index: 30;
  background: var(--paper);
  color: var(--ink);
  padding: var(--s4) var(--s5);
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: var(--s3);
`;
const Top = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--s4);
  font-size: var(--title);
`;
const Middle = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: var(--s5);
  align-items: center;
  svg {
    max-width: 100%;
  }
`;
const Big = styled.div`
  font-family: var(--display);
  font-size: clamp(120px, 30vh, 300px);
  line-height: 0.95;
  font-variant-numeric: tabular-nums lining-nums;
  small {
    font-size: clamp(32px, 7vh, 64px);
  }
`;
const Second = styled.p`
  font-size: clamp(28px, 6vh, 56px);
  font-variant-numeric: tabular-nums lining-nums;
`;

/** Keeps the screen awake while mounted, where the browser can; asked for again when the page comes back. */
function useWakeLock(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const ask = async (): Promise<void> => {
      try {
        lock = await navigator.wakeLock?.request('screen');
        if (over) void lock?.release();
        else setAwake(lock !== undefined);
      } catch {
        setAwake(false);
      }
    };
    const back = (): void => {
      if (document.visibilityState === 'visible') void ask();
    };
    void ask();
    document.addEventListener('visibilitychange', back);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', back);
      void lock?.release();
    };
  }, []);
  return awake;
}

/** A short tone for each new swing, higher for a faster one; off until asked for. */
function useTone(shotId: string | undefined, on: boolean, rise: number): void {
  const said = useRef(shotId);
  useEffect(() => {
    if (said.current === shotId) return;
    said.current = shotId;
    if (!on || !shotId) return;
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const level = audio.createGain();
    tone.frequency.value = 520 * 2 ** Math.max(-1, Math.min(1, rise));
    level.gain.setValueAtTime(0.2, audio.currentTime);
    level.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.25);
    tone.connect(level).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.25);
    tone.onended = () => void audio.close();
  }, [shotId, on, rise]);
}

/** Readable from two metres: the last swing's speed, the face, the block's ticks; nothing else. */
export function Glance({ block, lesson, onClose }: { block: BlockWire; lesson: LessonAnswer; onClose: () => void }) {
  const units = useUnits();
  const [sound, setSound] = useState(false);
  const awake = useWakeLock();
  const counted = block.shots.filter((s) => s.setAsideReason === null);
  const last = counted[counted.length - 1];
  const median = block.statistics.clubSpeedMps?.median;
  const speed = last?.values.clubSpeedMps ?? last?.values.ballSpeedMps;
  useTone(last?.id, sound, speed && median ? (speed - median) / (0.05 * median) : 0);
  useKeys(useMemo(() => ({ Escape: onClose }), [onClose]));
  return createPortal(
    <Screen role="dialog" aria-label="Glance">
      <Top>
        <span>
          {lesson.student.name} · {block.club}
          {block.withBall ? '' : ', no ball'} · {block.statistics.swings} swings
          {median ? ` · median ${units.speedFigure(median)}` : ''}
        </span>
        <span style={{ display: 'flex', gap: 'var(--s3)', alignItems: 'center' }}>
          <Button onPress={() => setSound((s) => !s)}>{sound ? 'Sound on' : 'Sound off'}</Button>
          <Button onPress={onClose} autoFocus>
            <X size={20} aria-hidden /> Back <span aria-hidden>Esc</span>
          </Button>
        </span>
      </Top>
      <Middle>
        <div>
          <Big data-testid="glance-speed">
            {speed === undefined ? '–' : units.speedFigure(speed)} <small>{units.speedUnit}</small>
          </Big>
          <Second>
            {last?.values.ballSpeedMps ? `ball ${units.speedFigure(last.values.ballSpeedMps)}` : ''}
            {last?.values.ballSpeedMps && last.values.clubSpeedMps
              ? ` · smash ${(last.values.ballSpeedMps / last.values.clubSpeedMps).toFixed(2)}`
              : ''}
          </Second>
        </div>
        <FaceMap shots={block.shots} handedness={lesson.student.handedness} club={block.club} />
      </Middle>
      <div>
        <SwingStrip shots={block.shots} statistics={block.statistics} />
        <span role="status" data-awake={awake} />
      </div>
    </Screen>,
    document.body,
  );
}
