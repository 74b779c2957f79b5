import { useState } from 'react';
import { Button, TextField } from '../../../kit/controls.tsx';
import { Row } from '../../../kit/layout.tsx';

const read = (typed: string): number | null => {
  const value = Number(typed.trim().replace(',', '.').replace('−', '-'));
  return typed.trim() === '' || !Number.isFinite(value) ? null : value;
};

/** One number with Enter: what is called, or what was done. */
export function NumberPad({
  label,
  unit,
  onNumber,
  isDisabled,
}: {
  label: string;
  unit: string;
  onNumber: (value: number) => void;
  isDisabled: boolean;
}) {
  const [typed, setTyped] = useState('');
  const value = read(typed);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (value === null || isDisabled) return;
        onNumber(value);
        setTyped('');
      }}
    >
      <Row style={{ alignItems: 'end' }}>
        <TextField
          label={`${label}${unit ? `, ${unit}` : ''}`}
          value={typed}
          onChange={setTyped}
          error={typed.trim() !== '' && value === null ? 'must be a number' : undefined}
        />
        <Button type="submit" isDisabled={value === null || isDisabled}>
          {label} it
        </Button>
      </Row>
    </form>
  );
}
