import { useQuery } from '@tanstack/react-query';
import { useNavigate, useSearchParams } from 'react-router';
import { newBatchSchema } from '@mercato/contract/cleaning/batches';
import type { LoadView } from '@mercato/contract/cleaning/machines';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { HarvestFields, ProvenanceFields, typedHarvest } from '../store/HarvestFields.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** A new batch: what it is, where it grew, what it is for. */
export default function NewBatch() {
  const [search] = useSearchParams();
  const loadId = search.get('load');
  const { data } = useQuery({ ...reading(cleaningRoutes.loads, {}), enabled: loadId !== null });
  const { session } = useSession();
  if (!session || (loadId !== null && !data)) return <Busy />;
  return <BatchForm key={loadId} today={session.today} load={data?.loads.find((one) => one.id === loadId) ?? null} />;
}

function BatchForm({ today, load }: { today: string; load: LoadView | null }) {
  const navigate = useNavigate();
  const harvest = {
    ...typedHarvest({
      ...UNKNOWN_HEADER,
      kind: load?.kind ?? '',
      species: load?.species ?? '',
      variety: load?.variety ?? '',
      from: load?.supplier ?? '',
      source: load ? 'trade' : 'own harvest',
      harvestYear: Number(today.slice(0, 4)),
      harvestMonth: Number(today.slice(5, 7)),
    }),
  };
  const entry = useEntry({
    from: {
      name: load ? `${load.kind} from ${load.supplier}` : '',
      goal: 'purity',
      purpose: load ? 'sale' : 'store',
      rights: 'not-known',
      note: '',
      accession: harvest,
    },
    body: (values) => ({ ...values, ...(load ? { loadId: load.id } : {}) }),
    schema: newBatchSchema,
    send: to(cleaningRoutes.start, {}, { done: (view) => navigate(`/shed/batches/${view.id}`) }),
  });
  return (
    <main className="w-text">
      <h1>New batch</h1>
      <EntryForm entry={entry} send="Start the batch" leave={() => void navigate('/shed')}>
        <div className="fields">
          <HarvestFields entry={entry} at="accession." />
          <Field entry={entry} name="name" />
          <Field entry={entry} name="purpose" />
          <Field entry={entry} name="goal" />
          <Field entry={entry} name="rights" />
          <Field entry={entry} name="note" />
        </div>
        <Fold title="Where it grew, and whether it comes true">
          <ProvenanceFields entry={entry} at="accession." />
        </Fold>
      </EntryForm>
    </main>
  );
}
