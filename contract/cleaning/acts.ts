/** What was done in the shed, as the record says it. */
export const CLEANING_ACTS = {
  'shed-batch-started': 'started a batch',
  'shed-batch-changed': 'changed a batch',
  'shed-line-written': ({ entry }: { entry: string }) => `wrote into the book of a batch: ${entry}`,
  'shed-line-corrected': ({ entry }: { entry: string }) => `corrected a line of a batch: ${entry}`,
  'machine-added': 'added a machine',
  'machine-changed': 'changed a machine',
  'machine-removed': 'removed a machine',
  'machine-cleaned': 'cleaned a machine down',
  'load-announced': 'wrote an appointment down',
  'load-changed': 'changed an appointment',
};
