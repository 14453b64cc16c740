import { kindRoutes, lotRoutes } from '@mercato/contract/register/routes';
import { reading, send } from '../api/routes.ts';
import { lotHeaderChangeSchema, lotHeaderSchema, type LotSheet } from '@mercato/contract/register/lots';
import { BOOK_NAMES, type Book } from '@mercato/core/rule-books/edition';
import type { MassUnit } from '@mercato/core/units/mass';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams } from 'react-router';
import { useSession } from '../api/session.tsx';
import { plainFigure, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, MassField, TextField } from '../ui/fields.tsx';
import { JudgeAnew } from './JudgeAnew.tsx';
import { KindFigures } from './KindFigures.tsx';
import { KindSearch } from './KindSearch.tsx';
import { NewKind } from './NewKind.tsx';

interface Values {
  reference: string;
  species: string;
  bookKind: string;
  variety: string;
  harvest: string;
  massText: string;
  massUnit: MassUnit;
  containers: string;
  eachText: string;
  eachUnit: MassUnit;
  origin: string;
  book: Book;
  reason: string;
}

const EMPTY: Values = {
  reference: '',
  species: '',
  bookKind: '',
  variety: '',
  harvest: '',
  massText: '',
  massUnit: 'kg',
  containers: '',
  eachText: '',
  eachUnit: 'kg',
  origin: '',
  book: 'ista',
  reason: '',
};

/** Opens a lot, or corrects the header of one; the old header stays on file. */
export default function LotForm(): JSX.Element {
  const { lot } = useParams();
  const { data } = useQuery({ ...reading(lotRoutes.sheet, { lot: lot ?? '' }), enabled: lot !== undefined });
  if (lot && !data) return <main aria-busy="true" />;
  return <Form sheet={data} />;
}

function Form({ sheet }: { sheet: LotSheet | undefined }): JSX.Element {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { may } = useSession();
  const [adding, setAdding] = useState<string | null>(null);
  const entry = useEntry(
    sheet ? valuesOf(sheet) : EMPTY,
    (values) => bodyOf(values, sheet !== undefined),
    sheet ? lotHeaderChangeSchema : lotHeaderSchema,
    async (body, key) => {
      const answer = sheet
        ? await send(client, lotRoutes.correct, { lot: sheet.id }, body, { version: sheet.version, key })
        : await send(client, lotRoutes.add, {}, body, { key });
      void navigate(`/lots/${answer.id}`, { replace: sheet !== undefined });
    },
  );
  const { values, set, fault, field } = entry;
  const kinds = useQuery({
    ...reading(kindRoutes.list, {}, { q: values.species }),
    enabled: values.species !== '',
    staleTime: Infinity,
  });
  const kind = kinds.data?.kinds.find((one) => one.species === values.species);
  const names = kind?.bookKinds[values.book] ?? [];
  return (
    <main className="station">
      <section>
        <div className="head">
          <h1>{sheet ? 'Correct the lot' : 'New lot'}</h1>
          {sheet && <span className="code">{sheet.header.reference}</span>}
        </div>
        <EntryForm
          entry={entry}
          send={sheet ? 'Correct the lot' : 'Open the lot'}
          beside={
            <Button variant="outline-primary" onClick={() => void navigate(-1)}>
              Back
            </Button>
          }
          style={{ marginTop: 14 }}
        >
          <div className="fields">
            <TextField label="reference" {...field('reference')} autoFocus />
            <KindSearch
              chosen={values.species}
              key={values.species}
              onChoose={(one) => set({ species: one.species, bookKind: '' })}
              onUnknown={may('figure.write') ? setAdding : undefined}
              fault={fault('species')}
            />
            <ChoiceField
              label="rule book"
              value={values.book}
              onChange={(book) => set({ book: book as Book, bookKind: '' })}
              fault={fault('book')}
              options={[
                ['ista', 'ISTA'],
                ['aosa', 'AOSA/FSA'],
              ]}
            />
            {names.length > 1 && (
              <ChoiceField
                label={`kind in the words of ${BOOK_NAMES[values.book]}`}
                {...field('bookKind')}
                options={[['', 'choose …'], ...names.map((one) => [one, one] as const)]}
              />
            )}
            <TextField label="variety" {...field('variety')} />
            <TextField
              label="harvest"
              {...field('harvest', 'harvestYear', 'harvestMonth')}
              hint="year and month, such as 2026-08"
            />
            <MassField
              label="mass of the lot"
              text={values.massText}
              unit={values.massUnit}
              units={['kg', 'lb']}
              onChange={(change) =>
                set({
                  ...(change.text === undefined ? {} : { massText: change.text }),
                  ...(change.unit ? { massUnit: change.unit } : {}),
                })
              }
              fault={fault('mass.text') ?? fault('mass')}
            />
            <TextField
              label="containers"
              {...field('containers')}
              inputMode="numeric"
              figure

              hint="0 for a heap, bin or stream"
            />
            {values.containers !== '0' && (
              <MassField
                label="mass in each"
                text={values.eachText}
                unit={values.eachUnit}
                units={['kg', 'lb', 'g', 'oz']}
                onChange={(change) =>
                  set({
                    ...(change.text === undefined ? {} : { eachText: change.text }),
                    ...(change.unit ? { eachUnit: change.unit } : {}),
                  })
                }
                fault={fault('containerMass.text') ?? fault('containerMass')}
              />
            )}
            <TextField label="origin" {...field('origin')} hint="field, site or supplier" />
            {sheet && <TextField label="why it is corrected" {...field('reason')} />}
          </div>
        </EntryForm>
        {adding !== null && (
          <NewKind
            species={adding}
            done={(added) => {
              setAdding(null);
              set({ species: added.species, bookKind: '' });
            }}
            leave={() => setAdding(null)}
          />
        )}
        {sheet && may('rules.write') && <JudgeAnew sheet={sheet} />}
      </section>
      <aside className="slip">
        {values.species ? (
          <KindFigures species={values.species} book={values.book} bookKind={values.bookKind} />
        ) : (
          <p className="soft">Choose a kind: its figures in the rule book stand here, with how far to trust them.</p>
        )}
      </aside>
    </main>
  );
}

function bodyOf(values: Values, correcting: boolean): object {
  const [year = '', month] = values.harvest.trim().split('-');
  const containers = wholeNumber(values.containers);
  return {
    reference: values.reference.trim(),
    species: values.species,
    bookKind: values.bookKind || null,
    variety: values.variety.trim(),
    harvestYear: /^\d{4}$/.test(year) ? Number(year) : year,
    harvestMonth: month === undefined ? null : /^\d{1,2}$/.test(month) ? Number(month) : month,
    mass: { text: plainFigure(values.massText), unit: values.massUnit },
    containers,
    containerMass: containers === 0 ? null : { text: plainFigure(values.eachText), unit: values.eachUnit },
    origin: values.origin.trim(),
    book: values.book,
    ...(correcting && values.reason.trim() ? { reason: values.reason.trim() } : {}),
  };
}

function valuesOf({ header }: LotSheet): Values {
  return {
    reference: header.reference,
    species: header.species,
    bookKind: header.bookKind ?? '',
    variety: header.variety,
    harvest: `${header.harvestYear}${header.harvestMonth ? `-${String(header.harvestMonth).padStart(2, '0')}` : ''}`,
    massText: header.mass.text,
    massUnit: header.mass.unit,
    containers: String(header.containers),
    eachText: header.containerMass?.text ?? '',
    eachUnit: header.containerMass?.unit ?? 'kg',
    origin: header.origin,
    book: header.book,
    reason: '',
  };
}
