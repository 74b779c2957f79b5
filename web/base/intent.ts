import { useState } from 'react';
import { newId } from './api.ts';

export interface Intent {
  /** Id of a deed; the same for the same content until it is done. */
  idFor(about: unknown): string;
  /** The deed was taken by the server or kept for it: the next one is another. */
  done(): void;
}

/** Ids made when something is first pressed: pressing again after a lost answer is the same deed and not a second one. */
export function intent(make: () => string = newId): Intent {
  const ids = new Map<string, string>();
  return {
    idFor: (about) => {
      const key = JSON.stringify(about) ?? '';
      const id = ids.get(key) ?? make();
      ids.set(key, id);
      return id;
    },
    done: () => ids.clear(),
  };
}

export function useIntent(): Intent {
  const [held] = useState(() => intent());
  return held;
}
