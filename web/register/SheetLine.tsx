import { Link } from 'react-router';
import { expectsWords } from '@mercato/contract/register/expectWords';
import { type StepLine, stepPath } from '@mercato/contract/lot-sheet/standing';
import { lineWords, STEP_NAMES } from '@mercato/contract/lot-sheet/words';
import type { LotSheet as Sheet } from '@mercato/contract/register/lots';
import { readerNow } from '../api/reader.ts';
import { dueWords, shortDay, useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

/** For whom, what was asked and by when; where the lot comes from and what it was divided into. */
export function Asked({ sheet }: { sheet: Sheet }) {
  const { session } = useSession();
  const { request, parent, parts, batch, treatments } = sheet;
  return (
    <>
      {request && (
        <span className="d-block">
          for <b>{request.client}</b>
          {request.theirReference && ` (${request.theirReference})`} ·{' '}
          {request.tests.map((one) => one.replace('-', ' ')).join(', ')}
          {request.dueOn && ` · report ${dueWords(request.dueOn, session?.today ?? request.dueOn)}`}
          {request.sampledBy === 'client' && ' · sample sent in by the client'}
          {request.fee && (
            <>
              {' · '}
              <span className="fig">
                {request.fee.text} {request.fee.currency}
              </span>
            </>
          )}
        </span>
      )}
      {batch && (
        <span className="d-block">
          from <Link to={`/shed/batches/${batch.id}`}>batch {batch.number}</Link> of the shed
          {batch.expects.map((one) => (
            <span key={one.is} className="d-block soft">
              {expectsWords(one)}
            </span>
          ))}
        </span>
      )}
      {treatments.length > 0 && (
        <span className="d-block">
          <b className="treated">Treated with {treatments.map((one) => one.product).join(', ')}</b>: gloves, no dust,
          wash hands; never for food, feed or oil. Local rules come first.
        </span>
      )}
      {parent && (
        <span className="d-block">
          part of <Link to={`/lots/${parent.id}`}>{parent.reference}</Link>
        </span>
      )}
      {parts.length > 0 && (
        <span className="d-block">
          divided into{' '}
          {parts.map((one, i) => (
            <span key={one.id}>
              {i > 0 && ', '}
              <Link to={`/lots/${one.id}`}>{one.reference}</Link>
            </span>
          ))}
        </span>
      )}
    </>
  );
}

export function theNext(lines: readonly StepLine[]): StepLine | undefined {
  return (
    lines.find((line) => line.mark === 'next' && line.due !== undefined) ??
    lines.find((line) => line.mark === 'next') ??
    lines.find((line) => line.blocks.length > 0)
  );
}

interface FactProps {
  figure: string | null;
  what: string;
  open?: (() => void) | undefined;
}

export function Fact({ figure, what, open }: FactProps) {
  return (
    <div className="soft small">
      <b className="fig d-block fw-medium fs-6 text-ink">
        <Figure text={figure ?? '—'} open={figure === null ? undefined : open} />
      </b>
      {what}
    </div>
  );
}

/** A figure; where its working is known, a button that opens it. */
function Figure({ text, open }: { text: string; open: (() => void) | undefined }) {
  return open ? (
    <Inline className="opens fig" onClick={open}>
      {text}
    </Inline>
  ) : (
    <>{text}</>
  );
}

interface LineProps {
  line: StepLine;
  lot: string;
  now: boolean;
  today: string;
  zone: string;
  open: (() => void) | undefined;
}

export function Line({ line, lot, now, today, zone, open }: LineProps) {
  const path = stepPath(lot, line);
  const { figure, note } = lineWords(line, readerNow().order);
  return (
    <li className={`sheet-line${now ? ' now' : ''}`}>
      <Link to={`/lots/${lot}/${line.step}`} className="plain serif step">
        {STEP_NAMES[line.step]}
      </Link>
      <VerdictMark mark={now && line.blocks.length === 0 ? 'next' : line.mark} />
      <span>
        {figure && (
          <span className="fig me-2">
            <Figure text={figure} open={line.due === undefined ? open : undefined} />
            {line.due ? ` ${dueWords(line.due, today)}` : ''}
          </span>
        )}
        <span className="soft">{note}</span>
      </span>
      <span className="by">
        {now ? (
          <Link to={path} className="btn btn-primary">
            {line.due ? 'Count' : line.blocks.length > 0 ? 'Decide or retest' : 'Next'}
          </Link>
        ) : line.by ? (
          `${initials(line.by)} · ${shortDay(line.at ?? '', zone)}`
        ) : (
          ''
        )}
      </span>
    </li>
  );
}

/** "Ilse Marrow" → "I. Marrow". */
const initials = (name: string) => name.replace(/^(\S)\S*\s+/, '$1. ');
