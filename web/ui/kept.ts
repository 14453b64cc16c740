import { useState } from 'react';

/**
 * What somebody has begun and not sent, on this machine: it survives leaving the page, a reload and a closed browser.
 * Answers with what is kept, a change of it, and what forgets it.
 */
export function useKept<T extends object>(
  name: string,
  initial: T,
): readonly [value: T, change: (value: T) => void, forget: () => void] {
  const place = `mercato.kept.${name}`;
  const [value, setValue] = useState<T>(() => ({ ...initial, ...read(place) }));
  return [
    value,
    (next) => {
      setValue(next);
      try {
        localStorage.setItem(place, JSON.stringify(next));
      } catch {
        // A full or closed store keeps nothing; the form goes on without it.
      }
    },
    () => {
      setValue(initial);
      localStorage.removeItem(place);
    },
  ];
}

function read(place: string): object {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place) ?? '{}');
    return typeof kept === 'object' && kept !== null ? kept : {};
  } catch {
    return {};
  }
}
