import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { VesselView } from '../register/lots.ts';
import type { SamplingView } from './sampling.ts';
import type { VesselTree } from './vessels.ts';

const drawing = schemasOf(() => import('./sampling.ts'));
const vessels = schemasOf(() => import('./vessels.ts'));
const heterogeneity = schemasOf(() => import('./heterogeneity.ts'));

const ofLot = read('/lots/:lot/sampling', 'lots.read', ['lot']).answers<SamplingView>();
const fills = (view: SamplingView) => filled(ofLot, { lot: view.lot.id });
const tree = read('/lots/:lot/vessels', 'lots.read', ['lot']).answers<VesselTree>();
const fillsTree = (view: VesselTree) => filled(tree, { lot: view.lot.id });

const samplingWrites = writes('sampling.write', ['lot', 'lots']);
const benchWrites = writes('bench.write', ['lot', 'lots']);

export const samplingRoutes = {
  ofLot,
  receive: samplingWrites.seen.put('/lots/:lot/submitted', drawing('submittedSampleSchema')).answers(fills),
  draw: samplingWrites.add('/lots/:lot/draws', drawing('newDrawSchema')).answers(fills),
  takePrimary: samplingWrites
    .put('/draws/:draw/containers/:container/samples/:core', drawing('primarySampleSchema'))
    .answers(fills),
  pour: samplingWrites.add('/lots/:lot/composite', vessels('newCompositeSchema')).answers(fills),
  reserve: samplingWrites.add('/lots/:lot/reserves', vessels('newReserveSchema')).answers(fills),
  drawWorking: benchWrites
    .add('/lots/:lot/working', schemasOf(() => import('../register/vessels.ts'))('newWorkingSampleSchema'))
    .answers<VesselView>(),
  startHeterogeneity: benchWrites
    .add('/lots/:lot/heterogeneity', heterogeneity('newHeterogeneityTestSchema'))
    .answers(fills),
  correctHeterogeneity: benchWrites
    .put('/heterogeneity/:test', heterogeneity('heterogeneityCorrectionSchema'))
    .answers(fills),
  tree,
  happen: samplingWrites
    .add('/vessels/:vessel/events', vessels('vesselEventSchema'), { changes: ['lot', 'lots', 'stations'] })
    .answers(fillsTree),
  correctMass: samplingWrites.seen.put('/vessels/:vessel/mass', vessels('vesselMassSchema')).answers(fillsTree),
  labels: file('/lots/:lot/labels.pdf', 'lots.read', 'application/pdf', ['vessels', 'layout']),
};
