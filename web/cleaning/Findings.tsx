import { Link } from 'react-router';
import { expectsWords } from '@mercato/contract/register/expectWords';
import { groupedText } from '@mercato/contract/words/figures';
import { expectsOf, seedPerPlant } from '@mercato/core/cleaning/expects';
import {} from '@mercato/core/cleaning/figures';
import { measuresBy } from '@mercato/core/cleaning/weighings';
import { loadPays } from '@mercato/core/cleaning/loadPay';
import { Fold } from '../ui/Fold.tsx';
import { Slip } from '../ui/Slip.tsx';
import { kindTswOf, type OpenBatch } from './useBatch.ts';
import { massWords } from './weights.tsx';

const seeds = (value: number) => groupedText(String(Number(value.toPrecision(2))));

/** What the notes of a batch come to: what to expect of the seed, what a plant gave, what its loads are paid. */
export function Findings({ batch }: { batch: OpenBatch }) {
  const { book, view } = batch;
  const each = seedPerPlant(book, Number(view.cleanG), kindTswOf(view));
  const paid = loadPays(book, measuresBy(batch.bushel, ''));
  return (
    <>
      {expectsOf(book).map((one) => (
        <p key={one.is} className="caution">
          {expectsWords(one)}
        </p>
      ))}
      {each && (each.claimed !== null || each.counted !== null) && (
        <p>
          Seed a plant, of {each.plants}:{' '}
          {each.counted !== null && (
            <>
              about <b className="fig">{seeds(each.counted)}</b> by weight
            </>
          )}
          {each.claimed !== null && (
            <>
              {each.counted !== null && ', '}
              <b className="fig">{seeds(each.claimed)}</b> as its grower says
            </>
          )}
          {each.counted !== null && each.hundredSeedsG !== null && (
            <span className="soft"> (a hundred weigh {each.hundredSeedsG.toPrecision(3)} g)</span>
          )}
        </p>
      )}
      {paid.length > 0 && (
        <Fold title="What the load is paid">
          {paid.map(({ line, ticket, settlement }) =>
            settlement === null ? (
              <p key={line}>Load {ticket}: its weight is not known, so nothing can be reckoned.</p>
            ) : (
              <Slip
                key={line}
                plain
                title={`load ${ticket}`}
                steps={settlement.steps}
                rule={{ text: 'dockage, then water by dry matter', provenance: 'common practice, no source' }}
              >
                <p>
                  Dockage {massWords(settlement.dockageKg * 1000)}, water {massWords(settlement.shrinkKg * 1000)}; paid
                  for <b className="fig">{massWords(settlement.netKg * 1000)}</b>
                  {settlement.bushels !== null && <span className="fig"> ({settlement.bushels.toFixed(1)} bu)</span>}
                  {settlement.pays !== null && (
                    <>
                      : <b className="fig">{settlement.pays.toFixed(2)}</b>
                      {settlement.fee > 0 && (
                        <span className="soft">, fee of {settlement.fee.toFixed(2)} taken off</span>
                      )}
                    </>
                  )}
                </p>
              </Slip>
            ),
          )}
        </Fold>
      )}
      {view.state === 'closed' && (
        <p className="soft">
          It is closed. Where screenings went stands in the <Link to="/shed/screenings">ledger of screenings</Link>.
        </p>
      )}
    </>
  );
}
