import { like, type SQL, type SQLWrapper } from 'drizzle-orm';
import { foldText } from './lots.ts';

/** Most words that are looked for. */
const MOST_WORDS = 8;

/** What is typed, as a pattern that matches it anywhere and takes nothing in it for a pattern. */
export const anywhere = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** That a column of folded words holds every word that is typed, each anywhere. */
export const holdsWords = (column: SQLWrapper, typed: string): SQL[] =>
  foldText(typed)
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, MOST_WORDS)
    .map((word) => like(column as Parameters<typeof like>[0], anywhere(word)));
