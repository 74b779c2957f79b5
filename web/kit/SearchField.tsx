import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { TextField } from './controls.tsx';

/** Search text that the address keeps; `/` puts the focus here. What is typed never waits for the address. */
export function SearchField({ label }: { label: string }) {
  const [params, setParams] = useSearchParams();
  const [typed, setTyped] = useState(params.get('search') ?? '');
  return (
    <div data-search>
      <TextField
        label={label}
        value={typed}
        onChange={(value) => {
          setTyped(value);
          // The address as it is now: one that was just followed may not be drawn yet.
          const next = new URLSearchParams(window.location.search);
          if (value) next.set('search', value);
          else next.delete('search');
          setParams(next, { replace: true });
        }}
      />
    </div>
  );
}
