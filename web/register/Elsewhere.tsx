import { type ReactNode, useState } from 'react';
import { shortDay } from '../api/session.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';

interface Result {
  readonly number: number;
  readonly source: string;
  /** The day of the result, where it is known. */
  readonly on?: string;
  readonly by: string;
  readonly earlier: readonly { readonly by: string; readonly supersededBecause: string }[];
}

/** Results that were not made here, each with the question that it answers, and what stood before it was corrected. */
export function Elsewhere<T extends Result>({
  title,
  enter,
  results,
  may,
  question,
  before,
  children,
  form,
}: {
  title: string;
  /** The words on the button that enters another. */
  enter: string;
  results: readonly T[] | undefined;
  may: boolean;
  question: (one: T) => string;
  /** What an earlier version said, in figures. */
  before: (one: T['earlier'][number]) => ReactNode;
  /** What is shown of one result. */
  children: (one: T) => ReactNode;
  form: (before: T | null, leave: () => void) => ReactNode;
}) {
  const [writing, setWriting] = useState<T | 'new' | null>(null);
  return (
    <section className="mt-4">
      <h2>{title}</h2>
      {results?.map((one) => (
        <div key={one.number} className="mb-3">
          <b className="serif">{one.source}</b> <span className="soft">{question(one)}</span>{' '}
          <span className="soft">
            {one.on && `of ${shortDay(one.on)} ${one.on.slice(0, 4)}, `}entered by {one.by}
          </span>{' '}
          {may && <Inline onClick={() => setWriting(one)}>correct {one.source}</Inline>}
          {one.earlier.map((old, i) => (
            <div key={i} className="soft">
              <span className="struck fig">{before(old)}</span> {old.by}; corrected: {old.supersededBecause}
            </div>
          ))}
          {children(one)}
        </div>
      ))}
      {results?.length === 0 && writing === null && <p className="soft">None is entered.</p>}
      {may && writing === null && <Quiet onClick={() => setWriting('new')}>{enter}</Quiet>}
      {writing !== null && (
        <div key={writing === 'new' ? 'new' : writing.number}>
          {form(writing === 'new' ? null : writing, () => setWriting(null))}
        </div>
      )}
    </section>
  );
}
