import { lazy, type ReactNode, Suspense, useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { CountedBy } from './CountPicture.tsx';
import type { OnTowel } from './Sprouts.tsx';
import { Inline } from '../ui/Buttons.tsx';

const CountPicture = lazy(async () => ({ default: (await import('./CountPicture.tsx')).CountPicture }));
const Sprouts = lazy(async () => ({ default: (await import('./Sprouts.tsx')).Sprouts }));

interface FromPictureProps {
  /** What is pressed, and what it is for. */
  does: string;
  of: string;
  children: (close: () => void) => ReactNode;
}

/** Opens a picture over a form, and gives what was found in it to the form. */
function FromPicture({ does, of, children }: FromPictureProps) {
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <Inline onClick={() => setOpen(true)} aria-label={`${does}: ${of}`}>
        {does}
      </Inline>
      <Modal show={open} onHide={close} fullscreen aria-label={`${does}: ${of}`}>
        <Modal.Header closeButton closeLabel="close">
          <Modal.Title as="h2" className="fs-5">
            {`${does.charAt(0).toUpperCase()}${does.slice(1)}`}: {of}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Suspense>{children(close)}</Suspense>
        </Modal.Body>
      </Modal>
    </>
  );
}

/** Counts a figure of a form from a picture instead of by hand. */
export function TakeCount({ of, onTake }: { of: string; onTake: (seeds: string, picture: CountedBy) => void }) {
  return (
    <FromPicture does="count from a picture" of={of}>
      {(close) => (
        <CountPicture
          onTake={(seeds, picture) => {
            onTake(String(seeds), picture);
            close();
          }}
        />
      )}
    </FromPicture>
  );
}

/** Proposes from a picture of a towel how many seeds lie there and how many have sprouted. */
export function TakeSprouts({ of, onTake }: { of: string; onTake: (found: OnTowel) => void }) {
  return (
    <FromPicture does="propose from a picture" of={of}>
      {(close) => (
        <Sprouts
          onTake={(found) => {
            onTake(found);
            close();
          }}
        />
      )}
    </FromPicture>
  );
}
