import { Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import styled from 'styled-components';
import { Choice, Tick } from '../../kit/chips.tsx';
import { Button } from '../../kit/controls.tsx';
import { Row, Spread } from '../../kit/layout.tsx';
import { RATES, type Player } from './picture/use-player.ts';

const Clock = styled.output`
  font-variant-numeric: tabular-nums;
  font-weight: 600;
  min-width: 210px;
`;
const RATE_NAMES: Record<string, string> = { '1': '1', '0.5': '½', '0.25': '¼', '0.125': '⅛' };
const RATE_OPTIONS = RATES.map((r) => ({ id: String(r), name: RATE_NAMES[String(r)] }));

/** Play, frame by frame, speed, mirrored, and where the picture is. */
export function Transport({
  player,
  mirrored,
  onMirrored,
  clock,
}: {
  player: Player;
  mirrored: boolean;
  onMirrored: (on: boolean) => void;
  clock: string;
}) {
  return (
    <Spread>
      <Row>
        <Button aria-label="Frame back" onPress={() => player.step(-1)}>
          <SkipBack size={18} aria-hidden />
        </Button>
        <Button aria-label={player.playing ? 'Stop' : 'Play'} onPress={player.toggle}>
          {player.playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
        </Button>
        <Button aria-label="Frame on" onPress={() => player.step(1)}>
          <SkipForward size={18} aria-hidden />
        </Button>
        <Choice
          label="Speed"
          hideLabel
          value={String(player.rate)}
          onChange={(r) => player.setRate(Number(r) as (typeof RATES)[number])}
          options={RATE_OPTIONS}
        />
        <Tick isSelected={mirrored} onChange={onMirrored}>
          mirrored
        </Tick>
      </Row>
      <Clock data-testid="clock">{clock}</Clock>
    </Spread>
  );
}
