import { useState } from 'react';
import { Button, TextField } from '../../../kit/controls.tsx';
import { Row } from '../../../kit/layout.tsx';
import { numberOf, wrongNumber } from '../../../kit/typed-number.ts';

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
  const wrong = wrongNumber(typed);
  const value = wrong === undefined ? numberOf(typed) : null;
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
        <TextField label={`${label}${unit ? `, ${unit}` : ''}`} value={typed} onChange={setTyped} error={wrong} />
        <Button type="submit" isDisabled={value === null || isDisabled}>
          {label} it
        </Button>
      </Row>
    </form>
  );
}
