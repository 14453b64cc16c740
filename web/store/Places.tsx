import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import {
  newPlaceSchema,
  PLACE_KINDS,
  placeChangeSchema,
  type PlaceKind,
  type PlaceList,
  type PlaceView,
} from '@mercato/contract/store/packets';
import { placeRoutes } from '@mercato/contract/store/routes';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Strike } from '../ui/Strike.tsx';
import { useEntry } from '../ui/entry.ts';
import { placeChoices, usePlaces } from './data.ts';

/** What dishes of germination tests may stand in. */
const FOR_DISHES: readonly PlaceKind[] = ['cabinet', 'shelf', 'refrigerator', 'chamber', 'room'];
type Writing =
  { readonly what: 'new'; readonly parentId: string | null } | { readonly what: 'change'; readonly place: PlaceView };

/** A map of the store: what lies in what, from the room to the envelope. */
export default function Places() {
  const { data } = usePlaces();
  const { may } = useSession();
  const [writing, setWriting] = useState<Writing | null>(null);
  if (!data) return <Busy />;
  const leave = () => setWriting(null);
  const inside = (parentId: string | null) => {
    const own = data.places.filter((one) => one.parentId === parentId);
    if (own.length === 0) return null;
    return (
      <ul className="map list-unstyled mb-0">
        {own.map((one) => (
          <li key={one.id}>
            <div className="d-flex flex-wrap align-items-baseline gap-2 py-1">
              <Link to={`/store?place=${one.id}`} className="serif">
                {one.name}
              </Link>
              <span className="soft">{one.kind}</span>
              <span className="fig">
                {one.packetsWithin} {one.packetsWithin === 1 ? 'packet' : 'packets'}
              </span>
              {one.dishPlaces !== null && <span className="soft">{one.dishPlaces} dishes</span>}
              <span className="code">{one.code}</span>
              <Link to={`/store/places/${one.id}`} aria-label={`air of ${one.name}`}>
                air
              </Link>
              {may('store.write') && (
                <span>
                  <Inline
                    aria-label={`put a place into ${one.name}`}
                    onClick={() => setWriting({ what: 'new', parentId: one.id })}
                  >
                    add inside
                  </Inline>{' '}
                  <Inline aria-label={`change ${one.name}`} onClick={() => setWriting({ what: 'change', place: one })}>
                    change
                  </Inline>{' '}
                  {one.packetsWithin === 0 && !data.places.some((other) => other.parentId === one.id) && (
                    <Strike
                      what={one.name}
                      words="remove"
                      ask="why it is removed"
                      strike={async (reason) => {
                        await send(placeRoutes.remove, { place: one.id }, { reason }, { version: one.version });
                      }}
                    />
                  )}
                </span>
              )}
            </div>
            {inside(one.id)}
          </li>
        ))}
      </ul>
    );
  };
  return (
    <main className="w-text">
      <h1>Map of the store</h1>
      <p className="soft">
        Rooms hold cupboards, cupboards hold drawers, drawers hold boxes and envelopes. Each has a code of its own to
        scan.
      </p>
      {data.places.length === 0 && <p>There is no place yet. Begin with the room or the refrigerator.</p>}
      {inside(null)}
      {may('store.write') && writing === null && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button onClick={() => setWriting({ what: 'new', parentId: null })}>Add a place</Button>
        </Stack>
      )}
      {writing && (
        <PlaceForm
          key={writing.what === 'new' ? `in-${writing.parentId ?? ''}` : `${writing.place.id}-${writing.place.version}`}
          writing={writing}
          places={data}
          leave={leave}
        />
      )}
    </main>
  );
}

interface PlaceFormProps {
  writing: Writing;
  places: PlaceList;
  leave: () => void;
}

function PlaceForm({ writing, places, leave }: PlaceFormProps) {
  const before = writing.what === 'change' ? writing.place : null;
  const parent = writing.what === 'new' ? writing.parentId : writing.place.parentId;
  const keep = async (sent: Promise<PlaceList>) => {
    await sent;
    leave();
  };
  const entry = useEntry({
    from: {
      parentId: parent ?? '',
      kind: before?.kind ?? (parent === null ? 'room' : 'box'),
      name: before?.name ?? '',
      dishPlaces: before?.dishPlaces ? String(before.dishPlaces) : '',
    },
    schema: before ? placeChangeSchema : newPlaceSchema,
    send: (body, key) =>
      keep(
        before
          ? send(placeRoutes.change, { place: before.id }, body, { key, version: before.version })
          : send(placeRoutes.add, {}, body, { key }),
      ),
  });
  return (
    <EntryForm
      entry={entry}
      title={before ? `Change ${before.name}` : 'A place'}
      send={before ? 'Save the change' : 'Add the place'}
      leave={leave}
      className="w-form"
    >
      <Field entry={entry} name="name" placeholder="drawer 3" />
      <Field entry={entry} name="kind" options={PLACE_KINDS.map((one: PlaceKind) => [one, one] as const)} />
      {FOR_DISHES.includes(entry.values.kind) && <Field entry={entry} name="dishPlaces" />}
      <Field
        entry={entry}
        name="parentId"
        options={placeChoices(places)
          .filter(([id]) => id !== before?.id)
          .map(([id, words]) => [id, id === '' ? 'nothing: it is the outermost' : words] as const)}
      />
    </EntryForm>
  );
}
