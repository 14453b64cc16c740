import Joi from 'joi';
import type { CounterCount, MeterReading, OvenSample } from '@mercato/core/devices/deviceLines';
import type { OvenSeen } from '@mercato/core/devices/ovenLog';
import { DEVICE_KINDS, type DeviceKind } from '@mercato/core/devices/watchDevice';
import { eitherOf, form, oneOf, type ValueOf } from '../http/body.ts';
import { portOfAddress, text, why, wholeNumber } from '../http/fields.ts';
import { typed } from '../http/typed.ts';

const address = () =>
  Joi.string()
    .pattern(/^tcp:\/\/[A-Za-z0-9.-]{1,120}:\d{1,5}$/)
    .custom(portOfAddress)
    .required()
    .messages({ 'string.empty': 'write tcp://address:port', 'string.pattern.base': 'write tcp://address:port' });
const name = () => text(40).required().messages({ 'string.empty': 'give it a name' });

/** An oven, a moisture meter or a seed counter that the server hears. */
export type NewDevice = ValueOf<typeof newDeviceSchema>;
export const newDeviceSchema = form('device', { name: name(), kind: oneOf(DEVICE_KINDS), address: address() });

export type DeviceChange = ValueOf<typeof deviceChangeSchema>;
export const deviceChangeSchema = form('device', {
  name: name(),
  address: address(),
  reason: why('say why it is set up otherwise'),
});

export interface DeviceView {
  id: string;
  version: number;
  name: string;
  kind: DeviceKind;
  address: string;
  /** A stand-in of the demo: it is worked from the screen. */
  simulated: boolean;
}
export interface DeviceList {
  devices: DeviceView[];
}

/** What a device shows; null while it is silent. */
export type DeviceShown = { reached: boolean; garbage: number } & (
  | {
      is: 'oven';
      shows: OvenSample | null;
      /** Since when it is back at the temperature that was asked about, by its clock, ISO; null while it is not. */
      backAt: string | null;
      /** What it was like since the instant that was asked about; null where its log does not speak for all of it. */
      seen: OvenSeen | null;
    }
  | { is: 'meter'; shows: MeterReading | 'empty' | null }
  | { is: 'counter'; shows: CounterCount | null }
);

/** Faults that stand-ins are told to have, by kind. */
export const DEVICE_FAULTS = {
  oven: ['heater', 'sensor', 'silence', 'garbage'],
  meter: ['drift', 'silence', 'garbage'],
  counter: ['vibration', 'doubles', 'empty', 'jam', 'silence', 'garbage'],
} as const satisfies Readonly<Record<DeviceKind, readonly string[]>>;

/** What a device is told. Only `set`, `start` and `clear` are more than a stand-in takes. */
export type DeviceAct = ValueOf<typeof deviceActSchema>;
export const deviceActSchema = eitherOf('what', {
  set: { degrees: typed.number().min(30).max(250).required() },
  /** 0 = all of it. */
  start: { seeds: wholeNumber(0, 9_999_999) },
  clear: {},
  door: { door: oneOf(['open', 'shut']) },
  pour: { percent: typed.number().min(0).max(60).required(), seedC: typed.number().min(-20).max(60).required() },
  empty: {},
  load: { seeds: wholeNumber(1, 9_999_999) },
  fault: { fault: oneOf([...new Set(Object.values(DEVICE_FAULTS).flat())]) },
});
