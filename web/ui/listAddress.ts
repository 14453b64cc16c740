import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** What a list is asked for, as its address says it: words, page, and whatever else narrows it. */
export interface ListAddress {
  readonly get: (name: string) => string;
  readonly sought: string;
  readonly page: number;
  /** The words as they are typed: the address follows a moment later, and no key is lost to it. */
  readonly typed: string;
  readonly type: (words: string) => void;
  /** Writes what is given into the address; the first page and what is empty are not written. */
  readonly change: (next: Readonly<Record<string, string>>) => void;
}

/** Keeps what a list is asked for in its address, so that it can be left and come back to. */
export function useListAddress(onChange?: () => void): ListAddress {
  const [search, setSearch] = useSearchParams();
  const sought = search.get('q') ?? '';
  const [typed, type] = useState(sought);
  const change = (next: Readonly<Record<string, string>>) => {
    onChange?.();
    setSearch(
      (before) => {
        const all = new URLSearchParams(before);
        for (const [name, value] of Object.entries(next))
          if (value && !(name === 'page' && value === '1')) all.set(name, value);
          else all.delete(name);
        return all;
      },
      { replace: true },
    );
  };
  useEffect(() => {
    if (typed === sought) return undefined;
    const timer = setTimeout(() => change({ q: typed, page: '1' }), 150);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `change` only writes the address
  }, [typed, sought]);
  return { get: (name) => search.get(name) ?? '', sought, page: Number(search.get('page') ?? 1), typed, type, change };
}
