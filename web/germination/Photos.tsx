import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button, Modal, Stack } from 'react-bootstrap';
import type { PhotoView } from '@mercato/contract/germination/dishes';
import type { DishView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { linkTo, reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { seenBody, type SeenLines, SeenOnField, TODAY } from '../register/seen.tsx';
import { Strike } from '../ui/Strike.tsx';
import { useAct } from '../ui/act.ts';
import { FileField, TextField, Trouble } from '../ui/fields.tsx';
import { scalePhoto } from './scalePhoto.ts';

/** Photographs of the dishes of one test, and a new one of this dish. */
export function Photos({ dish, dishes }: { dish: DishView; dishes: readonly DishView[] }) {
  const { data } = useQuery(reading(germinationRoutes.photos, { dish: dish.id }));
  const { may } = useSession();
  const [open, setOpen] = useState<PhotoView | null>(null);
  const photos = data?.photos ?? [];
  const mine = photos.filter((one) => one.dish === dish.number);
  const others = photos.filter((one) => one.dish !== dish.number && one.struck === null);
  return (
    <section className="ruled-top pt-3 mt-3">
      <h2>Photographs</h2>
      {mine.length === 0 && <p className="soft">None of this dish yet.</p>}
      <Strip photos={mine} open={setOpen} />
      {others.length > 0 && dishes.length > 1 && (
        <>
          <h3 className="fs-6 mt-3">Of the other dishes</h3>
          <Strip photos={others} open={setOpen} named />
        </>
      )}
      {may('bench.write') && <NewPhoto dish={dish} />}
      {open && <Large photo={open} leave={() => setOpen(null)} mayStrike={may('bench.write')} />}
    </section>
  );
}

interface StripProps {
  photos: readonly PhotoView[];
  open: (photo: PhotoView) => void;
  named?: boolean;
}

function Strip({ photos, open, named = false }: StripProps) {
  return (
    <div className="photos">
      {photos.map((one) => (
        <figure key={one.id} className={one.struck === null ? 'm-0' : 'm-0 struck'}>
          {one.gone ? (
            <span className="gone soft">no longer kept</span>
          ) : (
            <button type="button" className="plain" onClick={() => open(one)}>
              <img
                src={linkTo(germinationRoutes.thumbnail, { photo: one.id })}
                alt={`dish ${one.dish}, day ${one.day}${one.note ? `: ${one.note}` : ''}`}
                loading="lazy"
                decoding="async"
              />
            </button>
          )}
          <figcaption className="soft small">
            {named && `dish ${one.dish}, `}day {one.day}
            {one.note && `, ${one.note}`}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

interface LargeProps {
  photo: PhotoView;
  leave: () => void;
  mayStrike: boolean;
}

function Large({ photo, leave, mayStrike }: LargeProps) {
  return (
    <Modal show onHide={leave} size="xl" centered aria-label={`photograph of dish ${photo.dish}`}>
      <Modal.Header closeButton>
        <Modal.Title as="h2" className="fs-5">
          Dish {photo.dish}, day {photo.day}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <img
          className="w-100 h-auto"
          src={linkTo(germinationRoutes.picture, { photo: photo.id })}
          width={photo.width}
          height={photo.height}
          alt={photo.note || `dish ${photo.dish}`}
        />
        <p className="soft mt-2 mb-0">
          {photo.note && `${photo.note}. `}
          {photo.by}, {shortDay(photo.seenOn)}; {photo.width} × {photo.height}, {Math.ceil(photo.bytes / 1000)} kB
          {photo.struck !== null && `; crossed out: ${photo.struck}`}
        </p>
        {mayStrike && photo.struck === null && (
          <Strike
            what="this photograph"
            strike={async (reason) => {
              await send(germinationRoutes.strikePhoto, { photo: photo.id }, { reason });
              leave();
            }}
          />
        )}
      </Modal.Body>
    </Modal>
  );
}

/** Takes a photograph, or chooses a file: scaled here, kept there. */
function NewPhoto({ dish }: { dish: DishView }) {
  const [note, setNote] = useState('');
  const [seen, setSeen] = useState<SeenLines>(TODAY);
  const [refused, setRefused] = useState<string>();
  const { act, trouble } = useAct();
  const [busy, setBusy] = useState(false);
  const camera = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    setBusy(true);
    await act(async () => {
      setRefused(undefined);
      const scaled = await scalePhoto(file);
      if ('refused' in scaled) {
        setRefused(scaled.refused);
        return;
      }
      await send(germinationRoutes.photograph, { dish: dish.id }, { ...scaled, note: note.trim(), ...seenBody(seen) });
      setNote('');
    });
    setBusy(false);
  };
  return (
    <div className="mt-3 w-form">
      <Trouble text={refused ?? trouble} />
      <TextField label="note" value={note} onChange={setNote} hint="what is to be seen" />
      <SeenOnField
        label="taken on"
        entry={{
          values: seen,
          set: (change) => setSeen((before) => ({ ...before, ...change })),
          fault: () => undefined,
        }}
      />
      <Stack direction="horizontal" gap={2} className="actions">
        <Button disabled={busy} onClick={() => camera.current?.click()}>
          Take a photograph
        </Button>
        <input
          ref={camera}
          type="file"
          hidden
          accept="image/*"
          capture="environment"
          aria-label="camera"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (file) void take(file);
          }}
        />
      </Stack>
      <FileField label="or choose a picture" accept="image/*" disabled={busy} onFile={(file) => void take(file)} />
    </div>
  );
}
