import Joi from 'joi';
import { DIVIDERS } from '@mercato/core/sampling/dividers';
import { eitherOf, form, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { isoDate, mass, reason, text } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { LotBrief, VesselView } from '../register/lots.ts';
import { ENDS, type NewVesselEvent, type VesselEventView } from './vesselEvents.ts';

/** All primary samples poured together and mixed. */
export type NewComposite = ValueOf<typeof newCompositeSchema>;

export const newCompositeSchema = form('newComposite', {
  mass: mass('the mass of the composite sample'),
  /** What was lost in pouring: dust, spilled seed. */
  loss: mass('what was lost'),
  ...seenKeys,
});

/** A part that is kept for later: of the composite or of the submitted sample. */
export type NewReserve = ValueOf<typeof newReserveSchema>;

export const newReserveSchema = form('newReserve', {
  from: Joi.string().guid().required(),
  mass: mass('the mass of the reserve sample'),
  place: text(80).required().messages({ 'string.empty': 'say where it is kept' }),
  discardOn: isoDate('discardOn'),
  ...seenKeys,
});

/** Corrects what a composite or reserve sample weighs. */
export type VesselMass = ValueOf<typeof vesselMassSchema>;
export const vesselMassSchema = form('vesselMass', { mass: mass('the mass'), reason: optional(reason()) });

export const VESSEL_EVENTS = ['hand-over', 'move', 'seal', 'open', 'divide', 'finish'] as const;

const place = () => text(80).required().messages({ 'string.empty': 'say where it stands' });
const withNote = { note: text(300, 0).required(), ...seenKeys };

export const vesselEventSchema: Joi.Schema<NewVesselEvent> = eitherOf(
  'what',
  {
    'hand-over': {
      to: text(80).required().messages({ 'string.empty': 'say who takes it' }),
      place: text(80, 0).required(),
      ...withNote,
    },
    move: { place: place(), ...withNote },
    seal: { seal: text(40).required().messages({ 'string.empty': 'write the seal’s number' }), ...withNote },
    open: { intact: Joi.boolean().required(), ...withNote },
    divide: { divider: oneOf(DIVIDERS), first: mass('the first half'), second: mass('the second half'), ...withNote },
    finish: { how: oneOf(ENDS), rest: orNull(mass('what was left')), loss: mass('what was lost'), ...withNote },
  },
  'vesselEvent',
);

/** A vessel in the tree of its lot. */
export interface VesselNode extends VesselView {
  /** Of what was poured together: the composite. */
  pouredInto: string | null;
  holder: string | null;
  station: string | null;
  seal: string | null;
  gone: string | null;
  discardOn: string | null;
  /** Why it is lighter than its rule book asks. */
  why: string | null;
  /** What was drawn from it, and what is left, g as written; null where it was not weighed. */
  drawnG: string | null;
  leftG: string | null;
  events: VesselEventView[];
}

export interface VesselTree {
  lot: LotBrief;
  nodes: VesselNode[];
  /** Names that a vessel can be handed to. */
  people: string[];
}
