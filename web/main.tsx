import '@fontsource-variable/literata/wght.css';
import '@fontsource-variable/literata/wght-italic.css';
import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource/ibm-plex-mono/latin-400.css';
import '@fontsource/ibm-plex-mono/latin-500.css';
import './ui/fallback.css';
import './ui/theme/style.scss';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Outlet, Route, Routes, useLocation } from 'react-router';
import { TEST_STEPS } from '@mercato/contract/register/steps';
import { Refused } from './api/client.ts';
import { unfinished } from './api/live.ts';
import { useSession } from './api/session.tsx';
import { BenchGuard } from './register/BenchGuard.tsx';
import { LotSheet } from './register/LotSheet.tsx';
import { SignIn } from './register/SignIn.tsx';
import { STEP_PAGES } from './stepPages.ts';
import { Busy } from './ui/Busy.tsx';
import { PageFault } from './ui/PageFault.tsx';
import { Shell } from './ui/Shell.tsx';

document.documentElement.dataset.bsTheme =
  localStorage.getItem('mercato.theme') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

const LotList = lazy(() => import('./register/LotList.tsx'));
const SetUp = lazy(() => import('./register/SetUp.tsx'));
const LotForm = lazy(() => import('./register/LotForm.tsx'));
const History = lazy(() => import('./register/History.tsx'));
const People = lazy(() => import('./register/People.tsx'));
const Sampling = lazy(() => import('./sampling/Sampling.tsx'));
const Walk = lazy(() => import('./sampling/Walk.tsx'));
const Vessels = lazy(() => import('./sampling/Vessels.tsx'));
const Heterogeneity = lazy(() => import('./sampling/Heterogeneity.tsx'));
const AcceptanceCurve = lazy(() => import('./sampling/Acceptance.tsx'));
const RequestForm = lazy(() => import('./register/RequestForm.tsx'));
const DivideLot = lazy(() => import('./sampling/DivideLot.tsx'));
const Stations = lazy(() => import('./register/Stations.tsx'));
const Sheet = lazy(() => import('./sampling/Sheet.tsx'));
const Balances = lazy(() => import('./devices/Balances.tsx'));
const FindSheet = lazy(() => import('./other-seeds/FindSheet.tsx'));
const FieldWeeds = lazy(() => import('./other-seeds/FieldWeeds.tsx'));
const PuritySheet = lazy(() => import('./purity/PuritySheet.tsx'));
const CountStation = lazy(() => import('./germination/CountStation.tsx'));
const Release = lazy(() => import('./release/Release.tsx'));
const Reset = lazy(() => import('./register/Reset.tsx'));
const Me = lazy(() => import('./register/Me.tsx'));
const QuickAnswer = lazy(() => import('./quick-tests/QuickAnswer.tsx'));
const Import = lazy(() => import('./import/Import.tsx'));
const RuleBooks = lazy(() => import('./rule-books/RuleBooks.tsx'));
const Edition = lazy(() => import('./rule-books/Edition.tsx'));
const Draft = lazy(() => import('./rule-books/Draft.tsx'));
const Compare = lazy(() => import('./rule-books/Compare.tsx'));
const Store = lazy(() => import('./store/Store.tsx'));
const NewPacket = lazy(() => import('./store/NewPacket.tsx'));
const Packet = lazy(() => import('./store/Packet.tsx'));
const Place = lazy(() => import('./storage/Place.tsx'));
const Care = lazy(() => import('./air/Care.tsx'));
const Batch = lazy(() => import('./storage/Batch.tsx'));
const NewBatch = lazy(() => import('./storage/NewBatch.tsx'));
const Bed = lazy(() => import('./sowing/Bed.tsx'));
const SowingCalendar = lazy(() => import('./sowing/SowingCalendar.tsx'));
const Increase = lazy(() => import('./sowing/Increase.tsx'));
const Trial = lazy(() => import('./sowing/Trial.tsx'));
const Candidates = lazy(() => import('./store/Candidates.tsx'));
const StoreToday = lazy(() => import('./today/StoreToday.tsx'));
const HowKept = lazy(() => import('./storage/Record.tsx'));
const CompareTests = lazy(() => import('./quick-tests/Compare.tsx'));
const Lists = lazy(() => import('./store/Lists.tsx'));
const List = lazy(() => import('./store/List.tsx'));
const Places = lazy(() => import('./store/Places.tsx'));
const Rounds = lazy(() => import('./quick-tests/Rounds.tsx'));
const NewRound = lazy(() => import('./quick-tests/NewRound.tsx'));
const Round = lazy(() => import('./quick-tests/Round.tsx'));
const Bag = lazy(() => import('./quick-tests/Bag.tsx'));
const DryEnough = lazy(() => import('./storage/DryEnough.tsx'));
const Sow = lazy(() => import('./sowing/Sow.tsx'));
const WhatNext = lazy(() => import('./today/WhatNext.tsx'));
const Calculators = lazy(() => import('./catalogue/Calculators.tsx'));
const ApiDocument = lazy(() => import('./api-document/ApiDocument.tsx'));

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      // Nor is what somebody fills in taken away when they come back to the page.
      refetchOnWindowFocus: () => !unfinished(),
      // The server stands on this machine or beside it: whether there is a way out of the house does not matter.
      networkMode: 'always',
      retry: (tries, error) => !(error instanceof Refused && error.status >= 400 && error.status < 500) && tries < 2,
    },
    mutations: { retry: false, networkMode: 'always' },
  },
});

