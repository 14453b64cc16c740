import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { ReleaseSnapshot, ReleaseView } from './release.ts';

const ofLot = read('/lots/:lot/release', 'lots.read', ['lot']).answers<ReleaseView>();

export const releaseRoutes = {
  ofLot,
  release: writes('release.write', ['lot', 'lots'])
    .add('/lots/:lot/releases', schemasOf(() => import('./release.ts'))('newReleaseSchema'))
    .answers((view: ReleaseView) => filled(ofLot, { lot: view.lot.id })),
  /** A release as it was made: never read anew. */
  one: read('/releases/:release', 'lots.read', []).answers<ReleaseSnapshot>(),
  document: file('/releases/:release/document.pdf', 'lots.read', 'application/pdf'),
};
