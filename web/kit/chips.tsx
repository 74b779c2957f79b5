import type { ReactNode } from 'react';
import { Checkbox as AriaCheckbox, CheckboxGroup, Radio, RadioGroup } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { FieldLabel } from './controls.tsx';

const Boxes = styled(CheckboxGroup)`
  display: grid;
  gap: var(--s1);
`;
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2);
`;
const chipLook = css`
  min-height: var(--touch);
  min-width: var(--touch);
  justify-content: center;
  padding: 0 var(--s3);
  display: inline-flex;
  align-items: center;
  border: 1px solid var(--line);
  border-radius: 22px;
  background: var(--card);
  cursor: pointer;
  font-weight: 500;
  &[data-selected] {
    background: var(--straw-wash);
    border-color: var(--maple);
    font-weight: 700;
  }
  &[data-focus-visible] {
    outline: 3px solid var(--slate);
    outline-offset: 2px;
  }
`;
const Chip = styled(AriaCheckbox)`
  ${chipLook}
`;
const RadioChip = styled(Radio)`
  ${chipLook}
`;
const Radios = styled(RadioGroup)`
  display: grid;
  gap: var(--s1);
`;

/** Any number of chips. */
export function Chips<T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: readonly T[];
  onChange: (value: T[]) => void;
  options: readonly { id: T; name: string }[];
}) {
  return (
    <Boxes value={[...value]} onChange={(v) => onChange(v as T[])}>
      <FieldLabel>{label}</FieldLabel>
      <Row>
        {options.map((o) => (
          <Chip key={o.id} value={o.id}>
            {o.name}
          </Chip>
        ))}
      </Row>
    </Boxes>
  );
}

/** One of a few chips; `null` is none chosen. */
export function Choice<T extends string>({
  label,
  value,
  onChange,
  options,
  hideLabel,
}: {
  label: string;
  value: T | null;
  onChange: (value: T) => void;
  options: readonly { id: T; name: ReactNode }[];
  hideLabel?: boolean;
}) {
  return (
    <Radios
      value={value}
      onChange={(v) => onChange(v as T)}
      orientation="horizontal"
      aria-label={hideLabel ? label : undefined}
    >
      {hideLabel ? null : <FieldLabel>{label}</FieldLabel>}
      <Row>
        {options.map((o) => (
          <RadioChip key={o.id} value={o.id}>
            {o.name}
          </RadioChip>
        ))}
      </Row>
    </Radios>
  );
}

/** One chip that is on or off. */
export function Tick({
  isSelected,
  onChange,
  children,
}: {
  isSelected: boolean;
  onChange: (on: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Chip isSelected={isSelected} onChange={onChange}>
      {children}
    </Chip>
  );
}
