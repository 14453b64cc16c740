import { useState } from 'react';
import { Link } from 'react-router';
import type { BatchLine } from '@mercato/contract/cleaning/views';
import { lineWords } from '@mercato/contract/cleaning/lineWords';
import { shortInstant, useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Strike } from '../ui/Strike.tsx';
import { isCorrected } from './Acts.tsx';
import type { OpenBatch } from './useBatch.ts';

/** What was written of a batch, the newest first; nothing is ever changed, only crossed out. */
export function BatchBook({ batch, correct }: { batch: OpenBatch; correct: (line: BatchLine) => void }) {
  const { view, book } = batch;
  const { may, session } = useSession();
  const zone = session?.laboratory.zone ?? 'UTC';
  // Hundreds of lines are drawn when somebody looks at them.
  const [open, setOpen] = useState(false);
  const names = {
    vessel: (id: string) => book.vessels.get(id)?.name ?? 'a vessel',
    pass: (id: string) => book.passes.get(id)?.method ?? null,
  };
  return (
    <Fold title={`Its book, ${view.lines.length} ${view.lines.length === 1 ? 'line' : 'lines'}`} onToggle={setOpen}>
      {open && (
        <>
          <p className="soft">
            Harvest {view.of.number}, {view.harvestYear}
            {view.of.header.site.name && `, ${view.of.header.site.name}`}
            {view.of.header.neighbours && `; beside it grew ${view.of.header.neighbours}`}.
            {view.became.map((one) => (
              <span key={one.id}>
                {' '}
                Became <Link to={one.is === 'lot' ? `/lots/${one.id}` : `/store/packets/${one.id}`}>{one.name}</Link>.
              </span>
            ))}
          </p>
          <ol className="book" reversed>
            {[...view.lines].reverse().map((one) => (
              <li key={one.id} value={one.line + 1} className={one.struck ? 'struck' : undefined}>
                {lineWords(one.entry, names)}{' '}
                <span className="soft">
                  {one.by}, {shortInstant(one.at, zone)}
                  {one.writtenAt !== one.at && `, entered ${shortInstant(one.writtenAt, zone)}`}
                  {one.lateReason && `: ${one.lateReason}`}
                  {one.corrects && `, corrects line ${one.corrects.line + 1}: ${one.corrects.reason}`}
                  {one.struck && ` – crossed out: ${one.struck.reason}`}
                </span>{' '}
                {may('shed.write') && !one.struck && one.entry.what !== 'strike' && (
                  <>
                    {view.state === 'open' && isCorrected(one.entry.what) && (
                      <Inline aria-label={`correct line ${one.line + 1}`} onClick={() => correct(one)}>
                        correct
                      </Inline>
                    )}{' '}
                    <Strike
                      what={`line ${one.line + 1}`}
                      strike={(reason) => batch.write({ what: 'strike', line: one.line, reason })}
                    />
                  </>
                )}
              </li>
            ))}
          </ol>
        </>
      )}
    </Fold>
  );
}
