import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { type LotHeader, lotHeaderChangeSchema, newLotSchema, type LotSheet } from '@mercato/contract/register/lots';
import { kindRoutes, lotRoutes } from '@mercato/contract/register/routes';
import { type Book, BOOK_NAMES } from '@mercato/core/rule-books/edition';
import type { EnteredMass } from '@mercato/core/units/mass';
import { heavyNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Station } from '../ui/Station.tsx';
import { to, useEntry } from '../ui/entry.ts';
import type { Typed } from '../ui/typedBody.ts';
import { JudgeAnew } from './JudgeAnew.tsx';
import { KindFigures } from './KindFigures.tsx';
import { KindSearch } from './KindSearch.tsx';
import { NewKind } from './NewKind.tsx';
import { Clients, SoldIn } from './RequestLines.tsx';

/** Opens a lot, or corrects the header of one; the old header stays on file. */
export default function LotForm() {
  const { lot } = useParams();
  const { data, error } = useQuery({ ...reading(lotRoutes.sheet, { lot: lot ?? '' }), enabled: lot !== undefined });
  const next = useQuery({ ...reading(lotRoutes.nextReference, {}), enabled: lot === undefined, gcTime: 0 });
  if (lot ? !data : next.isPending) return <Busy error={error} back={['/lots', 'the lots']} />;
  return <Form sheet={data} reference={next.data?.reference ?? ''} />;
}

interface FormProps {
  sheet: LotSheet | undefined;
  /** What the next lot may be called. */
  reference: string;
}

function Form({ sheet, reference }: FormProps) {
  const navigate = useNavigate();
  const { may } = useSession();
  const [adding, setAdding] = useState<string | null>(null);
  const done = ({ id }: { id: string }) => navigate(`/lots/${id}`, { replace: sheet !== undefined });
  const entry = useEntry({
    from: { ...linesOf(sheet?.header), ...(sheet ? {} : { reference }) },
    body: bodyOf,
    schema: sheet ? lotHeaderChangeSchema : newLotSchema,
    send: sheet
      ? to(lotRoutes.correct, { lot: sheet.id }, { version: sheet.version, done })
      : to(lotRoutes.add, {}, { done }),
  });
  const { values } = entry;
  const kinds = useQuery({
    ...reading(kindRoutes.list, {}, { q: values.species }),
    enabled: values.species !== '',
    staleTime: Infinity,
  });
  const kind = kinds.data?.kinds.find((one) => one.species === values.species);
  const names = kind?.bookKinds[values.book] ?? [];
  return (
    <Station
      slip={
        values.species ? (
          <KindFigures species={values.species} book={values.book} bookKind={values.bookKind} />
        ) : (
          <p className="soft">Choose a kind: its figures in the rule book stand here, with how far to trust them.</p>
        )
      }
    >
      <div className="head">
        <h1>{sheet ? 'Correct the lot' : 'New lot'}</h1>
        {sheet && <span className="code">{sheet.header.reference}</span>}
      </div>
      <EntryForm
        entry={entry}
        send={sheet ? 'Correct the lot' : 'Open the lot'}
        beside={<Quiet onClick={() => void navigate(-1)}>Back</Quiet>}
        className="mt-3"
      >
        <div className="fields">
          <Field entry={entry} name="reference" />
          <KindSearch
            chosen={values.species}
            key={values.species}
            onChoose={(one) => entry.set({ species: one.species, bookKind: '' })}
            onUnknown={may('figure.write') ? setAdding : undefined}
            fault={entry.fault('species')}
          />
          <Field entry={entry} name="book" onChange={(book) => entry.set({ book: book as Book, bookKind: '' })} />
          {names.length > 1 && (
            <Field
              entry={entry}
              name="bookKind"
              label={`kind in the words of ${BOOK_NAMES[values.book]}`}
              options={[['', 'choose …'], ...names.map((one) => [one, one] as const)]}
            />
          )}
          <Field entry={entry} name="variety" />
          <Field entry={entry} name="harvest" type="text" path={['harvestYear', 'harvestMonth']} />
          <Field entry={entry} name="mass" units={['kg', 'lb']} />
          <Field entry={entry} name="containers" />
          {values.containers !== '0' && <Field entry={entry} name="containerMass" />}
          <Field entry={entry} name="origin" />
          {sheet && <Field entry={entry} name="reason" />}
          {!sheet && <Field entry={entry} name="client" path="asked.client" list="clients" />}
        </div>
        {!sheet && (
          <>
            <Clients id="clients" />
            <SoldIn chosen={values.soldIn} choose={(soldIn) => entry.set({ soldIn })} />
          </>
        )}
      </EntryForm>
      {adding !== null && (
        <NewKind
          species={adding}
          done={(added) => {
            setAdding(null);
            entry.set({ species: added.species, bookKind: '' });
          }}
          leave={() => setAdding(null)}
        />
      )}
      {sheet && may('rules.write') && <JudgeAnew sheet={sheet} />}
    </Station>
  );
}

/** A harvest is typed in one line, and a heap has no container to weigh. */
const bodyOf = ({ harvest, client, soldIn, ...values }: Typed<ReturnType<typeof linesOf>>) => {
  const [year = '', month = ''] = harvest.trim().split('-');
  return {
    ...values,
    harvestYear: year,
    harvestMonth: month,
    containerMass: values.containers.trim() === '0' ? null : values.containerMass,
    asked: client.trim() || soldIn.length > 0 ? { client, soldIn: soldIn.length > 0 ? soldIn : undefined } : undefined,
  };
};

const linesOf = (header: LotHeader | undefined, unit: EnteredMass['unit'] = heavyNow()) => ({
  reference: header?.reference ?? '',
  species: header?.species ?? '',
  bookKind: header?.bookKind ?? '',
  variety: header?.variety ?? '',
  harvest: header
    ? `${header.harvestYear}${header.harvestMonth ? `-${String(header.harvestMonth).padStart(2, '0')}` : ''}`
    : '',
  mass: header?.mass ?? { text: '', unit },
  containers: header?.containers ?? '',
  containerMass: header?.containerMass ?? { text: '', unit },
  origin: header?.origin ?? '',
  book: header?.book ?? 'ista',
  reason: '',
  client: '',
  soldIn: [] as string[],
});
