import type { WeightView } from '@mercato/contract/weight/weight';

/** How the test is made, in a sentence. */
export const howWords = ({ asks }: WeightView): string =>
  `From the pure seed, count ${asks.replicates} times ${asks.seeds} seeds at random and weigh each. Where they spread by more than ${asks.cvPercent} %, count and weigh ${asks.replicates} more. Or count all of it with a counter, and weigh it once.`;
