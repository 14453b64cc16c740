import { type ComponentType, lazy } from 'react';

type Pages = Readonly<Record<string, ComponentType>>;
const LotSheet = lazy(async () => ({ default: (await import('./register/LotSheet.tsx')).LotSheet }));
const LotForm = lazy(() => import('./register/LotForm.tsx'));

/** The pages that anybody may open. */
export const OPEN_PAGES: Pages = {
  '/': lazy(() => import('./quick-tests/Front.tsx')),
  '/calculators': lazy(() => import('./catalogue/Calculators.tsx')),
  '/for-programs': lazy(() => import('./api-document/ApiDocument.tsx')),
  '/calculators/acceptance': lazy(() => import('./sampling/Acceptance.tsx')),
};

/** The pages of whoever is signed in, by their addresses; each is fetched when it is gone to. */
export const PAGES: Pages = {
  '/today': lazy(() => import('./today/Today.tsx')),
  '/tools': lazy(() => import('./today/Tools.tsx')),
  '/lots': lazy(() => import('./register/LotList.tsx')),
  '/lots/new': LotForm,
  '/lots/import': lazy(() => import('./import/Import.tsx')),
  '/lots/:lot': LotSheet,
  '/lots/:lot/edit': LotForm,
  '/lots/:lot/history': lazy(() => import('./register/History.tsx')),
  '/lots/:lot/sampling': lazy(() => import('./sampling/Sampling.tsx')),
  '/lots/:lot/sampling/walk': lazy(() => import('./sampling/Walk.tsx')),
  '/lots/:lot/sampling/sheet': lazy(() => import('./sampling/Sheet.tsx')),
  '/lots/:lot/vessels': lazy(() => import('./sampling/Vessels.tsx')),
  '/lots/:lot/heterogeneity': lazy(() => import('./sampling/Heterogeneity.tsx')),
  '/lots/:lot/request': lazy(() => import('./register/RequestForm.tsx')),
  '/lots/:lot/divide': lazy(() => import('./sampling/DivideLot.tsx')),
  '/stations': lazy(() => import('./register/Stations.tsx')),
  '/ovens': lazy(() => import('./moisture/Ovens.tsx')),
  '/drying': lazy(() => import('./drying/Drying.tsx')),
  '/meters': lazy(() => import('./moisture/Meters.tsx')),
  '/picture': lazy(() => import('./optics/Picture.tsx')),
  '/balances': lazy(() => import('./devices/Balances.tsx')),
  '/weeds': lazy(() => import('./other-seeds/FieldWeeds.tsx')),
  '/lots/:lot/release': lazy(() => import('./release/Release.tsx')),
  '/shed': lazy(() => import('./cleaning/Shed.tsx')),
  '/shed/new': lazy(() => import('./cleaning/NewBatch.tsx')),
  '/shed/ripe': lazy(() => import('./cleaning/Ripe.tsx')),
  '/shed/loads': lazy(() => import('./cleaning/Loads.tsx')),
  '/shed/trial': lazy(() => import('./cleaning/Trial.tsx')),
  '/shed/screens': lazy(() => import('./cleaning/Screens.tsx')),
  '/shed/screenings': lazy(() => import('./cleaning/Screenings.tsx')),
  '/shed/machines': lazy(() => import('./cleaning/Machines.tsx')),
  '/shed/batches/:batch': lazy(() => import('./cleaning/Batch.tsx')),
  '/store': lazy(() => import('./store/Store.tsx')),
  '/store/new': lazy(() => import('./store/NewPacket.tsx')),
  '/store/bed': lazy(() => import('./sowing/Bed.tsx')),
  '/store/calendar': lazy(() => import('./sowing/SowingCalendar.tsx')),
  '/store/increase': lazy(() => import('./sowing/Increase.tsx')),
  '/store/trial': lazy(() => import('./sowing/Trial.tsx')),
  '/store/candidates': lazy(() => import('./store/Candidates.tsx')),
  '/store/record': lazy(() => import('./storage/Record.tsx')),
  '/store/compare': lazy(() => import('./quick-tests/Compare.tsx')),
  '/store/care': lazy(() => import('./air/Care.tsx')),
  '/store/batches/new': lazy(() => import('./storage/NewBatch.tsx')),
  '/store/batches/:batch': lazy(() => import('./storage/Batch.tsx')),
  '/store/places/:place': lazy(() => import('./storage/Place.tsx')),
  '/store/lists': lazy(() => import('./store/Lists.tsx')),
  '/store/lists/:list': lazy(() => import('./store/List.tsx')),
  '/store/places': lazy(() => import('./store/Places.tsx')),
  '/store/packets/:packet': lazy(() => import('./store/Packet.tsx')),
  '/store/next': lazy(() => import('./today/WhatNext.tsx')),
  '/store/dry': lazy(() => import('./storage/DryEnough.tsx')),
  '/store/sow': lazy(() => import('./sowing/Sow.tsx')),
  '/store/rounds': lazy(() => import('./quick-tests/Rounds.tsx')),
  '/store/rounds/new': lazy(() => import('./quick-tests/NewRound.tsx')),
  '/store/rounds/:round': lazy(() => import('./quick-tests/Round.tsx')),
  '/store/bags/:bag': lazy(() => import('./quick-tests/Bag.tsx')),
  '/me': lazy(() => import('./register/Me.tsx')),
  '/quick': lazy(() => import('./quick-tests/QuickAnswer.tsx')),
  '/rules': lazy(() => import('./rule-books/RuleBooks.tsx')),
  '/rules/compare': lazy(() => import('./rule-books/Compare.tsx')),
  '/rules/drafts/:draft': lazy(() => import('./rule-books/Draft.tsx')),
  '/rules/:edition/effects': lazy(() => import('./rule-books/Effects.tsx')),
  '/rules/:edition': lazy(() => import('./rule-books/Edition.tsx')),
  '/people': lazy(() => import('./register/People.tsx')),
};

/** Those of the bench, where another lot may be open; the pages of the steps stand in `stepPages`. */
export const BENCH_PAGES: Pages = {
  '/lots/:lot/moisture/sheet': lazy(() => import('./moisture/MoistureSheet.tsx')),
  '/lots/:lot/purity/sheet': lazy(() => import('./purity/PuritySheet.tsx')),
  '/lots/:lot/other-seeds/sheet': lazy(() => import('./other-seeds/FindSheet.tsx')),
  '/lots/:lot/germination/count': lazy(() => import('./germination/CountStation.tsx')),
};
