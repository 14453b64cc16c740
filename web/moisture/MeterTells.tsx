import { useState } from 'react';
import type { MeterReading } from '@mercato/core/devices/deviceLines';
import { shownWords } from '../devices/Devices.tsx';
import { useDevice, useDevices } from '../devices/deviceHere.ts';
import { StandIn } from '../devices/StandIn.tsx';
import { Small } from '../ui/Buttons.tsx';

interface MeterTellsProps {
  device: string;
  /** The line that the next reading belongs to; null where none is waited for. */
  waits: 'first' | 'second' | null;
  take: (into: 'first' | 'second', reading: MeterReading) => void;
}

/** What the meter of this test shows, and where a reading goes; one pouring is one reading. */
export function MeterTells({ device: id, waits, take }: MeterTellsProps) {
  const device = useDevices('meter').find((one) => one.id === id);
  const shown = useDevice(id);
  const [taken, setTaken] = useState<number | null>(null);
  if (!device) return null;
  const reading = shown?.is === 'meter' && shown.reached && shown.shows !== 'empty' ? shown.shows : null;
  const again = reading !== null && reading.number === taken;
  return (
    <section aria-label={`${device.name} tells`} className="my-2">
      <p>
        {device.name}: <span className="fig">{shownWords(shown)}</span>{' '}
        {waits !== null && reading !== null && (
          <>
            <Small
              disabled={again}
              onClick={() => {
                setTaken(reading.number);
                take(waits, reading);
              }}
            >
              Take it as the {waits} reading
            </Small>{' '}
            {again && <span className="soft">already taken: pour a new portion</span>}
          </>
        )}
      </p>
      <StandIn device={device} />
    </section>
  );
}
