import { Label, Slider, SliderOutput, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';

/** Sliders at the left, the picture at the right. */
export const Columns = styled.div`
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
  gap: var(--s5);
  align-items: start;
  @media (max-width: 800px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Track = styled(SliderTrack)`
  height: 30px;
  width: 100%;
  position: relative;
  &::before {
    content: '';
    position: absolute;
    inset: 13px 0;
    border-radius: 3px;
    background: var(--wood);
  }
`;
const Thumb = styled(SliderThumb)`
  width: 26px;
  height: 26px;
  border-radius: 50%;
  background: var(--maple);
  border: 3px solid var(--card);
  top: 50%;
  &[data-focus-visible] {
    outline: 3px solid var(--slate);
  }
`;
const Head = styled.div`
  display: flex;
  justify-content: space-between;
  gap: var(--s2);
  font-weight: 600;
  output {
    white-space: nowrap;
  }
`;

/** One slider with its name and value. */
export function Knob({
  label,
  value,
  onChange,
  min,
  max,
  step,
  show,
}: {
  label: string;
  value: number;
  onChange: (v: number) => void;
  min: number;
  max: number;
  step: number;
  show: (v: number) => string;
}) {
  return (
    <Slider value={value} onChange={(v) => onChange(v as number)} minValue={min} maxValue={max} step={step}>
      <Head>
        <Label>{label}</Label>
        <SliderOutput>{show(value)}</SliderOutput>
      </Head>
      <Track>
        <Thumb aria-label={label} />
      </Track>
    </Slider>
  );
}
