import { file, filled, read, schemasOf, write } from '../http/route.ts';
import type { ReleaseSnapshot, ReleaseView } from './release.ts';

const ofLot = read('/lots/:lot/release', 'lots.read', ['lot']).answers<ReleaseView>();

export const releaseRoutes = {
  ofLot,
  release: write(
    'post',
    '/lots/:lot/releases',
    'release.write',
    schemasOf(() => import('./release.ts'))('newReleaseSchema'),
    { status: 201, changes: ['lot', 'lots'] },
  ).answers((view: ReleaseView) => filled(ofLot, { lot: view.lot.id })),
  /** A release as it was made: never read anew. */
  one: read('/releases/:release', 'lots.read', []).answers<ReleaseSnapshot>(),
  document: file('/releases/:release/document.pdf', 'lots.read', 'application/pdf'),
};
