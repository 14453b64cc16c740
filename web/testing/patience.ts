import { configure } from '@testing-library/react';
import { beforeEach } from 'vitest';
import { cache } from '../api/cache.ts';

// A machine that shares its cores may take many times the second that is usual; a slow pass is no fault.
configure({ asyncUtilTimeout: 20_000 });

// °C and kg, as most of the world has them.
Object.defineProperty(navigator, 'language', { value: 'en-GB', configurable: true });

// Each test begins with pages that have read nothing, and that ask once.
beforeEach(() => {
  cache.clear();
  cache.setDefaultOptions({ queries: { retry: false } });
});
