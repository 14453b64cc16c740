export const NAMES_ACTS = {
  'name-bound': ({ written }: { written: string }) => `bound the name “${written}”`,
};
