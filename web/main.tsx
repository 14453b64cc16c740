import '@fontsource-variable/literata/wght.css';
import '@fontsource-variable/literata/wght-italic.css';
import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource/ibm-plex-mono/latin-400.css';
import '@fontsource/ibm-plex-mono/latin-500.css';
import './ui/fallback.css';
import './ui/theme/style.scss';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes, useLocation } from 'react-router';
import { TEST_STEPS } from '@mercato/contract/register/steps';
import { cache } from './api/cache.ts';
import { useSession } from './api/session.tsx';
import { BENCH_PAGES, OPEN_PAGES, PAGES } from './pages.ts';
import { BenchGuard } from './register/BenchGuard.tsx';
import { SignIn } from './register/SignIn.tsx';
import { STEP_PAGES } from './stepPages.ts';
import { Busy } from './ui/Busy.tsx';
import { Doorway, Inside } from './ui/Doorway.tsx';

document.documentElement.dataset.bsTheme =
  localStorage.getItem('mercato.theme') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

const SetUp = lazy(() => import('./register/SetUp.tsx'));
const Reset = lazy(() => import('./register/Reset.tsx'));

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
  return <Inside />;
}

// Absent where the page did not come over https or from this machine itself: then a reload needs the network.
if ('serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js').catch(() => undefined);

const routesOf = (pages: typeof PAGES) =>
  Object.entries(pages).map(([path, Page]) => <Route key={path} path={path} element={<Page />} />);

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={cache}>
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
            <Route element={<Doorway />}>{routesOf(OPEN_PAGES)}</Route>
            <Route element={<SignedIn />}>
              {routesOf(PAGES)}
              <Route element={<BenchGuard />}>
                {routesOf(Object.fromEntries(TEST_STEPS.map((step) => [`/lots/:lot/${step}`, STEP_PAGES[step]])))}
                {routesOf(BENCH_PAGES)}
              </Route>
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
