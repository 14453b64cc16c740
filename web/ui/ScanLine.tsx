import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Camera } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { searchRoutes } from '@mercato/contract/register/routes';
import { type Hit, type HitKind, LEAST_SOUGHT } from '@mercato/contract/register/search';
import { readCode } from '@mercato/core/register/code';
import { cache } from '../api/cache.ts';
import { Refused } from '../api/client.ts';
import { reading } from '../api/routes.ts';
import { Inline } from './Buttons.tsx';
import type { Scan } from './scan.tsx';

const KIND_WORDS: Readonly<Record<HitKind, string>> = {
  lot: 'lot',
  dishes: 'dishes',
  packet: 'packet',
  batch: 'shed',
  place: 'place',
  kind: 'species',
};
const PAUSE = 150;
const NONE: readonly Hit[] = [];

/** What is typed, once the hands rest; a code is looked up when it is complete, and not on the way. */
function useSought(typed: string): string {
  const [sought, setSought] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSought(typed.startsWith('*') ? '' : typed.trim()), PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  return sought;
}

/** The line at the top: whatever is scanned or typed there opens, a code at once, all else from what was found. */
export function ScanLine({ scan: { line, ...scan }, openCamera }: { scan: Scan; openCamera: () => void }) {
  const navigate = useNavigate();
  const sought = useSought(scan.typed);
  const [at, setAt] = useState(-1);
  const looks = sought.length >= LEAST_SOUGHT && scan.typed.trim() !== '';
  const { data } = useQuery({
    ...reading(searchRoutes.find, {}, { q: sought }),
    enabled: looks,
    placeholderData: keepPreviousData,
    staleTime: 10_000,
  });
  const hits = looks ? (data?.hits ?? NONE) : NONE;
  const open = (hit: Hit) => {
    scan.giveBack();
    void navigate(hit.open);
  };
  // What was found before may be of other words: the first of these is asked for.
  const openFirst = async (q: string) => {
    if (q.length < LEAST_SOUGHT) return;
    try {
      const [first] = (await cache.query(reading(searchRoutes.find, {}, { q }))).hits;
      if (first) open(first);
      else scan.say(`Nothing is called “${q}”.`);
    } catch (error) {
      scan.say(error instanceof Refused ? error.message : 'The search failed.');
    }
  };
  return (
    <Form
      className="scan position-relative"
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        const hit = hits[at];
        if (hit) open(hit);
        else if (scan.typed.startsWith('*') || readCode(scan.typed).ok) void scan.scanned(scan.typed);
        else void openFirst(scan.typed.trim());
      }}
    >
      <Form.Control
        ref={line}
        data-scan="yes"
        role="combobox"
        aria-label="find anything, or scan a code"
        aria-expanded={hits.length > 0}
        aria-controls="found"
        aria-activedescendant={at >= 0 ? `found-${at}` : undefined}
        placeholder="find anything"
        value={scan.typed}
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => scan.cameFrom(event.relatedTarget)}
        onChange={(event) => {
          scan.type(event.target.value);
          setAt(-1);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') scan.giveBack();
          const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
          if (step === undefined || hits.length === 0) return;
          event.preventDefault();
          setAt((before) => Math.min(hits.length - 1, Math.max(0, before + step)));
        }}
      />
      {hits.length > 0 && (
        <ul className="proposals found" id="found" role="listbox" aria-label="found">
          {hits.map((hit, i) => (
            <li
              key={`${hit.kind} ${hit.open} ${hit.name}`}
              id={`found-${i}`}
              role="option"
              aria-selected={i === at}
              // The line keeps the focus until it is open.
              onMouseDown={(event) => {
                event.preventDefault();
                open(hit);
              }}
            >
              <span className="soft small">{KIND_WORDS[hit.kind]}</span> <b>{hit.name}</b>{' '}
              <span className="soft small">{hit.beside}</span>
            </li>
          ))}
        </ul>
      )}
      <Inline aria-label="camera" title="camera" onClick={openCamera}>
        <Camera size={18} aria-hidden />
      </Inline>
    </Form>
  );
}
