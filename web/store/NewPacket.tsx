import { useNavigate, useSearchParams } from 'react-router';
import { type PackedSeed, packedSeedSchema, type PacketView } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { useEntry } from '../ui/entry.ts';
import { AmountField, amountOf, noAmount } from './AmountField.tsx';
import { HarvestFields, ProvenanceFields, typedHarvest } from './HarvestFields.tsx';
import { placeChoices, useKinds, usePacket, usePlaces } from './data.ts';
import { harvestWords } from './words.ts';

/** A packet for the store: kind, year and how many are enough; everything else when it is known. */
export default function NewPacket() {
  const [search] = useSearchParams();
  const like = search.get('like');
  const { data: before } = usePacket(like ?? '');
  const { data: places } = usePlaces();
  const { session } = useSession();
  // What is typed is looked up among the kinds at once: a kind typed before they are here would lose its name.
  const { data: kinds } = useKinds();
  if ((like && !before) || !places || !session || !kinds) return <Busy />;
  return (
    <PacketForm
      key={like}
      before={like ? (before ?? null) : null}
      today={session.today}
      places={placeChoices(places)}
    />
  );
}

interface PacketFormProps {
  /** Another packet of this harvest. */
  before: PacketView | null;
  today: string;
  places: readonly (readonly [string, string])[];
}

function PacketForm({ before, today, places }: PacketFormProps) {
  const navigate = useNavigate();
  const entry = useEntry({
    from: {
      accession: typedHarvest(null),
      amount: noAmount('seeds'),
      packet: { packedOn: today, supplier: '', wrapping: 'paper', placeId: before?.placeId ?? '', note: '' },
    },
    body: ({ amount, accession, packet }) => ({
      ...(before ? { accessionId: before.accessionId } : { accession }),
      packet: { ...packet, amount: amountOf(amount) },
    }),
    schema: packedSeedSchema,
    send: async (body: PackedSeed, key) => {
      const packet = await send(storeRoutes.pack, {}, body, { key });
      await navigate(`/store/packets/${packet.id}`);
    },
  });
  return (
    <main className="w-text">
      <h1>{before ? `Another packet of ${before.kind}` : 'A packet for the store'}</h1>
      {before && (
        <p className="soft">
          {before.variety && `${before.variety}, `}harvest {harvestWords(before)}, {before.accession}
        </p>
      )}
      <EntryForm
        entry={entry}
        send="Add packet"
        leave={() => {
          void navigate(-1);
        }}
      >
        <div className="fields">
          {!before && <HarvestFields entry={entry} at="accession." />}
          <AmountField
            label="how much it holds"
            value={entry.values.amount}
            onChange={(amount) => entry.set({ amount })}
            fault={['seeds', 'text', 'unit', '']
              .map((one) => entry.fault(`packet.amount${one && `.${one}`}`))
              .find(Boolean)}
            hint="count a few seeds, weigh many"
          />
          <Field entry={entry} name="packet.placeId" options={places} />
          <Field entry={entry} name="packet.packedOn" />
          <Field entry={entry} name="packet.wrapping" />
          <Field entry={entry} name="packet.supplier" />
          <Field entry={entry} name="packet.note" />
        </div>
        {!before && (
          <Fold title="Where it comes from, and whether it comes true" className="mt-3">
            <ProvenanceFields entry={entry} at="accession." />
          </Fold>
        )}
      </EntryForm>
    </main>
  );
}
