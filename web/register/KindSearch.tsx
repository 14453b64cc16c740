import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import type { KindList } from '@mercato/contract/register/kinds';
import { kindRoutes } from '@mercato/contract/register/routes';
import { BOOK_NAMES } from '@mercato/core/rule-books/edition';
import { reading } from '../api/routes.ts';
import { Inline } from '../ui/Buttons.tsx';

export type ListedKind = KindList['kinds'][number];

interface KindSearchProps {
  chosen: string;
  onChoose: (kind: ListedKind) => void;
  /** Offered when nothing matches what was typed. */
  onUnknown?: ((typed: string) => void) | undefined;
  fault?: string | undefined;
}

/** Finds a kind by scientific name, common name or synonym; arrow keys and Enter choose. */
export function KindSearch({ chosen, onChoose, onUnknown, fault }: KindSearchProps) {
  const id = useId();
  const [typed, setTyped] = useState(chosen);
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const { data } = useQuery({ ...reading(kindRoutes.list, {}, { q: typed }), staleTime: Infinity });
  const shown = open ? (data?.kinds.slice(0, 8) ?? []) : [];
  const choose = (kind: ListedKind | undefined) => {
    if (!kind) return;
    setTyped(kind.species);
    setOpen(false);
    onChoose(kind);
  };
  return (
    <Form.Group className="field position-relative">
      <Form.Label htmlFor={id}>kind</Form.Label>
      <Form.Control
        id={id}
        isInvalid={fault !== undefined}
        role="combobox"
        aria-expanded={shown.length > 0}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={shown[at] ? `${id}-${at}` : undefined}
        autoComplete="off"
        value={typed}
        placeholder="oats, Avena, a synonym …"
        onChange={(event) => {
          setTyped(event.target.value);
          setOpen(true);
          setAt(0);
        }}
        onBlur={() => setTimeout(() => setOpen(false), 150)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            setOpen(true);
            setAt((i) => Math.min(shown.length - 1, i + 1));
          } else if (event.key === 'ArrowUp') {
            event.preventDefault();
            setAt((i) => Math.max(0, i - 1));
          } else if (event.key === 'Enter' && shown.length > 0) {
            event.preventDefault();
            choose(shown[at]);
          } else if (event.key === 'Escape') setOpen(false);
        }}
      />
      {fault && (
        <Form.Control.Feedback type="invalid" role="alert">
          {fault}
        </Form.Control.Feedback>
      )}
      {onUnknown && typed.trim() !== '' && data?.kinds.length === 0 && (
        <Form.Text as="div">
          No kind is called so.{' '}
          <Inline className="opens" onClick={() => onUnknown(typed.trim())}>
            Add it
          </Inline>
        </Form.Text>
      )}
      <ul id={`${id}-list`} role="listbox" aria-label="kinds found" hidden={shown.length === 0} className="proposals">
        {shown.map((kind, i) => (
          <li
            key={kind.species}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === at}
            onMouseDown={(event) => {
              event.preventDefault();
              choose(kind);
            }}
          >
            <i className="species">{kind.species}</i>, {kind.commonNames.slice(0, 2).join(', ')}
            <span className="soft">
              {' '}
              · {kind.books.length === 0 ? 'in neither book' : kind.books.map((book) => BOOK_NAMES[book]).join(' and ')}
            </span>
          </li>
        ))}
      </ul>
    </Form.Group>
  );
}
