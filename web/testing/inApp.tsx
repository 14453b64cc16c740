import { QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { cache } from '../api/cache.ts';

function App({ children }: { children: ReactNode }) {
  return <QueryClientProvider client={cache}>{children}</QueryClientProvider>;
}

/** What a page stands in, for `render` and `renderHook`: a cache that knows nothing. */
export const inApp = { wrapper: App };
