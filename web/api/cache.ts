import { QueryClient } from '@tanstack/react-query';
import { Refused } from './client.ts';

/** Somebody has typed into a form of this page and has not sent it. */
export const unfinished = (): boolean => document.querySelector('form[data-touched]') !== null;

/** What the pages have read of the server: one for the whole application. */
export const cache = new QueryClient({
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
