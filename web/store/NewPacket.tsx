import { storeRoutes } from '@mercato/contract/store/routes';
import { send } from '../api/routes.ts';
import { packedSeedSchema, WRAPPINGS, type PackedSeed, type PacketView } from '@mercato/contract/store/packets';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useSession } from '../api/session.tsx';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { AmountField, amountOf, noAmount } from './AmountField.tsx';
import { placeChoices, useKinds, usePacket, usePlaces } from './data.ts';
import { HarvestFields, harvestOf, ProvenanceFields, typedHarvest } from './HarvestFields.tsx';
import { harvestWords } from './words.ts';

/** A packet for the store: kind, year and how many are enough; everything else when it is known. */
export default function NewPacket(): JSX.Element {
  const [search] = useSearchParams();
  const like = search.get('like');
  const { data: before } = usePacket(like ?? '');
  const { data: places } = usePlaces();
  const { session } = useSession();
  // What is typed is looked up among the kinds at once: a kind typed before they are here would lose its name.
  const { data: kinds } = useKinds();
  if ((like && !before) || !places || !session || !kinds) return <main aria-busy="true" />;
  return (
    <PacketForm
      key={like}
      before={like ? (before ?? null) : null}
      today={session.today}
      places={placeChoices(places)}
    />
  );
}

function PacketForm({
  before,
  today,
  places,
}: {
  /** Another packet of this harvest. */
  before: PacketView | null;
  today: string;
  places: readonly (readonly [string, string])[];
}): JSX.Element {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [more, setMore] = useState(false);
  const entry = useEntry(
    {
      ...typedHarvest(null),
      amount: noAmount('seeds'),
      packedOn: today,
      supplier: '',
      wrapping: 'paper',
      placeId: before?.placeId ?? '',
      packetNote: '',
    },
    ({ amount, packedOn, supplier, wrapping, placeId, packetNote, ...harvest }) => ({
      ...(before ? { accessionId: before.accessionId } : { accession: harvestOf(harvest) }),
      packet: {
        amount: amountOf(amount),
        packedOn: packedOn.trim(),
        supplier: supplier.trim(),
        wrapping,
        placeId: placeId || null,
        note: packetNote.trim(),
      },
    }),
    packedSeedSchema,
    async (body: PackedSeed, key) => {
      const packet = await send(client, storeRoutes.pack, {}, body, { key });
      await navigate(`/store/packets/${packet.id}`);
    },
  );
  return (
    <main style={{ maxWidth: 860 }}>
      <h1>{before ? `Another packet of ${before.kind}` : 'A packet for the store'}</h1>
      {before && (
        <p className="soft">
          {before.variety && `${before.variety}, `}harvest {harvestWords(before)}, {before.accession}
        </p>
      )}
      <EntryForm
        entry={entry}
        send="Put it into the store"
        leave={() => {
          void navigate(-1);
        }}
      >
        <div className="fields">
          {!before && <HarvestFields form={entry} path="accession." />}
          <AmountField
            label="how much it holds"
            value={entry.values.amount}
            onChange={(amount) => entry.set({ amount })}
            fault={['seeds', 'text', 'unit', '']
              .map((one) => entry.fault(`packet.amount${one && `.${one}`}`))
              .find(Boolean)}
            hint="count small lots; weigh large ones"
          />
          <ChoiceField label="where it lies" options={places} {...entry.field('placeId', 'packet.placeId')} />
          <TextField
            label="packed on"
            hint="as exactly as you know: 2024, 2024-09, 2024-09-30"
            {...entry.field('packedOn', 'packet.packedOn')}
          />
          <ChoiceField
            label="in what"
            options={WRAPPINGS.map((one) => [one, one] as const)}
            {...entry.field('wrapping', 'packet.wrapping')}
          />
          <TextField label="supplier" {...entry.field('supplier', 'packet.supplier')} />
          <TextField label="note on the packet" {...entry.field('packetNote', 'packet.note')} />
        </div>
        {!before && (
          <details open={more} onToggle={(event) => setMore(event.currentTarget.open)} style={{ marginTop: 12 }}>
            <summary>Where it comes from, and whether it comes true</summary>
            <ProvenanceFields form={entry} path="accession." />
          </details>
        )}
      </EntryForm>
    </main>
  );
}
