import { PageNav } from '../ui/Choices.tsx';

const PAGES = [
  ['/store/sow', 'so many plants'],
  ['/store/bed', 'a bed or a row'],
  ['/store/calendar', 'when'],
  ['/store/increase', 'seed increase'],
  ['/store/trial', 'sorted beside unsorted'],
] as const;

/** The pages around sowing, from one to the other. */
export const SowPages = () => <PageNav label="sowing" pages={PAGES} />;
