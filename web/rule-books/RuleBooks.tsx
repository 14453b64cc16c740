import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form, Stack, Table } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { editionActSchema, type EditionLine, newDraftSchema } from '@mercato/contract/rule-books/editions';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { capital } from '@mercato/contract/words/text';
import { BOOK_NAMES, RULE_BOOKS } from '@mercato/core/rule-books/edition';
import { Refused } from '../api/client.ts';
import { reading, sendFile } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet, Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { FileField, Trouble } from '../ui/fields.tsx';

export const useRuleBooks = () => useQuery(reading(ruleBookRoutes.list, {}));

type Asked = { readonly what: 'copy' | 'use' | 'retire'; readonly edition: EditionLine } | null;

/** The editions of every book: which is in use, what was made of which, and the drafts that are being written. */
export default function RuleBooks() {
  const { may } = useSession();
  const { data } = useRuleBooks();
  const navigate = useNavigate();
  const [asked, setAsked] = useState<Asked>(null);
  const [pair, setPair] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string>();
  if (!data) return <Busy />;
  const lead = may('rules.write');
  const editionsOf = (book: string) => data.editions.filter((one) => one.book === book);
  const bring = async (file: File) => {
    setTrouble(undefined);
    try {
      const draft = await sendFile(ruleBookRoutes.draftFromFile, {}, await file.text());
      void navigate(`/rules/drafts/${draft.id}`);
    } catch (error) {
      setTrouble(
        error instanceof Refused
          ? [error.message, ...error.faults.slice(0, 8).map((one) => one.message)].join(' · ')
          : 'The file could not be read.',
      );
    }
  };
  const choose = (id: string, chosen: boolean) =>
    setPair(chosen ? [...pair, id].slice(-2) : pair.filter((one) => one !== id));
  const books = pair.map((id) => data.editions.find((one) => one.id === id)?.book);
  return (
    <main>
      <h1>Rule books</h1>
      <p className="soft">
        Editions never change. A laboratory copies one, compares it with its own printed copy, and makes it current;
        results keep the edition that they were evaluated by.
      </p>
      <Trouble text={trouble} />
      {RULE_BOOKS.map((book) => (
        <section key={book} className="mt-3">
          <h2>{capital(BOOK_NAMES[book])}</h2>
          <div className="scroll">
            <Table className="editions">
              <colgroup>
                <col className="c-1" />
                <col />
                <col className="c-4" />
                <col className="c-2" />
                <col className="c-5" />
              </colgroup>
              <tbody>
                {editionsOf(book).map((one) => (
                  <EditionRow
                    key={one.id}
                    edition={one}
                    chosen={pair.includes(one.id)}
                    choose={(chosen) => choose(one.id, chosen)}
                    others={editionsOf(book).reduce((sum, other) => sum + (other.id === one.id ? 0 : other.lots), 0)}
                    ask={lead ? (what) => setAsked({ what, edition: one }) : null}
                  />
                ))}
              </tbody>
            </Table>
          </div>
        </section>
      ))}
      <Stack direction="horizontal" gap={2} className="actions">
        <Quiet
          disabled={pair.length !== 2 || books[0] !== books[1]}
          onClick={() => void navigate(`/rules/compare?a=${pair[0] ?? ''}&b=${pair[1] ?? ''}`)}
        >
          Compare the two chosen
        </Quiet>
        <span className="soft">two editions of one book</span>
      </Stack>
      {asked?.what === 'copy' && (
        <CopyForm key={asked.edition.id} edition={asked.edition} leave={() => setAsked(null)} />
      )}
      {asked && asked.what !== 'copy' && (
        <ActForm
          key={`${asked.edition.id} ${asked.what}`}
          edition={asked.edition}
          act={asked.what}
          leave={() => setAsked(null)}
        />
      )}
      <section className="mt-4">
        <h2>Drafts</h2>
        {data.drafts.length === 0 ? (
          <p className="soft">None. Nothing is evaluated by a draft.</p>
        ) : (
          data.drafts.map((one) => (
            <p key={one.id}>
              <Link to={`/rules/drafts/${one.id}`} className="serif">
                {one.name}
              </Link>{' '}
              <span className="soft">
                {BOOK_NAMES[one.book]} · {one.basedOn ? `from ${one.basedOn} · ` : ''}last written by {one.by},{' '}
                {shortDay(one.at)}
              </span>
            </p>
          ))
        )}
        {lead && (
          <Stack direction="horizontal" gap={2} className="actions">
            <FileField
              label="edition from a JSON file"
              accept=".json,application/json"
              onFile={(file) => void bring(file)}
            />
          </Stack>
        )}
      </section>
    </main>
  );
}

