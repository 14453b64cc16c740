import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { OWN_FIELDS, type OwnField, ownFigureSchema } from '@mercato/contract/register/kinds';
import { kindRoutes } from '@mercato/contract/register/routes';
import { type Book, BOOK_NAMES, type Figure } from '@mercato/core/rule-books/edition';
import { temperatureWords } from '@mercato/core/rule-books/methodWords';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { NewKind } from './NewKind.tsx';

interface KindFiguresProps {
  species: string;
  book: Book;
  bookKind: string | null;
}

/** What the chosen book says of a kind, row by row with its provenance; a gap can be filled with the laboratory's own figure. */
export function KindFigures({ species, book, bookKind }: KindFiguresProps) {
  const { may } = useSession();
  const { data } = useQuery(reading(kindRoutes.view, { species }));
  const [filling, setFilling] = useState<OwnField | null>(null);
  const [correcting, setCorrecting] = useState(false);
  if (!data) return null;
  const method = data.methods[book].find((one) => one.bookKind === bookKind) ?? data.methods[book][0];
  return (
    <section>
      <h2>
        <i>{species}</i> in {BOOK_NAMES[book]}
      </h2>
      {!method && (
        <p className="outside">
          {BOOK_NAMES[book]}, as remembered, does not know this kind. Enter the laboratory’s own figures, each with
          where it comes from.
        </p>
      )}
      <table>
        <tbody>
          {(Object.keys(OWN_FIELDS) as OwnField[]).map((field) => {
            const figure = method?.[field] as Figure<number | readonly string[]> | undefined;
            return (
              <tr key={field}>
                <td>
                  {OWN_FIELDS[field].label}
                  {figure && <small>{provenanceWords(figure)}</small>}
                </td>
                <td className="text-wrap">
                  {figure ? (
                    figure.rule.provenance.origin === 'own' && may('figure.write') ? (
                      <Inline className="opens" onClick={() => setFilling(field)}>
                        {shown(figure.value)} {OWN_FIELDS[field].unit}
                      </Inline>
                    ) : (
                      `${shown(figure.value)} ${OWN_FIELDS[field].unit}`
                    )
                  ) : may('figure.write') ? (
                    <Inline className="opens outside" onClick={() => setFilling(field)}>
                      lacking: enter
                    </Inline>
                  ) : (
                    <span className="outside">lacking</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {data.source !== undefined && (
        <p className="soft mt-2">
          Added by the laboratory: {data.source}
          {may('figure.write') && !correcting && (
            <>
              {' · '}
              <Inline className="opens" onClick={() => setCorrecting(true)}>
                correct the kind
              </Inline>
            </>
          )}
        </p>
      )}
      {correcting && (
        <NewKind species={species} before={data} done={() => setCorrecting(false)} leave={() => setCorrecting(false)} />
      )}
      {data.thousandSeedWeightG && (
        <p className="soft mt-2">
          A thousand seeds weigh {data.thousandSeedWeightG.low} to {data.thousandSeedWeightG.high} g.
        </p>
      )}
      {filling && <FillGap key={filling} species={species} book={book} field={filling} done={() => setFilling(null)} />}
    </section>
  );
}

interface FillGapProps {
  species: string;
  book: Book;
  field: OwnField;
  done: () => void;
}

function FillGap({ species, book, field, done }: FillGapProps) {
  const entry = useEntry({
    from: { value: '', source: '' },
    body: (values) => ({ ...values, value: plainFigure(values.value), book, field }),
    schema: ownFigureSchema,
    send: to(kindRoutes.addFigure, { species }, { done }),
  });
  const { label, unit, kind } = OWN_FIELDS[field];
  return (
    <EntryForm entry={entry} send="Save" leave={done} className="mt-3">
      <Field
        entry={entry}
        name="value"
        label={`${label}${unit ? `, ${unit}` : ''}`}
        hint={kind === 'list' ? 'several are parted by ;' : undefined}
      />
      <Field entry={entry} name="source" />
    </EntryForm>
  );
}

const shown = (value: number | readonly string[]) =>
  typeof value === 'number' ? String(Number(value.toFixed(2))) : temperatureWords(value.join(', '));

export function provenanceWords(figure: Figure<unknown>): string {
  const { origin, verification, confidence, doubts } = figure.rule.provenance;
  if (origin === 'own') return `own: ${verification}`;
  return [verification, confidence && confidence !== 'high' ? `confidence ${confidence}` : '', doubts ?? '']
    .filter(Boolean)
    .join('; ');
}
