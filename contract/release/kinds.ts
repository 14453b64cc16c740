export const DOCUMENT_KINDS = ['tag', 'report'] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];
