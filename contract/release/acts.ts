import type { DocumentKind } from './kinds.ts';

export const RELEASE_ACTS = {
  released: ({ kind }: { kind: DocumentKind }) => `released the ${kind}`,
};