function SignedIn() {
  const { session, failed } = useSession();
  const place = useLocation();
  if (failed)
    return (
      <main>
        <h1>The server cannot be reached</h1>
        <p className="soft">Start it, or wait a moment and load this page again.</p>
      </main>
    );
  if (!session) return <Busy />;
  if (!session.person) return <Navigate to="/sign-in" state={{ from: place.pathname + place.search }} replace />;
  return (
    <Shell>
      <PageFault at={place.pathname}>
        <Suspense fallback={<Busy />}>
          <Outlet />
        </Suspense>
      </PageFault>
    </Shell>
  );
}

// Absent where the page did not come over https or from this machine itself: then a reload needs the network.
if ('serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js').catch(() => undefined);

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <Routes>
            <Route path="/sign-in" element={<SignIn />} />
            <Route
              path="/set-up"
              element={
                <Suspense>
                  <SetUp />
                </Suspense>
              }
            />
            <Route
              path="/reset"
              element={
                <Suspense>
                  <Reset />
                </Suspense>
              }
            />
            <Route element={<SignedIn />}>
              <Route index element={<Navigate to="/lots" replace />} />
              <Route path="/lots" element={<LotList />} />
              <Route path="/lots/new" element={<LotForm />} />
              <Route path="/lots/import" element={<Import />} />
              <Route path="/lots/:lot" element={<LotSheet />} />
              <Route path="/lots/:lot/edit" element={<LotForm />} />
              <Route path="/lots/:lot/history" element={<History />} />
              <Route path="/lots/:lot/sampling" element={<Sampling />} />
              <Route path="/lots/:lot/sampling/walk" element={<Walk />} />
              <Route path="/lots/:lot/sampling/sheet" element={<Sheet />} />
              <Route path="/lots/:lot/vessels" element={<Vessels />} />
              <Route path="/lots/:lot/heterogeneity" element={<Heterogeneity />} />
              <Route path="/lots/:lot/request" element={<RequestForm />} />
              <Route path="/lots/:lot/divide" element={<DivideLot />} />
              <Route path="/stations" element={<Stations />} />
              <Route path="/balances" element={<Balances />} />
              <Route path="/weeds" element={<FieldWeeds />} />
              <Route path="/calculators/acceptance" element={<AcceptanceCurve />} />
              <Route element={<BenchGuard />}>
                {TEST_STEPS.map((step) => {
                  const Page = STEP_PAGES[step];
                  return <Route key={step} path={`/lots/:lot/${step}`} element={<Page />} />;
                })}
                <Route path="/lots/:lot/purity/sheet" element={<PuritySheet />} />
                <Route path="/lots/:lot/other-seeds/sheet" element={<FindSheet />} />
                <Route path="/lots/:lot/germination/count" element={<CountStation />} />
              </Route>
              <Route path="/lots/:lot/release" element={<Release />} />
              <Route path="/store" element={<Store />} />
              <Route path="/store/new" element={<NewPacket />} />
              <Route path="/store/today" element={<StoreToday />} />
              <Route path="/store/bed" element={<Bed />} />
              <Route path="/store/calendar" element={<SowingCalendar />} />
              <Route path="/store/increase" element={<Increase />} />
              <Route path="/store/trial" element={<Trial />} />
              <Route path="/store/candidates" element={<Candidates />} />
              <Route path="/store/record" element={<HowKept />} />
              <Route path="/store/compare" element={<CompareTests />} />
              <Route path="/store/care" element={<Care />} />
              <Route path="/store/batches/new" element={<NewBatch />} />
              <Route path="/store/batches/:batch" element={<Batch />} />
              <Route path="/store/places/:place" element={<Place />} />
              <Route path="/store/lists" element={<Lists />} />
              <Route path="/store/lists/:list" element={<List />} />
              <Route path="/store/places" element={<Places />} />
              <Route path="/store/packets/:packet" element={<Packet />} />
              <Route path="/store/next" element={<WhatNext />} />
              <Route path="/store/dry" element={<DryEnough />} />
              <Route path="/store/sow" element={<Sow />} />
              <Route path="/store/rounds" element={<Rounds />} />
              <Route path="/store/rounds/new" element={<NewRound />} />
              <Route path="/store/rounds/:round" element={<Round />} />
              <Route path="/store/bags/:bag" element={<Bag />} />
              <Route path="/me" element={<Me />} />
              <Route path="/quick" element={<QuickAnswer />} />
              <Route path="/calculators" element={<Calculators />} />
              <Route path="/for-programs" element={<ApiDocument />} />
              <Route path="/rules" element={<RuleBooks />} />
              <Route path="/rules/compare" element={<Compare />} />
              <Route path="/rules/drafts/:draft" element={<Draft />} />
              <Route path="/rules/:edition" element={<Edition />} />
              <Route path="/people" element={<People />} />
              <Route
                path="*"
                element={
                  <main>
                    <h1>There is no such page</h1>
                  </main>
                }
              />
            </Route>
          </Routes>
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
