import { file, filled, read, schemasOf, write } from '../http/route.ts';
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
const added = { status: 201, changes: ['lot', 'lots'] } as const;

export const samplingRoutes = {
  ofLot,
  receive: write('put', '/lots/:lot/submitted', 'sampling.write', drawing('submittedSampleSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  draw: write('post', '/lots/:lot/draws', 'sampling.write', drawing('newDrawSchema'), added).answers(fills),
  takePrimary: write(
    'put',
    '/draws/:draw/containers/:container/samples/:core',
    'sampling.write',
    drawing('primarySampleSchema'),
    { changes: ['lot', 'lots'] },
  ).answers(fills),
  pour: write('post', '/lots/:lot/composite', 'sampling.write', vessels('newCompositeSchema'), added).answers(fills),
  reserve: write('post', '/lots/:lot/reserves', 'sampling.write', vessels('newReserveSchema'), added).answers(fills),
  drawWorking: write(
    'post',
    '/lots/:lot/working',
    'bench.write',
    schemasOf(() => import('../register/vessels.ts'))('newWorkingSampleSchema'),
    added,
  ).answers<VesselView>(),
  startHeterogeneity: write(
    'post',
    '/lots/:lot/heterogeneity',
    'bench.write',
    heterogeneity('newHeterogeneityTestSchema'),
    added,
  ).answers(fills),
  correctHeterogeneity: write(
    'put',
    '/heterogeneity/:test',
    'bench.write',
    heterogeneity('heterogeneityCorrectionSchema'),
    { changes: ['lot', 'lots'] },
  ).answers(fills),
  tree,
  happen: write('post', '/vessels/:vessel/events', 'sampling.write', vessels('vesselEventSchema'), {
    status: 201,
    changes: ['lot', 'lots', 'stations'],
  }).answers(fillsTree),
  correctMass: write('put', '/vessels/:vessel/mass', 'sampling.write', vessels('vesselMassSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fillsTree),
  labels: file('/lots/:lot/labels.pdf', 'lots.read', 'application/pdf', ['vessels', 'layout']),
};
