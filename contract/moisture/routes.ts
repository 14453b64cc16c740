import { filled, read, schemasOf, writes } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { MoistureView } from './moisture.ts';
import type { MetersView } from './meters.ts';
import type { OvensView } from './ovens.ts';

const schema = schemasOf(() => import('./moisture.ts'));
const ofLot = read('/lots/:lot/moisture', 'lots.read', ['lot']).answers<MoistureView>();
const fills = (view: MoistureView) => filled(ofLot, { lot: view.lot.id });

const ovens = read('/moisture/ovens', 'lots.read', ['lot', 'lots']).answers<OvensView>();

const meterSchema = schemasOf(() => import('./meters.ts'));
const meters = read('/moisture/meters', 'lots.read', ['meters', 'lot', 'lots']).answers<MetersView>();
const fillsMeters = (_: MetersView) => filled(meters, {});
const settingWrites = writes('settings.write', ['lot', 'lots']);

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const moistureRoutes = {
  ofLot,
  start: benchWrites.add('/moisture/tests', schema('newMoistureTestSchema')).answers(fills),
  weigh: benchWrites.seen.put('/moisture/tests/:test', schema('moistureWeighingsSchema')).answers(fills),
  work: benchWrites.seen.put('/moisture/tests/:test/oven', schema('ovenWorkSchema')).answers(fills),
  /** What stands before, in and after the ovens. */
  ovens,
  load: benchWrites
    .add('/moisture/loads', schemasOf(() => import('./ovens.ts'))('ovenLoadSchema'))
    .answers((_: OvensView) => filled(ovens, {})),
  read: benchWrites.seen.put('/moisture/tests/:test/readings', meterSchema('meterReadingsSchema')).answers(fills),
  /** The meters of the laboratory, their calibrations, and how they stand against the oven. */
  meters,
  addMeter: settingWrites.add('/moisture/meters', meterSchema('newMeterSchema')).answers(fillsMeters),
  hearMeter: settingWrites.put('/moisture/meters/:meter/device', meterSchema('meterDeviceSchema')).answers(fillsMeters),
  calibrate: settingWrites
    .add('/moisture/meters/:meter/calibrations', meterSchema('newCalibrationSchema'))
    .answers(fillsMeters),
  strikeCalibration: settingWrites
    .put('/moisture/calibrations/:calibration/strike', meterSchema('calibrationStruckSchema'))
    .answers(fillsMeters),
  checkMeter: benchWrites
    .add('/moisture/meters/:meter/checks', meterSchema('newMeterCheckSchema'))
    .answers(fillsMeters),
  days: testDays('moisture', fills),
};