function CopyForm({ edition, leave }: { edition: EditionLine; leave: () => void }) {
  const navigate = useNavigate();
  const entry = useEntry({
    from: { name: `${BOOK_NAMES[edition.book]}, our copy`, year: String(edition.year) },
    body: (values) => ({ ...values, basedOn: edition.id }),
    schema: newDraftSchema,
    send: to(ruleBookRoutes.startDraft, {}, { done: (answer) => navigate(`/rules/drafts/${answer.id}`) }),
  });
  return (
    <EntryForm
      entry={entry}
      title={<>Copy “{edition.name}”</>}
      send="Start draft"
      leave={leave}
      className="mt-3 w-form"
    >
      <div className="fields">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="year" />
      </div>
    </EntryForm>
  );
}

interface ActFormProps {
  edition: EditionLine;
  act: 'use' | 'retire';
  leave: () => void;
}

function ActForm({ edition, act, leave }: ActFormProps) {
  const navigate = useNavigate();
  const entry = useEntry({
    from: { reason: '' },
    body: (values) => ({ ...values, act }),
    schema: editionActSchema,
    send: to(
      ruleBookRoutes.act,
      { edition: edition.id },
      { done: act === 'use' ? () => navigate(`/rules/${edition.id}/effects`) : leave },
    ),
  });
  return (
    <EntryForm
      entry={entry}
      title={
        <>
          {act === 'use' ? 'Evaluate new lots by' : 'Retire'} “{edition.name}”
        </>
      }
      send={act === 'use' ? 'Make it current' : 'Retire it'}
      leave={leave}
      className="mt-3 w-form"
    >
      <Field entry={entry} name="reason" />
    </EntryForm>
  );
}

interface EditionRowProps {
  edition: EditionLine;
  chosen: boolean;
  choose: (chosen: boolean) => void;
  /** Lots that other editions of its book evaluate. */
  others: number;
  /** Null for whoever may not. */
  ask: ((what: NonNullable<Asked>['what']) => void) | null;
}

function EditionRow({ edition: one, chosen, choose, others, ask }: EditionRowProps) {
  return (
    <tr>
      <td>
        <Form.Check
          checked={chosen}
          aria-label={`compare ${one.name}`}
          onChange={(event) => choose(event.target.checked)}
        />
      </td>
      <td>
        <Link to={`/rules/${one.id}`} className="serif">
          {one.name}
        </Link>
        <div className="soft small">
          {one.origin === 'shipped' ? 'shipped with Mercato' : `the laboratory’s own, by ${one.by ?? ''}`}
          {one.basedOn && `, from ${one.basedOn}`} · {shortDay(one.at)}
        </div>
      </td>
      <td>
        {one.inUse ? (
          <b>current</b>
        ) : one.retired ? (
          <span className="soft">
            retired by {one.retired.by}: {one.retired.reason}
          </span>
        ) : (
          ''
        )}
      </td>
      <td className="num">
        {one.lots} {one.lots === 1 ? 'lot' : 'lots'}
      </td>
      <td className="text-nowrap">
        {ask && others > 0 && !one.retired && (
          <Link className="btn btn-outline-primary btn-sm me-2" to={`/rules/${one.id}/effects`}>
            effects
          </Link>
        )}
        {ask &&
          (
            [
              ['copy', 'copy to edit', true],
              ['use', 'make current', !one.inUse],
              ['retire', 'retire', !one.inUse && !one.retired],
            ] as const
          ).map(
            ([what, words, shown]) =>
              shown && (
                <Small key={what} className="me-2" onClick={() => ask(what)}>
                  {words}
                </Small>
              ),
          )}
      </td>
    </tr>
  );
}
