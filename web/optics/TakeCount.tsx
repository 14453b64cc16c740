import { lazy, Suspense, useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { CountedBy } from './CountPicture.tsx';
import { Inline } from '../ui/Buttons.tsx';

const CountPicture = lazy(async () => ({ default: (await import('./CountPicture.tsx')).CountPicture }));

/** Counts a figure of a form from a picture instead of by hand. */
export function TakeCount({ of, onTake }: { of: string; onTake: (seeds: string, picture: CountedBy) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Inline onClick={() => setOpen(true)} aria-label={`count from a picture: ${of}`}>
        count from a picture
      </Inline>
      <Modal show={open} onHide={() => setOpen(false)} fullscreen aria-label={`count from a picture: ${of}`}>
        <Modal.Header closeButton closeLabel="close">
          <Modal.Title as="h2" className="fs-5">
            Count from a picture: {of}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Suspense>
            <CountPicture
              onTake={(seeds, picture) => {
                onTake(String(seeds), picture);
                setOpen(false);
              }}
            />
          </Suspense>
        </Modal.Body>
      </Modal>
    </>
  );
}
