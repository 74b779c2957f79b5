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
          setParams(
            (old) => {
              const next = new URLSearchParams(old);
              if (value) next.set('search', value);
              else next.delete('search');
              return next;
            },
            { replace: true },
          );
        }}
      />
    </div>
  );
}
