import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { type Effect, MOST_TOGETHER, togetherSchema } from '@mercato/contract/lot-sheet/effects';
import { lineWords, STEP_NAMES } from '@mercato/contract/lot-sheet/words';
import { lotRoutes } from '@mercato/contract/register/routes';
import { readerNow } from '../api/reader.ts';
import { ask, keyOf } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Heads } from '../ui/Heads.tsx';
import { toast } from '../ui/Toasts.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';

/** So many answers are asked for by themselves; a large register goes on when somebody wants it to. */
const BY_ITSELF = 20;

/** What an edition would evaluate otherwise, lot by lot, and the act that evaluates them by it. */
export default function Effects() {
  const { edition = '' } = useParams();
  const key = keyOf(lotRoutes.effects, { edition });
  const { data, error, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery({
    queryKey: [...key, 'all'],
    queryFn: ({ pageParam, signal }) =>
      ask(lotRoutes.effects, { edition }, pageParam === null ? {} : { after: pageParam }, signal),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.after,
    gcTime: 0,
  });
  const pages = data?.pages ?? [];
  const goesOn = hasNextPage && !isFetchingNextPage && pages.length % BY_ITSELF !== 0;
  useEffect(() => {
    if (goesOn) void fetchNextPage();
  }, [goesOn, fetchNextPage]);
  const [first] = pages;
  if (!first) return <Busy error={error} back={['/rules', 'the rule books']} />;
  const looked = pages.reduce((sum, one) => sum + one.looked, 0);
  const changed = pages.flatMap((one) => one.changed);
  return (
    <main>
      <h1>What “{first.edition.name}” would change</h1>
      <p role="status">
        {first.total === 0
          ? 'No lot is evaluated by another edition of this book.'
          : `${looked} of ${first.total} lots of other editions looked at: ${
              changed.length === 0 ? 'none' : changed.length
            } would be evaluated otherwise${hasNextPage ? ' so far' : ''}.`}
      </p>
      {hasNextPage && !goesOn && !isFetchingNextPage && (
        <Quiet onClick={() => void fetchNextPage()}>Look at more lots</Quiet>
      )}
      {changed.length > 0 && <Changed edition={edition} changed={changed} key={changed.length} />}
      <p className="soft mt-3">
        Nothing changes by itself: a lot keeps the edition that it was evaluated by until somebody re-evaluates it, and
        earlier evaluations stay on file. <Link to={`/rules/${edition}`}>The edition</Link> ·{' '}
        <Link to="/rules">all rule books</Link>
      </p>
    </main>
  );
}

function Changed({ edition, changed }: { edition: string; changed: readonly Effect[] }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const chosen = changed.map((one) => one.lot.id).filter((id) => !left.has(id));
  const lots = chosen.slice(0, MOST_TOGETHER);
  const entry = useEntry({
    from: { reason: '' },
    body: (values) => ({ ...values, lots }),
    schema: togetherSchema,
    send: to(
      lotRoutes.judgeTogether,
      { edition },
      {
        done: async (answer) => {
          toast(`${answer.lots} ${answer.lots === 1 ? 'lot' : 'lots'} re-evaluated.`);
          await client.resetQueries({ queryKey: keyOf(lotRoutes.effects, { edition }) });
          if (chosen.length === changed.length && chosen.length <= MOST_TOGETHER) await navigate('/lots');
        },
      },
    ),
  });
  return (
    <>
      <div className="scroll">
        <Table className="effects">
          <Heads of={['', 'lot', 'now', 'then']} />
          <tbody>
            {changed.map(({ lot, by, lines }) =>
              lines.map(({ before, after }, i) => (
                <tr key={`${lot.id} ${before.step}`}>
                  <td>
                    {i === 0 && (
                      <Form.Check
                        checked={!left.has(lot.id)}
                        aria-label={`re-evaluate ${lot.reference}`}
                        onChange={(event) => {
                          const next = new Set(left);
                          if (event.target.checked) next.delete(lot.id);
                          else next.add(lot.id);
                          setLeft(next);
                        }}
                      />
                    )}
                  </td>
                  <td>
                    {i === 0 && (
                      <>
                        <Link className="fig" to={`/lots/${lot.id}`}>
                          {lot.reference}
                        </Link>{' '}
                        <i className="species">{lot.species}</i>
                        <div className="soft small">
                          {lot.state}, by {by}
                        </div>
                      </>
                    )}
                  </td>
                  <Says line={before} />
                  <Says line={after} />
                </tr>
              )),
            )}
          </tbody>
        </Table>
      </div>
      <EntryForm
        entry={entry}
        title="Re-evaluate together"
        trouble={entry.general ?? entry.fault('lots')}
        send={`Re-evaluate ${lots.length} ${lots.length === 1 ? 'lot' : 'lots'}`}
        className="w-form mt-3"
        waits
      >
        {chosen.length > MOST_TOGETHER && (
          <p className="soft">
            {MOST_TOGETHER} at a time: {chosen.length - MOST_TOGETHER} remain for the next time.
          </p>
        )}
        <Field entry={entry} name="reason" />
      </EntryForm>
    </>
  );
}

function Says({ line }: { line: Effect['lines'][number]['before'] }) {
  const { figure, note } = lineWords(line, readerNow().order);
  return (
    <td>
      <VerdictMark mark={line.mark} /> {STEP_NAMES[line.step]}: {figure && <span className="fig">{figure} </span>}
      <span className="soft">{note}</span>
    </td>
  );
}
